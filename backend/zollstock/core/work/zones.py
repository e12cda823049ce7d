"""Keep zones against the print: which are cut, which come too near an edge."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Literal

from ..ground.rational import Fraction, exact
from ..parts.fit import KeepZone
from ..rules.fit import Placement, zone_px
from ..rules.straighten import leaning_bounds
from ..shapes.box import ZERO, Box
from .outcome import Work

#: A zone nearer than this to the edge of the print, or to a fold, is worth a warning, mm.
NEAR_MM = Fraction(10)
#: On small prints 10 mm is much; there the limit is this share of the shorter side.
NEAR_SHARE = Fraction(1, 25)
#: A zone is not cut by less than this, mm: nobody could see it, and rounding makes more.
HAIR_MM = Fraction(1, 20)
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
        gaps = (self.left, self.top, self.right, self.bottom)
        least = min(gaps)
        return SIDES[gaps.index(least)], least

    @property
    def cuts(self) -> list[tuple[str, Fraction]]:
        """(side, how much of the zone is gone there) for every side that cuts it, mm."""
        return [(side, -room) for side in SIDES if (room := getattr(self, side)) < 0]


def seen_box(work: Work) -> Box:
    """What survives of the picture on the finished print, mm: within trim, opening or face.

    >>> [round(float(side), 1) for side in seen_box(fog(edge=border("2 in"))).as_floats()]
    [50.8, 50.8, 508.0, 304.8]
    """
    seen, printed = work.boxes.visible, work.placement.printed
    x, y = max(seen.x, printed.x), max(seen.y, printed.y)
    return Box(x, y, min(seen.right, printed.right) - x, min(seen.bottom, printed.bottom) - y)


def rooms(work: Work, box: Box) -> Iterator[ZoneRoom]:
    """The room of every keep zone inside a box of the document (mm).

    >>> zone = {"name": "lamp", "x": 0.0, "y": 0.4, "w": 0.1, "h": 0.1}
    >>> work = fog(fit={"keep": [zone]})
    >>> [(room.zone.name, *room.tightest[:1]) for room in rooms(work, seen_box(work))]
    [('lamp', 'left')]
    """
    return rooms_as_placed(work.plan.fit.keep, work.placement, box)


def rooms_as_placed(keep: Iterable[KeepZone], placed: Placement, box: Box) -> Iterator[ZoneRoom]:
    """The same of a picture that is placed in another way than its plan says.

    >>> lamp = KeepZone(name="lamp", x=0.0, y=0.4, w=0.1, h=0.1)
    >>> placed = fog().placement
    >>> [float(room.left) for room in rooms_as_placed([lamp], placed, placed.printed)]
    [0.0]
    """
    whole, k = placed.whole, placed.mm_per_px
    right, bottom = box.right, box.bottom
    width, height = Fraction(placed.picture_w), Fraction(placed.picture_h)
    for zone in keep:
        upright = zone_px(zone, placed.picture_w, placed.picture_h)
        at = leaning_bounds(upright, width, height, placed.lean).times(k)
        x, y = whole.x + at.x, whole.y + at.y
        gaps = (x - box.x, y - box.y, right - x - at.w, bottom - y - at.h)
        yield ZoneRoom(zone, *[_without_hairs(gap) for gap in gaps])


def _without_hairs(room: Fraction) -> Fraction:
    return ZERO if room < 0 and room > -HAIR_MM else room


def near_limit(box: Box) -> Fraction:
    """Below how much room, mm, a zone counts as near the edge of `box`.

    >>> [near_limit(Box(Fraction(0), Fraction(0), Fraction(w), Fraction(h))) for w, h in ((600, 400), (100, 80))]
    [Fraction(10, 1), Fraction(16, 5)]
    """
    return min(NEAR_MM, NEAR_SHARE * min(box.w, box.h))


ZoneState = Literal["none", "kept", "near", "cut"]


def zone_state(work: Work) -> ZoneState:
    """How the keep zones of a print fare, by the one that fares worst.

    >>> from ..documents.plan import parse_plan
    >>> from .outcome import work_out
    >>> def state(x):
    ...     plan = {"picture": {"width_px": 900, "height_px": 600}, "target": {"width": "30 cm", "height": "20 cm"}}
    ...     return zone_state(work_out(parse_plan(plan | {"fit": {"keep": [{"name": "lamp", "x": x, "y": 0.4, "w": 0.1, "h": 0.1}]}})))
    >>> state(0.4), state(0.01)
    ('kept', 'near')
    """
    if not work.plan.fit.keep:
        return "none"
    seen = seen_box(work)
    least = min(room.tightest[1] for room in rooms(work, seen))
    return "cut" if least < 0 else "near" if least < near_limit(seen) else "kept"


def turned(zone: KeepZone, by: int) -> KeepZone:
    """The zone after the picture under it was turned clockwise by 0, 90, 180 or 270 degrees.

    >>> lamp = KeepZone(name="lamp", x=0.5, y=0.0, w=0.25, h=0.125)  # at the upper edge
    >>> quarter = turned(lamp, 90)
    >>> quarter.x, quarter.y, quarter.w, quarter.h  # at the right edge
    (0.875, 0.5, 0.125, 0.25)
    """
    x, y, w, h = (exact(value) for value in (zone.x, zone.y, zone.w, zone.h))
    for _ in range(by // 90 % 4):
        x, y, w, h = 1 - y - h, x, h, w
    return KeepZone(name=zone.name, x=float(x), y=float(y), w=float(w), h=float(h))
