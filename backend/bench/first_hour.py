"""A photographer's first hour, walked through the real interface by mouse and by keyboard alone: what it takes.

Four tasks: A3 with a border and a caption to TIFF and job sheet; six sizes of one picture; eight passport photos; sixty
pictures in two sizes. Counted are clicks, keys that lead to a place (Tab and Shift+Tab), other keys that are no text,
fields that are typed into, and seconds, with the waiting for the application. The baseline is the mouse.
"""

from __future__ import annotations

import os
import re
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Locator, Page, sync_playwright

from tests.browser.conftest import CHROMIUM, Asking
from tests.pictures import noise, save

ADDRESS = os.environ.get("ZOLLSTOCK_ADDRESS", "")
NAME, PASSWORD = "crowd", "pans-and-fog-1884"
#: So far a keyboard goes by Tab before it is taken for lost.
MOST_TABS = 150
#: Where the application ends, counted from the place in hand: −1 before it, 1 after it.
SIDE = """(wanted) => {
  const here = document.activeElement ?? document.body;
  if (here === wanted) return 0;
  return here.compareDocumentPosition(wanted) & Node.DOCUMENT_POSITION_PRECEDING ? -1 : 1;
}"""


class Mouse:
    """A hand on the mouse, which types as all do."""

    name = "mouse"

    def __init__(self, page: Page) -> None:
        self.page, self.count = page, Counter()

    def press(self, place: Locator) -> None:
        place.click()
        self.count["clicks"] += 1

    def fill(self, place: Locator, text: str) -> None:
        self.press(place)
        self._type(text)

    def step(self, number: int, place: Locator) -> None:
        self.press(place)

    def shelf(self) -> None:
        self.press(self.page.get_by_role("button", name="More from this print"))

    def choose(self, place: Locator, label: str) -> None:
        self._chosen(place, label)
        self.count["clicks"] += 2

    def _chosen(self, place: Locator, label: str) -> None:
        option = place.locator("option").filter(has_text=label)
        place.select_option(value=option.first.get_attribute("value"))

    def _type(self, text: str) -> None:
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)
        self.page.keyboard.press("Enter")
        self.count["keys"] += 1
        self.count["fields"] += 1


class Keyboard(Mouse):
    """No mouse: by Tab to a place, by the rule's and the page's own keys where there are."""

    name = "keyboard"

    def press(self, place: Locator) -> None:
        self._to(place)
        box = place.evaluate("(node) => node.type === 'checkbox' || node.type === 'radio'")
        self._key("Space" if box else "Enter")

    def fill(self, place: Locator, text: str) -> None:
        self._to(place)
        self._type(text)

    def step(self, number: int, place: Locator) -> None:
        # Out of what was typed into; a lone digit in the next field is the rule's key after a second.
        self.page.keyboard.press("Tab")
        self.count["Tabs"] += 1
        self._key(str(number))
        self.page.wait_for_function(
            "(node) => node.ariaSelected === 'true'", arg=place.element_handle()
        )

    def shelf(self) -> None:
        self._key("Escape")
        self._key("f")

    def choose(self, place: Locator, label: str) -> None:
        self._to(place)
        self._chosen(place, label)
        self._key("ArrowDown")

    def _to(self, place: Locator) -> None:
        place.wait_for()
        for _ in range(MOST_TABS):
            side = place.evaluate(SIDE)
            if side == 0:
                return
            self.page.keyboard.press("Tab" if side > 0 else "Shift+Tab")
            self.count["Tabs"] += 1
        raise SystemExit(f"no Tab leads to {place}")

    def _key(self, key: str) -> None:
        self.page.keyboard.press(key)
        self.count["keys"] += 1


def opened(page: Page, number: int) -> None:
    page.goto(f"{ADDRESS}/prints/{number}")
    page.get_by_label("Finished size", exact=True).wait_for()


def saved(page: Page) -> None:
    page.locator("[data-saving]").filter(has_text=re.compile("saved|undone")).wait_for()


def a3(hand: Mouse, number: int, job: int) -> None:
    page = hand.page
    opened(page, number)
    hand.fill(page.get_by_label("Finished size", exact=True), A3)
    hand.step(4, page.locator("[data-step=edge]"))
    hand.press(page.get_by_role("button", name="Border", exact=True))
    hand.fill(page.get_by_label("Every side", exact=True), "2")
    hand.fill(page.get_by_label("Bottom", exact=True), "4")
    hand.press(page.get_by_role("checkbox", name="Caption in the border"))
    hand.fill(page.get_by_label("Caption text"), "Fog over the pans")
    saved(page)
    hand.press(page.get_by_role("button", name="Make the file").first)
    hand.step(7, page.locator("[data-step=handover]"))
    page.get_by_role("link", name=re.compile("Download|TIFF|\\.tif")).first.wait_for(timeout=60_000)
    with page.expect_download():
        hand.press(page.get_by_role("link", name="Job sheet"))


