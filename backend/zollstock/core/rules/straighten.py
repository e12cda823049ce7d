"""Straightening: a picture turned by a small angle, and the upright crops that stay inside it.

Two frames share the picture's centre: the picture's own, and the straightened one, whose axes are
those of the print. Offsets are from that centre, in px; y grows downwards, the angle clockwise.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from ..ground.rational import Fraction
from ..shapes.box import Box

#: Half tangents are taken to this denominator, so that a turn is exact and its numbers stay short.
_FINEST = 10**8

Offset = tuple[Fraction, Fraction]
Half = tuple[Fraction, Fraction]
ONE, ZERO = Fraction(1), Fraction(0)


@dataclass(frozen=True, slots=True)
class Lean:
    """An exact turn: cos² + sin² = 1, within 10⁻⁸ of the angle asked for."""

    cos: Fraction = ONE
    sin: Fraction = ZERO

    def outwards(self, offset: Offset) -> Offset:
        """An offset of the picture's own frame in the straightened one."""
        if self is UPRIGHT:
            return offset
        x, y = offset
        return x * self.cos - y * self.sin, x * self.sin + y * self.cos

    def inwards(self, offset: Offset) -> Offset:
        """An offset of the straightened frame in the picture's own."""
        if self is UPRIGHT:
            return offset
        x, y = offset
        return x * self.cos + y * self.sin, y * self.cos - x * self.sin

    def reach(self, size: Half) -> Half:
        """Width and height that an upright box takes up along the other frame's axes; half of them for halves."""
        if self is UPRIGHT:
            return size
        slant = abs(self.sin)
        return size[0] * self.cos + size[1] * slant, size[0] * slant + size[1] * self.cos


UPRIGHT = Lean()


@lru_cache(maxsize=4096)
def lean(degrees: float) -> Lean:
    """The turn by an angle in degrees, −15 to 15.

    >>> turned = lean(10)
    >>> turned.cos**2 + turned.sin**2 == 1
    True
    """
    if not degrees:
        return UPRIGHT
    t = Fraction(math.tan(math.radians(degrees) / 2)).limit_denominator(_FINEST)
    return Lean((1 - t * t) / (1 + t * t), 2 * t / (1 + t * t))


def largest(width: Fraction, height: Fraction, ratio: Fraction, by: Lean) -> Half:
    """Width and height, px, of the largest upright crop of `ratio` inside the leaning picture.

    w = min(W ÷ (cos + sin ÷ ratio), H ÷ (sin + cos ÷ ratio)); without an angle the usual one:

    >>> largest(Fraction(6000), Fraction(4000), Fraction(5, 4), UPRIGHT)
    (Fraction(5000, 1), Fraction(4000, 1))
    """
    if by is UPRIGHT:  # by far the most prints, and some times in every reckoning
        return (width, width / ratio) if width <= height * ratio else (height * ratio, height)
    slant = abs(by.sin)
    crop_w = min(width / (by.cos + slant / ratio), height / (slant + by.cos / ratio))
    return crop_w, crop_w / ratio


def leaning_bounds(box: Box, width: Fraction, height: Fraction, by: Lean) -> Box:
    """The upright bounds, in the straightened frame, of a box of the picture (px, top left).

    >>> square = Box(Fraction(40), Fraction(40), Fraction(20), Fraction(20))  # in the middle of 100 × 100 px
    >>> leaning_bounds(square, Fraction(100), Fraction(100), lean(10)).w > 20
    True
    """
    if by is UPRIGHT:
        return box
    x, y = by.outwards((box.x + box.w / 2 - width / 2, box.y + box.h / 2 - height / 2))
    half = by.reach((box.w / 2, box.h / 2))
    return Box(width / 2 + x - half[0], height / 2 + y - half[1], 2 * half[0], 2 * half[1])


def roomiest(span: Box, crop: Half, spare: Half, by: Lean) -> Offset:
    """Where a crop's centre leaves a span the most room, as an offset in the picture's own frame.

    `span` holds everything to keep (straightened frame, x and y from the picture's centre), `crop`
    is the crop's size, `spare` how far its centre may move along the picture's own axes in all.
    The room is the least of the four gaps; among equal ones the other direction decides. Where the
    span is larger than the crop, the greatest cut is the least possible.

    >>> keep = Box(Fraction(10), Fraction(-5), Fraction(10), Fraction(10))  # 10 to 20 px right of the middle
    >>> roomiest(keep, (Fraction(60), Fraction(40)), (Fraction(40), Fraction(0)), UPRIGHT)
    (Fraction(15, 1), Fraction(0, 1))
    """
    wanted = (span.x + span.w / 2, span.y + span.h / 2)
    free = by.inwards(wanted)
    most = (spare[0] / 2, spare[1] / 2)
    if all(abs(at) <= limit for at, limit in zip(free, most, strict=True)):
        return free
    if by is UPRIGHT:  # the axes do not touch each other: each as far as it goes
        return _held(free[0], most[0]), _held(free[1], most[1])
    gaps = ((crop[0] - span.w) / 2, (crop[1] - span.h) / 2)

    def merit(own: Offset) -> tuple[Fraction, Fraction]:
        at = by.outwards(own)
        rooms = [gap - abs(x - to) for gap, x, to in zip(gaps, at, wanted, strict=True)]
        return min(rooms), sum(rooms, ZERO)

    # Both are concave, so the best of a rectangle that misses the request lies on its rim; along a
    # side they bend only where a gap turns round or the two gaps are equal.
    return max(_bends(most, wanted, gaps, by), key=merit)


def _held(value: Fraction, most: Fraction) -> Fraction:
    return max(-most, min(value, most))


def _bends(most: Half, wanted: Offset, gaps: Half, by: Lean) -> Iterator[Offset]:
    """The corners of the centre's room, and the points of its rim where the room's slope changes."""
    corners = [(-most[0], -most[1]), (most[0], -most[1]), (most[0], most[1]), (-most[0], most[1])]
    yield from corners
    for start, end in zip(corners, corners[1:] + corners[:1], strict=True):
        a, b = by.outwards(start), by.outwards(end)
        step = (b[0] - a[0], b[1] - a[1])
        away = (a[0] - wanted[0], a[1] - wanted[1])
        # away + t·step is nought in one direction, or |x| − |y| is the difference of the gaps.
        lines = [(step[0], away[0]), (step[1], away[1])]
        for sign_x in (1, -1):
            for sign_y in (1, -1):
                lines.append(
                    (
                        sign_x * step[0] - sign_y * step[1],
                        sign_x * away[0] - sign_y * away[1] - gaps[0] + gaps[1],
                    )
                )
        for slope, offset in lines:
            if slope and 0 < (t := -offset / slope) < 1:
                yield (start[0] + t * (end[0] - start[0]), start[1] + t * (end[1] - start[1]))
