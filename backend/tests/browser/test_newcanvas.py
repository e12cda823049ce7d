"""A new canvas through the real interface: typed, fitted into a limit, shared by products, fetched, from a print."""

from __future__ import annotations

import io
from collections.abc import Callable

from PIL import Image
from playwright.sync_api import Page, expect

from tests.browser.access import axe_in_both
from tests.browser.conftest import Asking
from tests.browser.test_sheets import downloaded


def told(page: Page) -> str:
    return page.locator(".canvas-told").inner_text()


def put(page: Page, label: str, text: str) -> None:
    page.get_by_label(label, exact=True).first.fill(text)
    page.keyboard.press("Enter")


def test_a_canvas_from_the_shelf_to_its_file(page: Page) -> None:
    Asking(page.context)("PATCH", "account", {"unit": "cm", "light": "paper"})
    page.goto("/")
    page.get_by_role("button", name="Planning").click()
    page.get_by_role("link", name="A new canvas", exact=False).click()
    expect(page.get_by_role("heading", name="A new canvas")).to_be_visible()
    page.get_by_role("button", name="By distance").click()
    put(page, "Width", "84,1 cm")
    put(page, "Height", "118.9 cm")
    put(page, "Bleed", "10 mm")
    put(page, "Resolution, ppi", "150")
    expect(page.get_by_text("5085 px").first).to_be_visible()
    page.get_by_label("What it must fit into").select_option("Slate, 4 GB")
    put(page, "Layers", "40")
    expect(page.locator("[data-finding=canvas-memory]")).to_be_visible()
    axe_in_both(page, "new canvas")
    page.locator("[data-finding=canvas-memory] button", has_text="Take").click()
    expect(page.locator("[data-finding]")).to_have_count(0)
    page.get_by_role("button", name="Add a product").click()
    expect(page.get_by_text("keeps", exact=False).first).to_be_visible()
    # What was typed stands after a reload.
    page.reload()
    expect(page.get_by_label("Layers", exact=True)).to_have_value("40")
    put(page, "Resolution, ppi", "20")
    expect(page.locator(".canvas-told")).to_contain_text("20 ppi")
    made = downloaded(page, page.get_by_role("link", name="Guides, PNG"))
    with Image.open(io.BytesIO(made)) as image:
        assert image.mode == "RGBA"
    # What is not understood is told, and changes nothing.
    put(page, "Width", "11 1/ in")
    expect(page.get_by_text("11 1/", exact=False).first).to_be_visible()


def test_from_a_print_back_to_its_canvas(bench: Callable[..., Page]) -> None:
    page = bench(plan={"title": "Fog", "target": {"width": "60 cm", "height": "40 cm"}})
    page.get_by_role("button", name="More from this print").click()
    page.get_by_role("link", name="The canvas it would have needed", exact=False).click()
    expect(page.get_by_label("Width", exact=True).first).to_have_value("60 cm")
    expect(page.get_by_label("Title", exact=True)).to_have_value("Fog")
