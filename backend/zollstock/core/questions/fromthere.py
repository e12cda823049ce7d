"""At viewing distance: how large a part of a print is on a screen so that it fills the same angle.

A print looked at from D and a screen from d show the same when everything is d ÷ D as large on the screen.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import atan, degrees

from ..answer.reckoning import Record
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.show import LengthStyle

#: The eye resolves a minute of arc; a screen whose pixels are larger hides what a print might show.
_EYE = 1.0
#: A blur of less, px of the screen (σ), nobody sees.
_UNSEEN_BLUR = 0.2


@dataclass(frozen=True, slots=True)
class Seat:
    """Where somebody sits: the screen's px a mm (of the device), and how far off it the eyes are, mm."""

    px_per_mm: float
    eyes: float


class FromThere(Record):
    """`scale`: px of the screen's own for a px of the picture; `blur` what the ink takes, px of the screen (σ).

    `pixel_arcmin` is how large a px of the screen is to these eyes. `possible` is false where the screen is too
    coarse to show what an eye would see of the print.
    """

    scale: float
    blur: float
    pixel_arcmin: float
    possible: bool
    working: str
    note: str


def from_there(
    effective_ppi: float, distance: float, spread: float, seat: Seat, style: LengthStyle
) -> FromThere:
    """How a print of `effective_ppi`, looked at from `distance` (mm), whose ink spreads by `spread` (mm, σ), looks.

    scale = 25.4 ÷ ppi × px a mm × d ÷ D.

    >>> seat = Seat(px_per_mm=4.0, eyes=600.0)
    >>> round(from_there(254.0, 1200.0, 0.04, seat, LengthStyle("cm")).scale, 6)
    0.2
    """
    smaller = seat.eyes / distance
    scale = float(MM_PER_INCH) / effective_ppi * seat.px_per_mm * smaller
    blur = spread * seat.px_per_mm * smaller
    arcmin = degrees(atan(1 / seat.px_per_mm / seat.eyes)) * 60
    near, far = style.far(seat.eyes), style.far(distance)
    return FromThere(
        scale=scale,
        blur=blur if blur >= _UNSEEN_BLUR else 0.0,
        pixel_arcmin=arcmin,
        possible=arcmin <= _EYE or scale >= 1,
        working=f"{near} ÷ {far}: {show.percent(smaller)} of its size on paper",
        note=_note(arcmin, scale, near),
    )


def _note(arcmin: float, scale: float, near: str) -> str:
    size = f"A px of this screen is {show.decimal(arcmin, 1)} minutes of arc from {near}"
    if arcmin <= _EYE:
        return f"{size}: as fine as the eye. What is seen here is seen there."
    if scale >= 1:
        return f"{size}, and every px of the picture is at least one of it: nothing of the print is hidden."
    away = show.decimal(arcmin / _EYE, 1)
    return (
        f"{size}, coarser than the eye: it cannot show the finest of what the print would. From {away} × as far off "
        "the screen it could."
    )
