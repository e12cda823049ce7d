"""Placement, marks, pixel boxes, rail and steps, one by one."""

from __future__ import annotations

from fractions import Fraction

import pytest

from tests.laid import laid
from tests.plans import LAMP, border, plan, wrap
from zollstock.core.criteria import CRITERIA, Conditions
from zollstock.core.edges import edge_boxes
from zollstock.core.reckon import reckon
from zollstock.core.rules.straighten import UPRIGHT, roomiest
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.marks import mark_strokes
from zollstock.core.sheet.sheets import Sampling
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import worksheet


def crop(**changes) -> tuple[float, ...]:
    return work_out(plan(**changes)).placement.crop.as_floats()


SQUARE = {"target": {"width": "30 cm", "height": "30 cm"}}


@pytest.mark.parametrize(
    ("anchor", "x"), [((0, 0.5), 0), ((0.5, 0.5), 833.5), ((1, 0.5), 1667), ((0.25, 1), 416.75)]
)
def test_the_anchor_shares_out_the_spare_room(anchor: tuple, x: float) -> None:
    assert crop(**SQUARE, fit={"anchor": anchor}) == (x, 0, 3333, 3333)


def test_zoom_shrinks_the_crop_in_both_directions() -> None:
    assert crop(**SQUARE, fit={"zoom": 2}) == (1666.75, 833.25, 1666.5, 1666.5)
    once, twice = (
        reckon(plan(**SQUARE, fit={"zoom": z})).figure("effective_ppi").value for z in (1, 2)
    )
    assert once == 2 * twice


def test_contain_never_loses_and_places_by_the_same_anchor() -> None:
    made = plan(**SQUARE, fit={"mode": "contain", "anchor": [0.5, 0.25]})
    figures = {figure.id: figure.value for figure in reckon(made).figures}
    assert figures["loss"] == 0
    spare = 300 - 300 * 3333 / 5000
    assert figures["pad_top"] == pytest.approx(spare / 4)
    assert figures["pad_bottom"] == pytest.approx(spare * 3 / 4)
    assert figures["pad_left"] == figures["pad_right"] == 0
    assert "pad_left" not in {figure.id for figure in reckon(plan(fit={"mode": "fill"})).figures}


@pytest.mark.parametrize(
    ("window", "first", "last", "start"),
    [(40, 10, 20, 0), (40, 45, 55, 30), (40, 85, 95, 60), (40, 10, 90, 30), (100, 3, 9, 0)],
)
def test_the_best_window_on_a_line(window: int, first: int, last: int, start: int) -> None:
    span = Box(Fraction(first - 50), Fraction(0), Fraction(last - first), Fraction(1))
    centre = roomiest(
        span, (Fraction(window), Fraction(1)), (Fraction(100 - window), Fraction(0)), UPRIGHT
    )
    assert centre[0] + 50 - Fraction(window, 2) == start


def test_automatic_placement_is_told_as_an_anchor() -> None:
    made = plan(**SQUARE, fit={"keep": [LAMP], "auto": True})
    figures = {figure.id: figure for figure in reckon(made).figures}
    assert figures["crop_x"].value == 0 and figures["anchor_x"].value == 0
    assert "from the keep zones" in figures["anchor_x"].working
    assert figures["anchor_y"].value == 0.5  # no spare room: as it was


def test_auto_without_zones_leaves_the_anchor_alone() -> None:
    assert crop(**SQUARE, fit={"auto": True, "anchor": [1, 0]})[0] == 1667


def test_marks_lie_in_the_margin_and_point_at_their_line() -> None:
    made = plan(
        edge=wrap("mirror"), marks={"margin": "10 mm", "crop": True, "fold": True, "centre": True}
    )
    boxes = edge_boxes(made.edge, made.target, made.marks)
    inner = boxes.document.grown(-made.marks.margin.mm)
    lines = [stroke.box for stroke in mark_strokes(made.marks, boxes)]
    assert len(lines) == 8 + 16 + 4
    for line in lines:
        outside = (
            line.right <= inner.x
            or line.x >= inner.right
            or line.bottom <= inner.y
            or line.y >= inner.bottom
        )
        assert outside and line.x >= 0 and line.right <= boxes.document.right
    upright = {line.x + line.w / 2 for line in lines if line.h > line.w}
    assert {boxes.trim.x, boxes.trim.right, boxes.trim.x + boxes.trim.w / 2} <= upright


def test_no_margin_no_marks() -> None:
    made = plan(marks={"crop": True})
    assert not list(mark_strokes(made.marks, edge_boxes(made.edge, made.target, made.marks)))


def test_pixels_of_the_worked_border() -> None:
    boxes = laid(work_out(plan(edge=border("2 in"), fit={"anchor": [0.5, 0.0]})))
    assert (boxes.grid.width, boxes.grid.height) == (6000, 4000)
    assert boxes.printed == PixelBox(500, 500, 5000, 3000)
    assert boxes.sampling == Sampling(Fraction(0), Fraction(0), Fraction(1), copies=True)


