"""Tiles: how many sheets, where each begins, what a cut would save, and that nothing is missing."""

from __future__ import annotations

import json
from itertools import pairwise
from math import ceil

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.layouts import life_document, pass_document, tiles, tiles_document
from zollstock.core.cli import main
from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import KINDS, LayoutError, lay, parse_layout, reckon_layout
from zollstock.core.layouts.document import sheets_json
from zollstock.core.layouts.tiles.seams import tile_name
from zollstock.core.layouts.tiles.split import Split
from zollstock.core.rules.sources import SOURCES
from zollstock.core.schema import layout_schema, sheets_schema

MM = st.integers(20, 5000).map(lambda tenths: Fraction(tenths, 10))


def test_the_worked_example() -> None:
    """57 × 85.5 cm on A4 with 5 mm of margin and 1 cm of overlap: 3 × 4 sheets, 1.4 cm too high for 3 × 3."""
    made = reckon_layout(tiles())
    said = {figure.id: figure.text for figure in made.figures}
    assert (said["sheets_count"], said["columns"], said["rows"]) == ("12", "3", "4")
    assert (said["usable_width"], said["usable_height"]) == ("20 cm", "28.7 cm")
    assert (said["cut_saves_row"], said["cut_saves_column"]) == ("1.4 cm", "18 cm")
    assert made.figure("turn").value == 0 and said["waste"] == "34.9 %"
    assert made.figure("columns").working == "ceil((57 − 1) ÷ (20 − 1)) = 3"
    first, last = made.sheets[0].pieces[0], made.sheets[-1].pieces[0]
    assert first.box == (5.0, 5.0, 200.0, 287.0) and first.name == "A1"
    assert last.box == (5.0, 5.0, 190.0, 24.0) and last.name == "D3"
    assert last.region == pytest.approx(
        (4000 * 380 / 570, 6000 * 831 / 855, 4000 / 3, 6000 * 24 / 855)
    )
    assert [sheet.name for sheet in made.sheets[:4]] == ["A1", "A2", "A3", "B1"]


def test_by_columns_they_go_down_first() -> None:
    names = [sheet.name for sheet in lay(tiles(order="columns")).sheets]
    assert names[:5] == ["A1", "B1", "C1", "D1", "A2"]


def test_the_other_turn_is_taken_where_it_needs_fewer_and_standing_where_it_does_not() -> None:
    wide = {"target": {"width": "28 cm", "height": "19 cm"}}
    assert reckon_layout(tiles(wide)).figure("turn").value == 90
    lying = lay(tiles(wide)).sheets[0]
    assert (lying.width, lying.height) == (297, 210)
    assert reckon_layout(tiles(wide, turn=0)).figure("sheets_count").value == 2
    square = {"target": {"width": "40 cm", "height": "40 cm"}}
    assert reckon_layout(tiles(square)).figure("turn").value == 0


def test_margins_turn_with_the_sheet() -> None:
    margins = {"left": "5 mm", "top": "10 mm", "right": "15 mm", "bottom": "20 mm"}
    sheet = {"width": "210 mm", "height": "297 mm", "margins": margins}
    lying = lay(tiles(sheet=sheet, turn=90)).sheets[0].file_parts[0].box
    assert (lying.x, lying.y) == (20, 5)  # what was below is left, what was left is above


def test_spread_evenly_all_are_alike() -> None:
    boxes = [sheet.file_parts[0].box for sheet in lay(tiles(spread="even")).sheets]
    assert len({(box.w, box.h) for box in boxes}) == 1
    assert boxes[0].w == Fraction(590, 3) and boxes[0].h == Fraction(885, 4)


@given(
    MM,
    MM,
    st.integers(0, 300).map(lambda tenths: Fraction(tenths, 10)),
    st.sampled_from(["full", "even"]),
)
def test_every_point_lies_on_a_piece_overlaps_are_as_asked_and_none_is_too_long(
    whole: Fraction, room: Fraction, overlap: Fraction, spread: str
) -> None:
    if room <= overlap:
        return
    split = Split(whole, room, overlap, spread)  # type: ignore[arg-type]
    pieces = list(split.pieces())
    assert pieces[0][0] == 0 and sum(pieces[-1]) == whole
    assert all(0 < size <= room for _, size in pieces)
    for (begin, size), (after, _) in pairwise(pieces):
        assert begin + size - after == overlap
    fewest = next(n for n in range(1, 6000) if n * room - (n - 1) * overlap >= whole)
    assert len(pieces) == fewest


