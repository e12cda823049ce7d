"""Keep zones against the print: which are cut, which come too near an edge."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from .edges import Box
from .fit import zone_px
from .plan import KeepZone
from .rational import Fraction
from .work import Work

#: A zone nearer than this to the edge of the print, or to a fold, is worth a warning, mm.
NEAR_MM = Fraction(10)
#: On small prints 10 mm is much; there the limit is this share of the shorter side.
NEAR_SHARE = Fraction(1, 25)
SIDES = ("left", "top", "right", "bottom")


@dataclass(frozen=True, slots=True)
class ZoneRoom:
    """Room between a zone and the four sides of what is seen, mm; negative where it is cut."""

    zone: KeepZone
    left: Fraction
    top: Fraction
    right: Fraction
    bottom: Fraction

    @property
    def tightest(self) -> tuple[str, Fraction]:
        """(side, room) of the side with the least room."""
        side = min(SIDES, key=lambda name: getattr(self, name))
        return side, getattr(self, side)


def seen_box(work: Work) -> Box:
    """What survives of the picture on the finished print, mm: within trim, opening or face."""
    seen, printed = work.boxes.visible, work.placement.printed
    x, y = max(seen.x, printed.x), max(seen.y, printed.y)
    return Box(x, y, min(seen.right, printed.right) - x, min(seen.bottom, printed.bottom) - y)


def rooms(work: Work, box: Box) -> Iterator[ZoneRoom]:
    """The room of every keep zone inside a box of the document (mm)."""
    placed = work.placement
    window, k = placed.to_px(box), placed.mm_per_px
    for zone in work.plan.fit.keep:
        at = zone_px(zone, placed.picture_w, placed.picture_h)
        yield ZoneRoom(
            zone,
            (at.x - window.x) * k,
            (at.y - window.y) * k,
            (window.right - at.right) * k,
            (window.bottom - at.bottom) * k,
        )


def near_limit(box: Box) -> Fraction:
    """Below how much room, mm, a zone counts as near the edge of `box`."""
    return min(NEAR_MM, NEAR_SHARE * min(box.w, box.h))
