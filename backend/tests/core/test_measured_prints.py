"""What the measures of a picture mean for a print: detail against pixels, zones, tones, copies."""

from __future__ import annotations

import pytest

from tests.plans import plan
from zollstock.core.answer.reckoning import Finding
from zollstock.core.documents.plan import PlanError, parse_plan, patched, plan_document
from zollstock.core.picture.copies import copied
from zollstock.core.picture.measures import LightnessMap, Measures, SharpnessMap
from zollstock.core.picture.measurewords import describe_measures
from zollstock.core.reckon import reckon
from zollstock.core.studio.studio import Studio
from zollstock.core.work.detail import detail_range
from zollstock.core.work.outcome import work_out

SIZED = {
    "picture": {"width_px": 6000, "height_px": 4000},
    "target": {"width": "24 in", "height": "16 in"},
}


def found(measures: Measures, **changes) -> dict[str, Finding]:
    made = plan(**(SIZED | changes))
    return {one.id: one for one in reckon(made, studio=Studio(measures=measures)).findings}


def test_a_second_resolution_stands_beside_the_counted_one() -> None:
    """6000 px on 24 in are 250 ppi; of 24 MP 6 to 12 hold detail: half to √½ of that."""
    measures = Measures(true_detail=(6_000_000, 12_000_000))
    low, high = detail_range(work_out(plan(**SIZED)), measures) or (0, 0)
    assert (low, high) == (pytest.approx(125), pytest.approx(250 / 2**0.5))
    text = found(measures)["detail-less"].text
    assert text.startswith("250 ppi in pixels, detail of about 125 to 177:")


def test_a_verdict_follows_the_detail_by_choice_and_back_again() -> None:
    """Of 24 MP 9 in the middle: √(9 ÷ 24) = 0.61 of 250 ppi are 153; cured and undone by one click each."""
    measures = Measures(true_detail=(6_000_000, 12_000_000))
    studio = Studio(measures=measures)
    counted = reckon(plan(**SIZED), studio=studio)
    assert counted.figure("detail_ppi").value == pytest.approx(250 * (9 / 24) ** 0.5)
    assert counted.figure("detail_ppi").working.startswith("between 125 and 177: 250 × 0.61")
    offer = next(one for one in counted.findings if one.id == "detail-less")
    judged_plan = parse_plan(patched(plan_document(plan(**SIZED)), offer.fix or {}))
    judged = reckon(judged_plan, studio=studio)
    assert judged.figure("quality_ratio").value == pytest.approx(
        0.61 * counted.figure("quality_ratio").value
    )
    assert judged.figure("clean_from").value == pytest.approx(
        counted.figure("clean_from").value / 0.61
    )
    for school, other in zip(judged.schools, counted.schools, strict=True):
        assert school.quality_ratio == pytest.approx(0.61 * other.quality_ratio)
    same = ("effective_ppi", "need_ppi", "crop_width", "output_ppi", "output_width_px")
    assert all(judged.figure(name).value == counted.figure(name).value for name in same)
    back = next(one for one in judged.findings if one.id == "detail-counted")
    assert parse_plan(patched(plan_document(judged_plan), back.fix or {})) == plan(**SIZED)


def test_detail_counts_for_nothing_on_a_screen() -> None:
    screen = plan(target={"width": "1920 px", "height": "1080 px"}, viewing={"detail": 0.5})
    assert (
        reckon(screen).figure("quality_ratio").value
        == reckon(plan(target={"width": "1920 px", "height": "1080 px"}))
        .figure("quality_ratio")
        .value
    )


def test_nobody_looks_from_behind_the_wall() -> None:
    wide = {"distance": "3 m", "room": "2 m"}
    made = plan(**SIZED, viewing=wide)
    finding = next(one for one in reckon(made).findings if one.id == "room-shallow")
    assert "but the room is 79 in deep" in finding.text
    cured = parse_plan(patched(plan_document(made), finding.fix or {}))
    assert "room-shallow" not in {one.id for one in reckon(cured).findings}
    with pytest.raises(PlanError, match=r"viewing\.room|0 deep"):
        plan(viewing={"room": "0 cm"})


