"""Every dialog, in both lights: nothing against WCAG 2.2, and closed by Escape."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import axe
from tests.browser.conftest import Asking


@pytest.mark.parametrize("light", ["paper", "booth"])
def test_every_dialog(bench, light: str) -> None:
    page: Page = bench(title="Dialogs")
    ask = Asking(page.context)
    number = int(re.search(r"/prints/(\d+)", page.url)[1])
    held = ask("GET", f"prints/{number}")
    ask("PATCH", "account", {"light": light})
    gang = ask("POST", f"jobs/{held['job']}/layouts", {"kind": "gang", "prints": [number]})
    page.goto(f"/batches/new?job={held['job']}")
    page.get_by_role("button", name="Make the batch of 1 picture").click()
    page.wait_for_url(re.compile(r"/batches/\d+$"))
    batch = page.url
    job = f"/jobs/{held['job']}"
    for address, opener, dialog in (
        ("/", "New job", "New job"),
        ("/", re.compile("^Account "), re.compile("^Signed in as ")),
        ("/stock", "Help, and the keys of this page", "Stock"),
        (f"/prints/{number}/fit", "Help, and the keys of this page", "The bench"),
        (job, "Title, client, date", "The job"),
        (job, "Remove the job", re.compile("^Remove ")),
        (f"/pictures/{held['picture']['id']}", "Delete the picture now", re.compile("^Delete ")),
        (f"/prints/{number}/look", "Measure the screen", "How large is this screen?"),
        ("/sizes", "Add a size", "A size of your own"),
        (f"/layouts/{gang['id']}/prints", "Add prints", "Add prints"),
        (batch, "Sizes and files", "Sizes and files"),
        (batch, "Remove", re.compile("^Remove ")),
    ):
        page.goto(address)
        page.get_by_role("button", name=opener, exact=True).first.click()
        opened = page.get_by_role("dialog", name=dialog)
        expect(opened).to_be_visible()
        assert page.evaluate("document.documentElement.dataset.theme") == light
        axe(page, f"{dialog} in {light}")
        page.keyboard.press("Escape")
        expect(opened).to_have_count(0)
    ask("PATCH", "account", {"light": "paper"})
