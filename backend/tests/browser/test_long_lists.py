"""Lists of any length on the page: what is in sight is drawn, the rest comes when it is scrolled to, and is found."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import axe
from tests.browser.conftest import Asking

MANY = 130
NODES = "document.querySelectorAll('*').length"


@pytest.fixture
def full(bench) -> tuple[Page, int]:
    """A page, and a job of many prints whose titles are numbers in words."""
    page: Page = bench(plan={"title": "The first of many"})
    ask = Asking(page.context)
    number = int(page.url.split("/prints/")[1].split("/")[0])
    held = ask("GET", f"prints/{number}")
    picture = {"picture": held["picture"]["id"]}
    for at in range(MANY - 1):
        plan = held["plan"] | {"title": f"Plate {at:03}"}
        ask("POST", f"jobs/{held['job']}/prints", picture | {"plan": plan})
    return page, held["job"]


def test_a_job_of_many_prints(full: tuple[Page, int]) -> None:
    page, job = full
    page.goto(f"/jobs/{job}")
    prints = page.get_by_role("list", name="Prints")
    expect(prints.get_by_text("The first of many")).to_be_visible()
    assert page.evaluate(NODES) < 1000
    axe(page, "a job of many prints")
    last = prints.get_by_text(f"Plate {MANY - 2:03}")
    expect(last).to_have_count(0)
    for _ in range(40):
        if last.count():
            break
        page.keyboard.press("End")
        page.wait_for_timeout(150)
    expect(last).to_be_visible()
    assert page.evaluate(NODES) < 1000
    # One is removed: the focus goes to its neighbour, the page stays where it is.
    prints.get_by_role("button", name=f"Remove the print Plate {MANY - 3:03}").click()
    prints.get_by_role("button", name="Remove it").click()
    expect(prints.get_by_role("link", name=f"Plate {MANY - 2:03}").first).to_be_focused()
    expect(page.get_by_text(f"Removed: Plate {MANY - 3:03}")).to_be_visible()


def test_what_is_long_is_searched(full: tuple[Page, int]) -> None:
    page, job = full
    page.goto("/")
    field = page.get_by_role("searchbox", name="Find")
    Asking(page.context)("PUT", f"jobs/{job}", {"title": "Salt museum", "client": "", "due": None})
    field.fill("plate 077 museum")
    jobs = page.get_by_role("list", name="Jobs")
    expect(jobs.get_by_role("heading")).to_have_count(1)
    expect(jobs.get_by_role("link", name="and 118 more")).to_be_visible()
    field.fill("plate 077")
    expect(jobs.get_by_role("heading", name="Salt museum")).to_be_visible()
    field.fill("nowhere")
    expect(page.get_by_text("No job has these words")).to_be_visible()
    page.get_by_role("button", name="Show all jobs").click()
    expect(jobs.get_by_role("heading").first).to_be_visible()
    # Prints of all jobs for a roll: found by their words, ticked by the keyboard.
    number = Asking(page.context)("GET", f"jobs/{job}/prints?page_size=1")["items"][0]["id"]
    gang = Asking(page.context)("POST", f"jobs/{job}/layouts", {"kind": "gang", "prints": [number]})
    page.goto(f"/layouts/{gang['id']}/prints")
    page.get_by_role("button", name="Add prints").click()
    dialog = page.get_by_role("dialog", name="Add prints")
    dialog.get_by_role("searchbox").fill("077")
    tick = dialog.get_by_role("checkbox", name="Plate 077").first
    tick.focus()
    page.keyboard.press("Space")
    axe(page, "adding prints of many")
    dialog.get_by_role("button", name="Add 1 print").click()
    expect(dialog).to_have_count(0)
