"""Edges in full: bleed side by side, keyline and caption, a floating print, what a canvas gives."""

from __future__ import annotations

from fractions import Fraction
from typing import Any, get_args, get_type_hints

import pytest
from hypothesis import given
from hypothesis import strategies as st

from making.letters import measured
from tests.plans import border, plan, wrap
from zollstock.core.documents.plan import PlanError, parse_plan, patched, plan_document
from zollstock.core.edges import EDGES
from zollstock.core.edges.usual import Usual
from zollstock.core.ground.show import LengthStyle, style_for
from zollstock.core.letters import FILES, fonts, lacking, places, reach
from zollstock.core.reckon import reckon
from zollstock.core.shapes.box import Box
from zollstock.core.shapes.drawing import BoxName, DrawnBoxes
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import worksheet

A4 = {"width": "297 mm", "height": "210 mm"}


def figures(**changes: Any) -> dict[str, Any]:
    return {figure.id: figure.value for figure in reckon(plan(**changes)).figures}


def found(**changes: Any) -> dict[str, Any]:
    """Findings by their ids."""
    return {finding.id: finding for finding in reckon(plan(**changes)).findings}


def captioned(text: str = "Fog over the salt pans", *sides: str, **caption: Any) -> dict[str, Any]:
    return border(*(sides or ("30 mm",))) | {"caption": {"text": text} | caption}


# Bleed


def test_a_bleed_side_by_side() -> None:
    edge = {"kind": "bleed", "bleed": "3 mm", "left": "0 mm", "bottom": "5 mm"}
    boxes = reckon(plan(target=A4, edge=edge)).boxes
    assert boxes.document == boxes.image == (0, 0, 300, 218)
    assert boxes.trim == (0, 3, 297, 210)
    (width,) = (f for f in reckon(plan(target=A4, edge=edge)).figures if f.id == "document_width")
    assert width.formula == "trim width + bleed at the left + at the right"
    assert width.working == "297 + 0 + 3 = 300 mm"


@pytest.mark.parametrize("fill", ["mirror", "stretch", "colour"])
def test_a_bleed_that_is_made_costs_no_picture(fill: str) -> None:
    edge = {"kind": "bleed", "bleed": "10 mm"}
    more, made = figures(edge=edge), figures(edge=edge | {"fill": fill})
    assert made["document_width"] == more["document_width"]
    assert made["image_width"] == pytest.approx(609.6)
    assert made["effective_ppi"] == figures()["effective_ppi"] > more["effective_ppi"]


def test_the_four_bleeds_stand_side_by_side_with_what_each_costs() -> None:
    made = plan(target=A4, edge={"kind": "bleed", "bleed": "10 mm"})
    fills = [c for c in worksheet(made, "mm", "edge").choices if c.kind == "fill"]
    assert [choice.id for choice in fills] == [
        f"fill-{name}" for name in ("picture", "mirror", "stretch", "colour")
    ]
    assert [choice.taken for choice in fills] == [True, False, False, False]
    assert all("lose" in choice.text and "ppi" in choice.text for choice in fills)
    assert fills[1].drawing.pieces[0].rim is not None
    assert fills[1].drawing.pieces[0].rim.fill == "mirror"


# Border, keyline, caption


def test_a_keyline_runs_around_the_printed_picture() -> None:
    edge = border("30 mm") | {"keyline": {"gap": "2 mm", "width": "0.5 mm"}}
    strokes = print_sheet(work_out(plan(target=A4, edge=edge))).strokes
    boxes = sorted(stroke.box.as_floats() for stroke in strokes)
    assert boxes == [
        (27.5, 27.5, 242, 0.5),
        (27.5, 28, 0.5, 154),
        (27.5, 182, 242, 0.5),
        (269, 28, 0.5, 154),
    ]


def test_a_keyline_that_the_sheet_cuts_off_stops_and_is_brought_closer() -> None:
    edge = border("5 mm") | {"keyline": {"gap": "5 mm", "width": "0.5 mm"}}
    said = found(target=A4, edge=edge)["keyline-beyond-sheet"]
    assert said.level == "stop" and said.fix == {"edge.keyline.gap": "2.25 mm"}


