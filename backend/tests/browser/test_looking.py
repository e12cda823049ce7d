"""Looking at a picture: every pixel, places worth a look, print size, a judgement that is kept."""

from __future__ import annotations

from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.painting import shot
from tests.pictures import noise, save
from zollstock.pixels.vips import pyvips


@pytest.fixture
def look(bench) -> Page:
    return looking(bench(step="picture"))


def looking(page: Page) -> Page:
    page.get_by_role("link", name="Look at it, pixel by pixel").click()
    expect(page.locator("[data-testid=look] .look-layer img").first).to_be_visible(timeout=30_000)
    expect(page.get_by_role("button", name="1 sharpest part")).to_be_visible(timeout=30_000)
    page.wait_for_load_state("networkidle")
    return page


def test_every_pixel_is_one_of_the_screens(look: Page) -> None:
    page = look
    axe_in_both(page, "looking")
    page.get_by_role("button", name="6 upper left corner").click()
    page.wait_for_load_state("networkidle")
    tile = page.locator("[data-testid=look] .look-layer img").first
    box = tile.bounding_box()
    assert box is not None and box["width"] == 514 and box["x"] == int(box["x"])
    whole = pyvips.Image.new_from_buffer(
        page.request.get(tile.get_attribute("src") or "").body(), ""
    )
    clip = {"x": box["x"] + 60, "y": box["y"] + 60, "width": 90, "height": 70}
    seen = pyvips.Image.new_from_buffer(shot(page, clip), "")
    assert (seen[0:3] - whole.crop(60, 60, 90, 70)).abs().max() <= 2


def test_moved_by_hand_and_by_keys_and_to_print_size(look: Page) -> None:
    page = look
    place = page.locator(".proof-map rect").first
    before = place.get_attribute("x"), place.get_attribute("y")
    page.keyboard.press("Shift+ArrowRight")
    page.keyboard.press("Shift+ArrowDown")
    assert (place.get_attribute("x"), place.get_attribute("y")) != before
    page.keyboard.press("s")
    expect(page.get_by_text("bank card")).to_be_visible()
    axe(page, "measuring the screen")
    page.get_by_role("slider", name="Size").focus()
    page.keyboard.press("ArrowRight")
    page.get_by_role("button", name="It fits").click()
    expect(page.get_by_text("As large as it is printed")).to_be_visible()
    page.reload()
    expect(page.locator("[data-testid=look] .look-layer img").first).to_be_visible()
    page.keyboard.press("s")
    expect(page.get_by_text("As large as it is printed")).to_be_visible()
    page.keyboard.press("s")
    words = page.get_by_test_id("look-words")
    expect(words).to_contain_text("As it looks at viewing distance")
    scale = float(page.get_by_test_id("look").get_attribute("data-scale") or 0)
    eyes = page.get_by_label("My eyes are off the screen")
    eyes.fill("1.2 m")
    eyes.press("Enter")
    expect(words).to_contain_text("1.2\u00a0m ÷")
    expect(page.get_by_test_id("look")).not_to_have_attribute("data-scale", str(scale))
    assert float(page.get_by_test_id("look").get_attribute("data-scale") or 0) == pytest.approx(
        2 * scale
    )
    axe(page, "from there")
    page.get_by_role("heading", name="Looking at the picture").click()
    page.keyboard.press("l")
    expect(page.get_by_role("tab", name="Picture")).to_have_attribute("aria-selected", "true")


def test_a_judgement_stands_on_the_picture_blade(bench, tmp_path: Path) -> None:
    page = looking(bench(save(noise(900, 600, seed=88), tmp_path / "grain.png"), step="picture"))
    page.get_by_role("button", name="Acceptable", exact=True).click()
    page.get_by_label("Note").fill("soft in the corners")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Kept with the picture.")).to_be_visible()
    page.get_by_role("button", name="Back to the bench").click()
    expect(page.get_by_text("Acceptable: soft in the corners")).to_be_visible()
