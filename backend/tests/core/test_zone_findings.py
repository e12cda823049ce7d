"""Keep zones told: in the findings, on the drawing, in a survey; the same everywhere, and cured."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lengthy import tried
from tests.plans import LAMP, border, document, documents, plan, wrap, zones
from zollstock.core.documents.plan import parse_plan, patched, plan_document
from zollstock.core.ground.show import style_for
from zollstock.core.questions.survey import survey, survey_words, zones_text
from zollstock.core.reckon import reckon
from zollstock.core.sizes.library import library
from zollstock.core.studio.studio import DEFAULT_STUDIO
from zollstock.core.telling.zonefindings import auto_placed, centre_crop, ways_out
from zollstock.core.work.outcome import with_fit, work_out
from zollstock.core.work.zones import rooms, rooms_as_placed, seen_box, zone_state
from zollstock.core.worksheet import worksheet

SQUARE = {"target": {"width": "30 cm", "height": "30 cm"}}
SIZES = {size.key: size for size in library()}


def found(made, name: str) -> list:
    return [finding for finding in reckon(made).findings if finding.id == name]


@tried(150)
@given(documents())
def test_rows_findings_and_state_tell_the_same(given_document: dict) -> None:
    made = parse_plan(given_document)
    work = work_out(made)
    rows = worksheet(made).zones
    assert len(rows) == len(made.fit.keep)
    cut = [row for row in rows if row.state == "cut"]
    assert len(found(made, "keep-zone-cut")) == len(cut)
    if made.edge.kind != "wrap":
        assert len(found(made, "keep-zone-near-edge")) == sum(row.state == "near" for row in rows)
    worst = {"none": 0, "kept": 1, "near": 2, "cut": 3}
    assert worst[zone_state(work)] == max((worst[row.state] for row in rows), default=0)
    told = zones_text(work, style_for([made.target.width]))
    assert ("cut by" in told) == bool(cut) and bool(told) == bool(rows)


@tried(150)
@given(documents())
def test_automatic_placement_never_makes_the_worst_zone_worse(given_document: dict) -> None:
    given_document["fit"]["auto"] = False
    work = work_out(parse_plan(given_document))
    if work.plan.fit.mode == "contain" or not work.plan.fit.keep:
        return
    seen = seen_box(work)
    before, after = (
        min(room.tightest[1] for room in rooms_as_placed(work.plan.fit.keep, placed, seen))
        for placed in (work.placement, auto_placed(work))
    )
    assert after >= before - (abs(before) + 1) / 10**9


@tried(150)
@given(documents())
def test_a_crop_that_is_moved_lies_where_automatic_placement_puts_it(given_document: dict) -> None:
    given_document["fit"]["auto"] = False
    by_hand = work_out(parse_plan(given_document))
    fit = by_hand.plan.fit
    if fit.mode == "contain" or not fit.keep:
        return
    automatic = with_fit(by_hand, fit.model_copy(update={"auto": True}))
    assert auto_placed(by_hand) == automatic.placement
    assert auto_placed(automatic) is automatic.placement


@tried(120)
@given(documents())
def test_every_way_out_leads_to_a_sound_plan(given_document: dict) -> None:
    made = parse_plan(given_document)
    written = plan_document(made)
    for finding in reckon(made).findings:
        for way in finding.ways or []:
            after = parse_plan(patched(written, way.fix))
            if (
                "fit.mode" in way.fix
                and made.edge.kind in ("none", "border")
                and not made.fit.angle
            ):
                assert not found(after, "keep-zone-cut")  # the whole picture holds every zone
            if "target" in way.fix:
                assert not found(after, "keep-zone-cut")


@given(zones(), st.integers(100, 250))
def test_the_centre_crop_is_what_a_lab_makes(zone: dict, width: int) -> None:
    made = plan(
        target={"width": f"{width} mm", "height": "200 mm"}, fit={"keep": [zone], "auto": True}
    )
    work = work_out(made)
    central = centre_crop(work.plan).placement
    left, top, right, bottom = central.cuts
    assert left == right and top == bottom and central.mm_per_px == work.placement.mm_per_px
    hit = any(room.cuts for room in rooms(centre_crop(work.plan), work.boxes.visible))
    told = found(made, "centre-crop")
    assert not hit or "would cut" in told[0].text


def test_no_way_out_is_offered_where_moving_the_crop_is_enough() -> None:
    finding = found(plan(**SQUARE, fit={"keep": [LAMP | {"x": 0.0, "w": 0.1}]}), "keep-zone-cut")[0]
    assert finding.ways is None and finding.fix == {"fit.auto": True}


def test_the_ways_out_are_told_once_however_many_zones_are_cut() -> None:
    keep = [
        LAMP | {"name": "left", "x": 0.0, "w": 0.1},
        LAMP | {"name": "right", "x": 0.9, "w": 0.1},
    ]
    findings = found(plan(**SQUARE, fit={"keep": keep, "auto": True}), "keep-zone-cut")
    assert [bool(finding.ways) for finding in findings] == [True, False]
    assert "No place of this crop holds both zones" in findings[0].text
    assert [finding.text.split(" is cut")[0] for finding in findings] == ["The left", "The right"]


def test_the_size_offered_is_near_in_area_and_easily_framed() -> None:
    keep = [LAMP | {"x": 0.05, "w": 0.9}]
    made = plan(**SQUARE, fit={"keep": keep, "auto": True})
    way = found(made, "keep-zone-cut")[0].ways[1]
    after = work_out(parse_plan(patched(plan_document(made), way.fix)))
    area = float(after.boxes.trim.area) / 90_000
    assert 0.6 < area < 1.7 and "frames cut to order" not in way.text


@pytest.mark.parametrize("edge", [wrap("picture"), {"kind": "bleed", "bleed": "3 mm"}])
def test_edges_that_make_the_size_offer_none(edge: dict) -> None:
    work = work_out(
        plan(**SQUARE, edge=edge, fit={"keep": [LAMP | {"x": 0, "w": 1.0}], "auto": True})
    )
    labels = [
        way.label for way in ways_out(work, style_for([work.plan.target.width]), DEFAULT_STUDIO)
    ]
    assert not any(label.startswith("Take") for label in labels)


def test_a_zone_made_smaller_keeps_what_is_inside() -> None:
    doc = document(
        **SQUARE, fit={"keep": [LAMP | {"x": 0.0, "w": 1.0, "y": 0.2, "h": 0.3}], "auto": True}
    )
    way = found(parse_plan(doc), "keep-zone-cut")[0].ways[-1]
    zone = way.fix["fit.keep"][0]
    # The square crop is 3333 of 5000 px wide, in the middle.
    assert zone["x"] == pytest.approx(833.5 / 5000, abs=1e-5)
    assert zone["w"] == pytest.approx(3333 / 5000, abs=1e-5)
    assert (zone["y"], zone["h"]) == (0.2, 0.3)


def test_zones_of_a_straightened_picture_are_held_by_all_four_corners() -> None:
    """A zone flush with the top is cut as soon as the picture leans: its corner goes first."""
    keep = [LAMP | {"x": 0.4, "y": 0.0, "w": 0.2, "h": 0.2}]
    assert not found(plan(fit={"keep": keep, "auto": True}), "keep-zone-cut")
    leaning = found(plan(fit={"keep": keep, "auto": True, "angle": 3.0}), "keep-zone-cut")
    assert "the upper edge" in leaning[0].text
    assert not any(way.label.startswith("Make") for way in leaning[0].ways)


def test_a_hairs_breadth_is_no_cut() -> None:
    """5000 × 3333 px on 24 × 16 in loses a quarter pixel at the left: 0.03 mm of print."""
    flush = plan(fit={"keep": [LAMP | {"x": 0.0, "w": 0.05}]})
    assert float(work_out(flush).placement.crop.x) == 0.25
    row = worksheet(flush, "in").zones[0]
    assert (row.state, row.room) == ("near", "0 in")
    assert not found(flush, "keep-zone-cut")
    wider = plan(
        target={"width": "24 in", "height": "16.05 in"},
        fit={"keep": [LAMP | {"x": 0.0, "w": 0.05}]},
    )
    assert found(wider, "keep-zone-cut")


def test_a_survey_in_words() -> None:
    base = plan(picture={"width_px": 3000, "height_px": 2000})
    some = [SIZES[key] for key in ("cm-20x30", "cm-30x45", "cm-40x60", "cm-60x90", "cm-30x30")]
    words = survey_words(survey(base, some, "cm"))
    assert words.startswith("Nothing is lost on 90 × 60 cm, 60 × 40 cm, 45 × 30 cm and 1 more.")
    assert "Clean up to" in words and "keep zone" not in words
    squares = survey(base, [SIZES["cm-30x30"]], "cm")
    assert survey_words(squares).startswith("Every size crops it, least 30 × 30 cm: 33.3 %.")
    cut = survey(plan(fit={"keep": [LAMP | {"x": 0, "w": 1.0}]}), [SIZES["cm-30x30"]], "cm")
    assert survey_words(cut).endswith("1 of 1 cuts a keep zone.")
    assert "None of these" in survey_words(survey(plan(edge=border("9 cm")), [SIZES["cm-10x10"]]))
    tiny = survey(plan(picture={"width_px": 200, "height_px": 130}), some, "cm")
    assert "No size is clean" in survey_words(tiny)


def test_a_centre_crop_is_drawn_as_it_would_be_seen() -> None:
    """The plan keeps the picture whole in a border; the lab's crop fills it."""
    made = plan(**SQUARE, edge=border("2 cm"), fit={"mode": "contain", "keep": [LAMP]})
    central = centre_crop(made)
    assert central.visible == central.boxes.image == central.placement.printed
    assert work_out(made).visible != central.visible
