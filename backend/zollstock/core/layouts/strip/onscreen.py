"""A strip on a measured screen: the same patches on the screen's own grid, as large to the eye as on paper.

A screen has fewer px an inch than a device. Whoever stands so many times as far off sees so many times as many in the same
angle, and a picture that is shown so many times as large looks as large as on paper. So the finest patch is never more than
the screen can show: otherwise a trial would compare with something else than it says.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil

from ...ground.lengths import MM_PER_INCH, Length
from ...ground.refusal import Refusal
from ...ground.show import typed_length
from .request import StripRequest

#: Screens have so many device px an inch: a wall of a hall, a phone.
LEAST_DOTS, MOST_DOTS = 20.0, 1200.0
#: Nobody stands so many times as far off, in a room.
MOST_TIMES = 12
#: A patch has so many px of the screen a side at most: two lie side by side.
MOST_SIDE = 640


@dataclass(frozen=True, slots=True)
class OnScreen:
    """How a strip is shown on a screen of `dots` px an inch: so many `times` as large, from so many times as far; `strip` has
    one copy on the grid that this is to the eye."""

    dots: float
    times: int
    strip: StripRequest

    @property
    def distance(self) -> str:
        """From where the screen is looked at."""
        held = self.strip.distance
        assert held is not None
        return held.typed if self.times == 1 else typed_length(held.mm * self.times, held.unit)


def times_for(reference: float, dots: float) -> int:
    """How many times as large, and from how many times as far, so that `dots` px an inch show `reference` ppi.

    >>> times_for(720, 110), times_for(100, 110), times_for(240, 458.0)
    (7, 1, 1)
    """
    return max(1, ceil(reference / dots))


def on_screen(strip: StripRequest, reference: float, dots: float) -> OnScreen:
    """A strip for a screen. Raises `Refusal` where such a screen cannot show it."""
    if strip.ladder.by != "ppi" or strip.distance is None:
        raise Refusal(
            "On a screen, patches that differ by ppi can be judged; this strip is one for paper."
        )
    if not LEAST_DOTS <= dots <= MOST_DOTS:
        raise Refusal(
            f"A screen has {LEAST_DOTS:.0f} to {MOST_DOTS:.0f} px an inch; measure it again."
        )
    times = times_for(reference, dots)
    if times > MOST_TIMES:
        raise Refusal(
            f"This screen has {dots:.0f} px an inch: the finest patch would have to be looked at from {times} times as "
            "far. Judge on paper, or on a screen with more."
        )
    grid = round(dots * times)
    side = Length(MOST_SIDE * MM_PER_INCH / grid, "mm", "")
    sides = {
        name: min(getattr(strip.patch, name), side, key=lambda one: one.mm)
        for name in ("width", "height")
    }
    patch = strip.patch.model_copy(update=sides)
    shown = strip.model_copy(update={"device_ppi": grid, "patch": patch, "copies": 1})
    return OnScreen(dots, times, shown)
