"""Panels: the spread, what each face shows, how they hang, and where zones lie."""

from __future__ import annotations

import json
from typing import Any

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_layout_pages import patched
from tests.layouts import frames_of, panels, panels_document
from zollstock.core.ground.lengths import parse_length
from zollstock.core.ground.rational import Fraction, fraction_of
from zollstock.core.layouts import (
    LayoutError,
    lay,
    layout_document,
    layout_page,
    parse_layout,
    reckon_layout,
    scene_of,
)
from zollstock.core.layouts.document import Sheets, sheets_json
from zollstock.core.layouts.panels.arrangements import ARRANGEMENTS, arrangement_of
from zollstock.core.layouts.panels.rearranged import NotArranged, rearranged
from zollstock.core.layouts.panels.request import PanelsRequest
from zollstock.core.layouts.wall.faces import bounds, closed
from zollstock.core.schema import layout_schema, sheets_schema
from zollstock.core.shapes.box import Box

WRAP = {"depth": "38 mm", "turn": "12 mm", "fill": "mirror"}


def said(made: Sheets) -> dict[str, str]:
    return {figure.id: figure.working for figure in made.figures}


def test_the_worked_example() -> None:
    """Four measured frames up the stairs, 40 mm apart, their middle at 1500 mm: reckoned by hand."""
    made = reckon_layout(panels(wrap=WRAP))
    worked = said(made)
    assert worked["spread_width"] == "302 + 301 + 303 + 301 + 3 × 40 = 1327 mm"
    assert worked["spread_height"] == "630 − 0 = 630 mm"
    assert made.figure("effective_ppi").value == pytest.approx(
        9000 * (1327 / 630 / 3) / (1327 / 25.4)
    )
    assert made.figure("unseen").value == pytest.approx(1 - 1207 * 450 / (1327 * 630))
    assert worked["hang_top_1"] == "1500 + 630 ÷ 2 − 180 = 1635 mm"
    assert worked["nail_y_1"] == "1635 − 30 = 1605 mm"
    assert worked["nail_x_2"] == "342 + 301 ÷ 2 = 492.5 mm"
    assert [made.figure(f"hang_left_{number}").value for number in (1, 2, 3, 4)] == [
        0,
        342,
        683,
        1026,
    ]
    assert [made.figure(f"nail_x_{number}").value for number in (1, 2, 3, 4)] == [
        151,
        492.5,
        834.5,
        1176.5,
    ]
    first = made.sheets[0]
    assert (first.name, first.width, first.height) == ("1", 402.0, 550.0)
    assert first.pieces[0].box == (50.0, 50.0, 302.0, 450.0)


def test_an_uneven_group_hangs_where_a_tape_says() -> None:
    """Three frames of three sizes: 20 × 30, 50 × 40 and 18 × 24 cm on one middle line, from 350 mm, middle at 1550."""
    group = frames_of((0, 50, 200, 300), (260, 0, 500, 400), (825, 80, 180, 240))
    group[1]["fixings"] = 2
    made = reckon_layout(
        panels(
            frames=group,
            hang={"centre_height": "1550 mm", "from_left": "350 mm", "nail_drop": "25 mm"},
        )
    )
    found = {figure.id: figure.value for figure in made.figures}
    # The group is 400 high: its upper edge at 1550 + 200 = 1750 mm.
    assert [found[f"hang_top_{number}"] for number in (1, 2, 3)] == [1700, 1750, 1670]
    assert [found[f"hang_left_{number}"] for number in (1, 2, 3)] == [350, 610, 1175]
    assert [found[f"nail_y_{number}"] for number in (1, 2, 3)] == [1675, 1725, 1645]
    assert [found[f"nail_x_{number}"] for number in (1, 2, 3)] == [450, 860, 1265]
    assert (found["nail_left_2"], found["nail_right_2"]) == (735, 985)
    assert "nail_left_1" not in found


