"""Findings: each appears where it should, says what it means, and its fix cures it."""

from __future__ import annotations

import pytest

from tests.plans import LAMP, border, document, plan, wrap
from zollstock.core.documents.plan import parse_plan, patched, plan_document
from zollstock.core.reckon import reckon


def found(made) -> dict:
    return {finding.id: finding for finding in reckon(made).findings}


def cured(changes: dict, name: str) -> bool:
    doc = document(**changes)
    finding = found(parse_plan(doc))[name]
    assert finding.fix, f"{name} offers no fix"
    return name not in found(parse_plan(patched(doc, finding.fix)))


SQUARE = {"target": {"width": "30 cm", "height": "30 cm"}}
CORNER = LAMP | {"x": 0.0, "w": 0.1}


def test_a_cut_zone_is_named_with_side_and_amount_and_can_be_cured() -> None:
    changes = SQUARE | {"fit": {"keep": [CORNER]}}
    finding = found(plan(**changes))["keep-zone-cut"]
    # The square crop leaves (5000 − 3333) / 2 px at the left, 300 mm ÷ 3333 px each.
    assert finding.text == "The lamp is cut: 7.5 cm of it lies beyond the left edge."
    assert finding.fix_label == "Move the crop left"
    assert cured(changes, "keep-zone-cut")


def test_a_zone_wider_than_the_crop_offers_no_false_cure() -> None:
    wide = LAMP | {"x": 0.0, "w": 1.0}
    finding = found(plan(**SQUARE, fit={"keep": [wide], "auto": True}))["keep-zone-cut"]
    assert finding.fix is None
    # Even the best place cuts evenly: (5000 − 3333) / 2 px a side, 300 mm ÷ 3333 px each.
    assert (
        "7.5 cm of it lies beyond the left edge and 7.5 cm of it lies beyond the right edge"
        in finding.text
    )
    assert "15 cm too wide" in finding.text


@pytest.mark.parametrize("number", [0, 1, 2])
def test_the_three_ways_out_of_a_crop_that_cannot_hold_its_zones(number: int) -> None:
    doc = document(**SQUARE, fit={"keep": [LAMP | {"x": 0.1, "w": 0.85}], "auto": True})
    ways = found(parse_plan(doc))["keep-zone-cut"].ways
    assert [way.label.split()[0] for way in ways] == ["Keep", "Take", "Make"]
    after = found(parse_plan(patched(doc, ways[number].fix)))
    assert "keep-zone-cut" not in after


def test_a_zone_that_only_the_zoom_cuts_is_cured_by_the_zoom() -> None:
    doc = document(fit={"keep": [LAMP | {"w": 0.6}], "zoom": 2.0, "auto": True})
    ways = found(parse_plan(doc))["keep-zone-cut"].ways
    assert ways[0].label == "Take the crop as large as it goes"
    assert "keep-zone-cut" not in found(parse_plan(patched(doc, ways[0].fix)))


def test_what_a_centre_crop_would_have_cut_is_told_and_drawn() -> None:
    finding = found(plan(**SQUARE, fit={"keep": [CORNER], "auto": True}))["centre-crop"]
    assert finding.text == "A lab's centre crop would cut 7.5 cm of the lamp at the left."
    # The drawing is the centre crop, not the crop of the plan: as much beyond left and right.
    picture, sheet = finding.drawing.pieces[0].picture, finding.drawing.boxes["document"]
    assert picture[0] == pytest.approx(-(picture[2] - sheet[2]) / 2)
    moved = found(plan(**SQUARE, fit={"anchor": [0, 0.5]}))["centre-crop"]
    assert moved.text == "A lab's centre crop would take 7.5 cm from the left and the right."
    assert "centre-crop" not in found(plan(**SQUARE))  # it is one itself
    assert "centre-crop" not in found(plan())  # nothing to cut


def test_the_sketchs_lamp_comes_near_the_edge() -> None:
    high = LAMP | {"y": 0.075, "h": 0.14}
    changes = {"edge": border("2 in"), "fit": {"keep": [high]}}
    assert "from the upper edge" in found(plan(**changes))["keep-zone-near-edge"].text
    assert cured(changes, "keep-zone-near-edge")


def test_zones_at_bleed_and_fold() -> None:
    low = LAMP | {"x": 0.008, "w": 0.1}
    bleed = {"kind": "bleed", "bleed": "3 mm", "safe": "5 mm"}
    assert "keep-zone-outside-safe" in found(plan(edge=bleed, fit={"keep": [low]}))
    changes = {"edge": wrap("picture"), "fit": {"keep": [LAMP | {"x": 0.09}]}}
    assert "left fold" in found(plan(**changes))["keep-zone-near-fold"].text
    assert cured(changes, "keep-zone-near-fold")


