"""No saved print can break its own page: odd plans, and sizes that round to nothing, opened at every step."""

from __future__ import annotations

import re
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from playwright.sync_api import Page, expect

from tests.browser.conftest import Asking
from tests.lengthy import tried
from tests.plans import documents

STEPS = ("picture", "size", "fit", "edge", "pixels", "distance", "handover")
#: What rounds to 0 where it is shown: sides, distances, rooms, zooms and borders at their limits.
_TINY = {
    "target": st.sampled_from([{"width": "0.1 mm", "height": "0.1 mm"}, {"width": "1 km", "height": "0.1 mm"},
                               {"width": "1 px", "height": "1 px"}, {"width": "100000 px", "height": "1 px"}]),
    "viewing": st.sampled_from([{"distance": "0.1 mm"}, {"distance": "1 km", "school": "model"}, {"diagonals": 0.01}]),
    "fit": st.sampled_from([{"mode": "fill", "zoom": 400.0}, {"mode": "contain", "angle": 15.0}]),
    "marks": st.sampled_from([{"margin": "0.01 mm", "crop": True}]),
    "pixels": st.sampled_from([{"mode": "fixed", "ppi": 0.01}, {"mode": "need"}]),
}  # fmt: skip
tiny = st.fixed_dictionaries({}, optional=_TINY)


def test_an_accepted_plan_opens_at_every_step(page: Page, bench) -> None:
    bench(title="Odd")
    ask = Asking(page.context)
    number = int(re.search(r"/prints/(\d+)", page.url)[1])
    own = ask("GET", f"prints/{number}")
    opened: list[int] = []

    @settings(tried(14), suppress_health_check=list(HealthCheck))
    @given(st.one_of(tiny, documents()), st.integers(0, len(STEPS) - 1))
    def at_every_step(odd: dict[str, Any], first: int) -> None:
        kept = {"picture": own["plan"]["picture"], "target": own["plan"]["target"]}
        plan = kept | {part: value for part, value in odd.items() if part != "picture"}
        version = ask("GET", f"prints/{number}")["version"]
        saved = page.context.request.put(
            f"/api/prints/{number}/plan",
            data={"plan": plan, "version": version},
            headers=ask._headers,
        )
        assert saved.status in (200, 422), saved.text()
        if saved.status == 422:
            return
        for step in (STEPS[first], STEPS[(first + 3) % len(STEPS)]):
            page.goto(f"/prints/{number}/{step}")
            expect(page.locator("#worksheet h2")).to_be_visible()
            expect(page.get_by_test_id("drawing")).to_be_visible()
        opened.append(first)

    at_every_step()
    assert len(opened) > 3
