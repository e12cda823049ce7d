"""A proof: a part of the file at its true size, made in every way that is worth comparing by eye.

Which ways, and which part; `pixels.proof` makes them.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, NamedTuple

from ..ground import show
from ..ground.rational import Fraction
from ..picture.measures import Measures
from ..rules.pixelcount import round_px
from ..seeing.enlarging import METHODS, method_used
from ..sheet.grid import PixelBox
from ..sheet.printsheet import print_sheet
from ..telling.sharpening import WORTH_IT, proposal
from ..work.outcome import Work

#: A part has at least and at most so many px a side, and at most so many in all: what a screen shows.
LEAST_SIDE, MOST_SIDE, MOST_PIXELS = 32, 2600, 1_300_000
#: Differences are shown so many times as strong as they are, about mid grey.
GAIN = 4

#: The take of a print whose pixels are not enlarged.
PLANNED = "planned"


class Take(NamedTuple):
    """One way to make the part's pixels: what it `changes` in the plan.

    `against` is the take from which it differs in one thing; None for the one that invents nothing.
    """

    id: str
    label: str
    changes: dict[str, Any]
    against: str | None


def takes(work: Work, measures: Measures) -> tuple[Take, ...]:
    """Every way worth comparing, the plan's own method first among equals in the registry's order.

    Where something is enlarged: all methods, each with the plan's denoising and sharpening. Then the
    plan's own way with its sharpening left out (or, where it has none, as proposed: never for a screen,
    which spreads no ink), and with the noise left in.

    >>> from ..picture.measures import Measures
    >>> [one.id for one in takes(fog(), Measures())][:1]
    ['planned']
    """
    return (*_methods(work), *_beside(work, measures))


def _methods(work: Work) -> Iterator[Take]:
    if work.scale <= 1:
        yield Take(PLANNED, "As planned", {}, None)
        return
    for name, method in METHODS.items():
        plain = name == "cubic"
        label = method.label
        if method_used(name, work.scale) != name:
            label = f"{label}: for so little by {METHODS[method_used(name, work.scale)].label}"
        yield Take(name, label, {"pixels.method": name}, None if plain else "cubic")


def _beside(work: Work, measures: Measures) -> Iterator[Take]:
    pixels = work.plan.pixels
    enlarged = work.scale > 1
    own = pixels.method if enlarged else PLANNED
    label = METHODS[pixels.method].label if enlarged else "As planned"
    if pixels.sharpen is not None:
        yield Take("unsharpened", f"{label}, not sharpened", {"pixels.sharpen": None}, own)
    elif not work.plan.target.in_pixels and (amount := proposal(work, measures).amount) >= WORTH_IT:
        sharpen = {"amount": amount, "radius": None}
        yield Take("sharpened", f"{label}, sharpened as proposed", {"pixels.sharpen": sharpen}, own)
    if pixels.denoise and measures.noise_sigma:
        yield Take("noisy", f"{label}, noise left in", {"pixels.denoise": 0.0}, own)


def printed_px(work: Work) -> PixelBox:
    """Where the picture lies in the file, px.

    >>> printed_px(fog(edge=border("2 in")))
    PixelBox(x=500, y=500, w=5000, h=3000)
    """
    sheet = print_sheet(work)
    return sheet.grid.box(sheet.picture_parts[0].box)


def part_of(printed: PixelBox, x: float, y: float, width: int, height: int) -> PixelBox:
    """The part of width × height px whose middle lies nearest to (x, y), shares of the printed picture.

    In px from the printed picture's top left; smaller where there is no more.

    >>> part_of(PixelBox(100, 100, 1000, 500), 0.5, 0.0, 400, 300)
    PixelBox(x=300, y=0, w=400, h=300)
    """
    wide, high = min(width, printed.w), min(height, printed.h)
    return PixelBox(_placed(x, wide, printed.w), _placed(y, high, printed.h), wide, high)


def _placed(share: float, side: int, whole: int) -> int:
    begin = round_px(Fraction(share) * whole - Fraction(side, 2))
    return max(0, min(begin, whole - side))


def note(work: Work) -> str:
    """What is looked at: the file's resolution, and what becomes of the picture's pixels on the way.

    >>> note(fog(pixels={"mode": "fixed", "ppi": 400}))
    '400 ppi, enlarged 1.92 ×'
    """
    ppi = show.ppi(work.output_ppi)
    if work.scale == 1:
        return f"{ppi}, the picture's own pixels: none is made anew"
    times = show.decimal(work.scale if work.scale > 1 else 1 / work.scale, 2)
    return f"{ppi}, {'enlarged' if work.scale > 1 else 'reduced'} {times} ×"
