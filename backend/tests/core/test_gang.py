"""Gangs: prints together on a roll or on sheets, with their gaps, their cost, and what is pinned by hand."""

from __future__ import annotations

import json
import time
from collections.abc import Iterator
from itertools import combinations
from typing import Any

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_layout_pages import patched
from tests.layouts import ROLL, gang, gang_document, small
from zollstock.core.documents.plan import parse_plan
from zollstock.core.layouts import (
    LayoutError,
    PageQuery,
    blocking_reasons,
    lay,
    layout_document,
    layout_page,
    parse_layout,
    reckon_layout,
)
from zollstock.core.layouts.document import Sheets, sheets_json
from zollstock.core.rules.viewing import grade
from zollstock.core.schema import layout_schema, sheets_schema
from zollstock.core.studio.stock import Stock, read_stock
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import work_out

A3 = {
    "width": "297 mm",
    "height": "420 mm",
    "margins": dict.fromkeys(("left", "top", "right", "bottom"), "5 mm"),
}


def figures(made: Sheets) -> dict[str, str]:
    return {figure.id: figure.working for figure in made.figures}


def test_the_worked_example() -> None:
    """58 × 40 and 30 × 30 lie side by side: 88.6 cm of the 90.44 with their gap; lead and tail are 2 cm each."""
    made = reckon_layout(gang(plans=[small("58 cm", "40 cm", "Fog"), small("30 cm", "30 cm", "Weed")], copies=[1, 1],
                              roll=ROLL | {"price_per_m": 24.5}))  # fmt: skip
    worked = figures(made)
    assert worked["length_used"] == "40 + 2 + 2 = 44 cm"
    assert made.figure("length_used").value == 440
    assert worked["cost"] == "24.5 × 0.44 m = 10.78"
    assert made.figure("waste").value == pytest.approx(1 - (580 * 400 + 300 * 300) / (914.4 * 440))
    (sheet,) = made.sheets
    assert (sheet.width, sheet.height, sheet.name) == (914.4, 440.0, "Length 1")
    assert sorted(piece.box[2:] for piece in sheet.pieces) == [(300.0, 300.0), (580.0, 400.0)]


def test_the_least_length_is_charged_where_less_is_used() -> None:
    roll = ROLL | {"price_per_m": 20, "least_length": "1.5 m"}
    made = reckon_layout(gang(plans=[small("20 cm", "20 cm")], copies=[], roll=roll))
    assert figures(made)["cost"] == "20 × 1.5 m = 30.00"


def apart(one: tuple[float, ...], other: tuple[float, ...]) -> float:
    return max(
        other[0] - one[0] - one[2], one[0] - other[0] - other[2], other[1] - one[1] - one[3], one[1] - other[1] - other[3],
    )  # fmt: skip


PRINTS = st.lists(
    st.tuples(st.integers(30, 850), st.integers(30, 850), st.integers(1, 4), st.booleans()),
    min_size=1,
    max_size=7,
)