def test_a_border_less_print_never_grows_a_white_row() -> None:
    """Sizes whose pixels come out at a half: the picture must still reach every edge."""
    for width in range(1000, 1060, 7):
        made = plan(
            picture={"width_px": width, "height_px": 777},
            target={"width": "31.3 cm", "height": "20.9 cm"},
        )
        boxes = laid(work_out(made))
        assert boxes.printed == PixelBox(0, 0, boxes.grid.width, boxes.grid.height)


PAPER = Conditions()


@pytest.mark.parametrize(
    ("effective", "reach"),
    [(300, 0), (299, 400), (240, 400), (200, 800), (150, 1500), (100, 2500), (50, 5000), (15, 10_000),
     (14, None)],
)  # fmt: skip
def test_from_where_the_house_table_is_content(effective: int, reach: float | None) -> None:
    assert CRITERIA["table"].reach(effective, PAPER) == reach


def test_device_is_content_anywhere_or_nowhere() -> None:
    assert CRITERIA["device"].reach(300, PAPER) == 0
    assert CRITERIA["device"].reach(299, PAPER) is None
    assert CRITERIA["device"].reach(250, Conditions(factor=0.8)) == 0
    assert CRITERIA["trials"].need(500, PAPER) is None


def test_the_medium_lowers_every_need() -> None:
    paper, canvas = plan(), plan(medium={"name": "canvas", "factor": 0.6})
    for one, other in zip(reckon(paper).schools, reckon(canvas).schools, strict=True):
        if one.id == "model":  # the spread of ink stands for its factor
            assert 0.3 * one.need_ppi < other.need_ppi < one.need_ppi
        else:
            assert other.need_ppi == pytest.approx(0.6 * one.need_ppi)


def test_a_stricter_eye_needs_more() -> None:
    strict = plan(viewing={"arcmin": 0.6})
    usual = plan()
    ratio = reckon(strict).figure("need_ppi").value / reckon(usual).figure("need_ppi").value
    assert ratio == pytest.approx(1 / 0.6, rel=1e-6)


def test_the_rail_tells_where_the_viewer_stands() -> None:
    rail = worksheet(plan(edge=border("2 in")), "cm").rail
    assert rail.viewer.text == "whole print, 89 cm"
    assert rail.verdict == "2.54 × what the eye can use there (needs 98.3 ppi)"
    assert rail.clean is not None and rail.clean.text == "clean from 35 cm"
    assert [band.grade for band in rail.bands] == ["coarse", "soft", "near", "clean", "surplus"]
    assert rail.nose.text == "closest look, 15 cm"
    device = worksheet(plan(edge=border("2 in"), viewing={"school": "device"}), "cm").rail
    assert device.clean is None and [band.grade for band in device.bands] == ["near"]
    trials = worksheet(plan(viewing={"school": "trials"}), "cm").rail
    assert "no trials yet" in trials.verdict


@pytest.mark.parametrize(
    ("changes", "step", "key", "state"),
    [
        ({}, "picture", "5000 × 3333", "17 MP"),
        ({"edge": border("2 in")}, "fit", "−10 % height", "fill"),
        ({"edge": border("2 in"), "fit": {"keep": [LAMP]}}, "fit", "−10 % height", "1 zone"),
        ({"fit": {"mode": "contain"}}, "fit", "Whole picture", "contain"),
        ({}, "fit", "As good as whole", "fill"),
        ({"fit": {"zoom": 2}}, "fit", "−75 % picture", "fill"),
        ({}, "edge", "No edge", "none"),
        ({"edge": border("1 in", "2 in", "1 in", "3 in")}, "edge", "1 · 2 · 1 · 3 in", "border"),
        ({"edge": wrap("soft-mirror")}, "edge", "Wrap 1½ in", "soft mirror"),
        ({"edge": {"kind": "bleed", "bleed": "1/8 in"}}, "edge", "Bleed ⅛ in", "trimmed"),
        ({"pixels": {"mode": "fixed", "ppi": 300}}, "pixels", "300 ppi", "1.44 ×"),
        ({"viewing": {"distance": "2 m"}}, "distance", "from 78.74 in", "ample"),
        ({"viewing": {"school": "trials"}}, "distance", "from 43 in", "stop"),
        ({"output": {"format": "jpeg"}}, "handover", "JPEG 5000 × 3333", "to do"),
    ],
)
def test_blades(changes: dict, step: str, key: str, state: str) -> None:
    if "soft-mirror" in str(changes):
        changes = {"edge": wrap("soft-mirror", "1 1/2 in", "1/2 in")}
    steps = {one.step: one for one in worksheet(plan(**changes), "in").steps}
    assert (steps[step].key, steps[step].state) == (key, state)
