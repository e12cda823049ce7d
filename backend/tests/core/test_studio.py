"""What a studio knows reaches the verdict; what it has renamed since reaches no figure."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import plan
from zollstock.core.criteria import CRITERIA, Conditions, Known, TrialResult
from zollstock.core.documents.plan import Plan, parse_plan, patched, plan_document
from zollstock.core.reckon import reckon
from zollstock.core.studio.stock import SHIPPED, Stock, read_stock
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import worksheet

TRIED = Known(trials=(TrialResult("satin", 600, 180.0),))
KNOWING = Studio(known=TRIED, stock=SHIPPED)


def on_satin(distance: str, **changes: Any) -> Plan:
    return plan(
        medium={"name": "satin photo paper", "key": "satin", "factor": 1.0, "spread": 0.04},
        viewing={"school": "trials", "distance": distance},
        **changes,
    )


@pytest.mark.parametrize(
    ("distance", "need"),
    [("60 cm", 180.0), ("30 cm", 360.0), ("120 cm", 90.0), ("25 cm", None), ("2 m", None)],
)
def test_own_trials_answer_where_something_was_tried(distance: str, need: float | None) -> None:
    work = work_out(on_satin(distance), KNOWING)
    assert (None if work.need is None else float(work.need)) == need
    found = reckon(on_satin(distance), studio=KNOWING)
    assert ("trials" in {one.id for one in found.schools}) == (need is not None)
    stops = [one.id for one in found.findings if one.level == "stop"]
    assert bool(stops) == (need is None)


def test_on_another_medium_and_without_trials_there_is_no_answer() -> None:
    canvas = on_satin("60 cm").model_copy(update={"medium": plan().medium})
    assert work_out(canvas, KNOWING).need is None
    assert work_out(on_satin("60 cm")).need is None


def test_what_was_tried_is_worked_out_in_the_figures() -> None:
    found = {one.id: one for one in reckon(on_satin("90 cm"), "cm", KNOWING).figures}
    assert float(found["need_ppi"].value) == 120
    assert "180" in found["need_ppi"].working and "60 ÷ 90" in found["need_ppi"].working


def test_ways_out_are_judged_by_the_same_studio() -> None:
    """A smaller print is offered where the trials say that it does."""
    short = on_satin("60 cm", picture={"width_px": 1200, "height_px": 800, "orientation": 1})
    page = worksheet(short, "cm", "pixels", KNOWING)
    assert {choice.id for choice in page.choices} >= {"short-smaller"}
    smaller = next(choice for choice in page.choices if choice.id == "short-smaller")
    made = work_out(parse_plan(patched(plan_document(short), smaller.fix)), KNOWING)
    assert made.quality is not None and made.quality >= 1


@given(st.floats(300, 1200), st.floats(40, 700))
def test_the_nearest_distance_is_the_nearest_at_which_it_is_enough(
    distance: float, ppi: float
) -> None:
    viewing_conditions = Conditions(medium="satin", known=TRIED)
    trials = CRITERIA["trials"]
    reach = trials.reach(ppi, viewing_conditions)
    need = trials.need(distance, viewing_conditions)
    assert need is not None
    if reach is None:
        assert need > ppi
    elif distance >= reach * (1 + 1e-9):
        assert float(need) <= ppi * (1 + 1e-9)
    elif distance < reach * (1 - 1e-9):
        assert float(need) > ppi


def renamed(**changes: Any) -> Studio:
    first, *others = SHIPPED.media
    return Studio(stock=Stock(media=[first.model_copy(update=changes), *others]))


def on_first() -> Plan:
    row = SHIPPED.media[0]
    medium = {"name": row.name, "key": row.key, "factor": row.factor, "spread": row.spread}
    return plan(medium=medium)


def test_a_medium_that_is_renamed_changes_no_figure_and_says_so() -> None:
    before, after = (
        reckon(on_first(), studio=renamed()),
        reckon(on_first(), studio=renamed(name="The hall's")),
    )
    assert after.figures == before.figures
    (said,) = [one for one in after.findings if one not in before.findings]
    assert said.id == "medium-changed" and "is called The hall's" in said.text
    taken = parse_plan(patched(plan_document(on_first()), said.fix))
    assert taken.medium.name == "The hall's" and taken.medium.key == SHIPPED.media[0].key
    again = reckon(taken, studio=renamed(name="The hall's"))
    assert again.figures == before.figures
    assert "medium-changed" not in {one.id for one in again.findings}


def test_a_factor_that_was_changed_is_told_and_left_to_its_owner() -> None:
    found = reckon(on_first(), studio=renamed(factor=0.8, spread=0.05))
    (said,) = [one for one in found.findings if one.id == "medium-changed"]
    assert "a detail factor of 0.8 and has an ink spread of 0.05 mm" in said.text
    assert found.figures == reckon(on_first()).figures


def test_in_the_stock_ink_spread_stands_in_the_row_whatever_it_is_called() -> None:
    kept = read_stock(
        {"media": [{"name": "canvas", "factor": 0.6}, {"name": "Own cloth", "factor": 0.6}]}
    )
    assert [(one.key, one.spread) for one in kept.media] == [("m1", 0.11), ("m2", 0.04)]
    document = kept.model_dump(mode="json")
    document["media"][0]["name"] = "Sailcloth"
    assert [(one.key, one.spread) for one in read_stock(document).media] == [
        ("m1", 0.11),
        ("m2", 0.04),
    ]
