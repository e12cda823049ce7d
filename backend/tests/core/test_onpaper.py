"""Sheets that are printed at home: a driver that scales, tones to trace from, a map of all tiles."""

from __future__ import annotations

from math import ceil

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.layouts import life, pass_document, passes, tiles
from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import LayoutError, lay, parse_layout, reckon_layout
from zollstock.core.layouts.tiles.overview import NAME
from zollstock.core.sheet.sheets import FULL_TONE


def test_a_bar_of_96_mm_says_that_the_driver_fits_to_page() -> None:
    made = reckon_layout(tiles(printed={"bar": "96 mm"}))
    assert made.figure("driver_scale").text == "96 %"
    assert made.figure("driver_scale").working == "9.6 ÷ 10 = 96 %"
    (told,) = made.findings
    assert told.text.startswith("Your driver fits to page: 96 %.")
    assert told.fix == {"printed.correct": True}
    assert [sheet.width for sheet in made.sheets] == [210.0] * 12  # nothing is changed unasked


def test_a_bar_that_a_ruler_reads_as_true_says_nothing() -> None:
    assert reckon_layout(tiles(printed={"bar": "99.8 mm"})).findings == []
    (larger,) = reckon_layout(tiles(printed={"bar": "103 mm"})).findings
    assert "enlarges: 103 %" in larger.text


@given(st.integers(800, 1250))
def test_made_for_the_driver_everything_comes_out_true(tenths: int) -> None:
    """What is printed is the sheet times the driver's scale: bar, pieces and overlaps are then what they should be."""
    scale = Fraction(tenths, 1000)
    laid = lay(tiles(printed={"bar": f"{tenths / 10} mm", "correct": True}))
    work = laid.works[0]
    for sheet in laid.sheets:
        assert (sheet.width, sheet.height) in ((210, 297), (297, 210))  # it is the printer's paper
        (bar,) = [stroke for stroke in sheet.strokes if stroke.kind == "scale"]
        assert (bar.end[0] - bar.start[0]) * scale == 100
        (piece,) = sheet.file_parts
        assert (piece.box.w * scale, piece.box.h * scale) == (piece.part.w, piece.part.h)
        assert piece.box.right <= sheet.width and piece.box.bottom <= sheet.height
        # As many pixels as the paper shows of the print's own file.
        assert sheet.ppi == work.output_ppi * scale
        assert sheet.pixels(piece).w == piece.shown.w
    shown = {piece.shown for sheet in laid.sheets for piece in sheet.file_parts}
    assert max(box.right for box in shown) == work.output_w
    assert max(box.bottom for box in shown) == work.output_h


def test_a_life_size_is_made_for_the_driver_too() -> None:
    plain, mended = (
        lay(life(printed={"bar": "96 mm", "correct": correct})) for correct in (False, True)
    )
    for before, after in zip(plain.sheets, mended.sheets, strict=True):
        one, other = before.file_parts[0], after.file_parts[0]
        assert after.width == before.width
        assert one.box.w == one.part.w and other.box.w * Fraction(96, 100) == other.part.w


@pytest.mark.parametrize("bar", ["3 mm", "30 cm"])
def test_a_bar_that_nobodys_driver_makes_is_refused(bar: str) -> None:
    with pytest.raises(LayoutError, match="measure it again"):
        tiles(printed={"bar": bar})


def test_an_id_photo_is_never_toned_and_has_no_bar() -> None:
    for more in ({"tracing": {}}, {"printed": {"bar": "96 mm"}}):
        with pytest.raises(LayoutError):
            parse_layout(pass_document(**more))
    assert all(
        piece.tone == FULL_TONE for sheet in lay(passes()).sheets for piece in sheet.file_parts
    )


def test_the_overview_comes_first_and_has_every_number() -> None:
    plain, with_map = lay(tiles()), lay(tiles(overview=True))
    first, *rest = with_map.sheets
    assert first.name == NAME and [sheet.name for sheet in rest] == [s.name for s in plain.sheets]
    assert {label.text for label in first.labels} == {sheet.name for sheet in rest}
    (piece,) = first.file_parts
    document = with_map.works[0].boxes.document
    assert piece.part == document and piece.reduced == ceil(max(document.w / 200, document.h / 287))
    assert piece.box.w * piece.reduced == document.w  # to scale
    assert piece.box.right <= 205 and piece.box.bottom <= 292
    # Two seams between three columns, three between four rows, two edges each.
    assert len(first.strokes) == 2 * 2 + 3 * 2
    assert reckon_layout(tiles(overview=True)).figure("sheets_count").value == 12


@given(st.integers(50, 9000), st.integers(50, 9000), st.integers(0, 30), st.booleans())
def test_every_number_of_the_overview_stands_in_its_own_tile(
    width: int, height: int, overlap: int, grey: bool
) -> None:
    plan = {"target": {"width": f"{width} mm", "height": f"{height} mm"}}
    try:
        wanted = tiles(plan, overlap=f"{overlap} mm", overview=True, tracing={"grey": grey})
    except LayoutError as refused:
        assert "more than 1000" in str(refused)
        return
    first, *rest = lay(wanted).sheets
    (piece,) = first.file_parts
    assert piece.tone.grey is grey and piece.tone.light > 0
    assert first.pixels(piece).right <= first.grid.width
    tiles_by_name = {sheet.name: sheet.file_parts[0].part for sheet in rest}
    assert len(first.labels) == len(rest)
    for label in first.labels:
        part = tiles_by_name[label.text]
        x = (label.at[0] - piece.box.x) * piece.reduced
        y = (label.at[1] - piece.box.y) * piece.reduced
        assert y <= part.bottom + label.height * piece.reduced and y >= part.y
        assert part.x - 20 * piece.reduced <= x <= part.right
