"""Life size: two points and their real distance; parts of a sheet each, moved into the picture."""

from __future__ import annotations

from math import hypot

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.layouts import life, life_document
from zollstock.core.layouts import LayoutError, lay, layout_page, parse_layout, reckon_layout

SHARES = st.floats(0.02, 0.98)


def test_the_worked_example() -> None:
    """2000 px on 20 cm are 254 ppi: the whole picture is 40 × 60 cm, clean at arm's length."""
    made = reckon_layout(life())
    said = {figure.id: figure.text for figure in made.figures}
    assert (said["effective_ppi"], said["grade"]) == ("254 ppi", "clean")
    assert (made.figure("whole_width").value, made.figure("whole_height").value) == (400, 600)
    root, second = (sheet.pieces[0] for sheet in made.sheets)
    assert [sheet.name for sheet in made.sheets] == ["root", "Part 2"]
    # 200 × 287 mm of the sheet; the root's would reach beyond the foot, and is moved up.
    assert root.region == (1000, 3130, 2000, 2870)
    assert second.region == (1000, 3000 - 1435, 2000, 2870)


@pytest.mark.parametrize(("scale", "ppi"), [(0.1, 2540), (1, 254), (2, 127)])
def test_any_scale(scale: float, ppi: float) -> None:
    made = reckon_layout(life(scale=scale))
    assert made.figure("effective_ppi").value == pytest.approx(ppi)
    assert made.figure("whole_width").value == pytest.approx(400 * scale)


def test_a_part_is_smaller_only_where_the_picture_is() -> None:
    (sheet,) = lay(life(scale=0.1, parts=[{"x": 0.0, "y": 1.0}])).sheets
    assert (sheet.file_parts[0].box.w, sheet.file_parts[0].box.h) == pytest.approx((40, 60))


def test_all_of_it_as_tiles() -> None:
    made = reckon_layout(life(parts=[], tiles={"overlap": "1 cm", "spread": "even"}))
    assert made.figure("sheets_count").value == 8 == len(made.sheets)
    assert made.figure("effective_ppi").text == "254 ppi"


@given(
    SHARES, SHARES, SHARES, SHARES, st.integers(10, 900), st.floats(0.1, 4), SHARES, SHARES,
    st.sampled_from([0, 90]),
)  # fmt: skip
def test_on_the_sheet_the_points_are_as_far_apart_as_in_truth_times_the_scale(
    x1: float, y1: float, x2: float, y2: float, mm: int, scale: float, x: float, y: float, turn: int
) -> None:
    wide, high = (6000, 4000) if turn else (4000, 6000)
    px = hypot((x2 - x1) * wide, (y2 - y1) * high)
    assume(px > 100 and 20 < px / mm * 25.4 / scale < 5000)
    measure = {"from": [x1, y1], "to": [x2, y2], "length": f"{mm} mm"}
    made = reckon_layout(
        life({"fit": {"turn": turn}}, measure=measure, scale=scale, parts=[{"x": x, "y": y}])
    )
    piece = made.sheets[0].pieces[0]
    assert piece.box[2] / piece.region[2] * px == pytest.approx(mm * scale, rel=1e-4)
    left, top, w, h = piece.region
    assert left >= -1e-6 and top >= -1e-6 and left + w <= wide + 1e-6 and top + h <= high + 1e-6
    assert piece.box[2] <= 200 and piece.box[3] <= 287


@pytest.mark.parametrize(
    ("measure", "missing"),
    [
        (None, "first point, second point and real distance"),
        ({"from": [0.2, 0.5], "to": None, "length": "1 cm"}, "second point"),
        ({"from": [0.2, 0.5], "to": [0.4, 0.5]}, "real distance"),
    ],
)
@pytest.mark.parametrize("tiles", [None, {"overlap": "1 cm"}])
def test_until_points_and_distance_are_set_nothing_is_told_and_nothing_made(
    measure: object, missing: str, tiles: object
) -> None:
    parts = [] if tiles else [{"x": 0.5, "y": 0.5}]
    layout = life(measure=measure, tiles=tiles, parts=parts)
    made = reckon_layout(layout)
    [stop] = made.findings
    assert (stop.id, stop.level) == ("not-marked", "stop")
    assert stop.text.startswith(f"Not marked yet: {missing}. ")
    assert made.figures == [] and made.sheets == []
    page = layout_page(layout, "cm")
    assert page.rings is not None and page.rings.unmarked
    assert page.steps[0].level == "stop"


@pytest.mark.parametrize(
    ("changes", "path", "says"),
    [
        ({"measure": {"from": [0.2, 0.5], "to": [0.2, 0.5], "length": "1 cm"}}, "measure", "same"),
        ({"measure": {"from": [0.2, 0.5], "to": [0.7, 0.5], "length": "0 cm"}}, "measure.length", "is 0"),
        ({"measure": {"from": [0.2, 5], "to": [0.7, 0.5], "length": "1 cm"}}, "measure.from[1]", "less than"),
        ({"parts": []}, "parts", "ask for tiles"),
        ({"tiles": {}}, "parts", "not both"),
        ({"parts": [], "tiles": {"overlap": "30 cm"}}, "tiles.overlap", "leaves nothing"),
        ({"scale": 0}, "scale", "greater"),
    ],
)  # fmt: skip
def test_a_wrong_wish_is_refused_with_its_path(changes: dict, path: str, says: str) -> None:
    with pytest.raises(LayoutError) as refused:
        parse_layout(life_document(**changes))
    assert any(where == path and says in message for where, message in refused.value.problems), (
        refused.value.problems
    )


def test_a_target_of_its_own_is_told_the_true_one() -> None:
    with pytest.raises(LayoutError, match="at this scale the whole picture is 400 × 600 mm"):
        life({"target": {"width": "30 cm", "height": "45 cm"}})
    assert life({"target": {"width": "40 cm", "height": "60 cm"}}).plans


def test_a_name_that_is_longer_than_the_sheet_is_cut_on_paper_and_kept_as_its_name() -> None:
    long = "Root of the weed that grew below the sluice, seen from the side of the mill pond 18"
    (sheet,) = lay(life(parts=[{"name": long[:80], "x": 0.5, "y": 0.5}])).sheets
    assert sheet.name == long[:80] and long.startswith(sheet.labels[0].text)
