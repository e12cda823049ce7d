"""Faces on a wall: what they cover together, and how they move up where no gap shall hide anything."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence

from ...ground.rational import Fraction
from ...shapes.box import ZERO, Box

Span = tuple[Fraction, Fraction]


def bounds(faces: Sequence[Box]) -> Box:
    """The smallest box around all faces.

    >>> pair = [Box(*map(Fraction, one)) for one in ((0, 0, 30, 45), (34, 10, 30, 45))]  # a gap of 4
    >>> bounds(pair).as_floats()
    (0.0, 0.0, 64.0, 55.0)
    """
    x, y = min(face.x for face in faces), min(face.y for face in faces)
    return Box(x, y, max(face.right for face in faces) - x, max(face.bottom for face in faces) - y)


def covered(spans: Iterable[Span]) -> list[Span]:
    """The stretches that spans (begin, end) cover together, in their order, none touching another.

    >>> [tuple(map(int, span)) for span in covered([(Fraction(5), Fraction(9)), (Fraction(0), Fraction(6))])]
    [(0, 9)]
    """
    found: list[Span] = []
    for begin, end in sorted(spans):
        if found and begin <= found[-1][1]:
            found[-1] = found[-1][0], max(found[-1][1], end)
        else:
            found.append((begin, end))
    return found


def gaps(spans: Iterable[Span]) -> list[Span]:
    """The stretches between those that are covered.

    >>> [tuple(map(int, gap)) for gap in gaps([(Fraction(0), Fraction(30)), (Fraction(34), Fraction(64))])]
    [(30, 34)]
    """
    whole = covered(spans)
    return [(one[1], other[0]) for one, other in itertools.pairwise(whole)]


def closed(faces: Sequence[Box]) -> list[Box]:
    """The faces with every gap closed: each lies where the covered length to its left, and above it, ends.

    >>> pair = [Box(*map(Fraction, one)) for one in ((0, 0, 30, 45), (34, 10, 30, 45))]  # a gap of 4
    >>> [face.as_floats()[:2] for face in closed(pair)]
    [(0.0, 0.0), (30.0, 10.0)]
    """
    across = covered((face.x, face.right) for face in faces)
    down = covered((face.y, face.bottom) for face in faces)
    return [Box(_before(across, face.x), _before(down, face.y), face.w, face.h) for face in faces]


def _before(spans: Sequence[Span], at: Fraction) -> Fraction:
    return sum((min(end, at) - begin for begin, end in spans if begin < at), ZERO)
