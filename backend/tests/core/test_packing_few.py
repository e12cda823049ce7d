"""A few pieces are laid as short as it goes, checked by filling a grid cell by cell in every way."""

from __future__ import annotations

from collections import Counter
from fractions import Fraction
from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from zollstock.core.packing import Item, Paper, best, cost_of, is_cut_through
from zollstock.core.packing.blocks import blocks
from zollstock.core.packing.piece import is_sound, ways
from zollstock.core.packing.staircase import MOST, Search, shortest

Size = tuple[int, int, bool]
WIDTH = 5
SMALL = st.tuples(st.integers(1, 4), st.integers(1, 4), st.booleans())


def items_of(sizes: list[Size]) -> tuple[Item, ...]:
    return tuple(Item(number, *size) for number, size in enumerate(sizes))


def holds(sizes: list[Size], width: int, length: int) -> bool:
    """Whether a grid holds all pieces: its first free cell begins one of them, or stays empty."""
    left = Counter(sizes)
    spare = width * length - sum(w * h for w, h, _ in sizes)
    return spare >= 0 and _filled([0] * length, left, width, spare)


def _filled(rows: list[int], left: Counter[Size], width: int, spare: int) -> bool:
    if not any(left.values()):
        return True
    full = (1 << width) - 1
    y = next((y for y, row in enumerate(rows) if row != full), None)
    if y is None:
        return False
    x = next(x for x in range(width) if not rows[y] >> x & 1)
    for size in [one for one, count in left.items() if count]:
        w, h, may_turn = size
        for across, down in {(w, h), (h, w)} if may_turn else {(w, h)}:
            cells = ((1 << across) - 1) << x
            reached = rows[y : y + down]
            if x + across > width or len(reached) < down or any(row & cells for row in reached):
                continue
            left[size] -= 1
            then = rows[:y] + [row | cells for row in reached] + rows[y + down :]
            if _filled(then, left, width, spare):
                return True
            left[size] += 1
    then = [*rows]
    then[y] |= 1 << x
    return spare > 0 and _filled(then, left, width, spare - 1)


@settings(max_examples=40, deadline=None)
@given(st.lists(SMALL, min_size=1, max_size=5))
def test_nothing_shorter_holds_them(sizes: list[Size]) -> None:
    items = items_of(sizes)
    paper = Paper(WIDTH, sum(max(w, h) for w, h, _ in sizes))
    found = best(items, paper)
    assert is_sound(found, items, paper)
    papers, length = cost_of(found)
    assert papers == 1
    assert not holds(sizes, WIDTH, length - 1)


@given(st.lists(SMALL, min_size=1, max_size=6))
def test_blocks_are_cut_apart_and_no_shorter_than_the_shortest(sizes: list[Size]) -> None:
    items = items_of(sizes)
    paper = Paper(WIDTH, sum(max(w, h) for w, h, _ in sizes))
    cut, free = blocks(items, paper), best(items, paper)
    assert cut is not None and is_sound(cut, items, paper) and is_cut_through(cut, paper)
    assert cost_of(free) <= cost_of(cut)
    assert cost_of(best(items, paper, (), True)) == cost_of(cut)


def test_a_pinwheel_is_found_where_nothing_else_is_as_short() -> None:
    wheel = items_of([(2, 1, False), (1, 2, False), (2, 1, False), (1, 2, False), (1, 1, False)])
    paper = Paper(3, 8)
    assert cost_of(best(wheel, paper)) == (1, 3)
    assert cost_of(best(wheel, paper, (), True)) == (1, 4)


def test_five_prints_of_a_real_roll() -> None:
    """914 mm wide, 5 mm at the sides, 3 mm between: 586 mm, where orders of a placer come to 734."""
    gap = 3
    prints = [(300, 150), ("331.3", 236), (180, 297), ("480.6", "474.7"), ("756.9", "98.6")]
    items = tuple(
        Item(at, int((Fraction(w) + gap) * 10), int((Fraction(h) + gap) * 10), True)
        for at, (w, h) in enumerate(prints)
    )
    paper = Paper(9040 + 10 * gap, 30_000)
    ((_, length),) = [cost_of(best(items, paper))]
    assert Fraction(length, 10) - gap <= 586


