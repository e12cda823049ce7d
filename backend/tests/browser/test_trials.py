"""A whole trial through the real interface: a strip, two people on phones, the result, prints judged by it."""

from __future__ import annotations

import re
from collections.abc import Callable
from pathlib import Path

import pytest
from launcher.stack import Stack
from playwright.sync_api import Browser, Page, Route, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.conftest import Asking
from tests.browser.test_sheets import blade, saved
from tests.pictures import noise, save


@pytest.fixture
def strip(page: Page, tmp_path: Path) -> Callable[[], Page]:
    """The page of a strip of 254 ppi, begun from its job."""

    def begun() -> Page:
        ask = Asking(page.context)
        ask("PATCH", "account", {"unit": "cm", "light": "paper"})
        made = ask("POST", "jobs", {"title": "Strips"})
        picture = ask.bring(save(noise(3000, 2000, 71), tmp_path / "gears.jpg"))
        held = ask("POST", f"jobs/{made['id']}/prints", {"picture": picture["id"]})
        plan = held["plan"] | {"title": "Gears", "target": {"width": "30 cm", "height": "20 cm"},
                               "medium": {"name": "satin photo paper", "factor": 1.0}}  # fmt: skip
        ask("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
        page.goto(f"/jobs/{made['id']}")
        page.get_by_role("link", name="New layout").click()
        page.get_by_role("button", name="Make a test strip").click()
        expect(blade(page, "ladder")).to_contain_text("72 to 240 ppi")
        return page

    return begun


def test_a_strip_by_mouse_and_by_keys(strip: Callable[[], Page]) -> None:
    page = strip()
    part = page.get_by_role("button", name=re.compile("The part that is shown"))
    part.focus()
    page.keyboard.press("ArrowRight")
    expect(blade(page, "part")).to_contain_text("where you said")
    for step in ("part", "ladder", "sheets"):
        blade(page, step).click()
        expect(blade(page, step)).to_have_attribute("aria-selected", "true")
        axe(page, f"strip {step}")
    blade(page, "ladder").click()
    steps = page.get_by_label("Steps, ppi")
    steps.fill("100 150, 200")
    steps.press("Enter")
    expect(blade(page, "ladder")).to_contain_text("100 to 200 ppi")
    steps.fill("100 lots")
    steps.press("Enter")
    expect(page.get_by_text("“lots” is not a number")).to_be_visible()
    steps.press("Escape")
    page.get_by_role("button", name=re.compile("^Exposure")).click()
    expect(blade(page, "ladder")).to_contain_text("7 exposures")
    page.keyboard.press("Control+z")
    expect(blade(page, "ladder")).to_contain_text("100 to 200 ppi")
    saved(page)


def judge(browser: Browser, stack: Stack, path: str, count: int, by_keys: bool) -> None:
    """Somebody on a phone, or at a keyboard, who always sees the left one finer, and now and then no difference."""
    phone = browser.new_context(base_url=stack.address, viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True)  # fmt: skip
    page = phone.new_page()
    page.goto(path)
    page.get_by_role("button", name="Open at the left").click()
    page.get_by_role("button", name="I cannot tell").click()
    page.get_by_label(re.compile("Printed how many hours ago")).fill("26,5")
    axe(page, "before judging")
    page.get_by_role("button", name="Begin", exact=True).click()
    expect(page.get_by_role("button", name="No difference")).to_be_visible()
    axe(page, "judging")
    words = page.locator("main").inner_text()
    assert "ppi" not in words and "Gears" not in words and "keeper" not in words
    for number in range(count):
        if by_keys:
            page.keyboard.press("ArrowDown" if number % 5 == 4 else "ArrowLeft")
        elif number % 5 == 4:
            page.get_by_role("button", name="No difference").tap()
        else:
            page.locator(".judge-choice").first.tap()
        expect(page.get_by_role("status")).to_contain_text(f"{number + 1} answered")
        if number == 3:
            # Left, and taken up.
            page.reload()
            expect(page.get_by_role("status")).to_contain_text("4 answered")
    phone.close()


def test_a_trial_with_two_people_on_phones(
    strip: Callable[[], Page], browser: Browser, stack: Stack
) -> None:
    page = strip()
    blade(page, "sheets").click()
    page.get_by_role("button", name="Begin a trial of it").click()
    expect(blade(page, "people")).to_contain_text("nobody yet")
    axe(page, "trial people")
    for name in (
        "Ida",
        "A name that is rather long for a card of people who judge a strip of patches",
    ):
        page.get_by_label(re.compile("^Name")).fill(name)
        page.get_by_label(re.compile("^Name")).press("Enter")
        expect(page.get_by_role("img", name=f"Link of {name} as a code")).to_be_visible()
    links = [one.get_attribute("href") or "" for one in page.locator("a[href^='/judge/']").all()]  # fmt: skip
    for path, by_keys in zip(links, (False, True), strict=True):
        judge(browser, stack, path, 22, by_keys)
    on_screen(page, links[0])
    blade(page, "strip").click()
    expect(page.get_by_text("shown when the judging is over")).to_be_visible()
    blade(page, "judging").click()
    expect(blade(page, "judging")).to_contain_text("46 answers", timeout=15_000)
    page.get_by_role("button", name="End the judging").click()
    expect(blade(page, "judging")).to_contain_text("over")
    blade(page, "result").click()
    # Whoever always sees the left one finer is found, and named.
    expect(page.get_by_text("that is no judging").first).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("^Plot"))).to_be_visible()
    for step in ("strip", "people", "judging", "result", "used"):
        blade(page, step).click()
        expect(blade(page, step)).to_have_attribute("aria-selected", "true")
        axe(page, f"trial {step}")
    blade(page, "strip").click()
    expect(page.get_by_role("region", name="Key of copy 1")).to_contain_text("240 ppi")
    blade(page, "used").click()
    page.get_by_role("button", name="on satin photo paper").click()
    expect(page.get_by_text("A figure to judge prints by comes with 80 answers")).to_be_visible()
    blade(page, "result").click()
    axe_in_both(page, "trial")
    page.goto("/trials")
    expect(page.get_by_text("46 answers of 2 people")).to_be_visible()
    axe(page, "trials")
    page.get_by_role("link", name=re.compile("Strip of Gears")).click()
    page.get_by_role("button", name="Go on judging").click()
    expect(blade(page, "judging")).to_contain_text("2 letters")


