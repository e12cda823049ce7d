"""The Pixels step where pixels are short: a way out, a method, sharpening; and the file that comes of it."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import axe_in_both
from tests.pixels.measure import exif


@pytest.fixture
def short(bench) -> Page:
    """1500 × 1000 px on 30 × 20 cm, seen from 40 cm: 127 ppi where 218 are needed."""
    size = {"width": "30 cm", "height": "20 cm"}
    page: Page = bench(step="pixels", plan={"target": size, "viewing": {"distance": "40 cm"}})
    return page


def key(page: Page):
    return page.locator("[data-step=pixels] .blade-key")


def test_the_four_ways_out_and_one_click_takes_one(short: Page) -> None:
    page = short
    ways = page.get_by_role("group", name="Pixels are short: four ways").get_by_role("button")
    expect(ways).to_have_count(4)
    axe_in_both(page, "pixels that are short")
    before = key(page).inner_text()
    ways.filter(has_text="Print it smaller").click()
    expect(ways).to_have_count(0)
    expect(page.locator("[data-step=distance] .blade-state")).to_have_text("clean")
    page.keyboard.press("Control+z")
    expect(ways).to_have_count(4)
    expect(key(page)).to_have_text(before)


def test_resampled_carefully_and_sharpened_as_proposed(short: Page, tmp_path: Path) -> None:
    page = short
    page.get_by_role("button", name="Resample it here").click()
    methods = page.get_by_role("group", name="How it is enlarged").get_by_role("button")
    expect(methods).to_have_count(3)
    expect(methods.first).to_have_attribute("aria-pressed", "true")
    page.get_by_role("checkbox", name="Sharpen last, at final size").check()
    page.get_by_role("slider", name="Noise reduction").focus()
    page.keyboard.press("ArrowRight")
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    said = key(page).inner_text()
    page.locator("[data-step=handover]").click()
    page.locator("#worksheet").get_by_role("button", name=re.compile("^Make the [A-Z]+$")).click()
    with page.expect_download(timeout=60_000) as download:
        page.get_by_role("link", name="Download", exact=True).click(timeout=60_000)
    made = tmp_path / download.value.suggested_filename
    download.value.save_as(made)
    facts = exif(made)
    assert facts["ImageWidth"] == pytest.approx(float(said.split()[0]) * 30 / 2.54, abs=20)
