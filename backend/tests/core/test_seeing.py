"""What is seen: the eye's sensitivity, the chain of losses, and what everybody knows of prints."""

from __future__ import annotations

import json
import subprocess
import sys
from itertools import pairwise
from math import inf

import pytest
from hypothesis import given
from hypothesis import strategies as st

from making.needs import found
from tests.plans import plan
from zollstock.core.ground.show import LengthStyle
from zollstock.core.picture.measures import NOT_MEASURED, Measures
from zollstock.core.reckon import reckon
from zollstock.core.seeing.contrast import (
    NEEDS,
    SLIGHT,
    UNSEEN,
    best,
    finest,
    in_words,
    need,
    printed,
    reach,
    steps_between,
)
from zollstock.core.seeing.eye import BANDS, SENSITIVITY
from zollstock.core.studio.media import MEDIA
from zollstock.core.telling.seen import FARTHEST, NEAREST, apart, chain_of, seen
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import worksheet

SATIN = 0.04
CM = LengthStyle("cm")
DISTANCES = st.floats(60, 20_000)
SPREADS = st.floats(0, 0.3)
PPI = st.floats(20, 1200)


#: Run by itself: without SciPy the library puts a stand-in for it into the process, on which others trip.
LIBRARY = """
from colour.contrast import contrast_sensitivity_function_Barten1999 as sensitivity
from colour.contrast.barten1999 import (
    pupil_diameter_Barten1999, retinal_illuminance_Barten1999, sigma_Barten1999,
)
luminance, field = 100, 20
pupil = pupil_diameter_Barten1999(luminance, field)
eye = {
    "sigma": sigma_Barten1999(0.5 / 60, 0.08 / 60, pupil),
    "E": retinal_illuminance_Barten1999(luminance, pupil, True),
    "X_0": field,
}
print([float(sensitivity(2 ** (step / 2), **eye)) for step in range(11)])
"""


def test_the_sensitivity_is_bartens_as_a_library_reckons_it() -> None:
    said = subprocess.run(
        [sys.executable, "-W", "ignore", "-c", LIBRARY], check=True, capture_output=True, text=True
    )
    assert [2 ** (step / 2) for step in range(11)] == list(BANDS)
    assert json.loads(said.stdout) == pytest.approx(list(SENSITIVITY), abs=0.01)


@pytest.mark.parametrize(
    ("inches", "coarse", "fine"), [(6, 5.9, 2.8), (24, 1.8, 0.9), (56, 0.9, 0.4), (120, 0.2, 0.1)]
)
def test_prints_are_about_as_far_apart_as_another_reckoning_of_the_model_has_them(
    inches: float, coarse: float, fine: float
) -> None:
    """100 and 150 ppi against 300, on satin; the other one assumed another lens."""
    for ppi, wanted in ((100, coarse), (150, fine)):
        found = steps_between(printed(ppi, SATIN), printed(300, SATIN), inches * 25.4)
        assert wanted / 1.6 < found < wanted * 1.6


def test_75_ppi_are_hard_to_tell_from_300_from_a_metre_and_a_half_and_plain_from_a_hands_breadth() -> (
    None
):
    few, many = printed(75, SATIN), printed(300, SATIN)
    assert steps_between(few, many, 1500) < 1.5 < SLIGHT < steps_between(few, many, 100)
    assert steps_between(few, many, 3000) < UNSEEN


@given(PPI, PPI, SPREADS, DISTANCES)
def test_more_pixels_are_never_farther_from_the_best(
    one: float, other: float, spread: float, distance: float
) -> None:
    there = best(spread)
    few, many = sorted((one, other))
    assert (
        steps_between(printed(many, spread), there, distance)
        <= steps_between(printed(few, spread), there, distance) + 1e-9
    )


@given(DISTANCES, DISTANCES, SPREADS)
def test_who_comes_nearer_never_needs_less(one: float, other: float, spread: float) -> None:
    near, far = sorted((one, other))
    assert need(near, spread) >= need(far, spread) * (1 - 1e-9)


@given(DISTANCES, SPREADS)
def test_what_is_needed_is_one_step_from_the_best_or_less(distance: float, spread: float) -> None:
    steps = steps_between(printed(need(distance, spread), spread), best(spread), distance)
    assert steps <= 1.02 * UNSEEN


@given(PPI, SPREADS)
def test_from_where_it_suffices_that_many_are_needed(ppi: float, spread: float) -> None:
    at = reach(ppi, spread)
    if at:
        assert need(at, spread) == pytest.approx(ppi, rel=1e-6)
    else:
        assert need(1e-3, spread) <= ppi * (1 + 1e-9)


