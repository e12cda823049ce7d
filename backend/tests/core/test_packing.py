"""Packing: nothing over another, nothing missing, never worse than shelves of falling height, always the same."""

from __future__ import annotations

import random
from statistics import mean

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lengthy import LONG
from zollstock.core.packing import (
    Item,
    Paper,
    Placed,
    best,
    cost_of,
    cuts,
    is_cut_through,
    lengths_used,
    over_each_other,
)
from zollstock.core.packing.piece import is_sound
from zollstock.core.packing.shelves import as_given, lying, shelves, standing

WIDTH = 900
ITEMS = st.lists(
    st.tuples(st.integers(10, 880), st.integers(10, 1200), st.booleans()), min_size=1, max_size=25
)


def items_of(sizes: list[tuple[int, int, bool]]) -> tuple[Item, ...]:
    return tuple(Item(number, w, h, may_turn) for number, (w, h, may_turn) in enumerate(sizes))


def endless(items: tuple[Item, ...]) -> Paper:
    return Paper(WIDTH, sum(max(item.w, item.h) for item in items))


def by_shelves(items: tuple[Item, ...], paper: Paper) -> tuple[int, int]:
    return min(cost_of(shelves(items, paper, lie)) for lie in (as_given, lying, standing))


@given(ITEMS, st.booleans())
def test_on_a_roll_every_piece_lies_once_and_none_over_another(
    sizes: list[tuple[int, int, bool]], through: bool
) -> None:
    items = items_of(sizes)
    found = best(items, endless(items), (), through)
    assert is_sound(found, items, endless(items))
    assert cost_of(found) <= by_shelves(items, endless(items))
    assert not through or is_cut_through(found, endless(items))


@given(ITEMS)
def test_on_sheets_too(sizes: list[tuple[int, int, bool]]) -> None:
    items, paper = items_of(sizes), Paper(WIDTH, 1200)
    found = best(items, paper)
    assert is_sound(found, items, paper)
    assert cost_of(found) <= by_shelves(items, paper)


def test_random_sets() -> None:
    """Nothing overlaps, nothing is missing, none is longer than shelves; and together they are well shorter."""
    chance, saved = random.Random(20260914), []
    for _ in range(500 if LONG else 60):
        count = chance.randint(2, 14)
        items = tuple(
            Item(number, chance.randint(80, 800), chance.randint(80, 800), chance.random() < 0.7)
            for number in range(count)
        )
        paper = endless(items)
        found = best(items, paper)
        assert is_sound(found, items, paper)
        (used,), (_, plain) = lengths_used(found), by_shelves(items, paper)
        assert used <= plain
        saved.append(1 - used / cost_of(shelves(items, paper))[1])
    # Against plain shelves, as each piece is given.
    assert mean(saved) > 0.08


def test_the_same_question_has_the_same_answer() -> None:
    items = tuple(
        Item(number, 100 + 37 * number % 500, 80 + 53 * number % 700, True) for number in range(20)
    )
    first = best(items, endless(items))
    best.cache_clear()
    assert best(items, endless(items)) == first


@given(ITEMS, st.integers(0, 800), st.integers(0, 900), st.integers(20, 400), st.integers(20, 400))
def test_what_is_pinned_stays_and_the_rest_lies_round_it(
    sizes: list[tuple[int, int, bool]], x: int, y: int, w: int, h: int
) -> None:
    items = items_of(sizes)
    pin = Placed(len(items), 0, x, y, min(w, WIDTH - x), h, True)
    paper = Paper(WIDTH, endless(items).length + y + h)
    found = best(items, paper, (pin,))
    assert pin in found and len(found) == len(items) + 1
    assert not list(over_each_other(found))


def test_pieces_that_may_not_be_turned_are_not() -> None:
    items = (Item(0, 800, 100, False), Item(1, 100, 800, False), Item(2, 100, 790, True))
    found = {placed.key: placed for placed in best(items, endless(items))}
    assert not found[0].turned and not found[1].turned


def test_a_pinwheel_cannot_be_cut_apart_by_cuts_right_through() -> None:
    wheel = [
        Placed(0, 0, 0, 0, 20, 10, False), Placed(1, 0, 20, 0, 10, 20, False), Placed(2, 0, 10, 20, 20, 10, False),
        Placed(3, 0, 0, 10, 10, 20, False), Placed(4, 0, 10, 10, 10, 10, False),
    ]  # fmt: skip
    assert cuts(wheel, 0, 0, 30, 30) is None
    found = cuts([*wheel[:2], Placed(2, 0, 0, 20, 30, 10, False)], 0, 0, 30, 30)
    assert found is not None
    assert [(cut.way, cut.at, cut.frees) for cut in found] == [
        ("across", 20, (2,)),
        ("down", 20, (0, 1)),
    ]


@pytest.mark.parametrize("seed", range(40))
def test_cuts_free_every_piece_and_run_through_none(seed: int) -> None:
    chance = random.Random(seed)
    items = tuple(
        Item(number, chance.randint(50, 400), chance.randint(50, 400), True) for number in range(12)
    )
    paper = endless(items)
    found = best(items, paper, (), True)
    made = cuts(found, 0, 0, paper.width, paper.length)
    assert made is not None and len(made) == len(items) - 1
    assert sorted(key for cut in made for key in cut.frees) == sorted(item.key for item in items)
    for cut in made:
        for piece in found:
            if cut.way == "across" and piece.x < cut.end and piece.right > cut.begin:
                assert not piece.y < cut.at < piece.bottom
            if cut.way == "down" and piece.y < cut.end and piece.bottom > cut.begin:
                assert not piece.x < cut.at < piece.right