def on_screen(page: Page, path: str) -> None:
    """The judge of a link goes over to a screen that they measure first, and answers by keys and by a click."""
    with page.context.expect_page() as opening:
        page.evaluate("path => void open(path)", path)
    judge = opening.value
    judge.get_by_role("button", name=re.compile("begin again")).click()
    judge.get_by_role("button", name="On this screen").click()
    judge.get_by_role("button", name="It fits").click()
    expect(
        judge.get_by_text("This screen has 96 px an inch. Look at it from 180\u00a0cm")
    ).to_be_visible()
    expect(judge.get_by_role("img", name="A row of boxes")).to_be_visible()
    axe(judge, "judge on a screen, beginning")
    judge.get_by_role("button", name="I cannot tell").click()
    judge.get_by_role("button", name="Go on").click()
    for number in (23, 24):
        expect(judge.get_by_role("button", name="The left one")).to_be_enabled()
        if number == 23:
            axe(judge, "judge on a screen")
            judge.get_by_role("button", name="The right one").click()
        else:
            judge.keyboard.press("ArrowLeft")
        expect(judge.get_by_role("status")).to_contain_text(f"{number} answered")
    judge.close()


def test_a_print_is_logged_answered_and_found_again(strip: Callable[[], Page]) -> None:
    page = strip()
    page.get_by_role("link", name="Strips").click()
    page.get_by_role("link", name=re.compile("Gears")).first.click()
    blade(page, "handover").click()
    page.get_by_role("button", name="Printed: log it").click()
    # What is said while the answer to the first press is on its way stays, also where the list that the
    # print was found in holds it no longer.
    page.get_by_role("button", name="not said yet").click()
    on_its_way: list[Route] = []
    page.route("**/api/log/*", lambda route: on_its_way.append(route))
    page.get_by_role("button", name="Thrown away").click()
    page.get_by_role("button", name="banding").click()
    while not on_its_way:
        page.wait_for_timeout(20)
    on_its_way[0].continue_()
    page.unroute("**/api/log/*")
    mine = page.get_by_role("listitem").filter(has=page.get_by_text("Gears", exact=True))
    expect(mine).to_have_count(0)
    page.get_by_role("button", name="all", exact=True).click()
    expect(mine.first).to_contain_text("thrown away")
    page.get_by_label("Another fault").fill("coffee on it")
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_label("Device").last.fill("wide printer")
    page.get_by_label("Copies").fill("none")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_label("Copies").fill("2")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("listitem").filter(has_text="banding, coffee on it")).to_be_visible()
    axe_in_both(page, "log")
    page.get_by_label("Find").fill("COFFEE")
    expect(page.get_by_role("listitem")).to_have_count(1)
    page.get_by_role("button", name="Same again").click()
    blade(page, "handover").click()
    expect(page.get_by_text("Prints on satin photo paper have failed.")).to_be_visible()
    expect(page.get_by_text("With the wide printer: banding and coffee on it")).to_be_visible()
