"""The best of several packings: each is checked, the one on the fewest papers and the shortest is kept."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache

from .blocks import blocks
from .corners import corners
from .guillotine import cuts
from .package import packings
from .piece import Item, Packing, Paper, Placed, cost_of, is_sound, lengths_used, papers_used
from .search import searched
from .several import shared_out
from .shelves import as_given, lying, shelves, standing
from .staircase import shortest

#: So many pieces are laid as short as it goes.
FEW = 7
#: Up to so many a local search looks further; beyond it finds next to nothing in its time.
_SEARCHED = 40
#: More pieces than this are laid in fewer orders, so that nobody waits.
_MANY = 100


@lru_cache(maxsize=256)
def best(
    items: tuple[Item, ...],
    paper: Paper,
    pinned: tuple[Placed, ...] = (),
    guillotine: bool = False,
    thorough: bool = True,
) -> tuple[Placed, ...]:
    """All items and what is pinned on as few and as short papers as were found; the same for the same question.

    Each item must fit the paper in a way. Without pins the result is never worse than shelves of falling height, by
    which every search begins; without `thorough` fewer ways are tried. With `guillotine` all pieces can be cut apart
    by cuts right through, unless pins prevent it.

    >>> from .piece import cost_of
    >>> cost_of(best((Item(0, 60, 40, True), Item(1, 40, 60, True), Item(2, 100, 20, True)), Paper(100, 500)))
    (1, 80)
    """
    found: Packing | None = None
    every = [*items, *(Item(one.key, one.w, one.h, False) for one in pinned)]
    lies = tuple(one._replace(turned=False) for one in pinned)
    for packing in _candidates(items, paper, lies, guillotine, thorough):
        if found is not None and cost_of(packing) >= cost_of(found):
            continue
        if not is_sound(packing, every, paper) and not pinned:
            continue
        if guillotine and not pinned and not is_cut_through(packing, paper):
            continue
        found = packing
    assert found is not None, "shelves always hold what fits the paper"
    if items and not pinned and thorough and len(items) <= FEW:
        found = _shortest(items, paper, guillotine, found)
    elif items and not pinned and thorough and len(items) <= _SEARCHED:
        for packing in reversed(searched(items, paper, found)):
            if cost_of(packing) < cost_of(found) and (
                not guillotine or is_cut_through(packing, paper)
            ):
                found = packing
                break
    was_turned = {one.key: one.turned for one in pinned}
    return tuple(sorted(one._replace(turned=was_turned.get(one.key, one.turned)) for one in found))


def _shortest(items: Sequence[Item], paper: Paper, guillotine: bool, found: Packing) -> Packing:
    """What takes less than what was found, if anything does: of a few pieces everything is looked at."""
    together = blocks(items, paper)
    if together is not None and cost_of(together) < cost_of(found):
        found = together
    if papers_used(found) > 1:
        return shared_out(items, paper, cost_of(found), guillotine) or found
    # Up to four pieces every packing can be cut apart by cuts right through.
    if guillotine or len(items) <= 4:
        return found
    return shortest(items, paper, lengths_used(found)[0]) or found


def _candidates(
    items: Sequence[Item],
    paper: Paper,
    pinned: Sequence[Placed],
    guillotine: bool,
    thorough: bool,
) -> Iterator[Packing]:
    if not pinned:
        for lie in (as_given, lying, standing):
            yield shelves(items, paper, lie)
    if not guillotine or pinned:
        for order in _orders(items):
            yield corners(order, paper, pinned)
    if not pinned and items and thorough and len(items) <= _MANY:
        yield from packings(items, paper, guillotine)


def _orders(items: Sequence[Item]) -> Iterator[list[Item]]:
    """The largest first, by what counts as large; those that may not be turned before those that may."""
    yield sorted(items, key=lambda one: (-one.w * one.h, one.key))
    yield sorted(items, key=lambda one: (-max(one.w, one.h), -min(one.w, one.h), one.key))
    if len(items) <= _MANY:
        yield sorted(items, key=lambda one: (-min(one.w, one.h), -max(one.w, one.h), one.key))
        yield sorted(items, key=lambda one: (-one.h, -one.w, one.key))
        yield sorted(items, key=lambda one: (-one.w, -one.h, one.key))
        yield sorted(items, key=lambda one: (one.may_turn, -one.w * one.h, one.key))


def is_cut_through(packing: Packing, paper: Paper) -> bool:
    """Whether every paper can be cut apart by cuts right through.

    >>> from .piece import Paper, Placed
    >>> side_by_side = [Placed("a", 0, 0, 0, 5, 4, False), Placed("b", 0, 5, 0, 5, 4, False)]
    >>> is_cut_through(side_by_side, Paper(10, 4))
    True
    """
    for number in range(papers_used(packing)):
        pieces = [one for one in packing if one.paper == number]
        if cuts(pieces, 0, 0, paper.width, paper.length) is None:
            return False
    return True
