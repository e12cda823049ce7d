"""Free rectangles: each piece goes to the highest, then leftmost corner that is free, round pieces pinned by hand.

All largest free rectangles of every paper are kept; they may lie over each other. (Maximal rectangles: Jylänki,
*A thousand ways to pack the bin*, 2010.)
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from .piece import Item, Packing, Paper, Placed, ways


class _Free(NamedTuple):
    x: int
    y: int
    right: int
    bottom: int

    def holds(self, other: _Free) -> bool:
        return self.x <= other.x and self.y <= other.y and self.right >= other.right and self.bottom >= other.bottom  # fmt: skip


class _Room:
    """What is free of one paper."""

    def __init__(self, paper: Paper) -> None:
        self.free = [_Free(0, 0, paper.width, paper.length)]

    def take(self, x: int, y: int, right: int, bottom: int) -> None:
        """Nothing more lies there."""
        kept: list[_Free] = []
        split: list[_Free] = []
        for free in self.free:
            if x >= free.right or right <= free.x or y >= free.bottom or bottom <= free.y:
                kept.append(free)
                continue
            if x > free.x:
                split.append(_Free(free.x, free.y, x, free.bottom))
            if right < free.right:
                split.append(_Free(right, free.y, free.right, free.bottom))
            if y > free.y:
                split.append(_Free(free.x, free.y, free.right, y))
            if bottom < free.bottom:
                split.append(_Free(free.x, bottom, free.right, free.bottom))
        split = list(dict.fromkeys(split))
        largest = [
            one
            for one in split
            if not any(other is not one and other.holds(one) for other in split)
            and not any(other.holds(one) for other in kept)
        ]
        self.free = kept + largest

    def best(self, found: list[tuple[int, int, bool]]) -> tuple[int, int, int, int, bool] | None:
        """(lower edge, x, across, down, turned) of the place that ends highest, then lies leftmost."""
        places = [
            (free.y + h, free.x, w, h, turned)
            for w, h, turned in found
            for free in self.free
            if w <= free.right - free.x and h <= free.bottom - free.y
        ]
        return min(places, default=None)


def corners(order: Sequence[Item], paper: Paper, pinned: Sequence[Placed] = ()) -> Packing:
    """Every item of `order` beside what is pinned; each must fit the paper in a way.

    >>> order = [Item(1, 60, 40, True), Item(2, 40, 40, True), Item(3, 30, 90, True)]
    >>> [(one.key, one.x, one.y, one.turned) for one in corners(order, Paper(width=100, length=1000))]
    [(1, 0, 0, False), (2, 60, 0, False), (3, 0, 40, True)]
    """
    rooms: list[_Room] = []
    found: list[Placed] = list(pinned)
    for held in pinned:
        while held.paper >= len(rooms):
            rooms.append(_Room(paper))
        rooms[held.paper].take(held.x, held.y, held.right, held.bottom)
    for item in order:
        fitting = ways(item, paper)
        number = 0
        while True:
            if number == len(rooms):
                rooms.append(_Room(paper))
            place = rooms[number].best(fitting)
            if place is not None:
                break
            number += 1
        bottom, x, w, h, turned = place
        rooms[number].take(x, bottom - h, x + w, bottom)
        found.append(Placed(item.key, number, x, bottom - h, w, h, turned))
    return found
