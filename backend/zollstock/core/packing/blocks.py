"""The shortest packing of a few pieces that cuts right through take apart: blocks beside and under blocks.

Every such packing is a block: one piece, or two blocks side by side, or one under the other. Of every set of pieces
only the blocks are kept that are narrower or lower than each other one, so nothing short is lost.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import combinations
from typing import NamedTuple

from .piece import Item, Packing, Paper, Placed, ways


class _Block(NamedTuple):
    w: int
    h: int
    #: A piece as it lies, or two blocks and whether they lie side by side.
    made: tuple[int, bool] | tuple[_Block, _Block, bool]


def blocks(items: Sequence[Item], paper: Paper) -> Packing | None:
    """All items on one paper as short as cuts right through allow, or None where one paper does not hold them.

    Takes three times as long for every item more: for a few.

    >>> from .piece import lengths_used
    >>> found = blocks([Item(0, 60, 40, True), Item(1, 40, 60, True), Item(2, 100, 20, True)], Paper(100, 500))
    >>> found is not None and lengths_used(found)  # 60 and 40 side by side, the third below
    [80]
    """
    of_set: dict[int, list[_Block]] = {}
    for at, item in enumerate(items):
        of_set[1 << at] = _lean(_Block(w, h, (at, turned)) for w, h, turned in ways(item, paper))
    for count in range(2, len(items) + 1):
        for members in combinations(range(len(items)), count):
            chosen = sum(1 << at for at in members)
            of_set[chosen] = _lean(_pairs(of_set, chosen, paper))
    whole = min(of_set[(1 << len(items)) - 1], key=lambda one: one.h, default=None)
    return None if whole is None else list(_laid(whole, items, 0, 0))


def _pairs(of_set: dict[int, list[_Block]], chosen: int, paper: Paper) -> Iterator[_Block]:
    """Both ways of putting two blocks together, for every parting of a set in two."""
    first = chosen & -chosen
    others = chosen ^ first
    part = others
    while part:
        part = (part - 1) & others
        for one in of_set[first | part]:
            for other in of_set[others ^ part]:
                if one.w + other.w <= paper.width:
                    yield _Block(one.w + other.w, max(one.h, other.h), (one, other, True))
                if one.h + other.h <= paper.length:
                    yield _Block(max(one.w, other.w), one.h + other.h, (one, other, False))


def _lean(found: Iterator[_Block]) -> list[_Block]:
    """Those that no other undercuts both ways, the narrowest and longest first."""
    lowest: dict[int, _Block] = {}
    for one in found:
        held = lowest.get(one.w)
        if held is None or one.h < held.h:
            lowest[one.w] = one
    kept: list[_Block] = []
    for w in sorted(lowest):
        if not kept or lowest[w].h < kept[-1].h:
            kept.append(lowest[w])
    return kept


def _laid(block: _Block, items: Sequence[Item], x: int, y: int) -> Iterator[Placed]:
    if len(block.made) == 2:
        at, turned = block.made
        yield Placed(items[at].key, 0, x, y, block.w, block.h, turned)
        return
    one, other, beside = block.made
    yield from _laid(one, items, x, y)
    yield from _laid(other, items, x + one.w if beside else x, y if beside else y + one.h)