@pytest.mark.parametrize(
    ("side", "align", "x", "y"),
    [
        ("bottom", "left", 30, 180 + 6 + 3),
        ("bottom", "centre", 148.5, 180 + 6 + 3),
        ("top", "right", 267, 30 - 6),
    ],
)
def test_a_caption_stands_by_the_picture(side: str, align: str, x: float, y: float) -> None:
    edge = captioned(height="3 mm", offset="6 mm", side=side, align=align)
    (label,) = print_sheet(work_out(plan(target=A4, edge=edge))).labels
    takes = reach(label.text, "text", Fraction(3))
    # Its ink is flush with the picture; in the middle lies the middle of the line.
    own = {"left": takes.left, "centre": takes.width / 2, "right": takes.right}[align]
    assert float(label.at[0] + own) == pytest.approx(x)
    assert float(label.at[1]) == y and label.height == 3


def test_a_caption_that_does_not_fit_stops_and_one_click_cures_it() -> None:
    for edge in (
        captioned("Fog", "8 mm", height="6 mm", offset="4 mm"),
        captioned("Ågot, jg", "8 mm", height="4 mm", offset="7 mm", side="top"),
        captioned("Fog over the salt pans " * 12, "30 mm", height="8 mm"),
    ):
        made = plan(target=A4, edge=edge)
        stops = [item for item in reckon(made).findings if item.level == "stop"]
        (stop,) = stops
        assert stop.id in ("caption-beyond", "caption-too-long") and stop.fix
        cured = parse_plan(patched(plan_document(made), stop.fix))
        assert not [item for item in reckon(cured).findings if item.level == "stop"], stop.text


def test_signs_that_the_fonts_lack_are_told_before_the_file_is_made() -> None:
    said = found(edge=captioned("Салт pans"))["caption-signs"]
    assert said.level == "stop" and "“Салт”" in said.text
    assert "caption-signs" not in found(edge=captioned("Łódź, Żuław, Ærø: ½ m – “fog”"))


def test_small_letters_hidden_letters_and_crossed_letters_are_told() -> None:
    assert found(edge=captioned(height="1 mm"))["caption-small"].level == "warn"
    assert "caption-unseen" in found(edge=captioned(colour="#FFFFFF"))
    keyline = {"keyline": {"gap": "7 mm", "width": "0.5 mm"}}
    said = found(target=A4, edge=captioned(offset="6 mm") | keyline)["caption-meets-keyline"]
    assert said.fix == {"edge.caption.offset": "10.5 mm"}


def test_a_printers_own_margin_is_the_least_border() -> None:
    edge = border("5 mm", "5 mm", "5 mm", "14 mm") | {"least": "6 mm"}
    said = found(target=A4, edge=edge)["border-under-least"]
    assert said.fix == {"edge.left": "6 mm", "edge.right": "6 mm", "edge.top": "6 mm"}


def test_a_caption_holds_one_line() -> None:
    with pytest.raises(PlanError):
        plan(edge=captioned("two\nlines"))


# Mat


def test_a_floating_print_lies_inside_the_opening() -> None:
    edge = {"kind": "mat", "opening_width": "200 mm", "opening_height": "150 mm", "reveal": "8 mm"}
    reckoned = reckon(plan(target=A4, edge=edge))
    assert reckoned.boxes.opening == (48.5, 30, 200, 150)
    assert reckoned.boxes.image == (56.5, 38, 184, 134)
    assert reckoned.figure("image_width").working == "200 − 2 × 8 = 184 mm"
    both = edge | {"overlap": "3 mm"}
    with pytest.raises(PlanError, match="not both"):
        plan(edge=both)
    with pytest.raises(PlanError, match="leaves no picture"):
        plan(edge=edge | {"reveal": "75 mm"})


# Wrap


def test_what_a_canvas_gives_is_taken_off_before() -> None:
    """Face 50 × 40 cm, depth 3.8, turn 1.2: 60 × 50 cm; one per cent given across the width."""
    edge = wrap("mirror") | {"give": {"x": 0.01, "y": 0.0}}
    reckoned = reckon(plan(target={"width": "50 cm", "height": "40 cm"}, edge=edge))
    value = {figure.id: figure.value for figure in reckoned.figures}
    assert value["face_width"] == 500 and value["face_height"] == 400
    assert value["document_width"] == pytest.approx(600 / 1.01)
    assert value["document_height"] == 500
    assert value["image_width"] == pytest.approx(500 / 1.01)
    assert reckoned.figure("document_width").working == "(50 + 2 × (3.8 + 1.2)) ÷ 1.01 = 59.41 cm"
    assert value["document_width"] * 1.01 - 2 * 50 == pytest.approx(value["face_width"])