def test_nothing_is_said_where_the_pixels_are_all_there() -> None:
    assert "detail-less" not in found(Measures(true_detail=(20_000_000, 24_000_000)))
    assert not {"detail-less", "enlarged-before", "zone-soft", "dark-picture"} & set(
        found(Measures())
    )


def test_a_picture_enlarged_before_is_told_with_its_factor() -> None:
    assert "about 1.7 ×" in found(Measures(resampled_by=1.7))["enlarged-before"].text


@pytest.mark.parametrize(("turn", "soft"), [(0, True), (180, False), (90, False), (270, False)])
def test_a_zone_out_of_focus_is_told_however_the_picture_is_turned(turn: int, soft: bool) -> None:
    """Sharp everywhere but in the upper left quarter, where the zone lies while nothing is turned."""
    sharpness = SharpnessMap(columns=2, shares=[0.1, 1.0, 1.0, 1.0])
    zone = {"name": "lamp", "x": 0.1, "y": 0.1, "w": 0.2, "h": 0.2}
    findings = found(Measures(sharpness=sharpness), fit={"turn": turn, "keep": [zone]})
    assert ("zone-soft" in findings) is soft


def test_burnt_lights_dark_pictures_and_blocks_are_told() -> None:
    findings = found(Measures(burnt=0.06, lightness_median=22.0, jpeg_quality=55, blocking=0.3))
    assert findings["lights-burnt"].text.startswith("6 % of the picture is burnt out")
    dark = findings["dark-picture"]
    assert dark.level == "warn" and dark.step == "pixels" and dark.place == "exposure"
    assert (
        "under L* 22" in dark.text and "= 2.2 stops brighter than paper under 200 lx" in dark.text
    )
    assert found(Measures(lightness_median=30.0))["dark-picture"].level == "note"
    assert "dark-picture" not in found(Measures(lightness_median=40.0))
    deep = LightnessMap(columns=2, means=[5.0, 90.0], deviations=[1.0, 1.0])
    half = found(Measures(lightness_median=47.0, lightness=deep))["dark-picture"]
    assert "50 % of it about under L* 20" in half.text
    assert "quality 55: its blocks are 0.032 in wide" in findings["jpeg-blocks"].text


def test_words_for_people_say_what_a_figure_means() -> None:
    measures = Measures(
        true_detail=(5_200_000, 9_400_000), resampled_by=1.5, noise_sigma=1.0, clipped_lights=0.03,
        burnt=0.025, clipped_shadows=0.0, lightness_mean=50.0, lightness_median=48.0,
    )  # fmt: skip
    words = {one.id: one for one in describe_measures(measures, 24_000_000)}
    assert words["true_detail"].text == "about 5.2 to 9.4 of 24 MP"
    assert words["resampled_by"].sure == "hint"
    assert words["clipped"].text == "3 % of the lights, 0 % black"
    assert words["lightness"].text == "L* 50 on average, half of it under 48"


@pytest.mark.parametrize(
    ("name", "width", "camera", "format", "is_copy"),
    [
        ("IMG-20260412-QX0007.jpg", 1200, "", "JPEG", True),
        ("photo_2026-04-12 11.02.jpg", 900, "", "JPEG", True),
        ("fog.jpg", 1600, "", "JPEG", True),
        ("fog.jpg", 1600, "Tidal 4", "JPEG", False),
        ("fog.tif", 1600, "", "TIFF", False),
        ("fog.jpg", 6000, "", "JPEG", False),
    ],
)
def test_what_looks_like_a_chats_copy_is_asked_about(
    name: str, width: int, camera: str, format: str, is_copy: bool
) -> None:
    assert bool(list(copied(name, width, 700, camera, format))) is is_copy
