"""The chosen criterion speaks alone: need, grade and distance of a sentence, a figure and the rail are its own."""

from __future__ import annotations

import pytest

from tests.plans import plan
from zollstock.core.criteria import CRITERIA
from zollstock.core.reckon import reckon
from zollstock.core.worksheet import worksheet


@pytest.mark.parametrize("school", ["acuity", "table", "device", "model"])
@pytest.mark.parametrize(
    ("distance", "width"), [("30 cm", "120 cm"), ("2 m", "300 cm"), ("1 m", "60 cm")]
)
def test_finding_figure_and_rail_name_one_distance(school: str, distance: str, width: str) -> None:
    made = plan(
        target={"width": width, "height": "40 cm"}, viewing={"school": school, "distance": distance}
    )
    page = worksheet(made, "cm", "pixels")
    chosen = page.reckoning.figure("clean_from_chosen")
    assert chosen.source == school and chosen.label.endswith(CRITERIA[school].by)
    line = next(line for line in page.rail.schools if line.id == school)
    assert line.text == chosen.text
    if page.rail.clean is not None:
        assert page.rail.clean.text == f"clean from {chosen.text}"
    for finding in page.reckoning.findings:
        if finding.id.startswith("quality-"):
            words = "From no distance" if chosen.text == "never" else f"clean from {chosen.text}."
            assert words in finding.text
            assert (CRITERIA[school].by in finding.text) == (school != "acuity")
    for choice in page.choices:
        if choice.id == "short-as-it-is" and chosen.text != "never":
            assert choice.title.endswith(f"clean from {chosen.text}")


@pytest.mark.parametrize(
    ("typed", "decimals", "fractions"),
    [
        ("8 5/8 in", "8.625 in", "8⅝ in"),
        ("16 3/8 in", "16.375 in", "16⅜ in"),
    ],
)
def test_a_distance_that_was_typed_is_shown_exactly(
    typed: str, decimals: str, fractions: str
) -> None:
    for width, shown in (("24.0 in", decimals), ("24 in", fractions)):
        made = plan(target={"width": width, "height": "16 in"}, viewing={"distance": typed})
        page = worksheet(made, "in", "distance")
        texts = {
            page.reckoning.figure("view_distance").text,
            page.rail.distance,
            page.rail.viewer.text.removeprefix("set, "),
            next(step.key for step in page.steps if step.step == "distance").removeprefix("from "),
        }
        assert texts == {shown}


def test_acuity_has_its_own_figure_whatever_is_chosen() -> None:
    by = {
        school: reckon(plan(viewing={"school": school})).figure("clean_from") for school in CRITERIA
    }
    assert len({figure.value for figure in by.values()}) == 1
    assert all(figure.label.endswith("by acuity") for figure in by.values())


def test_what_stands_beside_a_criterion_agrees_with_its_figure() -> None:
    """Never below 300 ppi, beside 150 ppi, on a medium that holds half the detail."""
    half = plan(medium={"name": "textile", "factor": 0.5}, viewing={"distance": "70 cm"})
    rows = {row.id: row for row in worksheet(half, "cm").schools}
    assert (rows["device"].need, rows["device"].note) == (
        "150 ppi",
        "never below 300 ppi, × 0.5 on this medium",
    )
    assert rows["acuity"].note.endswith("× 0.5 on this medium")
    assert "this medium" not in rows["model"].note
    assert rows["table"].note == "in steps: 200 ppi beyond 80 cm, × 0.5 on this medium"
    far = {row.id: row for row in worksheet(plan(viewing={"distance": "30 m"}), "cm").schools}
    assert far["table"].note == "15 ppi from here on"
