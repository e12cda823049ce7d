"""A few pieces on several papers: every way of sharing them out is looked at, each paper laid as short as it goes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from .blocks import blocks
from .piece import Item, Packing, Paper, cost_of, lengths_used
from .staircase import MOST, Search

_Cost = tuple[int, int]


def shared_out(
    items: Sequence[Item], paper: Paper, below: _Cost, guillotine: bool = False
) -> Packing | None:
    """All items on fewer papers than `below`, or on as many and shorter in all, or None where that cannot be.

    The fewest papers, and then the shortest in all; with `guillotine`, as cuts right through allow. Ends after `MOST`
    staircases with the best until then.

    >>> two = [Item(1, 60, 40, True), Item(2, 60, 60, False)]
    >>> [(one.key, one.paper, one.x, one.y) for one in shared_out(two, Paper(width=60, length=100), (2, 1000))]
    [(1, 0, 0, 0), (2, 0, 0, 40)]
    """
    search = _Sharing(items, paper, below, guillotine)
    search.look((1 << len(items)) - 1, [])
    return search.found


class _Sharing:
    def __init__(self, items: Sequence[Item], paper: Paper, below: _Cost, guillotine: bool) -> None:
        self.items = items
        self.guillotine = guillotine
        self.paper = paper
        self.below = below
        self.found: Packing | None = None
        self.alone: dict[int, Packing | None] = {}
        self.staircases = 0
        self.area = [
            sum(item.w * item.h for item in self._of(some)) for some in range(1 << len(items))
        ]

    def _of(self, some: int) -> list[Item]:
        return [item for at, item in enumerate(self.items) if some >> at & 1]

    def look(self, left: int, papers: list[Packing]) -> None:
        """Every way to share out what is left, after those papers."""
        if not left:
            packing = [
                one._replace(paper=number) for number, laid in enumerate(papers) for one in laid
            ]
            if cost_of(packing) < self.below:
                self.found, self.below = packing, cost_of(packing)
            return
        used = sum(lengths_used(laid)[0] for laid in papers)
        for some in self._with_the_first(left):
            if not self._may_gain(len(papers), used, [some, left ^ some]):
                continue
            laid = self._laid(some)
            if laid is None or not self._may_gain(
                len(papers) + 1, used + lengths_used(laid)[0], [left ^ some]
            ):
                continue
            self.look(left ^ some, [*papers, laid])

    def _with_the_first(self, left: int) -> Iterator[int]:
        """What the next paper may hold: the first piece that is left, and any of the others; the fullest first."""
        first = left & -left
        others = left ^ first
        found = []
        some = others
        while True:
            if self.area[some | first] <= self.paper.width * self.paper.length:
                found.append(some | first)
            if not some:
                break
            some = (some - 1) & others
        return iter(sorted(found, key=lambda one: (-self.area[one], one)))

    def _may_gain(self, papers: int, used: int, rest: Sequence[int]) -> bool:
        """Whether what is left, by its area alone, can still end below what was found."""
        for some in rest:
            papers -= -self.area[some] // (self.paper.width * self.paper.length)
            used -= -self.area[some] // self.paper.width
        return (papers, used) < self.below

    def _laid(self, some: int) -> Packing | None:
        """Those pieces on one paper as short as it goes, or None where it does not hold them."""
        if some not in self.alone:
            self.alone[some] = self._shortest(self._of(some))
        return self.alone[some]

    def _shortest(self, items: Sequence[Item]) -> Packing | None:
        if self.guillotine:
            return blocks(items, self.paper)
        search = Search(items, self.paper, self.paper.length + 1, MOST - self.staircases)
        self.staircases += len(search.seen)
        return search.found
