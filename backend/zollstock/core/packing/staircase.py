"""The shortest packing of a few pieces at all, by trying whatever can be shortest (branch and bound).

What lies to the upper left of pieces placed so far is a staircase, falling to the right. Every packing can be pushed
together and put in an order in which each piece lies in an inner corner of the staircase of those before it; so it is
enough to try the corners. (Martello, Pisinger and Vigo, *The three-dimensional bin packing problem*, 2000, section 4,
there for the single layer; an order of pieces laid at the lowest free place each can miss the best.)
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterator, Sequence

from .piece import Item, Packing, Paper, Placed, ways

#: Corners from the left: where a step begins and how far down it reaches; the last one reaches down 0.
_Steps = tuple[tuple[int, int], ...]

#: So many staircases are looked at in all. Of 300 sets of seven at random none took more than 171,000; some 2 s a 100,000.
MOST = 500_000


def shortest(items: Sequence[Item], paper: Paper, below: int) -> Packing | None:
    """All items on one paper in less length than `below`, as short as it goes, or None where there is no such packing.

    Ends after `MOST` staircases with the best until then.

    >>> pair = [Item(0, 60, 40, True), Item(1, 40, 60, True)]
    >>> found = shortest(pair, Paper(100, 500), below=200)
    >>> found is not None and max(placed.bottom for placed in found)  # 60 and 40 side by side
    60
    """
    return Search(items, paper, below).found


class Search:
    """The search itself: what it `found`, and how many staircases it has `seen`, `most` at the most."""

    def __init__(self, items: Sequence[Item], paper: Paper, below: int, most: int = MOST) -> None:
        self.items = items
        self.most = most
        self.ways = [ways(item, paper) for item in items]
        # Pushed together, pieces reach as far as some of them do in a row: no other width or length is of use.
        self.width = max((one for one in _sums(self.ways, 0) if one <= paper.width), default=0)
        self.lengths = sorted(one for one in _sums(self.ways, 1) if one <= paper.length)
        self.left = [_Left(items, self.ways, left) for left in range(1 << len(items))]
        self.found: Packing | None = None
        self.seen: set[tuple[int, _Steps]] = set()
        self.limit = 0
        self._shorter_than(below)
        self._look((1 << len(items)) - 1, ((0, 0),), [])

    def _shorter_than(self, length: int) -> None:
        self.limit = max((one for one in self.lengths if one < length), default=-1)

    def _look(self, left: int, steps: _Steps, placed: list[Placed]) -> None:
        """Everything that can come of a staircase, `left` being the pieces that are not yet placed."""
        if not left:
            self.found = list(placed)
            self._shorter_than(steps[0][1])
            return
        limit = self.limit
        for _, at, x, y, (w, h, turned), then in sorted(self._next(left, steps)):
            if len(self.seen) >= self.most:
                return
            then_left = left ^ (1 << at)
            # Something shorter was found since: what is lost below counts from there, too.
            if self.limit != limit and not self._may_be_shorter(then_left, then):
                continue
            placed.append(Placed(self.items[at].key, 0, x, y, w, h, turned))
            self._look(then_left, then, placed)
            placed.pop()

    def _may_be_shorter(self, left: int, steps: _Steps) -> bool:
        """Whether a staircase can still come to no more than the limit."""
        return (
            steps[0][1] <= self.limit
            and self._least(self.left[left], steps) <= self.width * self.limit
        )

    def _next(
        self, left: int, steps: _Steps
    ) -> Iterator[tuple[int, int, int, int, tuple[int, int, bool], _Steps]]:
        """Every piece in every corner that can come to less than the limit, with the area that it comes to at least."""
        for at in self.left[left].unlike:
            then_left = left ^ (1 << at)
            for way in self.ways[at]:
                for x, y in steps:
                    right, bottom = x + way[0], y + way[1]
                    if right > self.width or bottom > self.limit:
                        continue
                    then = self._usable(self.left[then_left], _with(steps, right, bottom))
                    if (then_left, then) in self.seen:
                        continue
                    self.seen.add((then_left, then))
                    least = self._least(self.left[then_left], then)
                    if least <= self.width * self.limit:
                        yield least, at, x, y, way, then

    def _usable(self, left: _Left, steps: _Steps) -> _Steps:
        """The staircase without the corners that hold none of what is left; what lies there is then as good as taken.

        Whatever lies below such a corner comes from the left of it, and so no higher than the step to the left.
        """
        return steps[:1] + tuple(
            one for one in steps[1:] if left.fits(self.width - one[0], self.limit - one[1])
        )

    def _least(self, left: _Left, steps: _Steps) -> int:
        """The area of what is left, with that under the staircase, and below it what no pieces in a row come to."""
        taken = left.area
        for number, (x, y) in enumerate(steps, 1):
            end = steps[number][0] if number < len(steps) else self.width
            below = self.limit - y
            if number == 1 and not left.fits(self.width, below):
                below = 0
            taken += (end - x) * (self.limit - left.reach(below))
        return taken


class _Left:
    """Some of the pieces: their area, those of them that are not like a later one, and what they fill."""

    def __init__(
        self, items: Sequence[Item], found: list[list[tuple[int, int, bool]]], left: int
    ) -> None:
        members = [at for at in range(len(items)) if left >> at & 1]
        self.area = sum(items[at].w * items[at].h for at in members)
        self.unlike = list({items[at][1:]: at for at in members}.values())
        self.sides = [(w, h) for at in self.unlike for w, h, _ in found[at]]
        self.lengths = sorted(_sums([found[at] for at in members], 1))

    def fits(self, width: int, length: int) -> bool:
        """Whether any of them lies in that room."""
        return any(w <= width and h <= length for w, h in self.sides)

    def reach(self, length: int) -> int:
        """How much of a length some of them in a row fill at most."""
        return self.lengths[bisect_right(self.lengths, length) - 1]


def _sums(found: list[list[tuple[int, int, bool]]], side: int) -> set[int]:
    """What some of the pieces are long in a row."""
    sums = {0}
    for ways_of_one in found:
        sums |= {one + way[side] for one in sums for way in ways_of_one}
    return sums


def _with(steps: _Steps, right: int, bottom: int) -> _Steps:
    """The staircase with everything above and left of a piece's lower right corner."""
    before = len(steps)
    while steps[before - 1][1] < bottom:
        before -= 1
        if not before:
            break
    after = before
    while after < len(steps) and steps[after][0] <= right:
        after += 1
    own = () if before and steps[before - 1][1] == bottom else ((steps[before][0], bottom),)
    return steps[:before] + own + ((right, steps[after - 1][1]),) + steps[after:]
