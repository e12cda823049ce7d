"""The size library, tables of sizes, a picture against many sizes, near sizes, sheets that follow."""

from __future__ import annotations

import csv
import io
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import LAMP, border, document, plan
from zollstock.core.documents.plan import parse_plan, patched
from zollstock.core.ground.csvtable import TableError, records, write_table
from zollstock.core.questions.survey import survey
from zollstock.core.questions.tables import (
    SURVEY_COLUMNS,
    read_sizes,
    survey_rows,
    survey_text,
    write_sizes,
)
from zollstock.core.sizes.finder import find
from zollstock.core.sizes.library import FRAMES, directed, library
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import worksheet

SIZES = {size.key: size for size in library()}


def some(*keys: str) -> list:
    return [SIZES[key] for key in keys]


def test_the_library_holds_true_sizes_and_no_doubles() -> None:
    assert len(SIZES) == len(library())
    assert (SIZES["iso-a4"].width.mm, SIZES["iso-a4"].height.mm) == (210, 297)
    assert (SIZES["iso-c5"].width.mm, SIZES["iso-c5"].height.mm) == (162, 229)
    assert SIZES["in-8x10"].width.mm == 8 * Fraction(127, 5)
    assert SIZES["px-1920x1080"].in_pixels and SIZES["px-1920x1080"].bought == "for a screen"
    groups = {size.group for size in library()}
    assert {
        "ISO A",
        "ISO B",
        "ISO C",
        "Squares",
        "Panoramas",
        "Cards",
        "Album pages",
        "Screens",
    } <= groups
    # ISO: the next one down is half of it, within the millimetre that the standard rounds away.
    for series in "abc":
        for number in range(10):
            large, small = SIZES[f"iso-{series}{number}"], SIZES[f"iso-{series}{number + 1}"]
            assert small.height.mm == large.width.mm
            assert 0 <= large.height.mm - 2 * small.width.mm <= 2


@pytest.mark.parametrize(
    ("typed", "first"),
    [("30 45", "cm-30x45"), ("45x30", "cm-30x45"), ("30 × 45 cm", "cm-30x45"), ("a3", "iso-a3"),
     ("1920", "px-1920x1080"), ("8x10 in", "in-8x10"), ("pass", "card-pass-card")],
)  # fmt: skip
def test_sizes_are_found_by_pieces_of_name_or_numbers(typed: str, first: str) -> None:
    assert find(library(), typed)[0].key == first


def test_finding_nothing_and_everything() -> None:
    assert find(library(), "no such thing") == []
    assert find(library(), "  ") == list(library())


def test_sizes_go_out_as_csv_and_come_back() -> None:
    back = read_sizes(write_sizes(library()))
    assert [(s.name, s.width, s.height, s.group, s.frames) for s in back] == [
        (s.name, s.width, s.height, s.group, s.frames) for s in library()
    ]


#: Texts that try it: starters behind every sign that divides cells somewhere.
HARMFUL = st.text(st.sampled_from("=+-@'\";,|\t\na1 "), max_size=12)


@given(HARMFUL, st.sampled_from([",", ";", "\t", "|"]))
def test_no_cell_starts_a_formula_whatever_it_is_divided_by(note: str, divider: str) -> None:
    text = write_table(("name", "note"), [("x", note)])
    for row in csv.reader(io.StringIO(text, newline=""), delimiter=divider):
        for cell in row:
            assert not cell.lstrip(" ").startswith(("=", "+", "-", "@")), (text, cell)


@given(HARMFUL)
def test_what_was_made_harmless_is_read_back_as_it_was(note: str) -> None:
    text = write_table(("name", "note"), [("x", note)])
    [(cell, _)] = records(text, "notes", ("name", "note"), (("name",),))
    assert cell("note") == note.replace("\r", "\n").strip()


@given(st.text(max_size=30), st.sampled_from(FRAMES), st.text(max_size=30))
def test_no_text_in_a_table_starts_a_formula(name: str, frames: str, note: str) -> None:
    text = write_table(("name", "frames", "note"), [(name, frames, note)])
    cells = next(iter(list(csv.reader(io.StringIO(text, newline="")))[1:]), [])
    assert all(not cell.startswith(("=", "+", "-", "@")) for cell in cells)


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "nothing in this table"),
        ("width,height\n", "no sizes below"),
        ("width\rheight\x82", "line 1: this is not a table"),
        ("a,b\n1,2\n", "line 1: a table of sizes begins"),
        ("width,height,unit\n11 1/,2,in\n", "line 2: “11 1/”"),
        ("size\nA3\nlarge\n", "line 3: “large” is not a size"),
        ("width;height;frames\n3;4;often\n", "line 2: frames is common"),
        ("width,height,name\n3,4," + "x" * 81, "name is longer than 80"),
        ("width,height\n" + "3,4\n" * 2001, "more than 2000 sizes"),
    ],
)
def test_a_table_that_is_none_is_told_by_its_line(text: str, said: str) -> None:
    with pytest.raises(TableError, match="(?s).*" + said.replace("(", r"\(")):
        read_sizes(text)


