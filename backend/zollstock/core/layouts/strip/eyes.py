"""A row to test the judge's eyes by: boxes that are open on one side, ever smaller."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import radians, tan
from random import Random
from typing import Literal

from ...ground.lengths import MM_PER_INCH
from ...ground.rational import Fraction, exact
from ...rules.pixelcount import round_px
from ...shapes.box import Box
from ...shapes.ink import Stroke

Side = Literal["left", "up", "right", "down"]
SIDES: tuple[Side, ...] = ("left", "up", "right", "down")
#: Decimal acuities, a tenth of a logarithm apart: 1 resolves one minute of arc.
ACUITIES = (0.4, 0.5, 0.63, 0.8, 1.0, 1.25, 1.6, 2.0)
#: An opening of fewer px of the device is a matter of luck.
_LEAST_PX = 2
#: What is drawn in whole px may be so much wider or narrower: half the way to the next acuity.
_SNAPS = Fraction(12, 100)
#: A box is five openings wide and high.
_OPENINGS = 5


@dataclass(frozen=True, slots=True)
class OpenBox:
    """A box of a row: which acuity whoever sees its opening has, at which side that is, and how wide it is, mm."""

    acuity: float
    open: Side
    opening: Fraction

    @property
    def side(self) -> Fraction:
        return _OPENINGS * self.opening


def opening_mm(distance_mm: Fraction, acuity: float) -> Fraction:
    """How wide an opening is that this acuity just resolves from there.

    >>> round(float(opening_mm(Fraction(600), 1.0)), 4)
    0.1745
    """
    return exact(round(float(distance_mm) * tan(radians(1 / 60)) / acuity, 5))


def open_boxes(
    distance_mm: Fraction, device_ppi: int, most: Fraction, seed: int, copy: int
) -> list[OpenBox]:
    """The row of a copy, the largest first: those that are no higher than `most` and that the device can draw.

    >>> [round(float(one.acuity), 2) for one in open_boxes(Fraction(600), 720, Fraction(12), 7, 1)][:3]
    [0.4, 0.5, 0.63]
    """
    random = Random(f"eyes {seed} {copy}")
    row = [OpenBox(one, random.choice(SIDES), opening_mm(distance_mm, one)) for one in ACUITIES]
    least = _LEAST_PX * MM_PER_INCH / device_ppi
    return [one for one in row if one.side <= most and one.opening >= least]


def on_grid(row: list[OpenBox], ppi: int) -> list[OpenBox]:
    """The boxes of a row whose opening is nearly whole px of a grid, with just that opening.

    >>> [round(float(one.opening), 3) for one in on_grid([OpenBox(1.0, "up", Fraction(1)), OpenBox(2.0, "up", Fraction(1, 10))], 100)]
    [1.016]
    """
    px = MM_PER_INCH / ppi
    snapped = [replace(one, opening=max(1, round_px(one.opening / px)) * px) for one in row]
    return [
        there
        for one, there in zip(row, snapped, strict=True)
        if abs(there.opening - one.opening) <= one.opening * _SNAPS
    ]


def drawn(row: list[OpenBox], x: Fraction, base: Fraction, right: Fraction) -> Iterator[Stroke]:
    """The row from `x` on, standing on `base`, as far as it has room.

    >>> row = open_boxes(Fraction(600), 720, Fraction(12), 7, 1)
    >>> len(list(drawn(row[:1], Fraction(0), Fraction(50), Fraction(100))))
    3
    """
    for one in row:
        if x + one.side > right:
            return
        yield from _box(one, Box(x, base - one.side, one.side, one.side))
        x += one.side + max(one.side, Fraction(2))


def _box(one: OpenBox, at: Box) -> Iterator[Stroke]:
    wide = one.opening
    half = wide / 2
    left, top, right, bottom = at.x + half, at.y + half, at.right - half, at.bottom - half
    sides: dict[Side, Stroke] = {
        "left": Stroke("solid", (left, at.y), (left, at.bottom), wide),
        "up": Stroke("solid", (at.x, top), (at.right, top), wide),
        "right": Stroke("solid", (right, at.y), (right, at.bottom), wide),
        "down": Stroke("solid", (at.x, bottom), (at.right, bottom), wide),
    }
    yield from (stroke for side, stroke in sides.items() if side != one.open)


def acuity_of(row: list[OpenBox], said: list[str]) -> float | None:
    """The finest acuity of a row up to which no more than one side was said wrong; None where even the first was.

    >>> row = [OpenBox(0.4, "left", Fraction(1)), OpenBox(0.5, "up", Fraction(1)), OpenBox(0.63, "up", Fraction(1))]
    >>> acuity_of(row, ["left", "up", "down"]), acuity_of(row, ["right"])
    (0.5, None)
    """
    wrong, finest = 0, None
    for one, side in zip(row, said, strict=False):
        if one.open == side:
            finest = one.acuity
        else:
            wrong += 1
        if wrong > 1:
            break
    return finest
