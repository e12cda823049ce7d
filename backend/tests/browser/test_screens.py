"""Every place on a phone, at 1024 and at 1280: nothing sticks out, nothing is too small to hit or read."""

from __future__ import annotations

from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.pictures import noise, save

LONG = "Salzpfannen" * 14
SIZES = [(390, 844), (1024, 700), (1280, 800)]

#: Targets less than 24 px a side, without what WCAG 2.2 leaves out: links in a sentence, what is hidden
#: or out of order, and what a label of its own makes larger.
SMALL = """() => [...document.querySelectorAll('button, a[href], input, select, summary')].filter((node) => {
  if (node.closest('[hidden], [inert]') || node.disabled || node.type === 'hidden' || node.type === 'file') return false;
  const box = node.getBoundingClientRect();
  if (!box.width || node.matches('.sr-only')) return false;
  const label = node.closest('label')?.getBoundingClientRect();
  const held = label ?? box;
  const inSentence = getComputedStyle(node).display === 'inline';
  return !inSentence && (held.width < 23.5 || held.height < 23.5);
}).map((node) => `${node.tagName} ${node.className} ${node.textContent.slice(0, 30)} ${node.ariaLabel ?? ''}`)"""
#: Words set smaller than 12 px; what is drawn in the SVGs of a print follows its own scale.
TINY = """() => [...document.querySelectorAll('body *')].filter((node) =>
  [...node.childNodes].some((child) => child.nodeType === 3 && child.textContent.trim()) &&
  !node.closest('.sr-only, svg') && node.getClientRects().length && parseFloat(getComputedStyle(node).fontSize) < 12,
).map((node) => `${node.className} ${node.textContent.slice(0, 30)}`)"""

#: Main buttons that are seen and have one name: nobody knows which of them is meant.
TWINS = """() => {
  const names = [...document.querySelectorAll('.strong-button')].filter((node) => node.checkVisibility())
    .map((node) => (node.ariaLabel ?? node.textContent).trim());
  return names.filter((name, at) => names.indexOf(name) !== at);
}"""

IN_LANDMARKS = """() => [...document.querySelectorAll('[role=tablist]')].every(
  (node) => node.closest('nav, main, header, footer'))"""


def faults(page: Page, where: str) -> list[str]:
    """What is wrong with a place at each of the sizes, in words."""
    found: list[str] = []
    for width, height in SIZES:
        page.set_viewport_size({"width": width, "height": height})
        # Two frames: what is measured has been laid out anew.
        page.evaluate("new Promise((go) => requestAnimationFrame(() => requestAnimationFrame(go)))")
        wide = page.evaluate("document.documentElement.scrollWidth")
        if wide > width:
            found.append(f"{where} is {wide} px wide at {width}")
        found += [f"{where} at {width}, small: {one}" for one in page.evaluate(SMALL)]
        found += [f"{where} at {width}, tiny: {one}" for one in page.evaluate(TINY)]
    if page.locator("h1").count() != 1:
        found.append(f"{where} has {page.locator('h1').count()} first headings")
    found += [f"{where} has two main buttons {one!r}" for one in page.evaluate(TWINS)]
    if not page.evaluate(IN_LANDMARKS):
        found.append(f"the rule of {where} is in no landmark")
    return found


@pytest.fixture
def long_titles(bench, tmp_path: Path) -> Page:
    """A job, a print and a picture with names that no line can be broken in."""
    page = bench(save(noise(900, 600, seed=61), tmp_path / f"{LONG[:100]}.jpg"), title=LONG)
    page.locator("[data-step=picture]").click()
    title = page.get_by_label("Title of the print")
    title.fill(LONG)
    title.press("Enter")
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    return page


def test_no_place_is_wider_than_its_screen_or_too_small_to_hit(long_titles: Page) -> None:
    page = long_titles
    found: list[str] = []
    bench_url = page.url.rsplit("/", 1)[0]
    job_url = page.locator("nav[aria-label='Where you are'] a").get_attribute("href") or ""
    for step in ("size", "fit", "edge", "pixels", "distance", "handover", "picture"):
        page.locator(f"[data-step={step}]").click()
        expect(page.locator(f"[data-step={step}]")).to_have_attribute("aria-selected", "true")
        found += faults(page, step)
    picture = (
        page.get_by_role("link", name="The picture and all its prints").get_attribute("href") or ""
    )
    for place, what in (
        (job_url, "Add pictures"),
        ("/", "New job"),
        (picture, "Draw a keep zone"),
        ("/sizes", "Add a size"),
        (f"{bench_url}/sizes", "Make prints"),
        (f"{bench_url}/proof", "Back to the bench"),
        (f"{bench_url}/look", "Measure the screen"),
        ("/batches/new", "All"),
    ):
        page.goto(place)
        expect(page.get_by_role("button", name=what, exact=True)).to_be_visible()
        found += faults(page, place)
    page.goto("/leave-room")
    expect(page.locator("[data-testid=frame] svg")).to_be_visible()
    found += faults(page, "leave room")
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/how-big")
    expect(page.get_by_test_id("person")).to_be_visible()
    found += faults(page, "how big")
    assert not found, "\n".join(found)
    page.goto(job_url)
    page.get_by_role("button", name="Remove the job").click()
    close = page.get_by_role("button", name="Close").bounding_box()
    assert close and close["x"] + close["width"] <= 1280