def test_tables_as_spreadsheets_write_them() -> None:
    made = read_sizes("\ufeffName;Width;Height;Unit\r\nHall;29,7;42;cm\r\n;8;10;in\r\n\r\n")
    assert [(s.name, float(s.width.mm)) for s in made] == [
        ("Hall", 297),
        ("8 × 10 in", 203.2),
    ]  # without a name: its sides


def test_a_survey_worked_by_hand() -> None:
    """3:2 loses a sixth on 4:5, nothing on 2:3, a third on a square."""
    base = plan(picture={"width_px": 6000, "height_px": 4000})
    found = {v.key: v for v in survey(base, some("in-8x10", "in-12x18", "cm-30x30"), "in")}
    assert found["in-8x10"].loss == pytest.approx(1 / 6) and found["in-8x10"].turned
    assert found["in-12x18"].loss == 0 and found["in-12x18"].effective_ppi == pytest.approx(
        6000 / 18
    )
    assert found["cm-30x30"].loss == pytest.approx(1 / 3)
    assert [side.side for side in found["in-8x10"].sides] == ["left", "right"]
    assert found["in-8x10"].sides[0].px == 500
    assert found["in-8x10"].size_text == "10 × 8 in" and found["in-8x10"].bought == "frames common"


def test_orders_of_a_survey() -> None:
    base, sizes = plan(), some("iso-a4", "iso-a2", "cm-30x30", "cm-40x60", "px-1920x1080")
    losses = [v.loss for v in survey(base, sizes)]
    assert losses == sorted(losses)
    areas = [v.area_mm2 for v in survey(base, sizes, order="area")]
    assert areas == sorted(areas, reverse=True)
    quality = [v.quality for v in survey(base, sizes, order="quality")]
    assert quality == sorted(quality, reverse=True)


def test_a_size_that_cannot_be_stands_last_with_its_reason() -> None:
    found = survey(plan(edge=border("5 cm")), some("cm-9x13", "cm-10x10", "cm-40x60"))
    assert [v.key for v in found] == ["cm-40x60", "cm-9x13", "cm-10x10"]
    assert [bool(v.problem) for v in found] == [False, True, True]
    assert "leave no picture" in found[1].problem and found[1].drawing is None


def test_zones_in_a_survey() -> None:
    wide = {**LAMP, "x": 0.02, "w": 0.96}
    found = {
        v.key: v for v in survey(plan(fit={"keep": [wide]}), some("cm-30x30", "cm-30x45"), "cm")
    }
    assert found["cm-30x30"].zones == "cut" and "lamp cut by" in found["cm-30x30"].zones_text
    assert found["cm-30x45"].zones in ("kept", "near") and found["cm-30x30"].troubled


def test_the_tables_of_a_survey_say_the_same() -> None:
    found = survey(plan(fit={"keep": [LAMP]}), library(), "cm")
    rows = list(csv.DictReader(io.StringIO(write_table(SURVEY_COLUMNS, survey_rows(found)))))
    assert [float(row["loss"]) for row in rows] == pytest.approx([v.loss for v in found], abs=1e-6)
    assert len(survey_text(found).splitlines()) == len(found) + 1


@given(st.sampled_from(library()), st.integers(50, 9000), st.integers(50, 9000))
def test_lying_as_the_picture_does_never_loses_more(size, width: int, height: int) -> None:
    picture = {"width_px": width, "height_px": height}

    def lost(way: bool) -> float:
        laid = directed(size, way)
        target = {"width": laid.width.typed, "height": laid.height.typed}
        return float(work_out(plan(picture=picture, target=target)).placement.loss)

    assert lost(width >= height) <= lost(width < height) + 1e-12


def test_near_sizes_are_offered_with_a_word_on_frames() -> None:
    doc = document(
        target={"width": "50 cm", "height": "40 cm"}, picture={"width_px": 4500, "height_px": 3000}
    )
    near = [c for c in worksheet(parse_plan(doc), "cm", "fit").choices if c.id.startswith("size-")]
    assert len(near) == 3
    for choice in near:
        assert "frames" in choice.text and "nothing lost" in choice.text
        assert work_out(parse_plan(patched(doc, choice.fix))).placement.loss == 0


@pytest.mark.parametrize("edge", [{"kind": "none"}, border("3 cm")])
def test_the_sheet_follows_the_picture(edge: dict) -> None:
    doc = document(
        target={"width": "50 cm", "height": "40 cm"},
        edge=edge,
        picture={"width_px": 4500, "height_px": 3000},
    )
    before = work_out(parse_plan(doc))
    ways = {
        c.id: work_out(parse_plan(patched(doc, c.fix)))
        for c in worksheet(parse_plan(doc), "cm", "size").choices
    }
    # The picture lies, so that its long side is its width: one card says both.
    assert set(ways) == {"follow-width", "follow-height", "follow-area"}
    assert all(float(w.placement.loss) < 1e-4 for w in ways.values())
    assert ways["follow-width"].boxes.trim.w == before.boxes.trim.w
    assert ways["follow-height"].boxes.trim.h == before.boxes.trim.h
    assert max(ways["follow-width"].boxes.image.w, ways["follow-width"].boxes.image.h) == 500 - (
        60 if edge["kind"] == "border" else 0
    )
    assert float(ways["follow-area"].boxes.image.area) == pytest.approx(
        float(before.boxes.image.area), rel=1e-3
    )
