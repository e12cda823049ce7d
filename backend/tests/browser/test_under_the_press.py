"""Nothing moves under the hand: whatever leaving a field brings with it, the button that is pressed stays where it is."""

from __future__ import annotations

import re
from itertools import cycle
from typing import NamedTuple

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Asking
from tests.browser.standing import standing

#: Leaving a field has had its answers by then, ms.
AFTER = 300
#: Layouts that are begun from a print.
KINDS = ("tiles", "life", "panels", "gang", "book")
#: What a person types into the first field of a page, and then presses a main button at once: a doubtful reading
#: (8 × 10: inches?), and what is not understood.
TYPED = ("8 x 10", "11 1/ in")


class Place(NamedTuple):
    """A page, and what is pressed first where a form stands behind a button."""

    address: str
    opener: str = ""


@pytest.fixture
def places(page: Page, bench) -> dict[str, Place]:
    """Every page with something to type and a main button, by its name."""
    sides = dict.fromkeys(("left", "top", "right", "bottom"), "2 cm")
    bench(title="Under the press", plan={"edge": {"kind": "border", **sides}})
    ask = Asking(page.context)
    number = int(re.search(r"/prints/(\d+)", page.url)[1])
    job = ask("GET", f"prints/{number}")["job"]
    steps = ("size", "fit", "edge", "pixels", "distance", "handover")
    found = {f"bench, {step}": Place(f"/prints/{number}/{step}") for step in steps}
    for kind in KINDS:
        many = kind in ("hang", "gang", "book")
        wanted = {"kind": kind, "print": None if many else number, "prints": [number] * many}
        found[kind] = Place(f"/layouts/{ask('POST', f'jobs/{job}/layouts', wanted)['id']}")
    return found | {
        "a new layout": Place(f"/layouts/new?job={job}&print={number}"),
        "a new batch": Place(f"/batches/new?job={job}"),
        "sizes of a print": Place(f"/prints/{number}/sizes"),
        "at it": Place(f"/prints/{number}/look"),
        "at viewing distance": Place(f"/prints/{number}/look?as=there"),
        "its proof": Place(f"/prints/{number}/proof"),
        "the job": Place(f"/jobs/{job}"),
        "a new job": Place("/", "New job"),
        "a new size": Place("/sizes", "Add a size"),
        "the stock": Place("/stock"),
        "the rules": Place("/photo-rules"),
    }


def fields(page: Page, over: str) -> Locator:
    """What is typed into, in what lies `over` the page or in the whole of it."""
    kinds = ("input[type=text]", "input:not([type])", "input[inputmode]", "textarea")
    return page.locator(", ".join(f"{over} {kind}:visible" for kind in kinds))


def test_no_main_button_moves_away_under_the_press(page: Page, places: dict[str, Place]) -> None:
    pressed: set[str] = set()
    moved = []
    texts = cycle(TYPED)
    for name, place in places.items():
        page.goto(place.address)
        expect(page.locator("main")).to_be_visible()
        if place.opener:
            page.get_by_role("button", name=place.opener).first.click()
        page.locator(".strong-button:visible").first.wait_for()
        page.wait_for_timeout(120)
        over = "dialog[open]" if page.locator("dialog[open]").count() else "body"
        buttons = page.locator(f"{over} .strong-button:visible")
        typed = fields(page, over)
        if typed.count() == 0:
            continue  # nothing is typed there
        for number in range(buttons.count()):
            button = buttons.nth(number)
            text = next(texts)
            (typed.last if name == "a new size" else typed.first).click()
            page.keyboard.press("Control+a")
            page.keyboard.type(text)
            before = standing(button)
            page.mouse.move(before["x"] + before["width"] / 2, before["y"] + before["height"] / 2)
            page.mouse.down()
            page.wait_for_timeout(AFTER)
            after = button.bounding_box()
            if after is None or any(abs(before[side] - after[side]) > 1 for side in ("x", "y")):
                moved.append(f"{name}, {button.inner_text()!r}, {text!r}: {before} → {after}")
            # Let go elsewhere: nothing is made by it.
            page.mouse.move(3, 3)
            page.mouse.up()
            pressed.add(f"{name}: {button.inner_text()}")
    assert moved == []
    assert len(pressed) >= 14, sorted(pressed)