def test_staples_and_cuts_are_marked_where_they_go() -> None:
    marks = {"margin": "10 mm", "crop": True, "staple": True}
    sheet = print_sheet(
        work_out(
            plan(target={"width": "50 cm", "height": "40 cm"}, edge=wrap("mirror"), marks=marks)
        )
    )
    columns = {
        kind: sorted(
            {float(s.start[0]) for s in sheet.strokes if s.kind == kind and s.start[0] == s.end[0]}
        )
        for kind in ("cut", "staple")
    }
    assert columns["cut"] == [10, 610]
    assert columns["staple"] == [10 + 6, 610 - 6]  # in the middle of the 12 mm that go to the back


# All of them


def test_five_edges_are_offered_and_one_that_was_left_comes_back_as_it_was() -> None:
    made = plan(target=A4, edge=border("2 cm"))
    left = {"wrap": wrap("stretch", "2 cm", "1 cm")}
    kinds = [c for c in worksheet(made, "cm", "edge", left=left).choices if c.kind == "edge"]
    assert [choice.title for choice in kinds] == ["None", "Border", "Mat", "Bleed", "Wrap"]
    assert [choice.id for choice in kinds if choice.taken] == ["edge-border"]
    assert kinds[4].text == "Wrap 2 cm" and kinds[4].fix["edge"]["fill"] == "stretch"
    assert kinds[3].text == "Bleed 0.3 cm"


@pytest.mark.parametrize(
    "left", [None, 7, {"kind": "none"}, {"kind": "border", "left": "9"}, border("40 cm")]
)
def test_an_edge_that_suits_no_more_is_offered_as_a_usual_one(left: Any) -> None:
    made = plan(target=A4, edge={"kind": "none"})
    kinds = [
        c for c in worksheet(made, "cm", "edge", left={"border": left}).choices if c.kind == "edge"
    ]
    assert [choice.text for choice in kinds if choice.id == "edge-border"] == ["Border 3 cm"]


@given(st.integers(10, 3000), st.integers(10, 3000), st.sampled_from(["mm", "cm", "in"]))
def test_a_first_edge_suits_every_size(width: int, height: int, unit: str) -> None:
    made = plan(target={"width": f"{width} mm", "height": f"{height} mm"})
    usual = Usual(style_for([made.target.width], unit))
    for kind in EDGES.values():
        box = Box(Fraction(0), Fraction(0), Fraction(width), Fraction(height))
        edge = kind.first(box, usual)
        document = patched(plan_document(made), {"edge": edge})
        assert not [f for f in reckon(parse_plan(document)).findings if f.level == "stop"]


def test_the_measures_of_the_letters_are_the_fonts_own() -> None:
    kept = {
        name: {ord(sign): list(measure) for sign, measure in font.signs.items()}
        for name, font in fonts().items()
    }
    assert kept == {name: font["signs"] for name, font in measured().items()}


@given(st.text(st.characters(categories=("L", "P", "N", "Z"))), st.sampled_from(list(FILES)))
def test_letters_follow_each_other_to_their_width(text: str, font: Any) -> None:
    stand = places(text, font, Fraction(7))
    assert [at for _, at in stand] == sorted(at for _, at in stand)
    known = "".join(sign for sign, _ in stand)
    assert not lacking(known, font)
    assert reach(known, font, Fraction(7)) == reach(text, font, Fraction(7))


@given(st.sampled_from(["mm", "cm", "in"]), st.sampled_from(sorted(EDGES)))
def test_what_prints_of_many_sizes_share_is_a_sound_edge(unit: str, name: str) -> None:
    kind = EDGES[name]
    document = kind.first_of_many(Usual(LengthStyle(unit)))
    if document is None:
        assert name == "mat"  # an opening is of one size
    else:
        assert kind.model_validate(document).model_dump()["kind"] == name


def test_boxes_of_an_edge_are_drawn_by_their_names() -> None:
    drawn = set(get_args(BoxName))
    assert drawn <= set(get_type_hints(DrawnBoxes))
    for kind in EDGES.values():
        trim = Box(Fraction(0), Fraction(0), Fraction(400), Fraction(300))
        first = kind.model_validate(kind.first(trim, Usual(LengthStyle("cm"))))
        assert set(first.boxes(trim).named) <= drawn
