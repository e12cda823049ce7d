"""Test strips: which patches stand, in whole pixels, under which letters; and what is told."""

from __future__ import annotations

from collections import Counter
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.layouts import strip_document as strip
from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import (
    Beginning,
    LayoutError,
    begin_layout,
    layout_page,
    parse_layout,
    reckon_layout,
)
from zollstock.core.layouts.kind import PageQuery
from zollstock.core.layouts.page import LayoutPage
from zollstock.core.layouts.strip.eyes import acuity_of, open_boxes, opening_mm
from zollstock.core.picture.measures import Measures
from zollstock.core.sheet.codes import code_strokes
from zollstock.core.studio.studio import Studio


def figures(**changes: Any) -> dict[str, Any]:
    return {one.id: one.value for one in reckon_layout(parse_layout(strip(**changes))).figures}


def findings(**changes: Any) -> dict[str, str]:
    return {one.id: one.text for one in reckon_layout(parse_layout(strip(**changes))).findings}


def test_six_centimetres_at_720_ppi_are_1701_whole_pixels() -> None:
    found = figures()
    assert (found["patch_width_px"], found["patch_height_px"]) == (1701, 1701)


def test_steps_finer_than_the_picture_are_left_out_and_named() -> None:
    assert "360 ppi, 480 ppi and 720 ppi" in findings()["strip-left-out"]
    assert figures()["strip_reference"] == 300


def test_steps_finer_than_the_devices_grid_are_left_out_too() -> None:
    assert "the device's grid has 240 ppi" in findings(device_ppi=240)["strip-left-out"]
    assert figures(device_ppi=240)["strip_reference"] == 240


def test_every_step_once_and_two_twice_on_every_copy() -> None:
    key = {name: value for name, value in figures().items() if name.startswith("key_")}
    for copy in range(1, 5):
        shown = Counter(value for name, value in key.items() if name.startswith(f"key_{copy}_"))
        assert set(shown) == {72, 100, 150, 200, 240, 300}
        assert [step for step, times in shown.items() if times == 2] and sum(shown.values()) == 8
        assert shown[300] == 2, "the reference is one that stands twice"


def test_the_key_says_what_lies_where() -> None:
    """Letters of the sheet and of the key are the same; in what order the patches lie says nothing."""
    made = reckon_layout(parse_layout(strip()))
    key = {one.id for one in made.figures if one.id.startswith("key_")}
    for copy, sheet in enumerate(made.sheets, 1):
        letters = [piece.name for piece in sheet.pieces]
        assert {f"key_{copy}_{letter}" for letter in letters} == {
            one for one in key if one.startswith(f"key_{copy}_")
        }
        printed = [label.text for label in sheet.labels]
        assert set(letters) <= set(printed)
        assert not any("ppi" in text or text.isdigit() for text in printed)
        sizes = {tuple(piece.pixels[2:]) for piece in sheet.pieces}
        regions = {tuple(piece.region) for piece in sheet.pieces}
        assert sizes == {(1701, 1701)} and len(regions) == 1, "same part, same phase, same size"


@given(seed=st.integers(0, 2**31 - 1))
def test_a_seed_has_one_key_and_copies_differ(seed: int) -> None:
    one, again = figures(seed=seed), figures(seed=seed)
    assert one == again
    copies = [
        tuple((name[6:], value) for name, value in one.items() if name.startswith(f"key_{copy}_"))
        for copy in (1, 2, 3, 4)
    ]
    assert len(set(copies)) == 4


def test_the_page_does_not_tell_the_key() -> None:
    page = layout_page(parse_layout(strip()))
    assert isinstance(page, LayoutPage)
    told = page.model_dump_json()
    assert "key_" not in told and "eyes_" not in told
    assert [step.step for step in page.steps] == ["part", "ladder", "sheets"]


def test_patches_lie_on_whole_pixels_of_the_device_within_the_margins_and_apart() -> None:
    made = reckon_layout(parse_layout(strip()))
    for sheet in made.sheets:
        boxes = [piece.pixels for piece in sheet.pieces]
        for piece in sheet.pieces:
            x, y, w, h = piece.box
            assert float(
                Fraction(x).limit_denominator(10**6) * 720 / Fraction(254, 10)
            ) == pytest.approx(round(x * 720 / 25.4), abs=1e-6)
            assert x >= 5 and y >= 5 and x + w <= 205 and y + h <= 292
        for at, (x, y, w, h) in enumerate(boxes):
            for other_x, other_y, other_w, other_h in boxes[:at]:
                assert (
                    x >= other_x + other_w
                    or other_x >= x + w
                    or y >= other_y + other_h
                    or other_y >= y + h
                )


def test_on_small_sheets_a_copy_goes_over_several() -> None:
    sheet = {"width": "148 mm", "height": "210 mm"}
    made = reckon_layout(parse_layout(strip(sheet=sheet)))
    assert [one.name for one in made.sheets][:2] == ["Copy 1, sheet 1", "Copy 1, sheet 2"]
    assert sum(len(one.pieces) for one in made.sheets) == 32


MEASURED = Measures(sharpest=[(0, 0, 200, 200), (3000, 2000, 200, 200)])