def test_dialogs_begin_in_their_first_field_and_give_the_focus_back(long_titles: Page) -> None:
    page = long_titles
    page.goto(page.locator("nav[aria-label='Where you are'] a").get_attribute("href") or "")
    opener = page.get_by_role("button", name="Title, client, date")
    opener.click()
    expect(page.get_by_label("Title")).to_be_focused()
    page.keyboard.press("Escape")
    expect(opener).to_be_focused()

    remove = page.get_by_role("button", name="Remove the print")
    remove.click()
    expect(page.get_by_role("button", name="Cancel")).to_be_focused()
    page.keyboard.press("Enter")
    expect(remove).to_be_focused()
    remove.click()
    page.get_by_role("button", name="Remove it").click()
    expect(page.get_by_text("No prints yet")).to_be_visible()
    expect(page.locator("main")).to_be_focused()


def test_a_menu_gives_the_focus_back_to_where_it_came_from(bench) -> None:
    page: Page = bench(step="size")
    # Opened by its key, from wherever the focus was.
    more = page.get_by_role("button", name="More from this print")
    blade = page.get_by_role("tab", name="Size")
    blade.focus()
    page.keyboard.press("f")
    expect(page.get_by_role("link", name="Look at it")).to_be_focused()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Escape")
    expect(more).to_have_attribute("aria-expanded", "false")
    expect(blade).to_be_focused()
    # Opened by its word.
    page.goto("/")
    planning = page.get_by_role("button", name="Planning")
    planning.focus()
    page.keyboard.press("Enter")
    expect(
        page.get_by_role("navigation", name="Planning").get_by_role("link").first
    ).to_be_focused()
    page.keyboard.press("Escape")
    expect(planning).to_be_focused()


def test_enter_and_delete_leave_the_focus_where_it_was(bench) -> None:
    page = bench()
    page.locator("[data-step=picture]").click()
    title = page.get_by_label("Title of the print")
    title.fill("Fog")
    title.press("Enter")
    expect(title).to_be_focused()
    page.get_by_role("button", name="Width 30").click()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Width 30")).to_be_focused()
    page.locator("[data-step=fit]").click()
    page.get_by_role("button", name="Draw a keep zone").click()
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Delete the keep zone zone 1").click()
    expect(page.get_by_role("button", name="Draw a keep zone")).to_be_focused()


def test_the_sheet_of_keys_promises_only_what_works_there(bench) -> None:
    page = bench()
    page.locator("[data-step=size]").click()
    page.locator("[data-step=size]").press("?")
    keys = page.get_by_role("dialog", name="The bench")
    expect(keys).to_contain_text("Ctrl Y")
    expect(keys).not_to_contain_text("Zoom the crop in")
    expect(keys).not_to_contain_text("next print of the job")
    page.keyboard.press("Escape")
    page.locator("[data-step=fit]").click()
    page.locator("[data-step=fit]").press("?")
    expect(keys).to_contain_text("Zoom the crop in")


def test_the_words_of_the_rail_never_run_into_each_other(bench) -> None:
    page = bench()
    viewer = page.get_by_role("slider", name="Viewer's distance")
    viewer.focus()
    meeting = """() => {
      const words = [...document.querySelectorAll('.rail-words, .rail-flag > span, .rail-stretch > span, .rail-reset, .rail-lines')];
      const boxes = words.map((node) => [node.textContent, node.getBoundingClientRect()]);
      return boxes.flatMap(([one, a], at) => boxes.slice(at + 1)
        .filter(([, b]) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)
        .map(([other]) => `${one} / ${other}`));
    }"""
    for width in (1280, 1024):
        page.set_viewport_size({"width": width, "height": 800})
        for key, end in (
            ("Shift+ArrowRight", "aria-valuemax"),
            ("Shift+ArrowLeft", "aria-valuemin"),
        ):
            while (stood := viewer.get_attribute("aria-valuenow")) != viewer.get_attribute(end):
                page.keyboard.press(key)
                expect(viewer).not_to_have_attribute("aria-valuenow", stood or "")
                assert page.evaluate(meeting) == []
                words = page.locator(".rail-words").bounding_box()
                assert words and words["x"] >= 0 and words["x"] + words["width"] <= width


def test_whose_row_it_is_stays_in_sight(bench) -> None:
    page = bench(title="Sticky plates")
    page.get_by_role("link", name="Sticky plates").click()
    page.get_by_role("link", name="New batch").click()
    page.get_by_role("button", name="Make the batch of 1 picture").click()
    name = page.locator(".matrix-row .matrix-name").first
    expect(name).to_be_visible()
    before = name.bounding_box()
    page.get_by_test_id("matrix").evaluate("node => node.scrollTo(700, 0)")
    page.wait_for_timeout(150)
    assert name.bounding_box() == before
