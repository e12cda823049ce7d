"""First layouts of a book: the cheapest against every other, order, pairs, the smallest pages."""

from __future__ import annotations

import itertools
import time
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.layouts import book, plate
from zollstock.core.layouts import (
    PageQuery,
    begin_layout,
    layout_document,
    layout_page,
    parse_layout,
    reckon_layout,
)
from zollstock.core.layouts.beginning import Beginning
from zollstock.core.layouts.book.firstlayout import (
    ALIKE,
    UNEVEN,
    ArrangementCosts,
    first_layout,
    order_of,
)
from zollstock.core.layouts.book.request import BookRequest
from zollstock.core.layouts.document import Sheets

LAMP = {"name": "lamp", "x": 0.45, "y": 0.4, "w": 0.1, "h": 0.2}


def ids(made: Sheets) -> list[str]:
    return [one.id for one in made.findings]


def every_layout(layout: BookRequest) -> float:
    """The least cost by trying everything: every number of pictures on every opening, every arrangement."""
    costs, order = ArrangementCosts(layout), order_of(layout)
    held = [one for one in layout.openings if not (layout.title_page and one.first == 1)]
    mean = len(order) / len(held)
    may_be_empty = len(order) < len(held)
    least = float("inf")
    for counts in itertools.product(range(len(order) + 1), repeat=len(held)):
        if sum(counts) != len(order) or (0 in counts and not may_be_empty):
            continue
        options, at = [], 0
        for opening, count in zip(held, counts, strict=True):
            options.append(
                [(0.0, "")]
                if not count
                else [
                    (way.cost, way.arrangement.id)
                    for way in costs.cheapest(opening, order[at : at + count])
                ]
            )
            at += count
        ends = {"": 0.0}
        for ways, count in zip(options, counts, strict=True):
            after: dict[str, float] = {}
            for (before, so_far), (cost, name) in itertools.product(ends.items(), ways):
                total = so_far + cost + UNEVEN * abs(count - mean)
                total += ALIKE if name and name == before else 0.0
                after[name] = min(after.get(name, float("inf")), total)
            ends = after
        least = min(least, *ends.values())
    return least


CASES = [
    [plate(), plate(4000, 6000), plate(5000, 5000), plate(9000, 3000)],
    [plate(), plate(), plate(), plate(), plate()],
    [plate(9000, 3000, keep=[LAMP], auto=True), plate(4000, 6000), plate(900, 600), plate(4000, 6000)],
    [plate(4000, 6000, keep=[LAMP], auto=True), plate(12000, 3000)],
]  # fmt: skip


@pytest.mark.parametrize("plans", CASES)
@pytest.mark.parametrize("pages", [4, 6])
def test_the_first_layout_is_the_cheapest_there_is(plans: list[Any], pages: int) -> None:
    layout = book(plans=plans, pages=pages, spreads=None)
    assert first_layout(layout).cost == pytest.approx(every_layout(layout))


def test_sixty_pictures_on_twenty_four_pages_at_once() -> None:
    sides = [(6000, 4000), (4000, 6000), (5000, 5000), (9000, 3000)]
    plans = [
        plate(*sides[number % 4], **({"keep": [LAMP], "auto": True} if number % 3 == 0 else {}))
        for number in range(60)
    ]
    began = time.perf_counter()
    layout = book(plans=plans, pages=24, spreads=None)
    found = first_layout(layout)
    assert time.perf_counter() - began < 2
    assert [plan for one in found.placed for plan in one.plans] == list(range(60))
    made = reckon_layout(layout)
    assert "zone-in-gutter" not in ids(made) and "boxes-overlap" not in ids(made)


def test_three_hundred_pictures_keep_their_order_and_their_pairs() -> None:
    plans = [plate(title=f"Plate {number}") for number in range(300)]
    pairs_ = [[0, 1], [40, 41, 42], [7, 90]]
    layout = book(plans=plans, pages=120, spreads=None, keep_together=pairs_, leave_out=[5, 6])
    began = time.perf_counter()
    found = first_layout(layout)
    assert time.perf_counter() - began < 15
    placed = [plan for one in found.placed for plan in one.plans]
    assert placed == order_of(layout) and 5 not in placed
    assert placed.index(90) == placed.index(7) + 1
    for group in pairs_:
        assert any(set(group) <= set(one.plans) for one in found.placed)


def test_more_pictures_than_pages_hold_are_told() -> None:
    plans = [plate() for _ in range(30)]
    made = reckon_layout(book(plans=plans, pages=2, spreads=None))
    (told,) = [one for one in made.findings if one.id == "book-no-place"]
    assert "22 pictures have no place" in told.text


@settings(deadline=None, max_examples=30)
@given(
    st.lists(st.tuples(st.integers(600, 9000), st.integers(600, 9000)), min_size=1, max_size=9),
    st.integers(1, 5),
    st.sampled_from(["left", "right"]),
)
def test_no_two_boxes_of_a_first_layout_overlap_and_each_lies_on_its_opening(
    sides: list[tuple[int, int]], half: int, opens: str
) -> None:
    layout = book(plans=[plate(*one) for one in sides], pages=2 * half, spreads=None, opens=opens)
    again = first_layout(layout)
    for one in again.placed:
        for box in one.arrangement.boxes:
            trim = one.opening.trim
            assert (
                box.x >= 0 and box.y >= 0 and box.right <= trim.right and box.bottom <= trim.bottom
            )
        for a, b in itertools.combinations(one.arrangement.boxes, 2):
            assert a.right <= b.x or b.right <= a.x or a.bottom <= b.y or b.bottom <= a.y
    assert first_layout(layout) == again


def test_a_new_book_of_prints_is_laid_out_and_reads_back_the_same() -> None:
    plans = [
        plate(title=f"Plate {number}") | {"target": {"width": "30 cm", "height": "20 cm"}}
        for number in range(9)
    ]
    begun = begin_layout("book", plans, Beginning(unit="cm", title="Plates"))
    layout = parse_layout(begun)
    document = layout_document(layout)
    assert isinstance(layout, BookRequest) and layout.spreads
    assert parse_layout(document) == layout
    assert len({box.plan for spread in layout.spreads for box in spread.boxes}) == 9


@pytest.mark.parametrize(
    "page", [("1 cm", "1 cm"), ("2 m", "1 cm"), ("1 cm", "2 m"), ("3 cm", "3 cm")]
)
def test_the_smallest_and_thinnest_pages_are_laid_out(page: tuple[str, str]) -> None:
    """Captions and gaps leave nothing of some arrangements: those are not offered."""
    layout = book(
        plans=[plate(title="T" * 200), plate(1, 30_000), plate(1, 1)], pages=4, spreads=None,
        page=dict(zip(("width", "height"), page, strict=True)), safe="0 mm", gutter="0 mm",
        captions=True, numbers=True, title_page=True, title="W" * 200,
    )  # fmt: skip
    made = layout_page(layout, seen=PageQuery(sheet=1))
    assert made.book is not None
    for opening in made.book.openings:
        assert all(min(box.box[2:]) >= 1 for box in opening.boxes)
    assert parse_layout(layout_document(layout) | {"spreads": layout_document(layout)["spreads"]})
