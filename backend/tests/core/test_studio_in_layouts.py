"""Every kind of layout, and every other size, is judged by what the studio knows, as a print is."""

from __future__ import annotations

from typing import Any

import pytest

from tests.core.test_studio import KNOWING, on_satin
from tests.layouts import gang, hanging, life, panels, passes, small, tiles
from zollstock.core.layouts import lay, layout_page, scene_of
from zollstock.core.layouts.kind import PageQuery
from zollstock.core.layouts.request import LayoutRequest
from zollstock.core.questions.survey import survey
from zollstock.core.sizes.library import library

#: A plan on the medium that was tried, judged by the trial at its own distance: 180 ppi are needed.
TRIED: dict[str, Any] = {
    "medium": {"name": "satin photo paper", "key": "satin", "factor": 1.0, "spread": 0.04},
    "viewing": {"school": "trials", "distance": "60 cm"},
}
PRINTS = [small("60 cm", "40 cm") | TRIED, small("30 cm", "20 cm") | TRIED]
LAYOUTS = {
    "tiles": tiles(TRIED),
    "id": passes(TRIED),
    "life": life(TRIED),
    "panels": panels(TRIED),
    "hang": hanging(plans=PRINTS, pieces=[{}, {}]),
    "gang": gang(plans=PRINTS, copies=[]),
}


@pytest.mark.parametrize("layout", LAYOUTS.values(), ids=LAYOUTS)
def test_a_layout_is_judged_by_the_studio(layout: LayoutRequest) -> None:
    for work in lay(layout, studio=KNOWING).works:
        assert work.need == 180 and work.grade
    assert [work.need for work in lay(layout).works] == [None] * len(layout.plans)


@pytest.mark.parametrize("layout", LAYOUTS.values(), ids=LAYOUTS)
def test_its_page_is_laid_by_the_same_studio(layout: LayoutRequest) -> None:
    page = layout_page(layout, "cm", PageQuery(KNOWING))
    assert "no trials" not in page.model_dump_json()
    assert {one.text for one in page.findings if one.level == "stop"} == set()


def test_a_roll_is_as_fine_as_the_trials_say_that_its_prints_need() -> None:
    """Without an answer a print keeps all its pixels, up to the cap."""
    farther = TRIED | {"viewing": {"school": "trials", "distance": "120 cm"}}
    layout = gang(plans=[small("20 cm", "13.3 cm") | farther] * 2, copies=[])
    assert lay(layout, studio=KNOWING).sheets[0].ppi < lay(layout).sheets[0].ppi


def test_a_wall_shows_the_same_with_and_without_trials() -> None:
    assert scene_of(LAYOUTS["hang"], studio=KNOWING) == scene_of(LAYOUTS["hang"])


def test_other_sizes_are_judged_by_the_studio() -> None:
    """At their own distances: where the trial speaks for those there is a grade."""
    sizes = [one for one in library() if one.key in ("cm-30x45", "cm-40x60")]
    judged = survey(on_satin("60 cm"), sizes, studio=KNOWING)
    assert [bool(one.grade) for one in judged] == [True, True]
    assert [one.grade for one in survey(on_satin("60 cm"), sizes)] == ["", ""]
