"""What must hold for every plan."""

from __future__ import annotations

import json
from fractions import Fraction
from itertools import pairwise
from math import floor, inf

import jsonschema
from hypothesis import given
from hypothesis import strategies as st

from tests.laid import laid
from tests.lengthy import tried
from tests.plans import documents, zones
from zollstock.core.answer.reckoning import STEPS, Step, reckoning_document
from zollstock.core.criteria import CRITERIA, Conditions
from zollstock.core.documents.plan import lengths_of, parse_plan, patched, plan_document
from zollstock.core.ground.show import style_for
from zollstock.core.parts.fit import Fit
from zollstock.core.reckon import reckon
from zollstock.core.rules import viewing
from zollstock.core.rules.fit import place
from zollstock.core.schema import plan_schema, reckoning_schema
from zollstock.core.shapes.box import Box
from zollstock.core.telling.findings import stops
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import text_worksheet, worksheet

PLAN_SCHEMA = jsonschema.Draft202012Validator(plan_schema())
RECKONING_SCHEMA = jsonschema.Draft202012Validator(reckoning_schema())


@tried(200)
@given(documents())
def test_documents_survive_and_meet_their_schemas(given_document: dict) -> None:
    plan = parse_plan(given_document)
    PLAN_SCHEMA.validate(given_document)
    written = plan_document(plan)
    PLAN_SCHEMA.validate(written)
    assert parse_plan(json.loads(json.dumps(written))) == plan
    RECKONING_SCHEMA.validate(json.loads(json.dumps(reckoning_document(reckon(plan)))))


@tried(100)
@given(documents(), st.sampled_from(STEPS))
def test_every_fix_leads_to_a_whole_plan(given_document: dict, step: Step) -> None:
    """The screen applies it before the server has read it, and asks for nothing that is not there."""
    plan = parse_plan(given_document)
    sheet = worksheet(plan, "cm", step)
    findings = sheet.reckoning.findings
    fixes = [choice.fix for choice in sheet.choices]
    fixes += [finding.fix for finding in findings if finding.fix]
    fixes += [way.fix for finding in findings for way in finding.ways or []]
    fixes += [sheet.turns.left, sheet.turns.right]
    for fix in fixes:
        after = patched(plan_document(plan), fix)
        whole = plan_document(parse_plan(after))
        assert {part: _names(value) for part, value in after.items()} == {
            part: _names(value) for part, value in whole.items()
        }, fix


def _names(part: object) -> object:
    return sorted(part) if isinstance(part, dict) else None


@tried(200)
@given(documents())
def test_the_crop_lies_in_the_picture_and_has_the_boxs_ratio(given_document: dict) -> None:
    work = work_out(parse_plan(given_document))
    placed = work.placement
    crop = placed.crop
    leans = work.plan.fit.angle != 0  # then its corners are looked at in test_placement.py
    assert leans or (crop.x >= 0 and crop.y >= 0)
    assert leans or (crop.right <= placed.picture_w and crop.bottom <= placed.picture_h)
    printed = placed.printed
    assert crop.w * printed.h == crop.h * printed.w  # never stretched unequally
    image = work.boxes.image
    assert image.x <= printed.x and printed.right <= image.right
    if work.plan.fit.mode == "fill":
        assert (printed.w, printed.h) == (image.w, image.h)
        at_once = work.plan.fit.zoom == 1
        touches = crop.w == placed.picture_w or crop.h == placed.picture_h
        assert not at_once or leans or touches
    assert 0 <= placed.loss < 1


@tried(200)
@given(documents())
def test_figures_follow_their_definitions(given_document: dict) -> None:
    reckoning = reckon(parse_plan(given_document))
    figure = {item.id: item.value for item in reckoning.figures}
    assert figure["scale_factor"] * figure["effective_ppi"] == _near(figure["output_ppi"])
    exact = Fraction(figure["document_width"]) / Fraction(254, 10) * Fraction(figure["output_ppi"])
    assert abs(figure["output_width_px"] - floor(exact + Fraction(1, 2))) <= 1
    judged = figure["detail_ppi"] if "detail_ppi" in figure else figure["effective_ppi"]
    assert figure["quality_ratio"] * figure["need_ppi"] == _near(judged)
    assert figure["grade"] == viewing.grade(figure["quality_ratio"])
    for item in reckoning.figures:
        assert item.working.endswith(f"= {item.text}")
        assert item.text and item.formula and item.source


