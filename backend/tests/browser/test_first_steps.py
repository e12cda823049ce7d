"""The first ten minutes of somebody who has never seen it: an empty place, help where one stands, the first print."""

from __future__ import annotations

import re
import time
from collections.abc import Iterator
from pathlib import Path

import pytest
from launcher.stack import Stack
from playwright.sync_api import Browser, Page, expect

from tests.browser.access import axe, axe_in_both
from tests.pictures import noise, save
from tests.running import NAME, PASSWORD


@pytest.fixture
def newcomer(stack: Stack, browser: Browser) -> Iterator[Page]:
    """Somebody with an account of their own and nothing in it, at the door."""
    # A second try begins with nothing, too.
    name = f"newcomer-of-{NAME}-{time.time_ns()}"
    stack.manage("make_account", name)
    context = browser.new_context(
        base_url=stack.address, viewport={"width": 1280, "height": 800}, reduced_motion="reduce"
    )
    page = context.new_page()
    faults: list[str] = []
    page.on("pageerror", lambda error: faults.append(str(error)))
    page.goto("/")
    page.get_by_label("Name").fill(name)
    yield page
    context.close()
    assert faults == []


def enter(page: Page) -> None:
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="No jobs yet")).to_be_visible()


def test_a_newcomer_adds_a_picture_and_has_a_job_and_then_a_sample(
    newcomer: Page, tmp_path: Path
) -> None:
    page = newcomer
    enter(page)
    axe_in_both(page, "a place without jobs")
    page.get_by_role("button", name="Try a sample job").click()
    expect(page.get_by_role("heading", name="Sample: Tide Mill Museum")).to_be_visible()
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(2)
    expect(page.get_by_text("Next: open a print.")).to_be_visible()
    # With a job there, files are asked into which; a new one of today is the first answer.
    page.goto("/")
    file = save(noise(900, 600, seed=3), tmp_path / "my-first.jpg")
    page.get_by_label("Pictures for a job").set_input_files(file)
    axe(page, "which job")
    page.get_by_role("button", name="A new job").click()
    expect(
        page.get_by_role("heading", name=re.compile(r"^Prints of \d+ \w+ \d{4}$"))
    ).to_be_visible()
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(1, timeout=30_000)


def test_how_it_works_is_read_before_the_door_and_within(newcomer: Page) -> None:
    page = newcomer
    page.get_by_role("link", name="How it works").click()
    expect(page.get_by_role("heading", name="How it works")).to_be_visible()
    pictures = page.locator(".how-steps img")
    expect(pictures).to_have_count(7)
    for number in range(7):
        pictures.nth(number).scroll_into_view_if_needed()
        expect(pictures.nth(number)).to_have_js_property("complete", True)
        assert pictures.nth(number).evaluate("(image) => image.naturalWidth") > 0
    axe(page, "how it works, before the door")
    page.get_by_role("link", name="More on distance").click()
    expect(page.get_by_role("heading", name="Distance", exact=True)).to_be_in_viewport()
    axe(page, "the handbook, before the door")
    page.get_by_role("link", name="Sign in").click()
    page.get_by_label("Name").fill("")
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()


def test_every_page_of_the_handbook_is_there(page: Page) -> None:
    page.goto("/handbook/one-print")
    links = page.get_by_role("navigation", name="Handbook").get_by_role("link")
    expect(links).to_have_count(20)
    for name in [link.get_attribute("href") or "" for link in links.all()][1:]:
        page.goto(name)
        expect(page.locator("article h1")).to_be_visible()
        assert "such page" not in page.locator("article h1").inner_text()
    axe_in_both(page, "a page of the handbook")


