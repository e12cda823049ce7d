"""The workshop's paper: pieces that add up, the order of work, the cautions that apply."""

from __future__ import annotations

from typing import Any

import pytest

from tests.plans import border, plan, wrap
from zollstock.core.edges import EDGES
from zollstock.core.ground.show import style_for
from zollstock.core.handouts.workshop import Workshop, workshop
from zollstock.core.work.outcome import work_out

A3 = {"width": "420 mm", "height": "297 mm"}


def paper(**changes: Any) -> Workshop:
    made = plan(**({"target": A3} | changes))
    return workshop(work_out(made), style_for([made.target.width], "cm"))


def cuts(told: Workshop) -> dict[str, tuple[str, str]]:
    return {cut.what: (cut.size, cut.note) for cut in told.cuts}


def test_a_canvas_is_cut_stretched_and_taped() -> None:
    """Face 50 × 40, depth 3.8, turn 1.2: 60 × 50; the diagonals of the face are 64.03 cm."""
    told = paper(
        target={"width": "50 cm", "height": "40 cm"},
        edge=wrap("mirror") | {"give": {"x": 0.01, "y": 0.0}},
        marks={"margin": "1 cm", "fold": True},
    )
    assert cuts(told)["Canvas, cut to"] == ("59.41 × 50 cm", "face 50 × 40 cm and 5 cm all round")
    assert cuts(told)["Bars"] == ("2 × 50 cm, 2 × 40 cm", "3.8 cm deep, mitred")
    assert cuts(told)["Printed smaller"][0] == "1.0 % across, 0.0 % down"
    assert "both diagonals 64.03 cm" in told.steps[1]
    order = " ".join(told.steps)
    places = [
        order.index(word)
        for word in ("opposite", "outwards", "corners last", "square and even", "Tape")
    ]
    assert places == sorted(places)
    assert any("eye protection" in line for line in told.cautions)
    assert any("air the room" in line for line in told.cautions)


def test_a_mats_borders_and_openings_add_up_to_its_card() -> None:
    told = paper(
        edge={"kind": "mat", "opening_width": "30 cm", "opening_height": "20 cm", "reveal": "5 mm",
              "card_width": "50 cm", "card_height": "40 cm", "inner": {"step": "6 mm"}}
    )  # fmt: skip
    assert cuts(told)["Mat board, outside"][0] == "50 × 40 cm"
    assert cuts(told)["Opening"] == (
        "30 × 20 cm",
        "10 cm of board at the sides, 10 cm above and below",
    )
    assert cuts(told)["Upper board, opening"][0] == "31.2 × 21.2 cm"
    assert any("45°" in step for step in told.steps) and any("Float" in step for step in told.steps)


def test_bleed_and_border_say_what_comes_off_and_what_stays_white() -> None:
    bleed = paper(edge={"kind": "bleed", "bleed": "3 mm", "left": "0 mm"})
    assert cuts(bleed)["Trim to"] == (
        "42 × 29.7 cm",
        "off: 0 cm left, 0.3 cm top, 0.3 cm right, 0.3 cm bottom",
    )
    assert "no crop marks" in bleed.steps[1]
    white = paper(edge=border("2 cm", "2 cm", "2 cm", "3 cm"))
    assert cuts(white)["Sheet, cut to"][1] == "white: 2 cm left, 2 cm top, 2 cm right, 3 cm bottom"


def test_large_and_heavy_things_hang_from_two_fixings() -> None:
    small, large = paper(), paper(target={"width": "90 cm", "height": "60 cm"})
    assert not any("two fixings" in line for line in small.cautions)
    assert any("two fixings" in line for line in large.cautions)


@pytest.mark.parametrize("kind", EDGES)
def test_every_edge_has_its_work_and_local_rules_come_last(kind: str) -> None:
    edges = {"none": {"kind": "none"}, "border": border("2 cm"), "wrap": wrap("picture"),
             "bleed": {"kind": "bleed", "bleed": "3 mm"},
             "mat": {"kind": "mat", "opening_width": "30 cm", "opening_height": "20 cm"}}  # fmt: skip
    told = paper(edge=edges[kind])
    assert len(told.cuts) > 1 and len(told.steps) > 1
    assert told.cautions[-1].startswith("Local rules")
