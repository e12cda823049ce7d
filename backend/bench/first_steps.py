"""The first ten minutes of somebody who has never seen it, walked by mouse, by keyboard and on a phone.

A new account: sign in, a picture of one's own, its first print as A3 with a border, the file and the job sheet. Counted
are presses, keys that lead to a place, other keys, fields and seconds with the waiting for the application; and, on the
pages on the way, the words of the legend that stand there, each with its mark. The baseline is the mouse.
"""

from __future__ import annotations

import os
import re
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from bench.first_hour import ADDRESS, Keyboard, Mouse, saved, told
from tests.browser.conftest import CHROMIUM
from tests.pictures import noise, save

PASSWORD = "pans-and-fog-1884"


class Finger(Mouse):
    """A finger on a phone: taps, and no hovering."""

    name = "phone"

    def press(self, place) -> None:  # type: ignore[no-untyped-def]
        place.tap()
        self.count["clicks"] += 1


HANDS = (Mouse, Keyboard, Finger)


def newcomer(browser: Browser, kind: type[Mouse]) -> Page:
    name = f"newcomer-{kind.name}-{int(time.time())}"
    subprocess.run(
        [sys.executable, "-W", "ignore", "manage.py", "make_account", name],
        env=os.environ | {"ZOLLSTOCK_PASSWORD": PASSWORD}, check=True, stdout=subprocess.DEVNULL,
    )  # fmt: skip
    phone = {"viewport": {"width": 390, "height": 844}, "has_touch": True, "is_mobile": True}
    desk = {"viewport": {"width": 1280, "height": 800}}
    page = browser.new_page(base_url=ADDRESS, **(phone if kind is Finger else desk))
    page.set_default_timeout(20_000)
    page.goto("/")
    page.get_by_label("Name").fill(name)
    page.get_by_label("Password").fill(PASSWORD)
    return page


def marks(page: Page) -> set[str]:
    """The words with a legend that a page shows."""
    named = page.locator("button.what .sr-only").all_text_contents()
    return {name.removeprefix("What is ").removesuffix("?") for name in named}


def first_print(hand: Mouse, file: Path) -> set[str]:
    page = hand.page
    hand.press(page.get_by_role("button", name="Sign in", exact=True))
    page.get_by_role("heading", name="No jobs yet").wait_for()
    words = marks(page)
    with page.expect_file_chooser() as chooser:
        hand.press(page.get_by_role("button", name="Add pictures"))
    chooser.value.set_files(file)
    first = page.locator("[role=list] a[href^='/prints/']").first
    first.wait_for()
    hand.press(first)
    page.get_by_label("Finished size", exact=True).wait_for()
    hand.fill(page.get_by_label("Finished size", exact=True), "A3")
    words |= marks(page)
    hand.step(4, page.locator("[data-step=edge]"))
    hand.press(page.get_by_role("button", name="Border", exact=True))
    hand.fill(page.get_by_label("Every side", exact=True), "2")
    words |= marks(page)
    saved(page)
    hand.press(page.get_by_role("button", name="Make the file").first)
    hand.step(7, page.locator("[data-step=handover]"))
    page.get_by_role("link", name=re.compile("^Download")).first.wait_for(timeout=60_000)
    with page.expect_download():
        hand.press(page.get_by_role("link", name=re.compile("^Download")).first)
    with page.expect_download():
        hand.press(page.get_by_role("link", name="Job sheet"))
    return words | marks(page)


def main() -> None:
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=CHROMIUM
        )
        file = save(noise(3000, 2000, seed=5), Path(folder) / "fog-over-pans.jpg")
        mouse = 0.0
        for kind in HANDS:
            page = newcomer(browser, kind)
            hand, begin = kind(page), time.perf_counter()
            words = first_print(hand, file)
            seconds = time.perf_counter() - begin
            mouse = mouse or seconds
            more = " (baseline)" if kind is Mouse else f"  {seconds / mouse:.2f} × the mouse"
            print(f"  {hand.name:<9}{told(hand.count, seconds)}{more}")
            print(
                f"            {len(words)} words with a legend on the way: {', '.join(sorted(words))}",
                flush=True,
            )
            page.close()
        browser.close()


if __name__ == "__main__":
    sys.exit(main())
