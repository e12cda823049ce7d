"""Devices and labs through the real interface: rows, a print for one of them, its recipe, the trial before paper."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import axe, axe_in_both


@pytest.fixture
def satin(bench) -> Page:
    """A print of 15 × 10 cm on satin."""
    medium = {"name": "satin photo paper", "factor": 1.0}
    return bench(plan={"medium": medium, "target": {"width": "15 cm", "height": "10 cm"}})


def for_desk(page: Page, feed: str = "A4") -> None:
    page.keyboard.press("7")
    page.get_by_label("Device and feed").select_option(label=f"Desk printer, {feed}")
    expect(page.get_by_role("link", name="Recipe, and try it before paper")).to_be_visible()


def test_a_print_for_a_device_has_its_recipe_ticked_with_the_keyboard_alone(satin: Page) -> None:
    page = satin
    for_desk(page)
    page.keyboard.press("Escape")
    page.locator("body").press("b")
    expect(page).to_have_url(re.compile(r"/press$"))
    recipe = page.get_by_role("region", name="The recipe, in the order of the dialog")
    expect(recipe.get_by_text("Print size to enter 15 × 10 cm")).to_be_visible()
    axe_in_both(page, "before paper")
    boxes = page.get_by_role("region", name="Before paper").get_by_role("checkbox")
    count = boxes.count()
    boxes.first.focus()
    for number in range(count):
        expect(boxes.nth(number)).to_be_focused()
        page.keyboard.press("Space")
        expect(boxes.nth(number)).to_be_checked()
        page.keyboard.press("Tab")
    expect(page.get_by_text("All of it is ticked")).to_be_visible()
    page.reload()
    expect(page.get_by_text("All of it is ticked")).to_be_visible()
    rows = page.request.get("/api/log").json()["items"]
    row = next(row for row in rows if row["entry"]["device_key"] == "desk")
    assert row["open"]
    assert "Print size to enter: 15 × 10 cm" in row["entry"]["recipe"]


def test_what_the_dialog_does_unasked_is_seen_named_and_cured_by_a_click(satin: Page) -> None:
    page = satin
    page.keyboard.press("7")
    page.get_by_label("Device and feed").select_option(label="Office laser, A4")
    page.get_by_role("link", name="Recipe, and try it before paper").click()
    out = page.get_by_role("region", name="What comes out")
    expect(out.get_by_text("All of it is as planned")).to_be_visible()
    page.locator("body").press("d")  # the dialog as it begins: fit to page, and this one enlarges
    expect(out.get_by_text(re.compile(r"^129.\d\s% of its size"))).to_be_visible()
    expect(page.locator(".tray-planned")).to_be_visible()
    page.keyboard.down("f")
    expect(page.get_by_role("img", name=re.compile("as it was planned"))).to_be_visible()
    page.keyboard.up("f")
    expect(page.get_by_role("img", name=re.compile("what comes out"))).to_be_visible()
    out.get_by_role("button", name="Print at 100 %").click()
    expect(out.get_by_text("All of it is as planned")).to_be_visible()
    page.get_by_text("The dialog, to try").click()
    page.get_by_label("Scaling, per cent").fill("96,5")
    page.get_by_label("Scaling, per cent").press("Enter")
    expect(out.get_by_text(re.compile(r"^96.5\s% of its size"))).to_be_visible()
    axe(page, "something comes out other than planned")


def test_a_feed_that_is_too_small_offers_those_that_hold_it(satin: Page) -> None:
    page = satin
    page.keyboard.press("7")
    page.get_by_label("Device and feed").select_option(label="Desk printer, 13 × 18 cm")
    expect(page.get_by_role("button", name="Make the TIFF")).to_be_enabled()
    page.keyboard.press("2")
    size = page.get_by_label("Finished size")
    size.fill("25 x 20 cm")
    size.press("Enter")
    page.get_by_role("tab", name=re.compile("Hand-over")).click()
    expect(page.get_by_role("button", name="Make the TIFF")).to_be_disabled()
    page.get_by_role("button", name=re.compile("^Desk printer, A4")).first.click()
    expect(page.get_by_label("Device and feed")).to_have_value("desk/a4")
    expect(page.get_by_role("button", name="Make the TIFF")).to_be_enabled()


def test_a_device_is_measured_on_its_own_sheet(page: Page) -> None:
    page.goto("/devices")
    feed = page.get_by_role("listitem", name="Desk printer, A4")
    expect(feed.get_by_text("Not measured yet.")).to_be_visible()
    axe_in_both(page, "devices")
    feed.get_by_role("link", name="Measure it").click()
    across = page.get_by_role("textbox", name="Across", exact=True)
    across.fill("96,4 mm")
    across.press("Tab")
    expect(page.get_by_text("96,4 mm ÷ 100 mm = 96.4 %")).to_be_visible()
    along = page.get_by_role("textbox", name="Along", exact=True)
    along.fill("9 mm")
    along.press("Tab")
    expect(page.get_by_text("measure it again")).to_be_visible()
    along.fill("96.4 mm")
    along.press("Tab")
    axe_in_both(page, "measure a device")
    page.get_by_role("button", name="Put it into the row").click()
    page.get_by_role("link", name="To the devices").click()
    expect(page.get_by_role("listitem", name="Desk printer, A4").get_by_text("96.4 % of the size")).to_be_visible()  # fmt: skip
    page.get_by_role("button", name="Reset to examples").click()
    expect(feed.get_by_text("Not measured yet.")).to_be_visible()


def test_a_device_is_typed_in_and_kept(page: Page) -> None:
    page.goto("/devices")
    page.get_by_role("button", name="Another device").click()
    card = page.get_by_role("listitem", name="New device 1")
    card.get_by_role("button", name="Another sheet").click()
    grids = card.get_by_label("Native grids, ppi")
    grids.fill("300 and 600")
    grids.press("Enter")
    name = card.get_by_label("Device", exact=True)
    name.fill("Cellar")
    name.press("Enter")
    cellar = page.get_by_role("listitem", name="Cellar", exact=True)
    expect(cellar.get_by_label("Native grids, ppi")).to_have_value("300, 600")
    page.reload()
    expect(page.get_by_role("listitem", name="Cellar", exact=True)).to_be_visible()
    page.get_by_role("button", name="Reset to examples").click()
    expect(page.get_by_role("listitem", name="Cellar", exact=True)).to_have_count(0)


def test_what_a_lab_would_do_is_told_and_made_unnecessary_click_by_click(satin: Page) -> None:
    page = satin
    page.keyboard.press("7")
    page.get_by_label("Lab and size").select_option(label="Harbour Lab, 13 × 18 cm")
    told = page.get_by_text("Harbour Lab will crop from the centre")
    page.keyboard.press("Escape")
    page.locator("body").press("2")
    expect(told).to_be_visible()
    page.get_by_role("button", name=re.compile("^Plan it as 18 × 13 cm")).first.click()
    expect(told).to_have_count(0)
    page.locator("body").press("7")
    page.get_by_role("button", name="Make it a JPEG").click()
    expect(page.get_by_text("takes JPEG, no TIFF")).to_have_count(0)
    expect(page.get_by_text("Harbour Lab: 0.55 €")).to_be_visible()


def test_labs_are_rows_with_a_sentence_on_what_they_do(page: Page) -> None:
    page.goto("/labs")
    card = page.get_by_role("listitem", name="Harbour Lab")
    expect(card.get_by_text("crops from the centre what has another ratio")).to_be_visible()
    axe_in_both(page, "labs")
    card.get_by_role("button", name="pads", exact=True).click()
    expect(card.get_by_text("pads with white what has another ratio")).to_be_visible()
    page.reload()
    expect(card.get_by_text("pads with white what has another ratio")).to_be_visible()
    page.get_by_role("button", name="Reset to examples").click()
    expect(card.get_by_text("crops from the centre what has another ratio")).to_be_visible()


def test_a_print_is_ordered_at_a_lab_and_comes_back_beside_what_was_planned(satin: Page) -> None:
    page = satin
    page.keyboard.press("7")
    page.get_by_label("Lab and size").select_option(label="Harbour Lab, 10 × 15 cm")
    page.get_by_role("button", name="Make it a JPEG").click()
    order = page.get_by_role("region", name="Order at Harbour Lab")
    expect(order.get_by_text("Make its file first")).to_be_visible()
    expect(order.get_by_role("button", name="Send the order")).to_be_disabled()
    page.get_by_role("button", name="Make the JPEG").click()
    expect(order.get_by_role("button", name=re.compile("Send the order, 0.35"))).to_be_enabled(timeout=30_000)  # fmt: skip
    copies = order.get_by_label("Copies")
    copies.fill("2")
    copies.press("Enter")
    order.get_by_role("button", name="Send the order").click()
    expect(page).to_have_url(re.compile(r"/lab-orders\?order="))
    steps = page.get_by_role("list", name="How far it is")
    expect(steps).to_be_visible()
    axe_in_both(page, "orders at labs")
    # The made-up lab plays faults: each is told, and tried again.
    expect(page.get_by_text("This order was sent back.")).to_be_visible(timeout=90_000)
    back = page.get_by_role("img", name=re.compile("as it came back"))
    expect(back).to_be_visible()
    expect(page.get_by_text(re.compile(r"Harbour Lab, 0.70"))).to_be_visible()
    page.goto("/log")
    rows = page.request.get("/api/log").json()["items"]
    row = next(row for row in rows if row["entry"]["lab"] == "Harbour Lab")
    assert row["entry"]["copies"] == 2
