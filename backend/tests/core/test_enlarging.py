"""When pixels are short: the four ways, methods, and the sharpening that is proposed."""

from __future__ import annotations

import re
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import plan
from zollstock.core.documents.plan import PlanError, changed_plan, parse_plan, plan_document
from zollstock.core.picture.measures import Measures
from zollstock.core.reckon import reckon
from zollstock.core.rules.viewing import grade_word
from zollstock.core.seeing.enlarging import METHODS
from zollstock.core.seeing.kernels import kernel_transfer
from zollstock.core.telling.sharpening import proposal, sharpen_sheet
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import Worksheet, worksheet


def short(**changes: Any):
    """A 6 MP picture on 150 × 100 cm, seen from a metre: 50.8 ppi where 87.3 are needed."""
    given: dict[str, Any] = {
        "picture": {"width_px": 3000, "height_px": 2000},
        "target": {"width": "150 cm", "height": "100 cm"},
        "viewing": {"distance": "1 m"},
    }
    return plan(**(given | changes))


def pixels_step(wanted: Any) -> Worksheet:
    return worksheet(wanted, "cm", "pixels")


def ways(sheet: Worksheet, kind: str = "short") -> dict[str, Any]:
    return {choice.id: choice for choice in sheet.choices if choice.kind == kind}


# The four ways


def test_four_ways_stand_side_by_side_with_all_that_follows() -> None:
    found = ways(pixels_step(short()))
    assert list(found) == ["short-smaller", "short-as-it-is", "short-resample", "short-leave"]
    assert found["short-as-it-is"].title == "Print it as it is, clean from 1.72 m"
    for choice in found.values():
        size, file, cost = choice.text.split("; ")[:3]
        assert re.search(r"cm, .* ppi, (clean|soft)$", size), choice.text
        assert re.search(r"px, .* MB$", file), choice.text
        assert re.match(r"about \d+ s, \d+ MB of memory", cost), choice.text


def test_the_smaller_print_is_clean_and_no_smaller_than_it_has_to_be() -> None:
    wanted = short()
    smaller = work_out(changed_plan(wanted, ways(pixels_step(wanted))["short-smaller"].fix))
    assert smaller.quality is not None and 1 <= smaller.quality < 1.01
    assert smaller.plan.target.width.typed == "87.2 cm"


def test_a_print_seen_as_a_whole_gains_nothing_by_being_smaller() -> None:
    """Whoever sees all of a print comes nearer to a smaller one by as much."""
    wanted = short(picture={"width_px": 300, "height_px": 200}, viewing={"distance": None})
    assert "short-smaller" not in ways(pixels_step(wanted))


def test_where_pixels_suffice_no_way_out_is_offered() -> None:
    assert not ways(pixels_step(short(viewing={"distance": "4 m"})))
    assert not ways(pixels_step(plan(target={"width": "4000 px", "height": "3000 px"})))


