"""What the pages of layouts show: steps, ways side by side, frames, checks."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.layouts import life, pass_document, passes, tiles, tiles_document
from zollstock.core.ground.rational import Fraction
from zollstock.core.layouts import (
    LayoutError,
    PageQuery,
    layout_document,
    layout_page,
    parse_layout,
)
from zollstock.core.layouts.page import LayoutPage
from zollstock.core.picture.measures import LightnessMap, Measures, SharpnessMap
from zollstock.core.shapes.box import ZERO, Box
from zollstock.core.shapes.ink import Ink, Label
from zollstock.core.sheet.drawings import sheet_drawing
from zollstock.core.sheet.sheets import Sheet
from zollstock.core.studio.studio import Studio


def patched(document: dict[str, Any], fix: dict[str, Any]) -> dict[str, Any]:
    """A fix applied to a layout request as the screen does it."""
    for path, value in fix.items():
        holder: Any = document
        *names, last = path.split(".")
        for name in names:
            holder = holder[int(name)] if name.isdigit() else holder.setdefault(name, {})
        holder[last] = value
    return document


def sheets(page: LayoutPage) -> int:
    return int(next(one.value for one in page.figures if one.id == "sheets_count"))


def test_the_rule_of_tiles_says_what_a_colleague_would() -> None:
    page = layout_page(tiles())
    assert [(step.title, step.key, step.state) for step in page.steps] == [
        ("What", "57 × 85.5 cm", "ample"),
        ("Sheets", "A4, 12", "standing"),
        ("Overlap", "1 cm", "glued"),
        ("Marks", "cut, glue, numbers", "100 mm bar"),
    ]
    assert page.sides == ("57 cm", "85.5 cm")
    assert [sheet.note for sheet in page.sheets][:3] == ["glue → ↓", "glue → ↓", "glue ↓"]
    assert page.sheets[-1].note == "last"


def test_the_ways_are_the_worked_ones() -> None:
    said = {way.id: (way.title, way.text) for way in layout_page(tiles()).ways}
    assert said["turn-0"] == (
        "Standing, 12 sheets, the fewest",
        "3 across, 4 down, 34.9 % waste",
    )
    assert said["turn-90"][0] == "Lying, 15 sheets"
    assert said["save-row"] == ("Save a row: 1.4 cm less height", "57 × 84.1 cm, 9 sheets")
    assert said["as-large"] == ("As large as 12 sheets allow", "58 × 87 cm, about 175.2 ppi")


@given(
    st.integers(80, 2000), st.integers(80, 2000), st.integers(0, 40), st.sampled_from(["full", "even"]),
    st.sampled_from([{"kind": "none"}, {"kind": "wrap", "depth": "2 cm", "turn": "1 cm", "fill": "mirror"}]),
)  # fmt: skip
def test_every_way_leads_to_what_it_says(
    width: int, height: int, overlap: int, spread: str, edge: dict[str, str]
) -> None:
    plan = {"target": {"width": f"{width} mm", "height": f"{height} mm"}, "edge": edge}
    more = {"overlap": f"{overlap} mm", "spread": spread}
    page = layout_page(tiles(plan, **more))
    for way in page.ways:
        after = layout_page(parse_layout(patched(tiles_document(plan, **more), way.fix)))
        if way.id == "as-large":
            assert sheets(after) <= sheets(page)
        else:
            told = int((way.text if "save" in way.id else way.title).split(" sheet")[0].split()[-1])
            assert sheets(after) == told


@given(st.integers(100, 1500), st.integers(100, 1500), st.integers(1, 30))
def test_nothing_noticeably_larger_goes_on_so_many_sheets(width: int, height: int, on: int) -> None:
    plan = {"target": {"width": f"{width} mm", "height": f"{height} mm"}}
    page = layout_page(tiles(plan), None, PageQuery(on=on))
    way = next(way for way in page.ways if way.id == "as-large")
    target = way.fix["plans.0.target"]
    assert sheets(layout_page(parse_layout(patched(tiles_document(plan), dict(way.fix))))) <= on
    # A fiftieth and two millimetres more: of either turn, it takes a sheet more.
    sides = (f"{float(target[side].split()[0]) * 1.02 + 2:.3f} mm" for side in ("width", "height"))
    larger = {"target": dict(zip(("width", "height"), sides, strict=True))}
    assert sheets(layout_page(tiles(larger))) > on


def test_where_a_size_is_decided_elsewhere_no_way_changes_it() -> None:
    page = layout_page(life(parts=[], tiles={}))
    assert {way.id for way in page.ways} == {
        "scale-0.1", "scale-0.5", "scale-1", "scale-2", "turn-0", "turn-90",
    }  # fmt: skip
    assert page.tiles is not None and page.tiles.path == "tiles."


def test_the_frame_of_a_pass_says_where_crown_and_chin_may_be() -> None:
    page = layout_page(passes())
    assert page.frame is not None and page.frame.crown is not None
    crown, chin = page.frame.crown, page.frame.chin
    assert crown[0] < 0.25 < crown[1] and sum(crown) / 2 == pytest.approx(0.25)
    assert chin[0] < 0.65 < chin[1] and sum(chin) / 2 == pytest.approx(0.65)
    x, _, w, h = page.frame.region
    assert x + w / 2 == pytest.approx(0.5) and w * 3000 / (h * 4000) == pytest.approx(35 / 45)


@given(st.floats(-12, 12), st.floats(0.4, 0.6))
def test_straightened_by_the_rings_the_head_stands_upright(lean: float, x: float) -> None:
    """The rings are where a head that leans by so many degrees has crown and chin."""
    high = 0.4 * 4000
    crown = [x + math.tan(math.radians(lean)) * high / 3000, 0.25]
    page = layout_page(passes(face={"crown": crown, "chin": [x, 0.65]}))
    assert page.frame is not None and page.frame.leans == pytest.approx(lean, abs=1e-6)
    upright = next(way for way in page.ways if way.id == "lean-upright")
    document = patched(pass_document(face={"crown": crown, "chin": [x, 0.65]}), upright.fix)
    after = layout_page(parse_layout(document))
    assert after.frame is not None
    assert abs(after.frame.leans) < 0.06  # a tenth of a degree is what can be set
    assert after.checks[3].state == "pass"


def test_half_a_degree_there_and_back_is_where_it_was() -> None:
    right = next(way for way in layout_page(passes()).ways if way.id == "lean-right")
    document = patched(pass_document(), right.fix)
    left = next(way for way in layout_page(parse_layout(document)).ways if way.id == "lean-left")
    face = patched(document, left.fix)["face"]
    assert face["crown"] == pytest.approx([0.5, 0.25], abs=2e-6)
    assert face["chin"] == pytest.approx([0.5, 0.65], abs=2e-6)


def a_face(background: float, beside: float, face: float, sharp: float) -> Measures:
    """A grid of 20 × 20: the background above and beside the head, and a face in the middle."""
    means = []
    for row in range(20):
        for column in range(20):
            inside = 6 <= column <= 13 and 5 <= row <= 13
            means.append(face if inside else beside if row >= 8 else background)
    shares = [sharp if 6 <= at % 20 <= 13 and 5 <= at // 20 <= 13 else 1.0 for at in range(400)]
    return Measures(
        lightness=LightnessMap(columns=20, means=means, deviations=[0.0] * 400),
        sharpness=SharpnessMap(columns=20, shares=shares),
    )


@pytest.mark.parametrize(
    ("measures", "doubtful"),
    [
        (a_face(90, 88, 60, 0.9), set()),
        (a_face(55, 55, 60, 0.9), {"background"}),
        (a_face(92, 58, 60, 0.9), {"even", "shadow"}),
        (a_face(90, 88, 12, 0.9), {"brightness"}),
        (a_face(90, 88, 97, 0.9), {"brightness"}),
        (a_face(90, 88, 60, 0.2), {"sharpness"}),
    ],
)
def test_what_is_measured_is_judged(measures: Measures, doubtful: set[str]) -> None:
    page = layout_page(passes(), None, PageQuery(Studio(measures=measures)))
    assert {check.id for check in page.checks if check.state == "look"} == doubtful
    told = page.steps[2].key
    assert told == (f"{len(doubtful)} to look at" if doubtful else "all pass")


def test_what_only_an_eye_sees_is_said_and_nothing_is_retouched() -> None:
    page = layout_page(passes())
    yourself = [check.id for check in page.checks if check.state == "yourself"]
    assert yourself[-4:] == ["glasses", "expression", "hat", "recency"]
    assert {"background", "brightness", "sharpness"} <= set(yourself)  # while nothing was measured
    assert "retouched" in page.hint


def test_too_few_pixels_for_an_office_are_doubtful() -> None:
    small = passes({"picture": {"width_px": 450, "height_px": 600}})
    checks = {check.id: check.state for check in layout_page(small).checks}
    assert checks["ppi"] == "look" and checks["upright"] == "pass"


def test_an_upload_has_the_photos_ratio_or_the_right_one_is_named() -> None:
    good = passes(upload={"width_px": 700, "height_px": 900, "most_kb": 300})
    said = {one.id: one.value for one in layout_page(good).figures}
    assert (said["upload_width_px"], said["upload_height_px"]) == (700, 900)
    with pytest.raises(LayoutError, match="600 × 771 px have it"):
        passes(upload={"width_px": 600, "height_px": 600})


@pytest.mark.parametrize("make", [tiles, passes, life])
def test_a_wish_comes_back_whole_from_its_document(make: Any) -> None:
    layout = make()
    assert parse_layout(layout_document(layout)) == layout


def test_the_sheet_that_is_looked_at_comes_with_its_ink() -> None:
    sheets = layout_page(tiles(), None, PageQuery(sheet=4)).sheets
    looked_at = sheets[4].drawing
    assert {stroke.kind for stroke in looked_at.strokes} == {"cut", "glue", "register", "scale"}
    assert [label.text for label in looked_at.labels] == ["B2", "100 mm"]
    assert looked_at.parts and not looked_at.pieces
    for query in (PageQuery(), PageQuery(sheet=99)):
        assert not any(one.drawing.strokes for one in layout_page(tiles(), None, query).sheets)


def test_words_that_read_downwards_are_drawn_so() -> None:
    ink = Ink(labels=(Label("Salt", (ZERO, ZERO), Fraction(3), turn=90), Label("Fog", (ZERO, ZERO), Fraction(3))))  # fmt: skip
    media = Box(ZERO, ZERO, Fraction(60), Fraction(40))
    drawn = sheet_drawing(Sheet("cover", media.w, media.h, Fraction(72), media, media, (ink,)))
    assert [label.turn for label in drawn.labels] == [90, 0]