def test_a_surface_on_which_ink_spreads_needs_less() -> None:
    wanted = [need(300, medium.spread) for medium in MEDIA]
    assert all(one > other for one, other in pairwise(wanted))
    assert 300 < need(300, SATIN) < 400


def test_steps_have_three_words() -> None:
    said = [in_words(steps) for steps in (0, 0.99, 1, 3, 3.01)]
    assert said == ["no difference to be seen"] * 2 + ["a slight difference"] * 2 + [
        "a clear difference"
    ]


@given(PPI, DISTANCES)
def test_the_finest_line_that_a_print_shows_is_never_finer_than_the_best_prints(
    ppi: float, distance: float
) -> None:
    line, least = finest(printed(ppi, SATIN), distance), finest(best(SATIN), distance)
    assert line is None or (least is not None and line >= least * (1 - 1e-9))


def test_enlarging_shows_no_more_and_sharpening_brings_something_back() -> None:
    short = {"target": {"width": "100 cm", "height": "66 cm"}, "viewing": {"distance": "60 cm"}}
    kept, enlarged, sharpened = (
        chain_of(work_out(plan(**short, pixels=pixels)), NOT_MEASURED)
        for pixels in (
            {"mode": "keep"},
            {"mode": "fixed", "ppi": 360, "method": "lanczos"},
            {"mode": "fixed", "ppi": 360, "method": "lanczos", "sharpen": {"amount": 1.0}},
        )
    )
    assert kept.output == kept.source and enlarged.kernel == "lanczos"
    assert enlarged.detail == kept.detail
    there = best(kept.spread)
    apart_by = [steps_between(chain, there, 600) for chain in (enlarged, sharpened)]
    assert apart_by[1] < apart_by[0]


def test_a_soft_picture_is_seen_as_one() -> None:
    wanted = plan(viewing={"distance": "40 cm"})
    pixels = 5000 * 3333
    soft = Measures(true_detail=(pixels * 0.2, pixels * 0.3))
    work = work_out(wanted)
    as_counted, as_measured = (seen(work, CM, known) for known in (NOT_MEASURED, soft))
    assert as_measured.steps > as_counted.steps + 1


def test_the_plot_runs_along_the_rail_and_falls_to_nothing() -> None:
    found = worksheet(plan(), "cm", "distance").seen
    assert found is not None
    assert found.points[0].at_mm == pytest.approx(NEAREST)
    assert found.points[-1].at_mm == pytest.approx(FARTHEST)
    assert found.points[0].steps > found.points[-1].steps
    assert found.points[-1].steps < found.unseen
    assert "no difference to be seen" in found.text and found.text.startswith("From 1.1 m")


def test_the_plot_is_made_for_paper_and_its_own_step_alone() -> None:
    assert worksheet(plan(), "cm", "fit").seen is None
    screen = plan(target={"width": "1920 px", "height": "1080 px"})
    assert worksheet(screen, "cm", "distance").seen is None


def test_two_plans_differ_by_what_an_eye_sees_of_them() -> None:
    fine, coarse = (
        work_out(plan(picture={"width_px": px, "height_px": px * 2 // 3})) for px in (6000, 1500)
    )
    found = apart(fine, coarse, (NOT_MEASURED, NOT_MEASURED), 300, CM)
    assert found.steps > SLIGHT and "a clear difference" in found.text
    assert apart(fine, fine, (NOT_MEASURED, NOT_MEASURED), 300, CM).steps == 0
    assert found.distance_text == "30 cm"


def test_the_school_judges_by_the_model() -> None:
    made = plan(viewing={"school": "model", "distance": "1 m"}, medium={"name": "canvas"})
    found = reckon(made)
    assert found.figure("need_ppi").value == pytest.approx(need(1000, 0.11))
    assert "ink σ 0.11 mm" in found.figure("need_ppi").formula
    typed = plan(viewing={"school": "model", "distance": "1 m"}, medium={"spread": 0.3})
    assert reckon(typed).figure("need_ppi").value < found.figure("need_ppi").value


def test_the_best_has_no_end_of_pixels() -> None:
    assert best(0.0).passes(20.0) == 1.0
    assert best(0.0).output == inf


def test_the_needs_that_ship_are_those_that_the_model_has() -> None:
    made, shipped = found(), json.loads(NEEDS.read_text(encoding="ascii"))
    assert made["at_first"] == pytest.approx(shipped["at_first"], rel=1e-9)
    for name in ("places", "values"):
        assert made[name] == pytest.approx(shipped[name], rel=1e-9)