def test_butted_closes_what_no_face_covers() -> None:
    made = reckon_layout(panels(mode="butted"))
    assert said(made)["spread_width"] == "302 + 301 + 303 + 301 = 1207 mm"
    assert made.figure("spread_height").value == 630
    # Hung they keep their gaps.
    assert made.figure("nail_x_4").value == 1176.5


def test_a_two_by_two_closes_both_ways() -> None:
    four = [
        Box(*map(Fraction, box))
        for box in ((0, 0, 30, 40), (34, 0, 31, 40), (0, 45, 30, 40), (34, 45, 31, 39))
    ]
    assert [(face.x, face.y) for face in closed(four)] == [(0, 0), (30, 0), (0, 40), (30, 40)]


@given(
    st.lists(
        st.tuples(*[st.integers(0, 60)] * 2, *[st.integers(1, 30)] * 2), min_size=1, max_size=8
    )
)
def test_closing_keeps_what_touches_and_lays_nothing_over_another(
    boxes: list[tuple[int, int, int, int]],
) -> None:
    kept: list[Box] = []
    for box in (Box(*map(Fraction, one)) for one in boxes):
        if not any(_over(box, other) for other in kept):
            kept.append(box)
    moved = closed(kept)
    for number, one in enumerate(moved):
        assert (one.w, one.h) == (kept[number].w, kept[number].h)
        assert not any(_over(one, other) for other in moved[:number])
    again = closed(moved)
    assert again == moved
    whole = bounds(moved)
    columns = {at for face in moved for at in range(int(face.x), int(face.right))}
    assert len(columns) == whole.w


def _over(one: Box, other: Box) -> bool:
    return (
        one.x < other.right
        and other.x < one.right
        and one.y < other.bottom
        and other.y < one.bottom
    )


@given(
    st.lists(st.tuples(*[st.integers(150, 5000)] * 2, st.integers(0, 900)), min_size=1, max_size=7),
    st.sampled_from(["window", "butted"]), st.sampled_from([None, "mirror", "colour", "picture"]),
    st.integers(40, 400), st.booleans(),
)  # fmt: skip
def test_every_px_of_the_spread_lies_on_one_panel_at_its_place(
    sizes: list[tuple[int, int, int]], mode: str, fill: str | None, ppi: int, down: bool
) -> None:
    """In a row of any sizes and gaps, in tenths of a mm, the faces are cut from the spread where the one grid has them."""
    at, boxes = 0, []
    for width, height, gap in sizes:
        boxes.append((0, at, height / 10, width / 10) if down else (at, 0, width / 10, height / 10))
        at = round(at + (width + gap) / 10, 1)
    wrap = None if fill is None else {"depth": "21 mm", "turn": "9 mm", "fill": fill}
    layout = panels(
        {"pixels": {"mode": "fixed", "ppi": ppi}}, frames=frames_of(*boxes), mode=mode, wrap=wrap
    )
    laid = lay(layout)
    assert isinstance(layout, PanelsRequest)
    per_mm = Fraction(ppi) / fraction_of("25.4")
    around = 0 if wrap is None else int(30 * per_mm + Fraction(1, 2))
    grown = laid.works[0].placement.printed.x  # the whole file begins at its own corner
    assert grown == 0
    ends = 0
    for face, sheet in zip(layout.on_spread, laid.sheets, strict=True):
        (piece,) = sheet.file_parts
        x, right = (
            int(edge * per_mm + Fraction(1, 2))
            for edge in ((face.y, face.bottom) if down else (face.x, face.right))
        )
        shown = (piece.shown.y, piece.shown.h) if down else (piece.shown.x, piece.shown.w)
        raster = sheet.raster[1 if down else 0] if sheet.raster else 0
        assert raster == right - x + 2 * around
        if fill == "picture":
            assert shown[1] == raster
        elif mode == "butted":
            assert shown[0] == ends or shown[0] == x
            ends = shown[0] + shown[1]
        if fill != "picture":
            assert shown == (x, max(1, right - x))
            lies = sheet.pixels(piece)
            assert (lies.x, lies.y) == (around, around)