@given(MM, MM, st.integers(0, 150))
def test_no_way_of_the_sheets_needs_fewer(width: Fraction, height: Fraction, overlap: int) -> None:
    """Counted again for both turns, by trying one sheet more until it reaches."""
    plan = {"target": {"width": f"{float(width)} mm", "height": f"{float(height)} mm"}}
    made = reckon_layout(tiles(plan, overlap=f"{overlap} mm"))

    def fewest(side: Fraction, usable: int) -> int:
        return next(n for n in range(1, 999) if n * usable - (n - 1) * overlap >= side)

    ways = [
        fewest(width, across) * fewest(height, down) for across, down in ((200, 287), (287, 200))
    ]
    assert made.figure("sheets_count").value == min(ways)
    assert len(made.sheets) == min(ways)


@given(
    st.integers(900, 12_000), st.integers(900, 12_000), st.floats(30, 400), st.integers(0, 30),
    st.sampled_from(["full", "even"]), st.integers(0, 90), st.integers(0, 4000),
)  # fmt: skip
def test_every_pixel_of_the_file_lies_on_a_sheet(
    width: int, height: int, ppi: float, overlap: int, spread: str, margin: int, shift: int
) -> None:
    """Joined at their places the tiles are the file: no column and no row is missing or beyond it."""
    plan = {
        "target": {"width": f"{width / 10} mm", "height": f"{height / 10} mm"},
        "pixels": {"mode": "fixed", "ppi": ppi},
    }
    margins = dict.fromkeys(("left", "top", "right", "bottom"), f"{margin / 10} mm")
    sheet = {"width": "210 mm", "height": "297 mm", "margins": margins}
    moved = {"shift_x": f"{shift / 10} mm", "shift_y": f"{shift / 7:.1f} mm"}
    laid = lay(tiles(plan, overlap=f"{overlap} mm", spread=spread, sheet=sheet, **moved))
    work, columns, rows = laid.works[0], set(), set()
    for made in laid.sheets:
        shown, lies = made.file_parts[0].shown, made.pixels(made.file_parts[0])
        columns |= set(range(shown.x, shown.right))
        rows |= set(range(shown.y, shown.bottom))
        exact = made.grid.box(made.file_parts[0].box)
        assert (lies.x, lies.y) == (exact.x, exact.y)
        assert abs(lies.w - exact.w) <= 1 and abs(lies.h - exact.h) <= 1
        assert lies.right <= made.grid.width and lies.bottom <= made.grid.height
    if overlap or margin:
        assert columns == set(range(work.output_w)) and rows == set(range(work.output_h))
    else:  # a sheet of 297 mm has no whole count of pixels; what is beyond its last one is on no sheet
        assert work.output_w - len(columns) <= len(laid.sheets)
        assert work.output_h - len(rows) <= len(laid.sheets)


def test_marks_lie_outside_the_image_and_the_bar_is_exactly_100_mm() -> None:
    for sheet in lay(tiles()).sheets:
        box = sheet.file_parts[0].box
        bars = [stroke for stroke in sheet.strokes if stroke.kind == "scale"]
        assert [stroke.end[0] - stroke.start[0] for stroke in bars] == [100]
        for stroke in sheet.strokes:
            ink = stroke.box
            apart = (
                ink.right <= box.x
                or ink.x >= box.right
                or ink.bottom <= box.y
                or ink.y >= box.bottom
            )
            assert apart, stroke
            assert ink.y >= 0 and ink.bottom <= sheet.height
    assert not any(sheet.strokes or sheet.labels for sheet in lay(tiles(marks=False)).sheets)


def test_register_marks_of_neighbours_meet() -> None:
    """In the document, the right one of A1 stands where the left one of A2 does."""
    first, second = lay(tiles()).sheets[:2]

    def places(sheet, kind):  # type: ignore[no-untyped-def]
        piece = sheet.file_parts[0]
        return {
            stroke.start[0] - piece.box.x + piece.part.x
            for stroke in sheet.strokes
            if stroke.kind == kind and stroke.start[0] == stroke.end[0]
        }

    assert places(first, "register") & places(second, "register") == {195}
    assert places(first, "glue") == {190}  # where the second one begins
    assert second.file_parts[0].part.x == 190


def test_a_face_on_a_seam_is_told_with_its_tiles() -> None:
    keep = [{"name": "hub", "x": 0.3, "y": 0.4, "w": 0.2, "h": 0.1}]
    found = reckon_layout(tiles({"fit": {"keep": keep}})).findings
    assert [one.text for one in found if one.id == "zone-on-seam"] == [
        "The hub lies on the seam between B1 and B2."
    ]
    clear = [{"name": "hub", "x": 0.4, "y": 0.4, "w": 0.2, "h": 0.1}]
    assert not reckon_layout(tiles({"fit": {"keep": clear}})).findings


