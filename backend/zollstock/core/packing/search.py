"""A local search: pieces in another order, or turned by hand, a little at a time, as long as it may take.

What is tried is laid by a quick placer that knows only how far down every part of the paper's width is used. The same
question has the same answer on every machine: tries are counted, not seconds.
"""

from __future__ import annotations

import random
from collections.abc import Sequence
from math import exp
from typing import NamedTuple

from .piece import Item, Packing, Paper, Placed, papers_used, ways

#: Pieces that are laid in all: half a second to a second, whatever their number.
_LOOKS = 60_000
#: A worse order is gone on with as long as it is about this share worse, of a piece's share, at first; at the end
#: none is.
_WARM = 0.05

Lie = tuple[int, int, bool]


class _Order(NamedTuple):
    """Pieces in the order in which they are laid, each with the lies that it may have."""

    items: tuple[int, ...]
    lies: tuple[tuple[Lie, ...], ...]


def searched(items: Sequence[Item], paper: Paper, begin: Packing, seed: int = 7) -> list[Packing]:
    """Packings that are each better than the one before, by the paper and the length they take.

    The search goes out from the order of `begin`, from above. Every item must fit the paper in a way.
    """
    chance = random.Random(seed)
    fitting = [tuple(ways(item, paper)) for item in items]
    number_of = {item.key: number for number, item in enumerate(items)}
    first = sorted(begin, key=lambda one: (one.paper, one.y, one.x))
    lies: list[tuple[Lie, ...]] = [()] * len(items)
    for one in first:
        lies[number_of[one.key]] = ((one.w, one.h, one.turned),)
    order = _Order(tuple(number_of[one.key] for one in first), tuple(lies))
    now = best = _length(_laid(order, paper), paper)
    found: list[Packing] = []
    tries = _LOOKS // max(1, len(items))
    for turn in range(tries):
        other = _moved(order, fitting, chance)
        laid = _laid(other, paper)
        length = _length(laid, paper)
        warmth = _WARM / len(items) * now * (1 - turn / tries)
        if length <= now or (warmth > 0 and chance.random() < exp((now - length) / warmth)):
            order, now = other, length
        if length < best:
            best = length
            found.append([Placed(items[one.key].key, *one[1:]) for one in laid])
    return found


def _moved(order: _Order, fitting: Sequence[tuple[Lie, ...]], chance: random.Random) -> _Order:
    """The order with two pieces changed for each other, one moved, or one lying otherwise."""
    items, lies = list(order.items), order.lies
    kind = chance.random()
    one, other = chance.randrange(len(items)), chance.randrange(len(items))
    number = items[one]
    if kind < 0.4 and len(fitting[number]) > 1:
        ways_of = [fitting[number], *((way,) for way in fitting[number])]
        lies = (*lies[:number], chance.choice(ways_of), *lies[number + 1 :])
    elif kind < 0.7:
        items[one], items[other] = items[other], items[one]
    else:
        items.insert(other, items.pop(one))
    return _Order(tuple(items), lies)


def _laid(order: _Order, paper: Paper) -> list[Placed]:
    """Every piece where it ends highest, then leftmost; its key is its number."""
    papers: list[list[tuple[int, int]]] = []
    found = []
    for number in order.items:
        at = 0
        while True:
            if at == len(papers):
                papers.append([(0, 0)])
            place = _highest(papers[at], order.lies[number], paper)
            if place is not None:
                break
            at += 1
        bottom, x, (w, h, turned) = place
        papers[at] = _covered(papers[at], x, x + w, bottom, paper.width)
        found.append(Placed(number, at, x, bottom - h, w, h, turned))
    return found


def _highest(
    line: list[tuple[int, int]], lies: Sequence[Lie], paper: Paper
) -> tuple[int, int, Lie] | None:
    """(lower edge, x, lie) of the best place on a paper that is used down to `line`: (x from, y) by x."""
    best: tuple[int, int, Lie] | None = None
    for lie in lies:
        w, h, _ = lie
        for at, (x, y) in enumerate(line):
            right = x + w
            if right > paper.width:
                break
            top = y
            for begin, deep in line[at + 1 :]:
                if begin >= right:
                    break
                top = max(top, deep)
            bottom = top + h
            if bottom <= paper.length and (best is None or (bottom, x) < best[:2]):
                best = bottom, x, lie
    return best


def _covered(
    line: list[tuple[int, int]], left: int, right: int, bottom: int, width: int
) -> list[tuple[int, int]]:
    """The line after something was laid from `left` to `right`, down to `bottom`."""
    found: list[tuple[int, int]] = []
    behind = 0
    for x, y in line:
        if x < left:
            found.append((x, y))
        if x <= right:
            behind = y
    if not found or found[-1][1] != bottom:
        found.append((left, bottom))
    if right < width and behind != bottom:
        found.append((right, behind))
    found += [(x, y) for x, y in line if x > right]
    return found


def _length(laid: Sequence[Placed], paper: Paper) -> int:
    """What the papers take in all; one paper more is worse than all that one could hold."""
    used = [0] * papers_used(laid)
    for one in laid:
        used[one.paper] = max(used[one.paper], one.bottom)
    return (len(used) - 1) * paper.length + sum(used)