def test_the_sides_show_what_lies_beyond_and_stop_where_the_picture_ends() -> None:
    picture = WRAP | {"fill": "picture"}
    made = reckon_layout(panels(wrap=picture))
    stops = [one for one in made.findings if one.level == "stop"]
    assert [one.id for one in stops] == ["picture-ends"] * 2
    assert stops[0].fix == {"wrap.fill": "mirror"}
    assert "before the sides of frame 1" in stops[0].text
    calm = reckon_layout(panels({"fit": {"zoom": 1.3}}, wrap=picture))
    assert not [one for one in calm.findings if one.level == "stop"]
    piece = calm.sheets[1].pieces[0]
    assert piece.box == (0.0, 0.0, 401.0, 550.0)
    ppi = calm.figure("effective_ppi").value
    assert isinstance(ppi, float)
    assert piece.region[2] == pytest.approx(401 / 25.4 * ppi)


def test_taking_the_picture_round_the_sides_makes_room_for_them() -> None:
    document = panels_document(wrap=WRAP)
    way = next(way for way in layout_page(parse_layout(document)).ways if way.id == "fill-picture")
    made = reckon_layout(parse_layout(patched(document, way.fix)))
    assert not [one for one in made.findings if one.level == "stop"]
    assert float(way.fix["plans.0.fit.zoom"]) < 1.25


@pytest.mark.parametrize(("changes", "path", "told"), [
    ({"frames": frames_of((0, 0, 300, 400), (250, 0, 300, 400))}, "frames[1].x", "frame 2 lies 50 mm over frame 1"),
    ({"frames": frames_of((0, 0, 300, 400), (0, 390, 300, 400))}, "frames[1].y", "frame 2 lies 10 mm over frame 1"),
    ({"frames": frames_of((0, 0, 0, 400))}, "frames[0].width", "a frame has a size"),
    ({"frames": []}, "frames", "at least 1"),
    ({"plan": {"target": {"width": "2 m", "height": "1 m"}}}, "plans[0].target", "a spread of 1327 × 630 mm"),
    ({"plan": {"edge": {"kind": "bleed", "bleed": "3 mm"}}}, "plans[0].edge", "`wrap`"),
    ({"wrap": {"depth": "0 mm", "turn": "1 cm"}}, "wrap.depth", "without sides"),
    ({"wrap": {"depth": "2 1/ cm", "turn": "1 cm"}}, "wrap.depth", "2 1/ cm"),
    ({"hang": {"centre_height": "high"}}, "hang.centre_height", "high"),
    ({"mode": "open"}, "mode", "window"),
])  # fmt: skip
def test_what_cannot_be_hung_is_told_with_its_path(
    changes: dict[str, Any], path: str, told: str
) -> None:
    with pytest.raises(LayoutError) as refused:
        panels(**changes)
    assert any(at == path and told in text for at, text in refused.value.problems), (
        refused.value.problems
    )


def zone(x: float, w: float = 0.04, name: str = "post") -> dict[str, Any]:
    return {"name": name, "x": x, "y": 0.45, "w": w, "h": 0.1}


def test_a_zone_in_a_gap_is_told_and_the_picture_moves_off_it() -> None:
    """The crop is 6319 px of 9000 wide, so the third gap begins at 1340 + 986 ÷ 1327 × 6319 px."""
    document = panels_document({"fit": {"keep": [zone(0.67)]}})
    (found,) = [
        one for one in reckon_layout(parse_layout(document)).findings if one.id == "zone-off-faces"
    ]
    assert found.text == "The post lies across frames 3 and 4."
    assert found.fix_label == "Move the picture" and found.fix is not None
    assert "plans.0.fit.zoom" not in found.fix
    after = reckon_layout(parse_layout(patched(document, found.fix)))
    assert not [one for one in after.findings if one.id == "zone-off-faces"]