def test_rows_go_on_after_z() -> None:
    assert [tile_name(row, 0) for row in (25, 26, 51, 52, 701, 702)] == [
        "Z1", "AA1", "AZ1", "BA1", "ZZ1", "AAA1",
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("changes", "path", "says"),
    [
        ({"kind": "quilt"}, "kind", "must be one of tiles"),
        ({"plans": []}, "plans", "at least 1"),
        ({"overlap": "21 cm", "sheet": {"height": "21 cm"}}, "overlap", "leaves nothing"),
        ({"overlap": "11 1/ in"}, "overlap", "11 1/"),
        ({"lap": "1 cm"}, "lap", "did you mean overlap"),
        ({"sheet": {"width": "0 mm"}}, "sheet.width", "a sheet has a size"),
        ({"sheet": {"margins": {"left": "30 cm"}}}, "sheet.margins", "whole width"),
        ({"sheet": {"width": "3 cm", "height": "3 cm"}}, "sheet", "more than 1000 sheets"),
        ({"turn": 45}, "turn", "must be"),
        ({"format": "zollstock.layout/9"}, "format", "must be"),
    ],
)  # fmt: skip
def test_a_wrong_wish_is_refused_with_its_path(changes: dict, path: str, says: str) -> None:
    with pytest.raises(LayoutError) as refused:
        parse_layout(tiles_document(**changes))
    assert any(where == path and says in message for where, message in refused.value.problems), (
        refused.value.problems
    )


@pytest.mark.parametrize(
    ("plan", "path"),
    [
        ({"edge": {"kind": "wrap", "depth": "x", "turn": "1 cm"}}, "plans[0].edge.depth"),
        ({"target": {"width": "0 cm", "height": "3 cm"}}, "plans[0].target.width"),
        ({"target": {"width": "300 px", "height": "200 px"}}, "plans[0].target"),
    ],
)
def test_a_fault_in_a_plan_has_the_path_through_the_layout(plan: dict, path: str) -> None:
    with pytest.raises(LayoutError) as refused:
        parse_layout(tiles_document(plan))
    assert refused.value.problems[0][0] == path


def test_the_document_says_from_and_to() -> None:
    made = json.loads(sheets_json(reckon_layout(tiles())))
    assert made["format"] == "zollstock.sheets/1" and made["kind"] == "tiles"
    line = made["sheets"][0]["lines"][0]
    assert set(line) == {"kind", "from", "to"} and line["kind"] == "cut"
    assert made["sheets"][0]["labels"][0] == {"text": "A1", "at": [7.0, 3.0], "height": 3.0}
    assert ceil(made["sheets"][0]["pieces"][0]["region"][2]) == 1404


def test_a_print_with_its_edge_is_tiled_edge_and_all() -> None:
    """The border's corner shows no picture: the region of A1 begins where the picture does."""
    bordered = {
        "edge": {"kind": "border", **dict.fromkeys(("left", "top", "right", "bottom"), "20 cm")}
    }
    corner = reckon_layout(tiles(bordered)).sheets[0].pieces[0]
    assert corner.region[2] == 0 or corner.region[3] > 0
    whole = reckon_layout(tiles(bordered))
    assert sum(sheet.pieces[0].region[2] > 0 for sheet in whole.sheets) >= 1


def test_on_the_command_line_a_layout_is_told_by_its_format(tmp_path, capsys) -> None:  # type: ignore[no-untyped-def]
    path = tmp_path / "layout.json"
    path.write_text(json.dumps(tiles_document()))
    assert main([str(path)]) == 0
    made = json.loads(capsys.readouterr().out)
    assert made["format"] == "zollstock.sheets/1" and len(made["sheets"]) == 12
    assert main([str(path), "--text"]) == 0
    said = capsys.readouterr().out
    assert said.startswith("Mill gears\n==========") and "A1, A2, A3, B1" in said
    path.write_text(json.dumps(tiles_document(kind="quilt")))
    assert main([str(path)]) == 2
    assert capsys.readouterr().err == f"kind: must be one of {', '.join(KINDS)}\n"


@pytest.mark.parametrize(
    "document",
    [
        tiles_document(), tiles_document(turn=90, spread="even", order="columns"), tiles_document(marks=False),
        pass_document(), pass_document(copies=11, turn=90),
        life_document(), life_document(parts=[], tiles={"overlap": "2 cm"}),
    ],
)  # fmt: skip
def test_what_is_made_is_what_the_schemas_say_and_every_figure_names_its_rule(
    document: dict,
) -> None:
    jsonschema.validate(document, layout_schema())
    made = json.loads(sheets_json(reckon_layout(parse_layout(document))))
    jsonschema.validate(made, sheets_schema())
    assert all(figure["source"] in SOURCES for figure in made["figures"])
