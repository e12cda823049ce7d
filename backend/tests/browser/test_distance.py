"""The Distance blade and the rail: the model's plot, the room, all criteria, detail, further places."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import axe, axe_in_both
from tests.pictures import noise, save
from zollstock.pixels.vips import pyvips

#: Words of the rail that run into each other, by more than the px that letters leave free of their lines.
RUN_INTO = """() => {
  const words = [...document.querySelectorAll(".rail-flag span, .rail-stretch span, .rail-words")].map((node) => {
    const range = document.createRange();
    range.selectNodeContents(node);
    return [node.textContent, range.getBoundingClientRect()];
  });
  const meet = (a, b) => Math.min(a.right, b.right) - Math.max(a.left, b.left) > 1 &&
    Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 2;
  return words.flatMap(([text, box], at) =>
    words.slice(at + 1).filter(([, other]) => meet(box, other)).map(([other]) => `${text} / ${other}`));
}"""


@pytest.fixture
def blade(bench) -> Page:
    page: Page = bench()
    page.get_by_role("tab", name="Distance").click()
    return page


def test_the_model_says_what_is_seen_and_can_be_chosen(blade: Page) -> None:
    page = blade
    plot = page.get_by_role("img", name="Seen from where")
    expect(plot).to_be_visible()
    said = plot.get_attribute("aria-label") or ""
    assert "just-noticeable steps" in said
    far = page.get_by_label("Viewing distance")
    far.fill("8 m")
    far.press("Enter")
    expect(page.get_by_text("no difference to be seen.")).to_be_visible()
    page.get_by_role("radio", name="Model").check()
    expect(page.get_by_role("tab", name="Distance")).to_contain_text("ample")
    page.get_by_text("A model: nobody was measured for it").click()
    expect(page.get_by_text("cycles a pixel of the file")).to_be_visible()
    axe_in_both(page, "distance with the model")


def test_a_room_ends_the_rail_and_says_where_nobody_stands(blade: Page) -> None:
    page = blade
    far = page.get_by_label("Viewing distance")
    far.fill("3 m")
    far.press("Enter")
    room = page.get_by_label("The room is deep, if it ends")
    room.fill("2 m")
    room.press("Enter")
    expect(page.locator(".rail-room")).to_contain_text("the room ends, 2\u00a0m")
    finding = page.locator("[data-finding=room-shallow]")
    expect(finding).to_contain_text("the room is 2\u00a0m deep")
    finding.get_by_role("button", name="Fix it").click()
    expect(finding).to_have_count(0)
    expect(far).to_have_value("2 m")
    room.fill("")
    room.press("Enter")
    expect(page.locator(".rail-room")).to_have_count(0)


def test_no_words_of_the_rail_run_into_others(bench) -> None:
    seen = set()
    # Clean from 25 and from 28 cm: beside who holds it in the hand, and before who stands there.
    for width, distance in ((10.8, "60 cm"), (12, None), (12, "3 m"), (24, None)):
        target = {"width": f"{width} cm", "height": f"{width / 1.5:.2f} cm"}
        page = bench(step="distance", plan={"target": target, "viewing": {"distance": distance}})
        page.locator(".rail-words").wait_for()
        assert page.evaluate(RUN_INTO) == [], f"{width} cm seen from {distance}"
        seen |= set(page.locator(".rail-flag span, .rail-stretch span").all_inner_texts())
    assert any("clean from" in text for text in seen)
    assert "in the hand" in seen


def test_the_lines_of_all_schools_come_by_a_key(blade: Page) -> None:
    page = blade
    lines = page.get_by_role("list", name="From where each criterion is met")
    expect(lines).to_have_count(0)
    page.keyboard.press("r")
    expect(lines.get_by_role("listitem")).to_have_count(4)
    expect(lines).to_contain_text("Model")
    axe(page, "rail with lines")
    page.get_by_role("button", name="Lines of all criteria").click()
    expect(lines).to_have_count(0)


def test_a_soft_picture_may_be_judged_by_its_detail(bench, tmp_path) -> None:
    sharp = noise(1600, 1200, seed=3)
    soft = sharp.gaussblur(2.5).linear(2.5, -190).cast("uchar")
    page: Page = bench(save(soft, tmp_path / "soft.png"))
    page.get_by_role("tab", name="Distance").click()
    pick = page.get_by_role("group", name="The verdict counts")
    # What is measured behind the bench is shown by itself once it has come, on a busy machine too.
    expect(pick).to_be_visible(timeout=60_000)
    ratio = page.locator("[data-figure=quality_ratio] summary")
    before = ratio.inner_text()
    pick.get_by_role("button", name="detail").click()
    expect(ratio).not_to_have_text(before)
    expect(ratio).to_contain_text("detail ÷ needed")
    expect(page.locator("[data-finding=detail-counted]")).to_be_visible()
    pick.get_by_role("button", name="pixels").click()
    expect(ratio).to_have_text(before)


def test_what_starts_from_a_print_stands_on_one_shelf(blade: Page) -> None:
    page = blade
    page.keyboard.press("f")
    shelf = page.get_by_role("navigation", name="More from this print")
    expect(shelf.get_by_role("link").first).to_be_focused()
    axe_in_both(page, "take it further")
    page.keyboard.press("Escape")
    expect(shelf).to_have_count(0)
    page.keyboard.press("f")
    for _ in range(4):
        page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Back to the bench")).to_be_visible()
    assert page.url.endswith("/proof")


def test_two_prints_from_one_distance_side_by_side_and_flipped(bench, tmp_path) -> None:
    page: Page = bench(save(noise(1200, 800, seed=9), tmp_path / "one.png"))
    first = page.url.rstrip("/").split("/")[4]
    small = noise(1200, 800, seed=9).resize(0.1)
    assert isinstance(small, pyvips.Image)
    page.evaluate("localStorage.setItem('zollstock.px-per-mm', '4')")
    page.get_by_role("link", name="Hall").click()
    page.get_by_label("Pictures to add").set_input_files(save(small, tmp_path / "two.png"))
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(2, timeout=20_000)
    page.goto(f"/prints/{first}/look?as=there")
    page.get_by_label("Beside it").select_option(index=1)
    panes = page.locator("[data-beside]")
    expect(panes).to_have_count(2)
    expect(panes.nth(1).locator("img").first).to_be_visible(timeout=20_000)
    expect(page.get_by_test_id("apart")).to_contain_text("just-noticeable steps apart")
    axe_in_both(page, "two prints from there")
    page.get_by_role("heading", name="Looking at the picture").click()
    page.keyboard.press("f")
    expect(panes).to_have_count(1)
    expect(panes).to_have_attribute("data-beside", "0")
    page.keyboard.press("f")
    expect(panes).to_have_attribute("data-beside", "1")
    page.get_by_role("button", name="Side by side").click()
    expect(panes).to_have_count(2)
