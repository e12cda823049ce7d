"""The part of a picture that an ID photo shows: so large that the head is right, so high that crown or eyes are."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from ...ground.rational import Fraction, exact
from ...parts.part import Point
from ...rules.fit import turned_size
from ...rules.straighten import UPRIGHT, Lean, lean
from ...shapes.box import ZERO, Box
from .photo import Face, IdRequest, Range

_SIDES = ("left", "top", "right", "bottom")


@dataclass(frozen=True, slots=True)
class HeadRoom:
    """px of the turned and straightened picture, exact: its sides, px a mm of the photo, the head, and the region it
    shows."""

    width: int
    height: int
    per_mm: Fraction
    head: Fraction
    region: Box
    lean: Lean = UPRIGHT

    @property
    def beyond(self) -> list[tuple[str, Fraction]]:
        """(side, px) for every side of the picture, leaning as it may, that the region leaves."""
        region, half = self.region, (Fraction(self.width, 2), Fraction(self.height, 2))
        own = [
            self.lean.inwards((x - half[0], y - half[1]))
            for x in (region.x, region.right)
            for y in (region.y, region.bottom)
        ]
        gone = (
            -half[0] - min(x for x, _ in own),
            -half[1] - min(y for _, y in own),
            max(x for x, _ in own) - half[0],
            max(y for _, y in own) - half[1],
        )
        return [(side, px) for side, px in zip(_SIDES, gone, strict=True) if px > ZERO]


def middle(held: Range) -> Fraction:
    """The middle of a range, mm.

    >>> from ...ground.lengths import parse_length
    >>> middle((parse_length("32 mm"), parse_length("36 mm")))
    Fraction(34, 1)
    """
    return (held[0].mm + held[1].mm) / 2


def head_room(layout: IdRequest) -> HeadRoom:
    """head px = (chin − crown) × height, measured upright; px a mm = head px ÷ the middle of the head's range.

    The region's middle is the mean x of crown and chin; its top is where the crown, or the eye line, lies in the
    middle of its range.

    >>> head_room(passes()).width
    3000
    """
    plan, face, rule = layout.plans[0], layout.where, layout.rule
    width, height = turned_size(plan.picture, plan.fit.turn)
    head = (exact(face.chin[1]) - exact(face.crown[1])) * height
    per_mm = head / middle(rule.head)
    wide, high = rule.width.mm * per_mm, rule.height.mm * per_mm
    x = (exact(face.crown[0]) + exact(face.chin[0])) / 2 * width - wide / 2
    if rule.crown is not None:
        y = exact(face.crown[1]) * height - middle(rule.crown) * per_mm
    else:
        assert rule.eyes is not None  # the request hangs together
        y = exact(face.eyes[1]) * height + middle(rule.eyes) * per_mm - high
    return HeadRoom(width, height, per_mm, head, Box(x, y, wide, high), lean(plan.fit.angle))


def leaned(layout: IdRequest, room: HeadRoom, to: float) -> dict[str, Any]:
    """The change that makes the picture lean by `to` degrees, the marks of the face along with it.

    >>> sorted(leaned(passes(), head_room(passes()), 2.0))
    ['face', 'plans.0.fit.angle']
    """
    before, after = room.lean, lean(to)

    def moved(point: Point | None) -> list[float] | None:
        if point is None:
            return None
        half = (Fraction(room.width, 2), Fraction(room.height, 2))
        frame = exact(point[0]) * room.width - half[0], exact(point[1]) * room.height - half[1]
        x, y = after.outwards(before.inwards(frame))
        shares = (x + half[0]) / room.width, (y + half[1]) / room.height
        return [round(float(max(ZERO, min(Fraction(1), share))), 6) for share in shares]

    face = layout.face or Face()
    marks = {name: moved(getattr(face, name)) for name in ("crown", "chin", "eyes")}
    return {"plans.0.fit.angle": to, "face": marks}