def six_sizes(hand: Mouse, number: int, job: int) -> None:
    page = hand.page
    opened(page, number)
    hand.shelf()
    hand.press(page.get_by_role("link", name=re.compile("^Compare sizes")))
    wall = page.get_by_test_id("size-wall").locator("li")
    wall.nth(6).wait_for()
    for place in range(6):
        hand.press(wall.nth(place).locator("input[type=checkbox]"))
    hand.press(page.get_by_role("button", name="Make 6 prints"))
    page.locator("main [role=list] a[href^='/prints/']").nth(6).wait_for()


def passports(hand: Mouse, number: int, job: int) -> None:
    page = hand.page
    opened(page, number)
    hand.shelf()
    hand.press(page.get_by_role("link", name=re.compile("^New layout")))
    hand.press(page.get_by_role("button", name="Begin with ID photos"))
    hand.press(page.get_by_role("button", name=re.compile("^Saltmarch")))
    hand.step(2, page.locator("[data-step=face]"))
    right = page.get_by_role("button", name="The rings lie right as they are")
    page.get_by_role("button", name=re.compile("^Crown;")).wait_for()
    if right.count():
        hand.press(right)
    saved(page)
    hand.step(4, page.locator("[data-step=sheet]"))
    hand.press(page.locator("#worksheet").get_by_role("button", name="Make the photos now"))
    page.get_by_role("link", name=re.compile("^Download")).first.wait_for(timeout=60_000)


def sixty(hand: Mouse, number: int, job: int) -> None:
    page = hand.page
    page.goto(f"{ADDRESS}/jobs/{job}")
    page.get_by_role("link", name="New batch").wait_for()
    hand.press(page.get_by_role("link", name="New batch"))
    hand.choose(page.get_by_label("Sizes").first, TWO)
    hand.press(page.get_by_role("button", name="Make the batch of 60 pictures"))
    page.locator("[data-cell]").first.wait_for(timeout=60_000)
    hand.press(page.get_by_role("button", name=re.compile("^Make the .*files")))
    page.locator("[data-order=over]").wait_for(timeout=300_000)


#: The set of the last task.
TWO = "Two sizes"
#: What somebody types for it; where names did not follow the picture yet, its direction too.
A3 = os.environ.get("FIRST_HOUR_A3", "A3")
TASKS: dict[str, Callable[[Mouse, int, int], None]] = {
    "A3, border, caption": a3,
    "six sizes": six_sizes,
    "eight passport photos": passports,
    "60 pictures, two sizes": sixty,
}


def told(count: Counter[str], seconds: float) -> str:
    parts = [f"{count[name]:3d} {name}" for name in ("clicks", "Tabs", "keys", "fields")]
    return f"{'  '.join(parts)}  {seconds:5.1f} s"


def main() -> None:
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=CHROMIUM
        )
        page = browser.new_page(base_url=ADDRESS, viewport={"width": 1280, "height": 800})
        page.set_default_timeout(20_000)
        page.goto("/")
        page.get_by_label("Name").fill(NAME)
        page.get_by_label("Password").fill(PASSWORD)
        page.keyboard.press("Enter")
        page.get_by_role("button", name="New job").first.wait_for()
        ask = Asking(page.context)
        if not any(one["name"] == TWO for one in ask("GET", "size-sets")):
            ask("POST", "size-sets", {"name": TWO, "keys": ["cm-20x30", "cm-30x40"]})
        picture = ask.bring(save(noise(3000, 2000, seed=5), Path(folder) / "fog.jpg"))
        ask.until_measured(picture)
        many = ask("POST", "jobs", {"title": "Sixty"})["id"]
        for number in range(60):
            one = ask.bring(save(noise(300, 200, seed=number), Path(folder) / f"{number}.jpg"))
            ask("POST", f"jobs/{many}/prints", {"picture": one["id"]})
        for task, walk in TASKS.items():
            spent = {}
            for kind in (Mouse, Keyboard):
                job = ask("POST", "jobs", {"title": "Hall"})["id"]
                number = ask("POST", f"jobs/{job}/prints", {"picture": picture["id"]})["id"]
                hand, begin = kind(page), time.perf_counter()
                try:
                    walk(hand, number, many if walk is sixty else job)
                except Exception as fault:
                    print(f"  {task}, by {hand.name}: not walked to its end ({str(fault)[:300]!r})")
                    continue
                spent[hand.name] = time.perf_counter() - begin
                ratio = spent[hand.name] / spent.get("mouse", spent[hand.name])
                more = " (baseline)" if hand.name == "mouse" else f"  {ratio:.2f} × the mouse"
                print(
                    f"  {task:<24} {hand.name:<9}{told(hand.count, spent[hand.name])}{more}",
                    flush=True,
                )
        browser.close()


if __name__ == "__main__":
    sys.exit(main())