def test_a_question_mark_says_where_one_is_on_every_page(page: Page, bench) -> None:
    page = bench(step="fit")
    job = re.search(
        r"\d+", page.locator("nav[aria-label='Where you are'] a").get_attribute("href") or ""
    )
    assert job
    for address, name in (
        (page.url, "The bench"), ("/", "Jobs"), (f"/jobs/{job[0]}", "A job"), ("/sizes", "Sizes"), ("/stock", "Stock"),
        ("/photo-rules", "ID photo rules"), ("/how-big", "Planning"), ("/leave-room", "Planning"),
        (f"/batches/new?job={job[0]}", "A batch"), (f"/layouts/new?job={job[0]}", "New layout"), ("/handbook/stock", "Help"),
    ):  # fmt: skip
        page.goto(address)
        expect(page.locator("main").first).to_be_visible()
        page.get_by_role("button", name="Help, and the keys of this page").wait_for()
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name=name)).to_be_visible()
        expect(page.get_by_role("dialog").get_by_role("link", name="How it works")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("?")
    axe(page, "help")


def test_what_is_this_by_mouse_by_keyboard_and_by_tap(bench) -> None:
    page: Page = bench(step="edge", plan={"edge": {"kind": "bleed", "bleed": "3 mm"}})
    mark = page.get_by_role("button", name="What is Bleed?")
    leaf = page.get_by_role("note").filter(has_text="Picture beyond the finished size")
    mark.hover()
    expect(leaf).to_be_visible()
    expect(leaf).to_contain_text("Rule. Bleed is image beyond the trim")
    page.mouse.move(5, 5)
    expect(leaf).to_have_count(0)
    # By keyboard: behind its field, it opens by the focus, Tab goes on into it, Escape closes it and nothing else.
    field = page.get_by_label("Bleed all round")
    field.focus()
    page.keyboard.press("Tab")
    expect(mark).to_be_focused()
    expect(leaf).to_be_visible()
    page.keyboard.press("Tab")
    expect(leaf.get_by_role("link", name="Read on in the handbook")).to_be_focused()
    axe(page, "a legend")
    page.keyboard.press("Escape")
    expect(leaf).to_have_count(0)
    # A figure tells it before it is opened, a finding by its first word.
    page.locator(
        "[data-figure=output_width_px] summary, [data-figure=effective_ppi] summary"
    ).first.hover()
    expect(page.get_by_role("note")).to_be_visible()
    expect(page.get_by_role("note").get_by_role("link")).to_have_attribute(
        "href", re.compile("^/handbook/one-print")
    )


def test_the_first_print_on_a_phone(bench) -> None:
    page: Page = bench(step="size")
    page.set_viewport_size({"width": 390, "height": 844})
    page.get_by_label("Finished size").fill("50 auf 70")
    page.get_by_label("Finished size").press("Enter")
    expect(page.get_by_role("tab", name="Size")).to_contain_text("70\u00a0×\u00a050\u00a0cm")
    page.get_by_role("button", name="What is Finished size?").click()
    leaf = page.get_by_role("note")
    expect(leaf).to_be_visible()
    box = leaf.bounding_box()
    assert box and box["x"] >= 0 and box["x"] + box["width"] <= 390
    axe(page, "a phone with a legend")
    page.set_viewport_size({"width": 1280, "height": 800})


#: What a page's layout shifts by while it comes, as browsers measure it.
SHIFTS = """
window.shifted = 0;
new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (!entry.hadRecentInput) window.shifted += entry.value;
}).observe({ type: "layout-shift", buffered: true });
"""


def test_nothing_jumps_while_a_page_comes(newcomer: Page) -> None:
    page = newcomer
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    page.get_by_role("button", name="New job").wait_for()
    # Whoever came before may have left something there: with or without, a job to look at is made.
    made = page.request.post(
        "/api/jobs", data={"title": "Looked at"}, headers=_headers(page)
    ).json()
    sample = page.request.post("/api/jobs/sample", headers=_headers(page)).json()
    picture = sample["prints"][0]
    while page.request.get(f"/api/pictures/{picture['picture']}").json()["state"] == "reading":
        page.wait_for_timeout(100)
    held = page.request.post(
        f"/api/jobs/{made['id']}/prints", data=picture, headers=_headers(page)
    ).json()
    page.add_init_script(SHIFTS)
    jumped = {}
    for address in (
        "/", f"/jobs/{made['id']}", f"/prints/{held['id']}/fit", f"/prints/{held['id']}/proof",
        f"/prints/{held['id']}/look", f"/prints/{held['id']}/sizes", "/sizes", "/stock", "/photo-rules", "/how-big",
        "/sensors", "/leave-room", f"/layouts/new?job={made['id']}", f"/batches/new?job={made['id']}", "/how-it-works", "/canvas",
    ):  # fmt: skip
        page.goto(address)
        page.wait_for_load_state("networkidle")
        page.wait_for_timeout(300)
        shifted = page.evaluate("window.shifted")
        if shifted >= 0.01:
            jumped[address] = shifted
    assert jumped == {}


def _headers(page: Page) -> dict[str, str]:
    token = next(one["value"] for one in page.context.cookies() if one["name"] == "csrftoken")
    return {"X-CSRFToken": token, "Referer": page.url}
