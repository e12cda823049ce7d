"""Targets in pixels: the file has exactly those, and the tag changes none of them."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import border, document, plan
from zollstock.core.documents.plan import PlanError, parse_plan, plan_document
from zollstock.core.ground.lengths import LengthError
from zollstock.core.reckon import reckon
from zollstock.core.sizes.pairs import parse_size
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import text_worksheet, worksheet

SCREEN = {"width": "1920 px", "height": "1080 px"}


def figures(**changes) -> dict:
    return {figure.id: figure for figure in reckon(plan(**changes)).figures}


def test_a_screen_size_worked_by_hand() -> None:
    """5000 × 3333 px for 1920 × 1080: 5000 × 2812.5 are used, 2.604 picture pixels for each."""
    found = figures(target=SCREEN)
    assert (found["output_width_px"].value, found["output_height_px"].value) == (1920, 1080)
    assert found["crop_height"].value == 2812.5
    assert found["quality_ratio"].value == pytest.approx(5000 / 1920)
    assert found["grade"].value == "surplus"
    assert found["target_width"].text == "1920 px" and found["output_ppi"].value == 96
    assert "view_distance" not in found and "clean_from" not in found


@given(st.integers(1, 4000), st.integers(1, 4000), st.integers(1, 1200))
def test_the_tag_changes_no_pixel_and_no_verdict(width: int, height: int, ppi: int) -> None:
    target = {"width": f"{width} px", "height": f"{height} px"}
    plain, tagged = (work_out(plan(target=t)) for t in (target, target | {"ppi": float(ppi)}))
    assert (tagged.output_w, tagged.output_h) == (width, height) == (plain.output_w, plain.output_h)
    assert tagged.placement.crop == plain.placement.crop
    assert tagged.quality == pytest.approx(plain.quality) and tagged.output_ppi == ppi


def test_it_is_kept_as_typed_and_shown_in_px_whatever_the_unit() -> None:
    made = plan(target=SCREEN | {"ppi": 72})
    assert plan_document(made)["target"] == {"width": "1920 px", "height": "1080 px", "ppi": 72.0}
    assert parse_plan(plan_document(made)) == made
    sheet = worksheet(made, "cm", "fit")
    assert sheet.steps[1].key == "1920 × 1080 px" and sheet.schools == []
    assert [band.grade for band in sheet.rail.bands] == ["surplus"]
    assert "1920 × 1080 px" in text_worksheet(made)


@pytest.mark.parametrize(
    ("changes", "path", "said"),
    [
        ({"target": {"width": "1920 px", "height": "30 cm"}}, "target", "both sides in px"),
        ({"target": {"width": "19.5 px", "height": "30 px"}}, "target", "pixels are whole"),
        ({"target": {"width": "0 px", "height": "30 px"}}, "target.width", "is 0"),
        ({"target": {"width": "900000 px", "height": "30 px"}}, "target", "200000 px a side"),
        ({"target": {"width": "30 cm", "height": "20 cm", "ppi": 72}}, "target.ppi", "in pixels"),
        ({"target": SCREEN, "edge": border("1 cm")}, "edge", "no edge"),
        ({"target": SCREEN, "marks": {"margin": "5 mm"}}, "marks.margin", "no margin"),
    ],
)
def test_what_does_not_go_with_pixels_is_told(changes: dict, path: str, said: str) -> None:
    with pytest.raises(PlanError) as caught:
        parse_plan(document(**changes))
    assert any(where == path and said in what for where, what in caught.value.problems)


def test_sizes_in_pixels_are_read_as_typed() -> None:
    for text in ("1920x1080 px", "1920 × 1080px", "1920 px x 1080 px"):
        sides = parse_size(text)
        assert (sides.width.typed, sides.height.typed) == ("1920 px", "1080 px")
    for text in ("1920 px", "x1080 px", "1.5 x 3 px", "0x3 px"):
        with pytest.raises(LengthError):
            parse_size(text)


def test_too_few_pixels_for_a_screen_are_told_without_a_distance() -> None:
    small = {"width_px": 800, "height_px": 600}
    found = {f.id: f for f in reckon(plan(target=SCREEN, picture=small)).findings}
    assert "0.42 pixels for each of the screen's" in found["quality-coarse"].text
    assert "fix" not in found["enlarged-far"].model_dump(exclude_none=True)