def fewest(sizes: list[Size], width: int, length: int) -> tuple[int, int]:
    """Papers and what they take in all, the least of every way of sharing the pieces out."""
    if not sizes:
        return 0, 0
    found = []
    for count in range(len(sizes)):
        for others in combinations(range(1, len(sizes)), count):
            here = [sizes[0], *(sizes[at] for at in others)]
            used = next((long for long in range(1, length + 1) if holds(here, width, long)), None)
            if used is not None:
                rest = [size for at, size in enumerate(sizes) if at and at not in others]
                papers, more = fewest(rest, width, length)
                found.append((papers + 1, more + used))
    return min(found)


@settings(max_examples=40, deadline=None)
@given(st.lists(SMALL, min_size=1, max_size=5))
def test_no_fewer_papers_hold_them_and_no_less_of_as_many(sizes: list[Size]) -> None:
    items, paper = items_of(sizes), Paper(WIDTH, 4)
    found = best(items, paper)
    assert is_sound(found, items, paper)
    assert cost_of(found) == fewest(sizes, WIDTH, 4)


@given(st.lists(SMALL, min_size=1, max_size=6))
def test_several_papers_are_cut_apart_where_they_must_be(sizes: list[Size]) -> None:
    items, paper = items_of(sizes), Paper(WIDTH, 4)
    cut = best(items, paper, (), True)
    assert is_sound(cut, items, paper) and is_cut_through(cut, paper)
    assert cost_of(best(items, paper)) <= cost_of(cut)


def test_seven_prints_that_two_sheets_hold() -> None:
    """What every order of a placer takes a third sheet for."""
    sizes = [(487, 476), (262, 435), (380, 419), (97, 468), (236, 266), (366, 440), (422, 223)]
    items = tuple(Item(at, w, h, True) for at, (w, h) in enumerate(sizes))
    assert cost_of(best(items, Paper(620, 900)))[0] == 2


def test_a_sheet_that_holds_them_all_is_not_missed() -> None:
    wheel = items_of([(20, 10, False), (10, 20, False), (20, 10, False), (10, 20, False), (9, 9, False)])  # fmt: skip
    assert cost_of(best(wheel, Paper(30, 30)))[0] == 1


@pytest.mark.parametrize("below", [3, 1, 0])
def test_there_is_nothing_below_the_shortest(below: int) -> None:
    wheel = items_of([(2, 1, False), (1, 2, False), (2, 1, False), (1, 2, False), (1, 1, False)])
    assert shortest(wheel, Paper(3, 8), below) is None


def test_a_hard_set_of_seven_is_proven_with_room_to_spare() -> None:
    """It took 369,000 staircases, more than were looked at, before corners that hold nothing were passed over."""
    sides = ((221, 314), (228, 227), (303, 488), (352, 296), (462, 469), (133, 109), (263, 500))
    items = tuple(Item(number, w, h, True) for number, (w, h) in enumerate(sides))
    search = Search(items, Paper(914, 30_000), 950)
    assert search.found is None  # 950 is as short as it goes
    assert len(search.seen) < MOST / 3


@given(
    st.lists(st.tuples(st.integers(1, 12), st.integers(1, 12)), min_size=1, max_size=5),
    st.integers(6, 20),
)
def test_what_is_found_is_the_shortest_however_long_it_might_have_been(
    sides: list[tuple[int, int]], width: int
) -> None:
    """Something shorter may be found on the way: what is looked at afterwards is measured by that."""
    items = [Item(key, w, h, True) for key, (w, h) in enumerate(sides)]
    paper = Paper(width, 500)
    if not all(ways(item, paper) for item in items):
        return
    found = shortest(items, paper, below=500)
    assert found is not None and is_sound(found, items, paper)
    length = max(placed.bottom for placed in found)
    assert shortest(items, paper, below=length) is None
