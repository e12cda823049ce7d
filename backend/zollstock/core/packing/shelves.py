"""Shelves of falling height: the plain way to lay pieces, by which every other one is measured.

Pieces are sorted from the highest down and laid side by side; what does not fit any shelf begins a new one below.
(First fit of decreasing height: Coffman, Garey, Johnson, Tarjan, *Performance bounds for level-oriented
two-dimensional packing algorithms*, 1980.)
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from .piece import Item, Packing, Paper, Placed, ways

#: How a piece lies on a shelf: of the ways in which it fits, one.
Lie = Callable[[list[tuple[int, int, bool]]], tuple[int, int, bool]]


@dataclass(slots=True)
class _Shelf:
    paper: int
    y: int
    height: int
    used: int = 0


def as_given(found: list[tuple[int, int, bool]]) -> tuple[int, int, bool]:
    """The first way that a piece fits.

    >>> as_given([(30, 20, False), (20, 30, True)])
    (30, 20, False)
    """
    return found[0]


def lying(found: list[tuple[int, int, bool]]) -> tuple[int, int, bool]:
    """With its shorter side down.

    >>> lying([(30, 20, False), (20, 30, True)])
    (30, 20, False)
    """
    return min(found, key=lambda way: way[1])


def standing(found: list[tuple[int, int, bool]]) -> tuple[int, int, bool]:
    """With its longer side down.

    >>> standing([(30, 20, False), (20, 30, True)])
    (20, 30, True)
    """
    return max(found, key=lambda way: way[1])


def shelves(items: Sequence[Item], paper: Paper, lie: Lie = as_given) -> Packing:
    """Every item on shelves; each must fit the paper in a way.

    >>> found = shelves([Item("a", 6, 3, False), Item("b", 4, 3, False), Item("c", 5, 2, False)], Paper(10, 20))
    >>> [(one.key, one.x, one.y) for one in found]
    [('a', 0, 0), ('b', 6, 0), ('c', 0, 3)]
    """
    laid = [(item, lie(ways(item, paper))) for item in items]
    laid.sort(key=lambda one: (-one[1][1], -one[1][0], one[0].key))
    found: list[Placed] = []
    standing_shelves: list[_Shelf] = []
    ends: list[int] = []
    for item, (w, h, turned) in laid:
        shelf = next((one for one in standing_shelves if one.used + w <= paper.width and h <= one.height), None)  # fmt: skip
        if shelf is None:
            number = next((n for n, end in enumerate(ends) if end + h <= paper.length), len(ends))
            if number == len(ends):
                ends.append(0)
            shelf = _Shelf(number, ends[number], h)
            ends[number] += h
            standing_shelves.append(shelf)
        found.append(Placed(item.key, shelf.paper, shelf.used, shelf.y, w, h, turned))
        shelf.used += w
    return found