def test_placed_automatically_it_keeps_its_zones_off_the_gaps() -> None:
    plan = {"fit": {"keep": [zone(0.67)], "auto": True}}
    made = layout_page(panels(plan))
    assert not [one for one in made.findings if one.id == "zone-off-faces"]
    drawn = made.panels
    assert drawn is not None
    (_, spot), wall = drawn.zones[0], made.wall
    assert wall is not None
    assert any(
        face[0] <= spot[0] and spot[0] + spot[2] <= face[0] + face[2]
        for face in (piece.shows for piece in wall.pieces)
    )
    # What its file shows is the same picture: both criteria, and the wall.
    laid = lay(panels(plan))
    assert laid.works[0].placement.whole.as_floats() == pytest.approx(drawn.picture)
    assert [mode.mode for mode in drawn.modes] == ["window", "butted"]
    assert drawn.modes[0].picture == drawn.picture and drawn.modes[1].shows[1][0] == 302
    found = scene_of(panels(plan))
    assert found is not None and [one.part for one in found.shapes if one.kind == "picture"] == [
        piece.shows for piece in wall.pieces
    ]


def test_a_zone_larger_than_every_face_cannot_be_helped() -> None:
    (found,) = [
        one
        for one in reckon_layout(panels({"fit": {"keep": [zone(0.2, 0.5, "horizon")]}})).findings
        if one.id == "zone-off-faces"
    ]
    assert found.fix is None and "frames 1, 2" in found.text


@given(
    st.lists(st.tuples(st.floats(0.16, 0.8), st.floats(0.005, 0.03)), min_size=1, max_size=3),
    st.floats(0, 1),
    st.sampled_from(["window", "butted"]),
)
def test_the_move_always_ends_where_it_should(
    zones: list[tuple[float, float]], anchor: float, mode: str
) -> None:
    keep = [zone(x, w, str(number)) for number, (x, w) in enumerate(zones)]
    document = panels_document({"fit": {"keep": keep, "anchor": [anchor, 0.5]}}, mode=mode)
    torn = [
        one for one in reckon_layout(parse_layout(document)).findings if one.id == "zone-off-faces"
    ]
    if torn and torn[0].fix is not None:
        after = reckon_layout(parse_layout(patched(document, torn[0].fix)))
        assert not [one for one in after.findings if one.id == "zone-off-faces"]


def test_a_zone_near_a_fold_wants_the_sides_mirrored() -> None:
    """Enlarged 1.3 times 4861 px of 9000 lie over 1327 mm; frame 2 begins 342 mm in, at 2070 + 1253 px: 0.3692."""
    near = {"fit": {"zoom": 1.3, "keep": [zone(0.370, 0.02)]}}
    (found,) = [
        one
        for one in reckon_layout(panels(near, wrap=WRAP | {"fill": "picture"})).findings
        if one.id == "zone-near-fold"
    ]
    assert "from the fold of frame 2" in found.text and found.fix == {"wrap.fill": "mirror"}
    mirrored = reckon_layout(panels(near, wrap=WRAP))
    assert not [one for one in mirrored.findings if one.id == "zone-near-fold"]


def test_frames_measured_wrongly_are_asked_about() -> None:
    frames = frames_of((0, 0, 450, 300), (500, 0, 301, 452))
    for frame in frames:
        frame["ordered"] = {"width": "300 mm", "height": "450 mm"}
    (found,) = [
        one
        for one in reckon_layout(panels(frames=frames)).findings
        if one.id == "measured-otherwise"
    ]
    assert (
        found.text
        == "Frame 1 was ordered 300 × 450 mm and measured 450 × 300 mm: are its sides exchanged?"
    )
    assert found.fix == {"frames.0.width": "300 mm", "frames.0.height": "450 mm"}


