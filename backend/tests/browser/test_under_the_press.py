"""Nothing moves under the hand: whatever leaving a field brings with it, the button that is pressed stays where it is."""

from __future__ import annotations

import re
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Asking

#: Leaving a field has had its answers by then, ms.
AFTER = 700
#: What a person types into the first field of a page, and then presses a main button at once: doubtful readings
#: (8 × 10: inches?), what is not understood, what is too much for the print, a plain value.
TYPED = ("8 x 10", "11 1/ in", "900", "12 cm")


def of_the_job(print_: dict[str, Any], job: dict[str, Any]) -> dict[str, str]:
    """Pages with something to type and a main button, by their names."""
    number, in_job = print_["id"], job["id"]
    steps = {
        f"bench {step}": f"/prints/{number}/{step}"
        for step in ("size", "edge", "pixels", "distance", "handover")
    }
    layouts = {
        f"new {kind}": f"/layouts/new?kind={kind}&print={number}&job={in_job}"
        for kind in ("tiles", "id-photo", "life", "panels", "gang")
    }
    return (
        steps
        | layouts
        | {
            "batch": f"/batches/new?job={in_job}",
            "sizes of a print": f"/prints/{number}/sizes",
            "job": f"/jobs/{in_job}",
            "stock": "/stock",
            "rules": "/photo-rules",
            "library": "/sizes",
        }
    )


@pytest.fixture
def pages(page: Page, bench) -> dict[str, str]:
    bench(title="Under the press", plan={"edge": {"kind": "border", **dict.fromkeys(
        ("left", "top", "right", "bottom"), "2 cm")}})  # fmt: skip
    ask = Asking(page.context)
    number = int(re.search(r"/prints/(\d+)", page.url)[1])
    print_ = ask("GET", f"prints/{number}")
    return of_the_job(print_, {"id": print_["job"]["id"]})


def first_field(page: Page) -> Locator:
    """The first thing that is typed into on a page."""
    return page.locator(
        "main input[type=text]:visible, main input:not([type]):visible, main input[inputmode]:visible"
    ).first


def test_no_main_button_moves_away_under_the_press(page: Page, pages: dict[str, str]) -> None:
    pressed = 0
    moved = []
    for name, address in pages.items():
        for text in TYPED:
            page.goto(address)
            expect(page.locator("main")).to_be_visible()
            page.wait_for_load_state("networkidle")
            field = first_field(page)
            if field.count() == 0:
                break
            button = page.locator(".strong-button:visible:enabled").first
            if button.count() == 0:
                break
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
            pressed += 1
    assert moved == []
    assert pressed >= 30
