"""The rescue bench through the real interface: a sign saved small, its letters outlined, made, and printed."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from PIL import Image, ImageDraw, ImageFont
from playwright.sync_api import Locator, Page, Route, expect

from tests.browser.access import axe_in_both
from tests.browser.standing import standing
from zollstock.core.letters import FILES


def sign(path: Path) -> Path:
    """Four painted letters, saved small."""
    image = Image.new("RGB", (300, 200), (214, 200, 168))
    font = ImageFont.truetype(str(FILES["text"]), 84)
    ImageDraw.Draw(image).text((150, 130), "MILL", fill=(58, 42, 34), font=font, anchor="ms")
    image.save(path, quality=50)
    return path


@pytest.fixture
def rescue(bench: Callable[..., Page], tmp_path: Path) -> Page:
    """The rescue bench of a print of it, opened from the print's shelf."""
    page = bench(
        sign(tmp_path / "sign.jpg"), plan={"target": {"width": "90 cm", "height": "60 cm"}}
    )
    page.get_by_role("button", name="More from this print").click()
    page.get_by_role("link", name="Rescue", exact=False).first.click()
    settled(page)
    return page


def settled(page: Page) -> None:
    expect(page.get_by_alt_text("After the steps")).to_be_visible()
    expect(page.get_by_text("working it out")).to_be_hidden()
    expect(page.get_by_text("saved", exact=True)).to_be_visible()


def blade(page: Page, name: str) -> Locator:
    return page.get_by_role("tab", name=name)


def drawn_round(page: Page) -> None:
    """A line round the letters, by the mouse."""
    box = standing(page.get_by_test_id("rescue-surface"))
    scale = min(box["width"] / 300, box["height"] / 200)
    left = box["x"] + (box["width"] - 300 * scale) / 2
    top = box["y"] + (box["height"] - 200 * scale) / 2
    corners = [(30, 50), (275, 50), (275, 150), (30, 150), (30, 55)]
    at = [(left + x * scale, top + y * scale) for x, y in corners]
    page.mouse.move(*at[0])
    page.mouse.down()
    for x, y in at[1:]:
        page.mouse.move(x, y, steps=6)
    page.mouse.up()


def test_a_sign_is_rescued_from_the_shelf_to_a_print(rescue: Page) -> None:
    page = rescue
    axe_in_both(page, "rescue")
    blade(page, "Lettering").click()
    page.get_by_role("button", name="Draw round lettering").click()
    drawn_round(page)
    expect(blade(page, "Lettering")).to_contain_text("4 letters")
    settled(page)
    expect(page.get_by_role("group", name="Outlines of the lettering")).to_be_visible()
    expect(page.get_by_label("Arithmetic")).to_contain_text("edge of a letter")
    thicker = page.get_by_label("Thicker by (− thinner)")
    thicker.fill("4 mm")
    thicker.press("Enter")
    settled(page)
    node = page.get_by_role("button", name="Node 1 of contour 1", exact=False)
    node.focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_text("1 moved by hand")).to_be_visible()
    settled(page)
    axe_in_both(page, "rescue, lettering in hand")
    page.keyboard.press("Control+z")
    expect(page.get_by_text("1 moved by hand")).to_be_hidden()
    settled(page)
    page.reload()
    settled(page)
    expect(blade(page, "Lettering")).to_contain_text("4 letters")
    # What was undone before the reload can be done again after it.
    page.get_by_role("button", name="Redo").click()
    settled(page)
    page.get_by_role("button", name="Make the rescued picture").click()
    page.get_by_role("button", name="Plan this print with it").click()
    expect(page.get_by_test_id("drawing")).to_be_visible()
    expect(page.get_by_text("6 ×").first.or_(page.get_by_text("1800 × 1200").first)).to_be_visible()


def test_by_keys_alone(rescue: Page) -> None:
    page = rescue
    page.keyboard.press("6")
    expect(blade(page, "Tone")).to_have_attribute("aria-selected", "true")
    page.keyboard.press("s")
    expect(page.get_by_role("checkbox", name="on", exact=True)).to_be_checked()
    settled(page)
    words = page.get_by_label("Before and after")
    page.keyboard.down("b")
    expect(words).to_contain_text("as it is")
    page.keyboard.up("b")
    page.keyboard.down("f")
    expect(words).to_contain_text("the step before")
    page.keyboard.up("f")
    page.keyboard.press("a")
    expect(words).to_contain_text("this step alone")
    page.keyboard.press("a")
    divider = page.get_by_role("slider", name="Where before ends and after begins")
    divider.focus()
    page.keyboard.press("End")
    expect(divider).to_have_attribute("aria-valuenow", "100")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("Mark what is invented")


def test_a_pick_that_finds_the_ground_is_told_and_taken_back(rescue: Page) -> None:
    page = rescue
    blade(page, "Lettering").click()
    page.get_by_role("button", name="Click a letter").click()
    box = standing(page.get_by_test_id("rescue-surface"))
    # Left of the letters there is nothing but ground.
    page.mouse.click(
        box["x"] + box["width"] / 2 - box["height"] * 0.68, box["y"] + box["height"] / 2
    )
    expect(page.get_by_text("that is the ground, not lettering", exact=False)).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("that is the ground, not lettering", exact=False)).to_be_hidden()


def test_another_window_is_told_and_neither_is_lost(rescue: Page) -> None:
    page: Any = rescue
    other = page.context.new_page()
    other.goto(page.url)
    settled(other)
    blade(other, "Tone").click()
    other.get_by_role("checkbox", name="on", exact=True).check()
    settled(other)
    blade(page, "Rim").click()
    # Refused at once, it is as it was before Playwright would look whether it is checked.
    page.get_by_role("checkbox", name="on", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text("window")
    # What the other saved is what stands here now.
    expect(blade(page, "Tone")).not_to_contain_text("off")
    other.close()


def test_a_part_that_cannot_be_made_is_told_over_the_picture_and_asked_for_once(
    rescue: Page,
) -> None:
    page = rescue
    surface = page.get_by_test_id("rescue-surface")
    before = standing(surface)
    asked: list[str] = []

    def refused(route: Route) -> None:
        asked.append(route.request.url)
        route.fulfill(status=422, json={"message": "Too much for one look.", "problems": []})

    page.route("**/rescues/*/views", refused)
    blade(page, "Tone").click()
    page.get_by_role("checkbox", name="on", exact=True).click()
    expect(page.get_by_text("Too much for one look.")).to_be_visible()
    expect(page.get_by_text("saved", exact=True)).to_be_visible()
    page.wait_for_timeout(1500)
    # Both sides of the divider, once each; and what it tells moved nothing.
    assert len(asked) <= 4
    assert standing(surface) == before