@given(
    width=st.integers(50, 3000), distance=st.integers(150, 5000),
    px=st.integers(200, 8000), factor=st.sampled_from([1.0, 0.6]),
)  # fmt: skip
def test_every_way_leads_to_a_sound_plan_that_is_what_it_says(
    width: int, distance: int, px: int, factor: float
) -> None:
    wanted = plan(
        picture={"width_px": px, "height_px": max(1, px * 2 // 3)},
        target={"width": f"{width} mm", "height": f"{width * 2 // 3} mm"},
        viewing={"distance": f"{distance} mm"},
        medium={"name": "x", "factor": factor},
    )
    for choice in ways(pixels_step(wanted)).values():
        outcome = work_out(changed_plan(wanted, choice.fix))
        assert outcome.grade is not None and f", {grade_word(outcome.grade)};" in choice.text
        if choice.id == "short-smaller":
            assert outcome.grade in ("clean", "surplus")


# Methods


def test_methods_are_offered_only_where_something_is_enlarged() -> None:
    assert not ways(pixels_step(short()), "method")
    offered = ways(pixels_step(short(pixels={"mode": "need"})), "method")
    assert [choice.fix["pixels.method"] for choice in offered.values()] == list(METHODS)
    assert offered["method-careful"].taken


def test_how_pixels_are_made_survives_another_number_of_them() -> None:
    made = {"mode": "fixed", "ppi": 200, "method": "lanczos", "denoise": 0.5,
            "sharpen": {"amount": 0.7, "radius": None}}  # fmt: skip
    wanted = short(pixels=made)
    for choice in ways(pixels_step(wanted), "way").values():
        after = changed_plan(wanted, choice.fix).pixels
        assert (after.method, after.denoise) == ("lanczos", 0.5) and after.sharpen is not None


@pytest.mark.parametrize(
    ("pixels", "path"),
    [
        ({"method": "magic"}, "pixels.method"),
        ({"denoise": 1.5}, "pixels.denoise"),
        ({"sharpen": {"amount": 3}}, "pixels.sharpen.amount"),
        ({"sharpen": {}}, "pixels.sharpen.amount"),
        ({"source": "raw"}, "pixels.source"),
    ],
)
def test_what_is_none_is_told_with_its_path(pixels: dict[str, Any], path: str) -> None:
    with pytest.raises(PlanError) as told:
        parse_plan(plan_document(short()) | {"pixels": pixels})
    assert [where for where, _ in told.value.problems] == [path]


# Findings


def found(wanted: Any) -> dict[str, Any]:
    return {finding.id: finding for finding in reckon(wanted).findings}


@pytest.mark.parametrize(
    ("ppi", "finding", "words"),
    [
        (51, None, ""),
        (80, "enlarged-little", "fine up to 1.8"),
        (95, "enlarged-much", "watch it closely"),
        (150, "enlarged-far", "look at it at 100 %"),
        (300, "enlarged-far", "for far viewing only"),
    ],
)
def test_how_far_enlarging_goes_is_told(ppi: float, finding: str | None, words: str) -> None:
    told = {
        name: item
        for name, item in found(short(pixels={"mode": "fixed", "ppi": ppi})).items()
        if name.startswith("enlarged")
    }
    assert list(told) == ([finding] if finding else [])
    if finding:
        assert words in told[finding].text.replace("\u2009", " ")


def test_more_than_the_printers_grid_is_told_to_be_thrown_away() -> None:
    fine = found(short(pixels={"mode": "fixed", "ppi": 600}))["beyond-the-grid"]
    assert "throws the rest away" in fine.text.replace("\n", " ")
    assert "beyond-the-grid" not in found(short(pixels={"mode": "fixed", "ppi": 480}))
    known = found(short(pixels={"mode": "fixed", "ppi": 400, "native_ppi": 360}))
    assert known["beyond-the-grid"].fix == {
        "pixels.mode": "device", "pixels.ppi": None, "pixels.native_ppi": 360,
    }  # fmt: skip


# Output sharpening


def test_the_proposal_follows_its_formula() -> None:
    """300 ppi at 500 mm on satin (0.04 mm): f₀ = 8 ÷ 8.73 = 0.917 cycles a mm, radius 0.207 mm."""
    wanted = plan(
        picture={"width_px": 3543, "height_px": 2362},
        target={"width": "300 mm", "height": "200 mm"},
        viewing={"distance": "500 mm"},
        medium={"name": "satin photo paper", "factor": 1.0},
    )
    made = proposal(work_out(wanted), Measures())
    assert made.frequency == pytest.approx(0.917, abs=0.001)
    assert made.radius_mm == pytest.approx(0.19 / 0.917, abs=0.001)
    # T = exp(−2 (π · 0.04 · 0.917)²) = 0.9738; 1 − exp(−2 (π · 0.19)²) = 0.5096.
    assert made.transfer == pytest.approx(0.9738, abs=0.0005)
    assert made.amount == pytest.approx((1 / 0.9738 - 1) / 0.5096, abs=0.006)


@given(
    distance=st.integers(150, 20_000), ppi=st.integers(30, 1200), sigma=st.floats(0, 20),
    spread=st.one_of(st.none(), st.floats(0, 1)),
)  # fmt: skip
def test_no_proposal_leaves_its_bounds(
    distance: int, ppi: int, sigma: float, spread: float | None
) -> None:
    medium = {"name": "canvas", "factor": 0.6, "spread": spread}
    work = work_out(
        plan(
            viewing={"distance": f"{distance} mm"},
            medium=medium,
            pixels={"mode": "fixed", "ppi": float(ppi)},
        )
    )
    made = proposal(work, Measures(noise_sigma=sigma))
    assert 0 <= made.amount <= 1.5 and 0.5 <= made.radius <= 4 and 0 <= made.transfer <= 1
    assert made.amount <= proposal(work, Measures()).amount


def test_the_spread_of_ink_is_an_assumption_until_somebody_says_it() -> None:
    assumed = sharpen_sheet(work_out(plan(medium={"name": "canvas", "factor": 0.6})), Measures())
    assert (assumed.spread, assumed.spread_assumed) == (0.11, True)
    medium = {"name": "canvas", "factor": 0.6, "spread": 0.05}
    said = sharpen_sheet(work_out(plan(medium=medium)), Measures())
    assert (said.spread, said.spread_assumed) == (0.05, False)


def test_the_steps_of_the_proposal_add_up() -> None:
    work = work_out(short(pixels={"mode": "need"}, medium={"name": "textile", "factor": 1.0}))
    sheet = sharpen_sheet(work, Measures(noise_sigma=7.6))
    last = sheet.steps[-1]
    before, noise, result = re.fullmatch(
        r"less for noise of σ .*: ([\d.]+) ÷ \(1 \+ \(([\d.]+) ÷ 6\)²\) = ([\d.]+)", last
    ).groups()  # type: ignore[union-attr]
    assert float(before) / (1 + (float(noise) / 6) ** 2) == pytest.approx(float(result), abs=0.01)
    assert float(result) == sheet.amount


def test_kernels_leave_less_of_what_is_finer() -> None:
    for method in METHODS:
        passed = [kernel_transfer(method, at / 20) for at in range(11)]
        assert passed[0] == 1 and passed == sorted(passed, reverse=True)
