"""What a part of a plan's document shows of its picture."""

from __future__ import annotations

from ..box import ZERO, Box
from ..sheets import Excerpt
from ..work import Work


def region_of(work: Work, excerpt: Excerpt) -> Box:
    """px of the turned, straightened picture, exact; of no size where only paper or edge is shown."""
    part, printed = excerpt.part, work.placement.printed
    x, y = max(part.x, printed.x), max(part.y, printed.y)
    w, h = min(part.right, printed.right) - x, min(part.bottom, printed.bottom) - y
    return work.placement.to_px(Box(x, y, max(ZERO, w), max(ZERO, h)))