def _near(value: float):
    import pytest

    return pytest.approx(value, rel=1e-9)


@tried(200)
@given(documents())
def test_pixels_stay_inside_what_holds_them(given_document: dict) -> None:
    plan = parse_plan(given_document)
    work = work_out(plan)
    if min(work.output_w, work.output_h) < 1 or stops(work, style_for(lengths_of(plan))):
        return  # nothing is made of it
    boxes = laid(work)
    placed = work.placement
    sampled, step = boxes.sampling, boxes.sampling.step
    if not work.plan.fit.angle:
        # Rounding an edge to whole pixels moves it by half a pixel of the file at most.
        for at, side, most in (
            (sampled.x, boxes.printed.w, placed.picture_w),
            (sampled.y, boxes.printed.h, placed.picture_h),
        ):
            assert -step <= at and at + side * step <= most + step
            assert not sampled.copies or (at >= 0 and at + side <= most and at == int(at))
    if work.plan.fit.mode == "fill":
        assert boxes.printed == boxes.image
    for inner, outer in ((boxes.printed, boxes.image), (boxes.image, boxes.content)):
        assert outer.x <= inner.x and inner.right <= outer.right
        assert outer.y <= inner.y and inner.bottom <= outer.bottom
    assert boxes.content.right <= boxes.grid.width and boxes.content.bottom <= boxes.grid.height
    if work.plan.pixels.mode == "keep":
        assert step == 1 and sampled.copies == (not work.plan.fit.angle)
    # The middle of what is seen is the middle of the crop, to the half pixel that rounding may take.
    middle = sampled.at(Fraction(boxes.printed.w, 2), Fraction(boxes.printed.h, 2))
    crop, slack = placed.crop, step * (1 if sampled.copies else Fraction(1, 2))
    assert abs(middle[0] - crop.x - crop.w / 2) <= slack
    assert abs(middle[1] - crop.y - crop.h / 2) <= slack


@tried(150)
@given(documents())
def test_every_choice_and_fix_leads_to_a_sound_plan(given_document: dict) -> None:
    plan = parse_plan(given_document)
    written = plan_document(plan)
    for step in ("fit", "edge", "pixels"):
        sheet = worksheet(plan, "cm", step)
        taken = [choice.kind for choice in sheet.choices if choice.taken]
        assert len(taken) == len(set(taken))
        for choice in sheet.choices:
            parse_plan(patched(written, choice.fix))
    for finding in reckon(plan).findings:
        if finding.fix:
            fixed = reckon(parse_plan(patched(written, finding.fix)))
            if finding.level == "stop":
                assert finding.id not in {item.id for item in fixed.findings}
    assert plan_document(plan) == written
    assert text_worksheet(plan)


@given(zones(), st.integers(100, 300), st.integers(100, 300))
def test_automatic_placement_holds_every_zone_that_fits(
    zone: dict, width: int, height: int
) -> None:
    fit = Fit(keep=({"name": "", **zone},), auto=True)  # type: ignore[arg-type]
    placed = place(width, height, Box(Fraction(0), Fraction(0), Fraction(100), Fraction(80)), fit)
    crop = placed.crop
    x, w = Fraction(str(zone["x"])) * width, Fraction(str(zone["w"])) * width
    if w <= crop.w:
        assert crop.x <= x and x + w <= crop.right


@given(
    st.sampled_from(["acuity", "table", "device", "model"]),
    st.floats(1, 2000),
    st.floats(0.3, 1.5),
    st.floats(60, 20_000),
)
def test_the_bands_agree_with_the_verdict_at_every_distance(
    school: str, effective: float, factor: float, distance: float
) -> None:
    viewing_conditions = Conditions(factor=factor, spread=(1.5 - factor) / 10)
    found = viewing.bands(CRITERIA[school], effective, viewing_conditions)
    assert found[0].start == 0 and found[-1].end is None
    for one, following in pairwise(found):
        assert one.end == following.start
    need = CRITERIA[school].need(distance, viewing_conditions)
    assert need is not None
    ratio = effective / need
    near_a_boundary = any(abs(ratio - least) < 1e-6 for _, least in viewing.GRADES)
    at_a_step = any(abs(distance - (band.end or inf)) < 1e-6 for band in found)
    if not near_a_boundary and not at_a_step:
        band = next(band for band in found if distance < (band.end or inf))
        assert band.grade == viewing.grade(ratio)