@pytest.mark.parametrize(
    ("changes", "name"),
    [
        ({"target": {"width": "30 cm", "height": "60 cm"}}, "other-way-round"),
        ({"target": {"width": "60 cm", "height": "20 cm"}}, "much-lost"),
        ({"pixels": {"mode": "fixed", "ppi": 600}}, "enlarged-far"),
        ({"viewing": {"school": "trials"}}, "no-trials"),
        ({"output": {"format": "jpeg", "bits": 16}}, "jpeg-16-bit"),
        ({"target": {"width": "300 in", "height": "20 in"}, "output": {"format": "jpeg"},
          "pixels": {"mode": "fixed", "ppi": 300}}, "jpeg-too-long"),
        ({"target": {"width": "90 m", "height": "60 m"},
          "pixels": {"mode": "fixed", "ppi": 300}}, "file-too-large"),
        ({"edge": wrap("mirror", "30 in", "1 in")}, "mirror-too-shallow"),
        ({"edge": {"kind": "mat", "opening_width": "24 in", "opening_height": "10 in",
                   "overlap": "1 in"}}, "image-beyond-sheet"),
        ({"marks": {"crop": True}}, "marks-without-margin"),
    ],
)  # fmt: skip
def test_fixes_cure(changes: dict, name: str) -> None:
    assert cured(changes, name)


@pytest.mark.parametrize(
    ("distance", "name"),
    [("40 cm", "quality-near"), ("30 cm", "quality-soft"), ("15 cm", "quality-coarse")],
)
def test_quality_always_says_from_where_it_is_clean(distance: str, name: str) -> None:
    made = plan(viewing={"distance": distance}, target={"width": "25 in", "height": "16 in"})
    finding = found(made)[name]
    assert "lean from 17 in" in finding.text  # 3437.75 ÷ 200 ppi
    assert finding.level == ("note" if name == "quality-near" else "warn")


def test_a_sheet_that_stands_for_a_picture_that_lies_is_laid_by_one_click() -> None:
    told = reckon(plan(target={"width": "20 cm", "height": "30 cm"}))
    (found,) = [one for one in told.findings if one.id == "other-way-round"]
    assert (
        found.text
        == "The sheet stands and the picture lies: the crop takes 55.6 % of the picture away."
    )
    assert found.fix == {"target.width": "30 cm", "target.height": "20 cm"}
    assert not [one for one in told.findings if one.id == "much-lost"], "one thing is told once"
    lying = {"target": {"width": "30 cm", "height": "20 cm"}, "fit": {"turn": 90}}
    assert [
        one.fix_label for one in reckon(plan(**lying)).findings if one.id == "other-way-round"
    ] == ["Stand the sheet too"]


def test_a_square_sheet_and_a_whole_picture_lie_no_way() -> None:
    for parts in (
        {"target": {"width": "30 cm", "height": "30 cm"}},
        {"target": {"width": "20 cm", "height": "30 cm"}, "fit": {"mode": "contain"}},
        {"target": {"width": "29 cm", "height": "30 cm"}},
    ):
        assert not [one for one in reckon(plan(**parts)).findings if one.id == "other-way-round"]


def test_a_sound_plan_has_nothing_to_say() -> None:
    assert found(plan()) == {}


def test_stops_come_first() -> None:
    made = plan(output={"format": "jpeg", "bits": 16}, viewing={"distance": "15 cm"})
    assert reckon(made).findings[0].level == "stop"


def test_depth_that_is_lost_is_told_and_cured() -> None:
    deep = {"width_px": 5000, "height_px": 3333, "bits": 16}
    for output, fix in (
        ({"bits": 8}, {"output.bits": 16}),
        ({"format": "jpeg"}, {"output.bits": 16, "output.format": "tiff"}),
    ):
        made = plan(picture=deep, output=output)
        [finding] = [item for item in reckon(made).findings if item.id == "depth-lost"]
        assert finding.fix == fix
        cured = parse_plan(patched(plan_document(made), finding.fix))
        assert not any(item.id == "depth-lost" for item in reckon(cured).findings)
    assert not any(item.id == "depth-lost" for item in reckon(plan(output={"bits": 16})).findings)


def test_a_cmyk_picture_without_a_profile_asks_what_its_inks_are_taken_for() -> None:
    four = {"width_px": 5000, "height_px": 3333, "channels": 4, "tagged": False}
    made = plan(picture=four)
    [stop] = [item for item in reckon(made).findings if item.level == "stop"]
    assert stop.id == "cmyk-untagged" and stop.fix == {"output.cmyk": "press"}
    said = parse_plan(patched(plan_document(made), stop.fix))
    [told] = [item for item in reckon(said).findings if item.id == "cmyk-untagged"]
    assert told.level == "warn" and "a guess" in told.text
    assert told.fix == {"output.cmyk": "ask"}


def test_a_cmyk_picture_that_wants_its_own_profile_is_stopped_in_words() -> None:
    four = {"width_px": 5000, "height_px": 3333, "channels": 4}
    [finding] = [
        item
        for item in reckon(plan(picture=four, output={"profile": "picture"})).findings
        if item.level == "stop"
    ]
    assert finding.id == "cmyk-own-profile" and finding.fix == {"output.profile": "srgb"}
    assert not any(item.level == "stop" for item in reckon(plan(picture=four)).findings)


@pytest.mark.parametrize(
    ("width", "said"), [("5 m", None), ("5.09 m", "a half"), ("12 m", "a third")]
)
def test_a_pdf_that_counts_in_larger_units_says_who_ignores_that(
    width: str, said: str | None
) -> None:
    made = plan(target={"width": width, "height": "1 m"}, output={"format": "pdf"})
    found = [item for item in reckon(made).findings if item.id == "pdf-user-units"]
    assert bool(found) == (said is not None)
    for item in found:
        assert item.level == "note" and said is not None and said in item.text
