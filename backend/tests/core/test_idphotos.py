"""ID photos: the head in its range, crown or eyes where the rule has them, and how many fit a sheet."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.layouts import PASS, pass_document, passes
from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import LayoutError, lay, parse_layout, reckon_layout

RULE, FACE = PASS["rule"], PASS["face"]
EYES = {key: value for key, value in RULE.items() if key != "crown"} | {"eyes": ["20 mm", "25 mm"]}  # type: ignore[union-attr]


def test_the_worked_example() -> None:
    """0.4 × 4000 px of head on 34 mm are 47.06 px a mm, 1195.3 ppi; 35 × 45 mm are 1647 × 2118 px."""
    made = reckon_layout(passes())
    said = {figure.id: figure.text for figure in made.figures}
    assert said["effective_ppi"] == "1195.3 ppi" and said["head_height"] == "34 mm"
    assert said["crown_distance"] == "4 mm" and "eye_height" not in said
    assert (said["pieces_count"], said["columns"], said["rows"]) == ("8", "4", "2")
    assert (said["upload_width_px"], said["upload_height_px"]) == ("1647 px", "2118 px")
    region = made.sheets[0].pieces[0].region
    per_mm = 1600 / 34
    assert region == pytest.approx(
        (1500 - 17.5 * per_mm, 1000 - 4 * per_mm, 35 * per_mm, 45 * per_mm)
    )


def test_by_the_eyes_the_line_lies_in_the_middle_of_its_range() -> None:
    made = reckon_layout(passes(rule=EYES, face=FACE | {"eyes": [0.5, 0.45]}))  # type: ignore[operator]
    _, y, _, h = made.sheets[0].pieces[0].region
    assert y + h - 0.45 * 4000 == pytest.approx(22.5 * 1600 / 34)
    assert made.figure("eye_height").text == "22.5 mm"


@given(
    st.floats(0.2, 0.8), st.floats(0.1, 0.4), st.floats(0.2, 0.5), st.floats(-0.05, 0.05),
    st.sampled_from([0, 90, 180, 270]),
)  # fmt: skip
def test_on_the_photo_the_head_is_as_the_rule_says(
    x: float, crown: float, head: float, aside: float, turn: int
) -> None:
    face = {"crown": [x, crown], "chin": [min(1.0, max(0.0, x + aside)), crown + head]}
    laid = lay(passes({"fit": {"turn": turn}}, face=face))
    work = laid.works[0]
    high = 3000 if turn in (90, 270) else 4000
    top = (crown * high - float(work.placement.crop.y)) * float(work.placement.mm_per_px)
    chin = ((crown + head) * high - float(work.placement.crop.y)) * float(work.placement.mm_per_px)
    assert top == pytest.approx(4) and chin - top == pytest.approx(34)
    beyond = {one.id for one in laid.findings if one.level == "stop"}
    crop = work.placement.crop
    inside = crop.x >= 0 and crop.y >= 0 and crop.right <= work.placement.picture_w
    assert ("photo-outside" not in beyond) == (inside and crop.bottom <= work.placement.picture_h)


def test_where_the_picture_ends_it_says_which_side_and_how_much() -> None:
    found = reckon_layout(passes(face={"crown": [0.5, 0.01], "chin": [0.5, 0.41]})).findings
    (stop,) = [one for one in found if one.level == "stop"]
    assert "3.2 mm (148.2 px)" in stop.text and "beyond the top" in stop.text  # 4 mm less 40 px


@given(
    st.integers(200, 900), st.integers(200, 900), st.integers(100, 600), st.integers(100, 600),
    st.integers(0, 50),
)  # fmt: skip
def test_as_many_as_fit_none_over_another_and_all_on_the_sheet(
    width: int, height: int, wide: int, high: int, gap: int
) -> None:
    """Sides in tenths of a mm; counted again one by one, in both turns."""
    rule = RULE | {"width": f"{wide / 10} mm", "height": f"{high / 10} mm"}  # type: ignore[operator]
    sheet = {"width": f"{width / 10} mm", "height": f"{height / 10} mm", "margins": dict.fromkeys(("left", "top", "right", "bottom"), "2 mm")}  # fmt: skip
    document = pass_document(rule=rule, sheet=sheet, gap=f"{gap / 10} mm")

    def fit(room: int, piece: int) -> int:
        return next(n for n in range(100) if (n + 1) * piece + n * gap > room - 40)

    ways = [fit(width, wide) * fit(height, high), fit(width, high) * fit(height, wide)]
    if not max(ways):
        with pytest.raises(LayoutError, match="not one fits"):
            parse_layout(document)
        return
    laid = lay(parse_layout(document))
    boxes = [piece.box for piece in laid.sheets[0].file_parts]
    assert len(boxes) == max(ways)
    if ways[0] >= ways[1]:
        assert laid.sheets[0].file_parts[0].turn == 0
    for at, one in enumerate(boxes):
        assert one.x >= 2 and one.y >= 2
        assert one.right <= Fraction(width, 10) - 2 and one.bottom <= Fraction(height, 10) - 2
        for other in boxes[at + 1 :]:
            apart = max(
                other.x - one.right, one.x - other.right, other.y - one.bottom, one.y - other.bottom
            )
            assert apart >= Fraction(gap, 10)


def test_more_copies_than_fit_take_more_sheets_and_fewer_lie_in_the_middle() -> None:
    assert [len(sheet.file_parts) for sheet in lay(passes(copies=11)).sheets] == [8, 3]
    (sheet,) = lay(passes(copies=4)).sheets
    boxes = [piece.box for piece in sheet.file_parts]
    assert min(box.y for box in boxes) == 102 - max(box.bottom for box in boxes)
    (single,) = lay(passes(copies=1)).sheets[0].file_parts
    assert single.box.x == Fraction(152 - 35, 2) and single.box.y == Fraction(102 - 45, 2)


def test_cut_lines_run_to_the_rim_and_over_no_photo() -> None:
    (sheet,) = lay(passes()).sheets
    assert {stroke.kind for stroke in sheet.strokes} == {"cut"}
    assert any(stroke.start[1] == 0 for stroke in sheet.strokes)
    assert any(stroke.end[0] == 152 for stroke in sheet.strokes)
    for stroke in sheet.strokes:
        (x, y), (to_x, to_y) = stroke.start, stroke.end
        for piece in sheet.file_parts:
            box = piece.box
            over = x < box.right and to_x > box.x and y < box.bottom and to_y > box.y
            assert not over


@pytest.mark.parametrize(
    ("face", "rule", "missing"),
    [
        (None, RULE, "crown and chin"),
        ({"crown": None, "chin": [0.5, 0.6]}, RULE, "crown"),
        ({"crown": [0.5, 0.2], "chin": None}, RULE, "chin"),
        ({"crown": [0.5, 0.2], "chin": [0.5, 0.6]}, EYES, "eyes"),
        # The one that is marked lies where the other would wait.
        ({"crown": [0.5, 0.7], "chin": None}, RULE, "chin"),
        ({"crown": None, "chin": [0.5, 0.1]}, EYES, "crown and eyes"),
    ],
)
def test_what_nobody_marked_stops_it_and_is_told_by_no_figure(
    face: object, rule: object, missing: str
) -> None:
    made = reckon_layout(passes(face=face, rule=rule))
    [stop] = [one for one in made.findings if one.level == "stop"]
    assert stop.id == "not-marked" and stop.text.startswith(f"Not marked yet: {missing}. ")
    assert not {"effective_ppi", "upload_width_px"} & {figure.id for figure in made.figures}


def test_what_was_marked_stops_nothing() -> None:
    assert not [one for one in reckon_layout(passes()).findings if one.level == "stop"]


@pytest.mark.parametrize(
    ("changes", "path", "says"),
    [
        ({"face": {"crown": [0.5, 0.6], "chin": [0.5, 0.5]}}, "face", "under the crown"),
        ({"rule": RULE | {"eyes": ["20 mm", "25 mm"]}}, "rule", "just one"),  # type: ignore[operator]
        ({"rule": RULE | {"head": ["36 mm", "32 mm"]}}, "rule.head", "less to the more"),  # type: ignore[operator]
        ({"copies": 0}, "copies", "greater than"),
        ({"face": {"crown": [0.5, 1.6], "chin": [0.5, 0.5]}}, "face.crown[1]", "less than"),
    ],
)  # fmt: skip
def test_a_wrong_wish_is_refused_with_its_path(changes: dict, path: str, says: str) -> None:
    with pytest.raises(LayoutError) as refused:
        parse_layout(pass_document(**changes))
    assert any(where == path and says in message for where, message in refused.value.problems), (
        refused.value.problems
    )


def test_the_size_is_the_rules_own() -> None:
    with pytest.raises(LayoutError, match="the rule makes it 35 mm × 45 mm"):
        passes({"target": {"width": "4 cm", "height": "5 cm"}})
    assert passes({"target": {"width": "3.5 cm", "height": "4.5 cm"}}).plans


def test_the_authoritys_own_page_decides() -> None:
    note = next(one for one in reckon_layout(passes()).findings if one.id == "authority-decides")
    assert "made up for tests, read 2026-11-01" in note.text
