"""Arrangements of frames to start from: so many of one size, with one gap between them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from itertools import accumulate, pairwise
from math import ceil, sqrt
from typing import Literal

from ...ground.rational import Fraction
from ...shapes.box import ZERO, Box

Arrangement = Literal["row", "column", "steps", "middle", "block"]
#: Frames that arrangements are made of.
LEAST, MOST = 2, 12
#: How much higher each step of a stair hangs than the one before, as a share of a frame's height.
STEP = Fraction(1, 4)


Size = tuple[Fraction, Fraction]


@dataclass(frozen=True, slots=True)
class Arranged:
    """An arrangement: its word, its name, the counts it is made for, the sizes it wants, and how it places them.

    `sizes` takes number, width and height (mm) of a usual frame; `place` the frames' true sizes and the gap, and gives
    their boxes in the order in which they are told.
    """

    id: Arrangement
    label: str
    fits: Callable[[int], bool]
    sizes: Callable[[int, Fraction, Fraction], list[Size]]
    place: Callable[[list[Size], Fraction], list[Box]]


def _alike(count: int, w: Fraction, h: Fraction) -> list[Size]:
    return [(w, h)] * count


def _one_larger(count: int, w: Fraction, h: Fraction) -> list[Size]:
    """The middle one half as large again; of an even number the two in the middle."""
    by = Fraction(3, 2)
    large = {count // 2} if count % 2 else {count // 2 - 1, count // 2}
    return [(w * by, h * by) if number in large else (w, h) for number in range(count)]


def _row(sizes: list[Size], gap: Fraction) -> list[Box]:
    """Side by side on one middle line."""
    highest = max(h for _, h in sizes)
    return [
        Box(x, (highest - h) / 2, w, h)
        for x, (w, h) in zip(_begins([w for w, _ in sizes], gap), sizes, strict=True)
    ]


def _column(sizes: list[Size], gap: Fraction) -> list[Box]:
    """One under the other on one middle line."""
    widest = max(w for w, _ in sizes)
    return [
        Box((widest - w) / 2, y, w, h)
        for y, (w, h) in zip(_begins([h for _, h in sizes], gap), sizes, strict=True)
    ]


def _steps(sizes: list[Size], gap: Fraction) -> list[Box]:
    """Up the stairs to the right, each upper edge as much higher as the one before."""
    rise, last = max(h for _, h in sizes) * STEP, len(sizes) - 1
    return [
        Box(x, (last - number) * rise, w, h)
        for number, (x, (w, h)) in enumerate(
            zip(_begins([w for w, _ in sizes], gap), sizes, strict=True)
        )
    ]


def _block(sizes: list[Size], gap: Fraction) -> list[Box]:
    """Rows under each other, as square in number as the count allows; each in the upper left of its field."""
    columns = _columns(len(sizes))
    widths = [max(w for w, _ in sizes[at::columns]) for at in range(columns)]
    heights = [max(h for _, h in sizes[at : at + columns]) for at in range(0, len(sizes), columns)]
    across, down = _begins(widths, gap), _begins(heights, gap)
    return [
        Box(across[number % columns], down[number // columns], w, h)
        for number, (w, h) in enumerate(sizes)
    ]


def _begins(lengths: list[Fraction], gap: Fraction) -> list[Fraction]:
    return [ZERO, *accumulate(length + gap for length in lengths[:-1])]


def _columns(count: int) -> int:
    """The least number of columns, no fewer than rows, that fills every row."""
    return next(n for n in range(ceil(sqrt(count)), count + 1) if count % n == 0)


ARRANGEMENTS: dict[str, Arranged] = {
    one.id: one
    for one in (
        Arranged("row", "Row", lambda count: True, _alike, _row),
        Arranged("column", "Column", lambda count: True, _alike, _column),
        Arranged("steps", "Steps", lambda count: True, _alike, _steps),
        Arranged("middle", "Big middle", lambda count: count >= 3, _one_larger, _row),
        Arranged("block", "Block", lambda count: _columns(count) < count, _alike, _block),
    )
}


def arrangement_of(faces: list[Box]) -> str:
    """Which arrangement faces look like, whatever their measured sizes; empty where it is one's own.

    Frames that follow each other to the right are a row where they share a line (upper edge, middle or lower edge),
    and steps where each hangs higher than the one before.

    >>> three = [Box(*map(Fraction, (at, 0, 30, 45))) for at in (0, 34, 68)]
    >>> arrangement_of(three), arrangement_of([Box(one.x, 20 - one.x / 4, one.w, one.h) for one in three])
    ('row', 'steps')
    """
    if len(faces) < LEAST:
        return ""
    if all(one.right <= other.x for one, other in pairwise(faces)):
        if all(one.y > other.y for one, other in pairwise(faces)):
            return "steps"
        if _share_a_line([(face.y, face.bottom) for face in faces]):
            largest = max(face.area for face in faces)
            big = [number for number, face in enumerate(faces) if face.area * 4 > largest * 3]
            middle = len(faces) >= 3 and len(big) <= 2 and big[0] > 0 and big[-1] < len(faces) - 1
            return "middle" if middle else "row"
    if all(one.bottom <= other.y for one, other in pairwise(faces)):
        return "column" if _share_a_line([(face.x, face.right) for face in faces]) else ""
    columns = _columns(len(faces))
    if columns < len(faces) and all(
        faces[number].y >= faces[number - columns].bottom for number in range(columns, len(faces))
    ):
        rows = [faces[at : at + columns] for at in range(0, len(faces), columns)]
        if all(a.right <= b.x for row in rows for a, b in pairwise(row)):
            return "block"
    return ""


def _share_a_line(spans: list[tuple[Fraction, Fraction]]) -> bool:
    return any(
        len(set(line)) == 1
        for line in ([a for a, _ in spans], [b for _, b in spans], [a + b for a, b in spans])
    )
