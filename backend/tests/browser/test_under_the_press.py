"""Nothing moves under the hand: whatever leaving a field brings with it, the button that is pressed stays where it is."""

from __future__ import annotations

import re
from itertools import cycle

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Asking

#: Leaving a field has had its answers by then, ms.
AFTER = 400
#: Layouts that are begun from a print.
KINDS = ("tiles", "life", "panels", "gang")
#: What a person types into the first field of a page, and then presses a main button at once: a doubtful reading
#: (8 × 10: inches?), and what is not understood.
TYPED = ("8 x 10", "11 1/ in")


@pytest.fixture
def pages(page: Page, bench) -> dict[str, str]:
    """Pages with something to type and a main button, by their names."""
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "2 cm")
    bench(title="Under the press", plan={"edge": {"kind": "border", **sides}})
    ask = Asking(page.context)
    number = int(re.search(r"/prints/(\d+)", page.url)[1])
    job = ask("GET", f"prints/{number}")["job"]
    steps = ("size", "edge", "pixels", "distance", "handover")
    found = {f"bench, {step}": f"/prints/{number}/{step}" for step in steps}
    for kind in KINDS:
        many = kind in ("hang", "gang")
        wanted = {"kind": kind, "print": None if many else number, "prints": [number] * many}
        found[kind] = f"/layouts/{ask('POST', f'jobs/{job}/layouts', wanted)['id']}"
    return found | {
        "a batch": f"/batches/new?job={job}",
        "sizes of a print": f"/prints/{number}/sizes",
        "the job": f"/jobs/{job}",
        "the stock": "/stock",
        "the rules": "/photo-rules",
    }


def first_field(page: Page) -> Locator:
    """The first thing that is typed into on a page."""
    return page.locator(
        "main input[type=text]:visible, main input:not([type]):visible, main input[inputmode]:visible"
    ).first


def test_no_main_button_moves_away_under_the_press(page: Page, pages: dict[str, str]) -> None:
    pressed: set[str] = set()
    moved = []
    for text, (name, address) in zip(cycle(TYPED), pages.items()):
        page.goto(address)
        expect(page.locator("main")).to_be_visible()
        field, button = first_field(page), page.locator(".strong-button:visible").first
        button.wait_for()
        page.wait_for_timeout(250)
        if field.count() == 0:
            continue  # nothing is typed there
        field.click()
        page.keyboard.press("Control+a")
        page.keyboard.type(text)
        before = button.bounding_box()
        assert before
        page.mouse.move(before["x"] + before["width"] / 2, before["y"] + before["height"] / 2)
        page.mouse.down()
        page.wait_for_timeout(AFTER)
        after = button.bounding_box()
        if after is None or any(abs(before[side] - after[side]) > 1 for side in ("x", "y")):
            moved.append(f"{name}, {text!r}: {before} → {after}")
        # Let go elsewhere: nothing is made by it.
        page.mouse.move(3, 3)
        page.mouse.up()
        pressed.add(name)
    assert moved == []
    assert len(pressed) >= 10