def test_hanging_is_looked_at() -> None:
    low = {"hang": {"centre_height": "200 mm"}, "frames": frames_of((0, 0, 900, 600))}
    found = {one.id: one for one in reckon_layout(panels(**low)).findings}
    assert found["hangs-in-floor"].text == "Frame 1 would reach 100 mm into the floor."
    assert found["wide-on-one-nail"].fix == {"frames.0.fixings": 2}


def test_the_rule_of_panels_says_what_a_colleague_would() -> None:
    page = layout_page(panels(wrap=WRAP), "cm")
    assert [(step.title, step.key, step.state) for step in page.steps] == [
        ("Spread", "132.7 × 63 cm", "gaps hide"),
        ("Frames", "4 frames", "steps"),
        ("Edge", "Wrap 3.8 cm", "mirror"),
        ("Pixels", "121 ppi", page.steps[3].state),
        ("Hanging", "middle 150 cm", "4 nails"),
        ("On the wall", "from 2.5 m", "drawn wall"),
    ]
    modes = [(way.title, way.text, way.taken) for way in page.ways if way.id.startswith("mode")]
    assert modes[0] == (
        "The gaps hide picture",
        "lines run on behind them, 35 % unseen, 121 ppi",
        True,
    )
    assert modes[1][1].startswith("lines jump at the gaps, 28.6 % unseen")
    drawn = page.panels
    assert drawn is not None and drawn.arrangement == "steps" and drawn.gap == "40 mm"
    wall = page.wall
    assert wall is not None
    nails = [dim.text for dim in wall.dims if dim.kind == "nail"]
    assert nails == ["15.1", "34.15", "34.2", "34.2"]
    assert [dim.text for dim in wall.dims if dim.kind == "gap"] == ["4", "4", "4"]


@pytest.mark.parametrize("count", range(2, 13))
@pytest.mark.parametrize("kind", ARRANGEMENTS)
def test_arrangements_are_recognised_and_keep_their_gap(kind: str, count: int) -> None:
    layout = panels()
    assert isinstance(layout, PanelsRequest)
    if not ARRANGEMENTS[kind].fits(count):
        with pytest.raises(NotArranged):
            rearranged(layout, kind, count, parse_length("35 mm"))
        return
    made = panels(frames=rearranged(layout, kind, count, parse_length("35 mm")))
    assert isinstance(made, PanelsRequest)
    assert arrangement_of(made.on_wall) == kind
    page = layout_page(made)
    assert page.panels is not None and page.panels.gap == ("35 mm" if kind != "none" else "")
    assert [one.id for one in page.panels.arrangements if one.taken] == [kind]


def test_another_arrangement_keeps_what_was_measured() -> None:
    layout = panels()
    assert isinstance(layout, PanelsRequest)
    row = rearranged(layout, "row")
    assert [frame["width"] for frame in row] == ["302 mm", "301 mm", "303 mm", "301 mm"]
    assert [frame["x"] for frame in row] == ["0 mm", "342 mm", "683 mm", "1026 mm"]
    wider = rearranged(layout, "steps", gap=parse_length("5 cm"))
    assert [frame["x"] for frame in wider][1:] == ["352 mm", "703 mm", "1056 mm"]
    assert [frame["y"] for frame in wider] == ["180 mm", "120 mm", "60 mm", "0 mm"]
    one_more = rearranged(layout, "steps", 5)
    assert one_more[4]["ordered"] == {"width": "301 mm", "height": "450 mm"}
    assert one_more[3] == layout.frames[3].model_dump(mode="json") | {
        "x": "1026 mm",
        "y": one_more[3]["y"],
    }


def test_the_document_is_whole_and_as_described() -> None:
    layout = panels(wrap=WRAP, mode="butted")
    document = layout_document(layout)
    jsonschema.validate(document, layout_schema())
    assert parse_layout(document) == layout
    jsonschema.validate(json.loads(sheets_json(reckon_layout(layout))), sheets_schema())
