"""Hatching: slanted lines over what is lost of a picture, cut at the edges of what they cover."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ..ground.rational import Fraction
from .box import Box
from .ink import Stroke

#: From line to line, and how thick one is, mm of the paper.
STEP, WIDTH = 0.8, Fraction(14, 100)
_SLANT = (math.sqrt(0.5), math.sqrt(0.5))
Pair = tuple[float, float]


def hatched(lost: Box, picture: Box, angle: float, colour: str) -> Iterator[Stroke]:
    """Lines at 45° over as much of `lost` (mm) as the picture covers, which leans by `angle` degrees clockwise about its middle.

    >>> from ..ground.rational import Fraction
    >>> square = Box(*map(Fraction, (0, 0, 10, 10)))
    >>> lines = list(hatched(square, square, 0, "#000000"))
    >>> len(lines), all(0 <= float(at) <= 10 for line in lines for at in (*line.start, *line.end))
    (17, True)
    """
    box, own = lost.as_floats(), picture.as_floats()
    middle = (own[0] + own[2] / 2, own[1] + own[3] / 2)
    reach = (box[2] + box[3]) * math.sqrt(0.5) / 2
    centre = (box[0] + box[2] / 2, box[1] + box[3] / 2)
    for number in range(-int(reach / STEP), int(reach / STEP) + 1):
        begin = (centre[0] + number * STEP * _SLANT[1], centre[1] - number * STEP * _SLANT[0])
        ends = _within(begin, _SLANT, box)
        leaning = _within(_turned(begin, middle, -angle), _turned(_SLANT, (0, 0), -angle), own)
        first, last = max(ends[0], leaning[0]), min(ends[1], leaning[1])
        if last > first:
            yield Stroke("solid", _at(begin, first), _at(begin, last), WIDTH, colour)


def _within(begin: Pair, way: Pair, box: tuple[float, float, float, float]) -> Pair:
    """From where to where along a line it lies in a box; nowhere where the second is not the larger."""
    first, last = -math.inf, math.inf
    for axis in (0, 1):
        low, high = box[axis] - begin[axis], box[axis] + box[axis + 2] - begin[axis]
        if abs(way[axis]) < 1e-9:
            if low > 0 or high < 0:
                return 0, 0
            continue
        ends = sorted((low / way[axis], high / way[axis]))
        first, last = max(first, ends[0]), min(last, ends[1])
    return first, last


def _turned(at: Pair, middle: Pair, degrees: float) -> Pair:
    """A place turned clockwise about another."""
    cos, sin = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    x, y = at[0] - middle[0], at[1] - middle[1]
    return middle[0] + x * cos - y * sin, middle[1] + x * sin + y * cos


def _at(begin: Pair, along: float) -> tuple[Fraction, Fraction]:
    x, y = begin[0] + along * _SLANT[0], begin[1] + along * _SLANT[1]
    return Fraction(round(x * 1000), 1000), Fraction(round(y * 1000), 1000)
