"""How big, as a visitor asks it: without a picture, then of one, then the other way round."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.access import axe_in_both


def test_how_big_without_a_picture_then_of_one(bench) -> None:
    page: Page = bench()
    page.goto("/")
    page.get_by_role("link", name="How big").click()
    headline = page.get_by_test_id("headline")
    expect(headline).to_contain_text("Clean to 104\u2009×\u200969\u2009cm from 60\u2009cm")
    axe_in_both(page, "how big")
    distance = page.get_by_label("Looked at from")
    distance.fill("2 m")
    distance.press("Enter")
    expect(headline).to_contain_text("from 2\u2009m")
    size = page.get_by_label("A print of")
    size.fill("90 x 60 cm")
    size.press("Enter")
    expect(page.get_by_test_id("reverse")).to_contain_text("looks clean from 52\u2009cm")
    page.get_by_role("combobox", name="Picture").select_option(index=1)
    expect(page.get_by_role("textbox", name="Pixels")).to_have_count(0)
    expect(page.get_by_test_id("prints").locator("image")).to_have_count(3)
    # A link to it is a link to this very answer.
    page.reload()
    expect(headline).to_contain_text("from 2\u2009m")
    expect(page.get_by_test_id("reverse")).to_be_visible()


def test_half_a_number_changes_nothing(bench) -> None:
    page: Page = bench()
    page.goto("/how-big")
    headline = page.get_by_test_id("headline")
    expect(headline).to_contain_text("Clean to 104")
    pixels = page.get_by_role("textbox", name="Pixels")
    pixels.fill("6000 ×")
    page.wait_for_timeout(900)
    expect(headline).to_contain_text("Clean to 104")
    pixels.press("Escape")
    expect(pixels).to_have_value("6000 × 4000")
