"""What would save a print that cannot be kept any more: another medium, another lab, a nearer size, less finishing."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import datetime

from ..ground.show import LengthStyle
from ..studio.labs import Lab, Labs
from ..studio.stock import Stock, StockMedium
from .backwards import Backwards, Wanted, Workshop

#: So many ways are named.
_MOST_SAVINGS = 4
#: A nearer size of less than so much of what was wanted is another print.
_LEAST_SHARE = 0.6
#: A lab's size that is off by no more is the same one, mm.
_AS_GOOD_AS = 1.0


@dataclass(frozen=True, slots=True)
class Saving:
    """A way to keep the day: in words, and when the print would be ready; None where that is not what it is about."""

    text: str
    ready: datetime | None


def savings(
    one: Backwards, workshop: Workshop, now: datetime, stock: Stock, labs: Labs
) -> list[Saving]:
    """What would make a lost print ready by the day it is due, the earliest first; empty where nothing would."""
    found = [
        Saving(text, ready)
        for text, other in _others(one.wanted, stock, labs)
        if (ready := workshop.ready(other, now)) <= one.by
    ]
    return sorted(found, key=lambda saving: saving.ready or now)[:_MOST_SAVINGS]


def _others(one: Wanted, stock: Stock, labs: Labs) -> Iterator[tuple[str, Wanted]]:
    if one.to_print:
        here = replace(one, lab="", lab_days=0, ordered=None)
        if one.lab:
            yield "print it here", here
        yield from _media(here, stock)
        yield from _labs(one, labs)
    for name in one.finishes:
        yield (
            f"without “{name}”",
            replace(one, finishes=tuple(other for other in one.finishes if other != name)),
        )


def _media(one: Wanted, stock: Stock) -> Iterator[tuple[str, Wanted]]:
    for medium in stock.media:
        same = medium.key == one.medium_key or medium.name.casefold() == one.medium.casefold()
        if not same and largest_share(one.size, medium) == 1:
            yield f"on {medium.name}", replace(one, medium=medium.name, medium_key=medium.key)


def _labs(one: Wanted, labs: Labs) -> Iterator[tuple[str, Wanted]]:
    for lab in labs.labs:
        if lab.name != one.lab and _makes(lab, one.size):
            yield (
                f"at {lab.name}, {lab.days} day{'s' if lab.days != 1 else ''}",
                replace(one, lab=lab.name, lab_days=lab.days),
            )


def _makes(lab: Lab, size: tuple[float, float]) -> bool:
    """Whether a lab has that size, whichever way it lies."""
    sides = sorted(size)
    return any(
        all(
            abs(here - there) <= _AS_GOOD_AS
            for here, there in zip(
                sides, sorted((float(one.width.mm), float(one.height.mm))), strict=True
            )
        )
        for one in lab.sizes
    )


def largest_share(size: tuple[float, float], medium: StockMedium) -> float:
    """How much of its size a print can have on what is left of a medium; 0 where nothing is left.

    >>> from ..studio.stock import StockMedium
    >>> largest_share((600.0, 400.0), StockMedium.model_validate({"name": "satin", "sheets": [{"width": "30 cm", "height": "45 cm", "left": 10}]}))
    0.75
    """
    sheets = [
        fitting(size, (float(one.width.mm), float(one.height.mm)))
        for one in medium.sheets
        if one.left != 0
    ]
    rolls = [
        fitting(size, (float(one.width.mm), None if one.left is None else float(one.left.mm)))
        for one in medium.rolls
        if one.left is None or one.left.mm > 0
    ]
    return max([*sheets, *rolls], default=0.0)


def lacking(one: Wanted, stock: Stock, style: LengthStyle) -> Saving | None:
    """Whether no paper that is left holds the print, and the nearest size that one does; None where one holds it, or
    nobody knows the medium.

    >>> from datetime import date
    >>> from ..studio.stock import read_stock
    >>> sheets = [{"width": "30 cm", "height": "42 cm", "left": 5}]
    >>> stock = read_stock({"media": [{"name": "satin photo paper", "sheets": sheets}]})
    >>> hall = Wanted(1, "Fog", 1, "Hall", date(2026, 12, 5), 1, 0, (500.0, 400.0), "satin photo paper")
    >>> lacking(hall, stock, LengthStyle("cm")).text
    'no satin photo paper in stock holds it; the nearest size that one does is 37.5 × 30 cm'
    """
    medium = stock.medium(one.medium_key) or next(
        (row for row in stock.media if row.name.casefold() == one.medium.casefold()), None
    )
    if medium is None or one.lab or not one.to_print or not (medium.sheets or medium.rolls):
        return None
    share = largest_share(one.size, medium)
    if share == 1:
        return None
    if share < _LEAST_SHARE:
        return Saving(f"no {medium.name} in stock holds it", None)
    w, h = (float(int(side * share)) for side in one.size)
    return Saving(
        f"no {medium.name} in stock holds it; the nearest size that one does is {style.size(w, h)}",
        None,
    )


def fitting(size: tuple[float, float], paper: tuple[float, float | None]) -> float:
    """How large a print of that size can be on a paper (mm; without a height it is a roll), as a share of it; 1 is as it
    is, and more is never said. It may lie either way.

    >>> fitting((600, 400), (420, None)), fitting((300, 200), (210, 297))  # across a roll; on A4, all but 3 mm
    (1.0, 0.99)
    """
    w, h = size
    wide = paper[0]
    high = paper[1]
    shares = [
        min(wide / across, 1.0 if high is None else high / along)
        for across, along in ((w, h), (h, w))
    ]
    return min(max(shares), 1.0)
