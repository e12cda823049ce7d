"""The proof: every way at its true size, flipped by a key, judged without names."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import IN_EACH_LIGHT, axe, axe_in_both
from tests.browser.painting import shot
from tests.browser.standing import standing
from zollstock.pixels.vips import pyvips


@pytest.fixture(scope="module")
def made_once() -> dict[str, str]:
    """Where the print is that the tests share: its first proof is made once."""
    return {}


@pytest.fixture
def proof(bench, page: Page, made_once: dict[str, str]) -> Page:
    """A print that is enlarged about twice, and what is seen of it at its true size.

    What a test changes of it, it takes back.
    """
    if made_once:
        page.goto(made_once["at"])
    else:
        bench(
            step="pixels",
            plan={
                "target": {"width": "30 cm", "height": "20 cm"},
                "viewing": {"distance": "30 cm"},
                "medium": {"name": "canvas"},
                "pixels": {"mode": "fixed", "ppi": 250},
            },
        )
        made_once["at"] = page.url
    page.get_by_role("link", name="Proof: see it at its true size").click()
    expect(panes(page)).to_have_count(4)
    settled(page)
    return page


def panes(page: Page):
    return page.locator(".proof-pane")


def settled(page: Page) -> None:
    expect(page.locator("[data-testid=proof][aria-busy=false]")).to_be_visible()


def grey(page: Page, number: int = 0) -> float:
    """Mean of a pane as it stands on the screen, its caption left out."""
    box = standing(panes(page).nth(number))
    clip = {"x": box["x"] + 20, "y": box["y"] + 60, "width": 200, "height": 200}
    return pyvips.Image.new_from_buffer(shot(page, clip), "").avg()


def test_all_ways_beside_each_other_then_flipped_by_a_key(proof: Page) -> None:
    page = proof
    axe_in_both(page, "proof")
    expect(page.get_by_text(re.compile(r"250\u00a0ppi, enlarged 1\.97\u00a0×"))).to_be_visible()
    expect(page.get_by_role("button", name="1 Careful planned")).to_have_attribute(
        "aria-pressed", "true"
    )
    page.keyboard.press("f")
    expect(panes(page)).to_have_count(1)
    expect(panes(page)).to_contain_text("Smooth")
    page.keyboard.press("f")
    expect(panes(page)).to_contain_text("Careful")
    page.keyboard.press("2")
    expect(panes(page)).to_contain_text("Lanczos")
    page.keyboard.press("f")
    expect(panes(page)).to_contain_text("Careful")
    page.keyboard.press("d")
    expect(panes(page)).to_contain_text("What Careful has and Smooth has not")
    # What is alike is mid grey.
    assert grey(page) == pytest.approx(128, abs=4)
    page.keyboard.press("b")
    expect(panes(page)).to_have_count(4)


def test_one_pixel_of_the_file_is_one_of_the_screen(proof: Page) -> None:
    page = proof
    page.keyboard.press("f")
    page.keyboard.press("f")
    settled(page)
    image = page.locator(".proof-tile img").first
    file = page.request.get(image.get_attribute("src") or "").body()
    made = pyvips.Image.new_from_buffer(file, "")
    box = page.locator(".proof-tile").first.bounding_box()
    assert box is not None and (box["width"], made.width) == (made.width, round(box["width"]))
    assert box["x"] == int(box["x"]) and box["y"] == int(box["y"])
    clip = {"x": box["x"] + 100, "y": box["y"] + 100, "width": 120, "height": 90}
    seen = pyvips.Image.new_from_buffer(shot(page, clip), "")
    there = made.crop(100, 100, 120, 90)
    assert (seen[0:3] - there).abs().max() == 0


def test_the_part_is_moved_by_hand_by_keys_and_on_the_map(proof: Page) -> None:
    page = proof
    place = page.locator(".proof-map rect").first

    def at() -> tuple[float, float]:
        return float(place.get_attribute("x") or 0), float(place.get_attribute("y") or 0)

    before = at()
    page.keyboard.press("Shift+ArrowRight")
    settled(page)
    right = at()
    assert right[0] > before[0] and right[1] == pytest.approx(before[1], abs=0.01)
    box = standing(panes(page).first)
    page.mouse.move(box["x"] + 150, box["y"] + 300)
    page.mouse.down()
    page.mouse.move(box["x"] + 150, box["y"] + 200, steps=4)
    page.mouse.up()
    settled(page)
    down = at()
    assert down[1] > right[1]
    page.mouse.move(box["x"] + 150, box["y"] + 300)
    page.mouse.down()
    page.mouse.move(box["x"] + 250, box["y"] + 300, steps=3)
    page.keyboard.press("Escape")
    page.mouse.up()
    assert at() == pytest.approx(down, abs=0.01)
    card = standing(page.locator(".proof-map"))
    page.mouse.click(card["x"] + 2, card["y"] + 2)
    settled(page)
    # The part stays within the picture.
    corner = at()
    assert corner[0] == pytest.approx(0, abs=1) and corner[1] == pytest.approx(0, abs=1)


def test_judged_without_names_and_the_answer_is_kept(proof: Page) -> None:
    page = proof
    page.get_by_role("button", name="Hide the names and ask me").click()
    expect(panes(page)).to_have_count(2)
    expect(page.get_by_text("Careful", exact=True)).to_have_count(0)
    expect(page.get_by_text("Smooth", exact=True)).to_have_count(0)
    axe(page, "names hidden")
    page.get_by_role("button", name="The second", exact=True).click()
    told = page.get_by_text("The first was")
    expect(told).to_be_visible()
    finer = "Careful" if told.inner_text().endswith("Careful.") else "Smooth"
    other = {"Careful": "Smooth", "Smooth": "Careful"}[finer]
    expect(page.get_by_text(f"{finer} finer than {other} the one time")).to_be_visible()
    page.reload()
    expect(page.get_by_text(f"{finer} finer than {other} the one time")).to_be_visible()
    page.get_by_role("button", name="Forget these answers").click()
    expect(page.get_by_text("the one time")).to_have_count(0)


def test_sharpening_is_seen_and_a_way_is_taken_into_the_plan(proof: Page) -> None:
    page = proof
    page.get_by_role("checkbox", name="Sharpen last, at final size").check()
    expect(page.get_by_role("button", name="4 Careful, not sharpened")).to_be_visible()
    page.get_by_role("button", name="2 Lanczos").click()
    page.get_by_role("button", name="Plan it so").click()
    expect(page.get_by_role("button", name=re.compile("^2 Lanczos (F )?planned$"))).to_be_visible()
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name=re.compile("^1 Careful (F )?planned$"))).to_be_visible()
    page.keyboard.press("p")
    expect(page.get_by_role("tab", name="Pixels")).to_have_attribute("aria-selected", "true")
    page.keyboard.press("Control+z")
    expect(page.get_by_role("checkbox", name="Sharpen last, at final size")).not_to_be_checked()
    page.keyboard.press("p")
    expect(panes(page).first).to_be_visible()


def test_a_lost_line_is_told_legibly_in_both_lights(proof: Page) -> None:
    page = proof
    for light in ("Booth", "Paper"):
        page.get_by_role("button", name=light, exact=True).click()
        page.context.set_offline(True)
        page.keyboard.press("ArrowRight")
        told = page.get_by_role("alert").filter(has_text="The server does not answer")
        expect(told).to_be_visible()
        axe(page, f"no line in {light}", IN_EACH_LIGHT)
        page.context.set_offline(False)
        expect(told).to_have_count(0)
        settled(page)
