"""The part of a picture that an ID photo shows: so large that the head is right, so high that crown or eyes are."""

from __future__ import annotations

from dataclasses import dataclass

from ..box import ZERO, Box
from ..fit import turned_size
from ..rational import Fraction, exact
from .photo import IdWish, Range

_SIDES = ("left", "top", "right", "bottom")


@dataclass(frozen=True, slots=True)
class HeadRoom:
    """px of the turned picture, exact: its sides, px a mm of the photo, the head, and the region it shows."""

    width: int
    height: int
    per_mm: Fraction
    head: Fraction
    region: Box

    @property
    def beyond(self) -> list[tuple[str, Fraction]]:
        """(side, px) for every side at which the region leaves the picture."""
        region = self.region
        gone = (-region.x, -region.y, region.right - self.width, region.bottom - self.height)
        return [(side, px) for side, px in zip(_SIDES, gone, strict=True) if px > ZERO]


def middle(held: Range) -> Fraction:
    """The middle of a range, mm."""
    return (held[0].mm + held[1].mm) / 2


def head_room(wish: IdWish) -> HeadRoom:
    """head px = (chin − crown) × height, measured upright; px a mm = head px ÷ the middle of the head's range.

    The region's middle is the mean x of crown and chin; its top is where the crown, or the eye line, lies in the
    middle of its range.
    """
    plan, face, rule = wish.plans[0], wish.face, wish.rule
    width, height = turned_size(plan.picture, plan.fit.turn)
    head = (exact(face.chin[1]) - exact(face.crown[1])) * height
    per_mm = head / middle(rule.head)
    wide, high = rule.width.mm * per_mm, rule.height.mm * per_mm
    x = (exact(face.crown[0]) + exact(face.chin[0])) / 2 * width - wide / 2
    if rule.crown is not None:
        y = exact(face.crown[1]) * height - middle(rule.crown) * per_mm
    else:
        assert rule.eyes is not None and face.eyes is not None  # the wish hangs together
        y = exact(face.eyes[1]) * height + middle(rule.eyes) * per_mm - high
    return HeadRoom(width, height, per_mm, head, Box(x, y, wide, high))