@pytest.fixture(scope="module")
def a_short_search() -> Iterator[None]:
    """Where it is not asked how short a search lays them; what it finds is looked at in test_packing_search."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr("zollstock.core.packing.search._LOOKS", 2000)
        yield


@pytest.mark.usefixtures("a_short_search")
@given(
    PRINTS,
    st.integers(0, 30),
    st.integers(0, 25),
    st.booleans(),
    st.one_of(st.none(), st.integers(900, 2000)),
    st.booleans(),
)
def test_gaps_and_margins_hold_and_every_copy_is_there_once(
    prints: list[tuple[int, int, int, bool]],
    gap: int,
    margin: int,
    through: bool,
    most: int | None,
    on_sheets: bool,
) -> None:
    plans = [small(f"{w} mm", f"{h} mm") for w, h, _, _ in prints]
    layout: dict[str, Any] = {
        "plans": plans,
        "copies": [n for _, _, n, _ in prints],
        "may_turn": [may for *_, may in prints],
        "guillotine": through,
    }
    roll = {
        "width": "914.4 mm",
        "margin": f"{margin} mm",
        "gap": f"{gap} mm",
        "lead": "15 mm",
        "tail": "25 mm",
    }
    if most is not None:
        roll["most_length"] = f"{most} mm"
    margins = dict.fromkeys(("left", "top", "right", "bottom"), f"{margin} mm")
    sheet = {"width": "914.4 mm", "height": "1000 mm", "margins": margins}
    layout |= {"roll": None, "gap": f"{gap} mm", "sheet": sheet} if on_sheets else {"roll": roll}
    parsed = gang(**layout)
    made = reckon_layout(parsed)
    stopped = [one for one in made.findings if one.id == "piece-too-large"]
    pieces = [piece for one in made.sheets for piece in one.pieces]
    assert len(pieces) + len(stopped) == sum(n for _, _, n, _ in prints)
    for one in made.sheets:
        top, bottom = (margin, margin) if on_sheets else (15, 25)
        for piece in one.pieces:
            x, y, w, h = piece.box
            assert x >= margin - 1e-9 and x + w <= 914.4 - margin + 1e-9
            assert y >= top - 1e-9 and y + h <= one.height - bottom + 1e-9
            wanted = prints[piece.plan]
            assert (w, h) == ((wanted[1], wanted[0]) if piece.turn else (wanted[0], wanted[1]))
            assert not piece.turn or wanted[3]
        for a, b in combinations(one.pieces, 2):
            assert apart(a.box, b.box) >= gap - 1e-9
        if most is not None and not on_sheets:
            assert one.height <= most + 1e-9
    counted = [sum(piece.plan == number for piece in pieces) for number in range(len(plans))]
    lost = [sum(1 for one in stopped if one.text.startswith("Print")) for _ in plans]
    assert all(have == n or sum(lost) for have, (_, _, n, _) in zip(counted, prints, strict=True))
    if pieces:
        assert float(made.figure("length_used").value) == pytest.approx(
            sum(one.height for one in made.sheets)
        )
        assert float(made.figure("saved").value) >= 0
    assert sheets_json(reckon_layout(gang(**layout))) == sheets_json(made)


def test_sixty_pieces_are_laid_in_under_two_seconds() -> None:
    plans = [small(f"{120 + 37 * n % 400} mm", f"{100 + 53 * n % 500} mm") for n in range(60)]
    layout = gang(plans=plans, copies=[])
    begun = time.process_time()
    assert len(lay(layout).sheets[0].file_parts) == 60
    assert time.process_time() - begun < 2


def test_what_is_pinned_lies_where_it_was_put() -> None:
    made = reckon_layout(
        gang(
            fixed=[
                {"plan": 2, "copy": 1, "x": "123.45 mm", "y": "300 mm"},
                {"plan": 0, "copy": 0, "x": "5 mm", "y": "700 mm", "turn": 90},
            ]
        )
    )
    boxes = {
        (piece.plan, piece.turn): piece.box
        for piece in made.sheets[0].pieces
        if piece.box[:2] in ((123.45, 300.0), (5.0, 700.0))
    }
    assert boxes == {(2, 0): (123.45, 300.0, 300.0, 300.0), (0, 90): (5.0, 700.0, 400.0, 600.0)}
    assert not [one for one in made.findings if one.level == "stop"]


def test_pins_over_each_other_or_off_the_paper_stop() -> None:
    def pinned(*places: tuple[str, str]) -> dict[str, str]:
        fixed = [{"plan": 2, "copy": n, "x": x, "y": y} for n, (x, y) in enumerate(places)]
        return {one.id: one.text for one in reckon_layout(gang(fixed=fixed)).findings}

    assert (
        pinned(("5 mm", "20 mm"), ("200 mm", "50 mm"))["pieces-overlap"]
        == "Weed, 1 of 2 and Weed, 2 of 2 lie over each other."
    )
    assert (
        pinned(("650 mm", "20 mm"))["piece-beyond"]
        == "Weed, 1 of 2 reaches 4.06 cm beyond what can be printed."
    )
    assert "pieces-near" in pinned(("5 mm", "20 mm"), ("308 mm", "20 mm"))


@pytest.mark.parametrize(("changes", "path"), [
    ({"copies": [1, 1, 1, 1]}, "copies"),
    ({"copies": [200, 200, 200]}, "copies"),
    ({"copies": [0, 0, 0]}, "copies"),
    ({"fixed": [{"plan": 2, "copy": 2, "x": "0 mm", "y": "0 mm"}]}, "fixed[0]"),
    ({"fixed": [{"plan": 0, "copy": 0, "x": "0 mm", "y": "0 mm"}] * 2}, "fixed[1]"),
    ({"roll": ROLL | {"margin": "50 cm"}}, "roll.margin"),
    ({"roll": ROLL | {"most_length": "3 cm"}}, "roll.most_length"),
    ({"roll": None, "sheet": A3 | {"width": "0 mm"}}, "sheet.width"),
])  # fmt: skip
def test_what_cannot_be_laid_is_told_with_its_path(changes: dict[str, Any], path: str) -> None:
    with pytest.raises(LayoutError) as refused:
        gang(**changes)
    assert path in [at for at, _ in refused.value.problems]


def test_a_piece_too_wide_may_be_turned_where_that_helps() -> None:
    document = gang_document(plans=[small("1 m", "60 cm", "Wall")], copies=[], may_turn=[False])
    (found,) = [
        one for one in reckon_layout(parse_layout(document)).findings if one.id == "piece-too-large"
    ]
    assert (
        found.text
        == "Wall is 100 × 60 cm: too large for the 90.44 cm that can be printed unless it is turned."
    )
    assert found.fix is not None
    after = reckon_layout(parse_layout(patched_list(document, found.fix)))
    assert after.sheets[0].pieces[0].turn == 90


def patched_list(document: dict[str, Any], fix: dict[str, Any]) -> dict[str, Any]:
    """A fix whose path ends in a list."""
    for path, value in fix.items():
        name, number = path.split(".")
        document[name][int(number)] = value
    return document


def test_one_small_print_makes_no_file_of_gigapixels() -> None:
    """A stamp of 2540 ppi beside a banner: the file is as fine as the verdicts need, not as the stamp is."""
    banner, stamp = small("200 cm", "80 cm"), small("3 cm", "2 cm")
    laid = lay(gang(plans=[banner, stamp], copies=[]))
    assert laid.sheets[0].ppi <= 360
    alone = [work_out(parse_plan(document)) for document in (banner, stamp)]
    for before, after in zip(alone, laid.works, strict=True):
        assert before.need is not None
        kept = grade(min(before.effective, after.output_ppi) / before.need)
        # More than an eye can use gives way to the cap; nothing that is seen does.
        assert kept == before.grade or (before.grade, kept) == ("surplus", "clean")
    told = {figure.id: figure for figure in laid.figures}
    grid = laid.sheets[0].grid
    assert (told["file_width_px"].value, told["file_height_px"].value) == (grid.width, grid.height)
    assert told["file_bytes"].value == grid.width * grid.height * 3
    assert told["file_ppi"].value == float(laid.sheets[0].ppi)


def test_prints_of_one_ppi_keep_it_and_a_named_grid_is_the_cap() -> None:
    one = small("30 cm", "20 cm")
    assert lay(gang(plans=[one], copies=[3])).sheets[0].ppi == work_out(parse_plan(one)).output_ppi
    fine = small("4 cm", "2.7 cm") | {"pixels": {"mode": "device", "native_ppi": 720}}
    laid = lay(gang(plans=[fine, one], copies=[]))
    assert 360 < laid.sheets[0].ppi <= 720


def test_a_print_that_is_not_printed_says_nothing_of_the_file() -> None:
    coarse, stamp = small("200 cm", "80 cm"), small("3 cm", "2 cm")
    left_out = lay(gang(plans=[coarse, stamp], copies=[1, 0]))
    assert left_out.sheets[0].ppi == work_out(parse_plan(coarse)).output_ppi


def test_all_prints_share_one_grid_and_one_profile() -> None:
    coarse = small("80 cm", "50 cm") | {"output": {"profile": "picture"}}
    fine = small("10 cm", "6.6 cm")
    layout = gang(plans=[coarse, fine], copies=[])
    laid = lay(layout)
    assert laid.sheets[0].ppi == 360
    assert {work.output_ppi for work in laid.works} == {laid.sheets[0].ppi}
    assert {work.plan.output.profile for work in laid.works} == {"srgb"}
    assert {"one-profile", "one-grid"} <= {one.id for one in laid.findings}
    asked = lay(gang(plans=[coarse, fine], copies=[], ppi=150))
    assert asked.sheets[0].ppi == 150


STOCK = Stock.model_validate(
    {
        "media": [
            {"name": "Satin", "rolls": [
                {"key": "r1", "width": "914.4 mm", "left": "12 m", "price": 20},
                {"key": "r2", "width": "610 mm", "left": "12 m", "price": 12},
                {"key": "r3", "width": "914.4 mm", "left": "30 cm", "price": 1},
            ]},
            {"name": "Cotton", "rolls": [{"key": "r4", "width": "250 mm"}],
             "sheets": [{"key": "s1", "name": "A2", "width": "420 mm", "height": "594 mm", "left": 3, "price": 4}]},
        ]
    }
)  # fmt: skip


def test_every_paper_in_stock_is_laid_out_the_cheapest_first() -> None:
    document = gang_document(
        plans=[small("40 cm", "30 cm"), small("30 cm", "40 cm")],
        copies=[2, 1],
        fixed=[{"plan": 0, "copy": 0, "x": "5 mm", "y": "20 mm"}],
    )
    page = layout_page(parse_layout(document), None, PageQuery(Studio(stock=STOCK)))
    papers = [way for way in page.ways if way.id.startswith("paper-")]
    order = [way.id for way in papers]
    assert order[-2:] == ["paper-r3", "paper-r4"] and set(order[:3]) == {
        "paper-r1",
        "paper-r2",
        "paper-s1",
    }
    costs = [float(way.text.rsplit(", ", 1)[1]) for way in papers[:3]]
    assert costs == sorted(costs)
    by_id = {way.id: way for way in papers}
    assert "not enough left" in by_id["paper-r3"].text and by_id["paper-r4"].text.startswith(
        "too narrow"
    )
    taken = parse_layout(patched(document, by_id["paper-s1"].fix))
    made = reckon_layout(taken)
    assert made.figure("cost").value == 4 * len(made.sheets) and made.sheets[0].width == 420
    again = layout_page(taken, None, PageQuery(Studio(stock=STOCK)))
    assert [way.id for way in again.ways if way.taken and way.id.startswith("paper")] == [
        "paper-s1"
    ]


def test_cuts_right_through_say_what_they_free() -> None:
    page = layout_page(gang(guillotine=True))
    drawn = page.gang
    assert drawn is not None and len(drawn.cuts) == 3
    assert [piece.number for piece in drawn.pieces] == [1, 2, 3, 4]
    assert sum(cut.text.count("frees") for cut in drawn.cuts) >= 2
    through = next(way for way in page.ways if way.id == "cut-through")
    assert through.taken


def test_the_document_is_whole_and_as_described() -> None:
    layout = gang(fixed=[{"plan": 0, "copy": 0, "x": "5 mm", "y": "20 mm"}])
    document = layout_document(layout)
    jsonschema.validate(document, layout_schema())
    assert parse_layout(document) == layout
    jsonschema.validate(json.loads(sheets_json(reckon_layout(layout))), sheets_schema())


@pytest.mark.parametrize(("ppi", "stopped"), [(1590, False), (1700, True)])
def test_a_sheet_that_no_jpeg_holds_is_stopped_before_it_is_made(ppi: float, stopped: bool) -> None:
    """Twelve prints of 100 × 80 cm on a roll: some 10 m, of which a JPEG holds 65 500 px."""
    large = small("100 cm", "80 cm") | {"output": {"format": "jpeg"}}
    laid = lay(gang(plans=[large], copies=[1], ppi=ppi, roll=dict(ROLL, width="914 mm")))
    found = [one for one in laid.findings if one.id == "sheet-too-long"]
    longest = max(laid.sheets[0].grid.width, laid.sheets[0].grid.height)
    assert bool(found) == (longest > 65_500) == stopped
    if stopped:
        assert blocking_reasons(laid)


def test_a_paper_of_the_stock_is_taken_with_a_price_that_a_document_holds() -> None:
    """A fix goes over the wire and is sent back: its price is a number, as a request's is."""
    stock = read_stock(
        {
            "media": [
                {
                    "name": "satin",
                    "rolls": [{"key": "wide", "width": "91.4 cm", "price": 21.5}],
                    "sheets": [{"key": "a2", "width": "42 cm", "height": "59.4 cm", "price": 4.9}],
                }
            ]
        }
    )
    page = layout_page(gang(), "cm", PageQuery(Studio(stock=stock)))
    fixes = {way.id: way.fix for way in page.ways if way.id.startswith("paper-")}
    for fix in fixes.values():
        sent = json.loads(json.dumps(fix))
        parse_layout(patched(gang_document(), sent))
    assert fixes["paper-wide"]["roll"]["price_per_m"] == 21.5
    assert fixes["paper-a2"]["price"] == 4.9