def test_a_new_strip_begins_at_the_sharpest_place_moved_into_the_picture() -> None:
    plan = strip()["plans"][0]
    begun = begin_layout("strip", [plan], Beginning(measures=MEASURED))
    assert begun["part"] == (0.0167, 0.025)
    assert begin_layout("strip", [plan], Beginning())["part"] is None
    turned = begin_layout("strip", [plan | {"fit": {"turn": 90}}], Beginning(measures=MEASURED))
    assert turned["part"] == (0.975, 0.0167)
    page = layout_page(
        parse_layout(strip(part=begun["part"])), None, PageQuery(Studio(measures=MEASURED))
    )
    taken = next(way.title for way in page.ways if way.taken)
    assert taken == "Sharpest place" and page.parts is not None
    x, y, w, _ = page.parts[0].box
    assert x >= 0 and y >= 0 and w == pytest.approx(60.0075 / 25.4 * 338.667 / 6000, rel=1e-3)


def test_where_nobody_said_which_part_page_and_file_show_the_same() -> None:
    """Whatever was measured of the picture: a file is made without knowing that."""
    known = reckon_layout(parse_layout(strip()), None, Studio(measures=MEASURED))
    assert known.sheets == reckon_layout(parse_layout(strip())).sheets
    x, y, w, h = known.sheets[0].pieces[0].region
    assert (x + w / 2, y + h / 2) == (pytest.approx(3000), pytest.approx(2000))


def test_exposures_go_in_thirds_of_a_stop_against_the_one_as_planned() -> None:
    ladder = {"by": "exposure", "steps": [-3, -1, 0, 1, 3]}
    assert figures(ladder=ladder)["strip_reference"] == 0
    texts = {
        one.text
        for one in reckon_layout(parse_layout(strip(ladder=ladder))).figures
        if one.id.startswith("key_")
    }
    assert texts == {"−1 stop", "−1/3 stop", "0 stops", "+1/3 stop", "+1 stop"}


@pytest.mark.parametrize(
    ("changes", "path", "words"),
    [
        ({"ladder": {"by": "ppi", "steps": [72, 72]}}, "ladder.steps", "stands twice"),
        ({"ladder": {"by": "ppi", "steps": [72, "careful"]}}, "ladder.steps[1]", "must be a number"),
        ({"ladder": {"by": "ppi", "steps": [1, 72]}}, "ladder.steps[0]", "10 to 5000"),
        ({"ladder": {"by": "method", "steps": ["careful", "magic"]}}, "ladder.steps[1]", "must be one of"),
        ({"ladder": {"by": "exposure", "steps": [0, 0.5]}}, "ladder.steps[1]", "whole thirds"),
        ({"patch": {"width": "1 mm", "height": "60 mm"}}, "patch.width", "5 mm"),
        ({"patch": {"width": "60 cm", "height": "60 mm"}}, "patch.width", "smaller patch"),
        ({"ladder": {"by": "ppi", "steps": [10, 20]}}, "patch.width", "finer steps"),
        ({"distance": "1 cm"}, "distance", "5 cm"),
        ({"gap": "0 mm"}, "gap", "2 mm"),
        ({"copies": 13}, "copies", "12"),
    ],
)  # fmt: skip
def test_what_no_strip_has_is_told_with_its_path(
    changes: dict[str, Any], path: str, words: str
) -> None:
    with pytest.raises(LayoutError) as refused:
        parse_layout(strip(**changes))
    assert any(at == path and words in text for at, text in refused.value.problems), (
        refused.value.problems
    )


def test_what_stands_in_the_way_of_a_strip_is_told() -> None:
    small = strip()["plans"][0] | {"picture": {"width_px": 300, "height_px": 200}}
    told = findings(plans=[small])
    assert "fewer than two steps" in told["strip-no-steps"]
    large = strip()["plans"][0] | {"target": {"width": "6 cm", "height": "4 cm"}}
    assert "smaller than a patch" in findings(plans=[large])["strip-small-picture"]
    assert "does not fit" in findings(sheet={"width": "60 mm", "height": "60 mm"})["strip-no-room"]
    assert "row that tests" in findings(distance=None)["strip-no-distance"]
    jpeg = strip()["plans"][0] | {"output": {"format": "jpeg"}}
    assert "JPEG" in findings(plans=[jpeg])["strip-lossy"]


def test_an_opening_is_a_minute_of_arc_for_an_acuity_of_one() -> None:
    """tan(1′) × 600 mm = 0.1745 mm; a box is five of them."""
    assert float(opening_mm(Fraction(600), 1.0)) == pytest.approx(0.17453, abs=1e-5)
    row = open_boxes(Fraction(600), 720, Fraction(8), 1884, 1)
    assert [one.acuity for one in row] == [0.4, 0.5, 0.63, 0.8, 1.0, 1.25, 1.6, 2.0]
    assert float(row[0].side) == pytest.approx(5 * 0.17453 / 0.4, abs=1e-4)
    assert open_boxes(Fraction(600), 72, Fraction(8), 1884, 1) == [], "72 ppi draws no such opening"
    assert acuity_of(row, [one.open for one in row]) == 2.0


def test_the_code_is_the_one_that_a_reader_reads() -> None:
    """Its strokes painted on a grid are the modules that the package made, quiet zone and all."""
    import segno

    modules = [list(row) for row in segno.make("T12/3", error="m", micro=False).matrix]
    side = len(modules) + 8
    painted = [[0] * side for _ in range(side)]
    for stroke in code_strokes("T12/3", Fraction(0), Fraction(0), Fraction(side)):
        for x in range(int(stroke.start[0]), int(stroke.end[0])):
            painted[int(stroke.start[1])][x] = 1
    assert [row[4:-4] for row in painted[4:-4]] == [
        [int(bool(one)) for one in row] for row in modules
    ]
