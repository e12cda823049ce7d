"""Pieces and the paper they are laid on, in whole units; every piece already has the gap to its neighbours in it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from itertools import combinations
from typing import NamedTuple


class Item(NamedTuple):
    """A piece to place: its number, its sides, whether it may be turned by 90 degrees."""

    key: int
    w: int
    h: int
    may_turn: bool


class Placed(NamedTuple):
    """A piece on its paper: the number of the paper, and where it lies, as large as it lies there."""

    key: int
    paper: int
    x: int
    y: int
    w: int
    h: int
    turned: bool

    @property
    def right(self) -> int:
        return self.x + self.w

    @property
    def bottom(self) -> int:
        return self.y + self.h


class Paper(NamedTuple):
    """What pieces are laid on: `width` across, `length` down; as many of it as are needed."""

    width: int
    length: int


Packing = Sequence[Placed]


def ways(item: Item, paper: Paper) -> list[tuple[int, int, bool]]:
    """How a piece fits the paper: (across, down, turned), as it is first.

    >>> ways(Item(0, 60, 40, True), Paper(50, 100)), ways(Item(0, 60, 40, False), Paper(50, 100))
    ([(40, 60, True)], [])
    """
    found = [(item.w, item.h, False)]
    if item.may_turn and item.w != item.h:
        found.append((item.h, item.w, True))
    return [way for way in found if way[0] <= paper.width and way[1] <= paper.length]


def papers_used(packing: Packing) -> int:
    """How many papers hold something.

    >>> papers_used([])
    0
    """
    return max((placed.paper for placed in packing), default=-1) + 1


def lengths_used(packing: Packing) -> list[int]:
    """How far down every paper is used.

    >>> lengths_used([Placed(0, 0, 0, 0, 60, 40, False), Placed(1, 0, 0, 40, 40, 60, True), Placed(2, 1, 0, 0, 5, 5, False)])
    [100, 5]
    """
    used = [0] * papers_used(packing)
    for placed in packing:
        used[placed.paper] = max(used[placed.paper], placed.bottom)
    return used


def cost_of(packing: Packing) -> tuple[int, int]:
    """The fewer papers, then the shorter in all.

    >>> cost_of([Placed(0, 0, 0, 0, 60, 40, False), Placed(1, 0, 0, 40, 40, 60, True)])
    (1, 100)
    """
    return papers_used(packing), sum(lengths_used(packing))


def over_each_other(packing: Packing) -> Iterable[tuple[Placed, Placed]]:
    """Every two pieces that lie over each other.

    >>> [(one.key, other.key) for one, other in over_each_other(
    ...     [Placed(0, 0, 0, 0, 60, 40, False), Placed(1, 0, 50, 30, 40, 60, False), Placed(2, 0, 0, 40, 40, 40, False)])]
    [(0, 1)]
    """
    by_paper: dict[int, list[Placed]] = {}
    for placed in packing:
        by_paper.setdefault(placed.paper, []).append(placed)
    for held in by_paper.values():
        for one, other in combinations(held, 2):
            if one.x < other.right and other.x < one.right and one.y < other.bottom and other.y < one.bottom:  # fmt: skip
                yield one, other


def is_sound(packing: Packing, items: Sequence[Item], paper: Paper) -> bool:
    """Whether every piece lies there once, as large as it is, on its paper, and none over another.

    >>> items, roll = [Item(0, 60, 40, True)], Paper(50, 100)
    >>> is_sound([Placed(0, 0, 0, 0, 40, 60, True)], items, roll), is_sound([Placed(0, 0, 0, 0, 60, 40, False)], items, roll)
    (True, False)
    """
    if sorted(placed.key for placed in packing) != sorted(item.key for item in items):
        return False
    by_key = {item.key: item for item in items}
    for placed in packing:
        item = by_key[placed.key]
        lies = (item.h, item.w) if placed.turned else (item.w, item.h)
        if lies != (placed.w, placed.h) or (placed.turned and not item.may_turn):
            return False
        if not (placed.x >= 0 and placed.right <= paper.width and placed.y >= 0 and placed.bottom <= paper.length):  # fmt: skip
            return False
    return not any(True for _ in over_each_other(packing))
