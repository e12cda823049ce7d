"""Measures in words, lightness within an area, and what should go round a canvas."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import plan, wrap
from zollstock.core.documents.plan import changed_plan
from zollstock.core.ground.rational import Fraction
from zollstock.core.picture.measures import LightnessMap, Measures
from zollstock.core.picture.measurewords import describe_measures
from zollstock.core.shapes.box import Box
from zollstock.core.studio.studio import Studio
from zollstock.core.telling.edgeadvice import BUSY, CALM, Advice, strips
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import worksheet

SIDE = 10


def even(mean: float = 50.0, deviation: float = 1.0) -> LightnessMap:
    cells = SIDE * SIDE
    return LightnessMap(columns=SIDE, means=[mean] * cells, deviations=[deviation] * cells)


def with_side(side: str, mean: float, deviation: float, rest: float = 50.0) -> LightnessMap:
    """A calm picture one side of which is otherwise, a tenth of it deep."""
    inside = {"left": lambda c, r: c == 0, "right": lambda c, r: c == SIDE - 1,
              "top": lambda c, r: r == 0, "bottom": lambda c, r: r == SIDE - 1}[side]  # fmt: skip
    cells = [(c, r) for r in range(SIDE) for c in range(SIDE)]
    return LightnessMap(
        columns=SIDE,
        means=[mean if inside(*cell) else rest for cell in cells],
        deviations=[deviation if inside(*cell) else 1.0 for cell in cells],
    )


def canvas(**changes: Any):
    """A 50 × 50 cm canvas of a square picture, 5 cm of it round the side: a tenth."""
    given: dict[str, Any] = {
        "picture": {"width_px": 4000, "height_px": 4000},
        "target": {"width": "50 cm", "height": "50 cm"},
        "edge": wrap("mirror", depth="3.8 cm", turn="1.2 cm"),
    }
    return plan(**(given | changes))


def advised(lightness: LightnessMap | None, **changes: Any) -> Advice | None:
    studio = Studio(measures=Measures(lightness=lightness))
    return worksheet(canvas(**changes), "cm", "edge", studio).advice


def taken(lightness: LightnessMap, **changes: Any) -> str:
    advice = advised(lightness, **changes)
    assert advice is not None
    return advice.fix["edge.fill"] if advice.fix else "as it is"


# Lightness within an area


@given(
    means=st.lists(st.floats(0, 100), min_size=12, max_size=12),
    x=st.floats(0, 0.9), y=st.floats(0, 0.9), w=st.floats(0, 1), h=st.floats(0, 1),
)  # fmt: skip
def test_the_mean_of_an_area_lies_between_those_of_its_cells(
    means: list[float], x: float, y: float, w: float, h: float
) -> None:
    area = Box(Fraction(x), Fraction(y), Fraction(min(w, 1 - x)), Fraction(min(h, 1 - y)))
    lightness = LightnessMap(columns=4, means=means, deviations=[2.0] * 12)
    mean, deviation = lightness.within(area)
    assert min(means) - 1e-6 <= mean <= max(means) + 1e-6
    assert 2.0 - 1e-3 <= deviation <= 2.0 + (max(means) - min(means)) / 2 + 1e-6


@pytest.mark.parametrize("side", ["left", "top", "right", "bottom"])
@pytest.mark.parametrize("turn", [0, 90, 180, 270])
def test_each_strip_is_measured_where_it_lies_however_the_picture_is_turned(
    side: str, turn: int
) -> None:
    order = ["left", "top", "right", "bottom"]
    work = work_out(canvas(fit={"turn": turn}))
    found = {rim.side: rim for rim in strips(work, with_side(side, 90, 30))}
    lies = order[(order.index(side) + turn // 90) % 4]
    assert max(found.values(), key=lambda rim: rim.deviation).side == lies
    assert found[lies].deviation == pytest.approx(30, abs=0.5)


# Canvas edge


def test_a_calm_rim_is_mirrored() -> None:
    assert taken(even(), edge=wrap("stretch")) == "mirror"
    advice = advised(even())
    assert advice and advice.fix is None and advice.text == "Mirror, as it is."


def test_a_calm_rim_as_light_as_the_wall_gets_a_colour() -> None:
    assert taken(even(mean=92)) == "colour"


@pytest.mark.parametrize(("deviation", "softness"), [(CALM + 1, 0.5), (BUSY + 1, 0.75)])
def test_a_rim_with_things_in_it_is_mirrored_softly(deviation: float, softness: float) -> None:
    advice = advised(with_side("left", 50, deviation))
    assert advice and advice.fix == {"edge.fill": "soft-mirror", "edge.softness": softness}
    assert "most at the left" in advice.reasons[0]


def test_a_zone_near_the_fold_is_not_shown_twice() -> None:
    keep = [{"name": "lamp", "x": 0.04, "y": 0.4, "w": 0.2, "h": 0.2}]
    advice = advised(even(), fit={"keep": keep})
    assert advice and advice.fix and advice.fix["edge.fill"] == "soft-mirror"
    assert any("The lamp lies 2 cm from the fold" in reason for reason in advice.reasons)
    far = [{"name": "lamp", "x": 0.4, "y": 0.4, "w": 0.2, "h": 0.2}]
    assert taken(even(), fit={"keep": far}) == "as it is"


def test_there_is_no_advice_without_a_measure_or_without_a_canvas() -> None:
    assert advised(None) is None
    assert advised(even(), edge={"kind": "none"}) is None


@given(
    side=st.sampled_from(["left", "top", "right", "bottom"]), mean=st.floats(0, 100),
    deviation=st.floats(0, 40), fill=st.sampled_from(["picture", "mirror", "stretch", "soft-mirror"]),
)  # fmt: skip
def test_advice_that_is_taken_is_content(
    side: str, mean: float, deviation: float, fill: str
) -> None:
    lightness = with_side(side, mean, deviation)
    advice = advised(lightness, edge=wrap(fill, depth="3.8 cm", turn="1.2 cm"))
    assert advice is not None and advice.reasons
    if advice.fix is None:
        return
    studio = Studio(measures=Measures(lightness=lightness))
    again = worksheet(
        changed_plan(canvas(edge=wrap(fill, depth="3.8 cm", turn="1.2 cm")), advice.fix),
        "cm",
        "edge",
        studio,
    ).advice
    # With another fill another strip may go round: what is said then is about that one.
    assert again is not None and (again.fix is None or fill == "picture")


# Words


def test_noise_and_quality_are_told_with_what_they_mean() -> None:
    words = {
        word.id: word
        for word in describe_measures(Measures(noise_sigma=6.24, jpeg_quality=75), 10**6)
    }
    assert words["noise_sigma"].text == "σ 6.2 of 255 levels"
    assert words["noise_sigma"].meaning.startswith("noisy")
    assert words["jpeg_quality"].text == "about 75 of 100"
    exact = Measures(jpeg_quality=95, jpeg_standard=True)
    assert [word.text for word in describe_measures(exact, 10**6)] == ["95 of 100"]
    assert not list(describe_measures(Measures(), 10**6))
