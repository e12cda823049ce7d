"""A whole book through the real interface: laid out, moved by hand and by keys, judged, made."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable
from pathlib import Path

import pikepdf
import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.conftest import Asking
from tests.browser.standing import standing
from tests.browser.test_sheets import blade, downloaded, saved
from tests.pictures import noise, save

TITLES = ("Fog", "Gears", "Weed", "Lamp", "Sluice")
STEPS = ("book", "pictures", "spreads", "boxes", "text", "cover", "handover")


@pytest.fixture
def book(page: Page, tmp_path: Path) -> Callable[[], Page]:
    """A book of five prints, begun from their job."""

    def begun() -> Page:
        ask = Asking(page.context)
        ask("PATCH", "account", {"unit": "cm", "light": "paper"})
        made = ask("POST", "jobs", {"title": "Catalogue"})
        for number, title in enumerate(TITLES):
            picture = ask.bring(save(noise(900, 600, 40 + number), tmp_path / f"{title}.jpg"))
            held = ask("POST", f"jobs/{made['id']}/prints", {"picture": picture["id"]})
            plan = held["plan"] | {"title": title}
            ask("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
        page.goto(f"/jobs/{made['id']}")
        page.get_by_role("link", name="New layout").click()
        page.get_by_role("button", name="Make a book").click()
        expect(blade(page, "book")).to_contain_text("8 pages")
        return page

    return begun


def opening(page: Page) -> Locator:
    return page.get_by_test_id("opening")


def box(page: Page, title: str) -> Locator:
    return opening(page).get_by_role("button", name=title)


def to_pages(page: Page, name: str) -> None:
    page.get_by_role("button", name=f"Pages {name}").click()
    expect(opening(page)).to_have_attribute("aria-label", f"Pages {name}")


def left_of(page: Page) -> str:
    return page.get_by_label("Left", exact=True).input_value()


def test_a_book_by_mouse(book: Callable[[], Page]) -> None:
    page = book()
    for step in STEPS:
        blade(page, step).click()
        expect(blade(page, step)).to_have_attribute("aria-selected", "true")
        axe(page, f"book {step}")
    blade(page, "spreads").click()
    to_pages(page, "2–3")
    axe_in_both(page, "book")
    # Taken in the drawing, dragged: saved as one step, and one undo takes it back.
    picture = opening(page).locator(".book-box").first
    picture.click()
    before = left_of(page)
    at = standing(picture.locator(".book-edge"))
    page.mouse.move(at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    page.mouse.down()
    page.mouse.move(at["x"] + at["width"] / 2 + 45, at["y"] + at["height"] / 2 + 25, steps=6)
    page.mouse.up()
    expect(page.get_by_label("Left", exact=True)).not_to_have_value(before)
    saved(page)
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Left", exact=True)).to_have_value(before)
    # Sized by a corner.
    wide = page.get_by_label("Width", exact=True).input_value()
    corner = standing(page.locator('.book-corner[data-corner="nw"] circle'))
    page.mouse.move(corner["x"] + corner["width"] / 2, corner["y"] + corner["height"] / 2)
    page.mouse.down()
    page.mouse.move(corner["x"] + 40, corner["y"] + 30, steps=5)
    page.mouse.up()
    expect(page.get_by_label("Width", exact=True)).not_to_have_value(wide)
    # Another arrangement, and the picture of another box.
    page.get_by_role("button", name="Arrangement 3").click()
    expect(page.get_by_role("button", name="Arrangement 3")).to_have_attribute(
        "aria-pressed", "true"
    )
    # Typed as people say it.
    opening(page).locator(".book-box").first.click()
    page.get_by_label("Left", exact=True).fill("1 1/2 in")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Left", exact=True)).to_have_value("3.81 cm")
    saved(page)


def test_a_book_by_keys_alone(book: Callable[[], Page]) -> None:
    page = book()
    page.keyboard.press("3")
    expect(blade(page, "spreads")).to_have_attribute("aria-selected", "true")
    page.keyboard.press("PageDown")
    expect(opening(page)).to_have_attribute("aria-label", "Pages 2–3")
    first = opening(page).locator(".book-box").first
    first.focus()
    name = str(first.get_attribute("aria-label")).split(",")[0]
    before = left_of(page)
    for _ in range(5):
        page.keyboard.press("Shift+ArrowRight")
    # Five presses, faster than any answer, are five centimetres.
    farther = f"{round(float(before.split()[0]) + 5, 3):g} cm"
    expect(page.get_by_label("Left", exact=True)).to_have_value(farther)
    saved(page)
    opening(page).locator(".book-box").first.focus()
    page.keyboard.press("Delete")
    expect(box(page, name)).to_have_count(0)
    expect(blade(page, "pictures")).to_contain_text("4 of 5")
    page.keyboard.press("Control+z")
    expect(box(page, name)).to_have_count(1)
    page.keyboard.press("2")
    page.get_by_label("Fog", exact=False).first.focus()
    page.keyboard.press("Space")
    page.get_by_role("button", name="Leave out").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="left out; put")).to_have_count(1)
    saved(page)


def test_the_audit_leads_to_its_box_and_the_pdf_is_made(book: Callable[[], Page]) -> None:
    page = book()
    blade(page, "boxes").click()
    worst = page.locator(".audit-row").first
    worst.click()
    expect(worst).to_have_attribute("aria-pressed", "true")
    expect(opening(page).locator('.book-box[aria-pressed="true"]')).to_have_count(1)
    blade(page, "text").click()
    page.get_by_label("Captions under the pictures").check()
    page.get_by_label("A title page").check()
    page.get_by_role("button", name="Add a text on").click()
    text = opening(page).get_by_role("button", name="Text")
    text.click()
    page.locator("#worksheet textarea").fill("The mill by the sea")
    expect(opening(page)).to_contain_text("The mill by the sea")
    blade(page, "cover").click()
    expect(page.get_by_test_id("cover")).to_be_visible()
    page.get_by_role("button", name="Hardcover").click()
    page.get_by_label("Picture on the front").select_option("Weed")
    expect(page.get_by_text("Turn-in", exact=True)).to_be_visible()
    axe_in_both(page, "cover")
    blade(page, "handover").click()
    page.get_by_label("Resolution").fill("40")
    page.keyboard.press("Enter")
    saved(page)
    page.get_by_role("button", name="Make the PDF now").click()
    link = page.get_by_role("link", name="Download as a ZIP")
    with zipfile.ZipFile(io.BytesIO(downloaded(page, link))) as bag:
        names = sorted(bag.namelist())
        assert names == ["catalogue-cover.pdf", "catalogue.pdf"]
        with pikepdf.open(io.BytesIO(bag.read("catalogue.pdf"))) as pdf:
            assert len(pdf.pages) == 8


@pytest.mark.parametrize("pages", [1, 24, 200])
def test_any_number_of_pages_is_shown(book: Callable[[], Page], pages: int) -> None:
    page = book()
    field = page.locator("#worksheet").get_by_label("Pages", exact=False).first
    field.fill(str(pages))
    page.keyboard.press("Enter")
    expect(blade(page, "book")).to_contain_text("stop" if pages == 1 else f"{pages} pages")
    if pages == 1:
        expect(page.get_by_role("button", name="Take 2 pages")).to_be_visible()
    page.keyboard.press("3")
    for _ in range(3):
        page.keyboard.press("PageDown")
    expect(opening(page)).to_be_visible()
    # Only what is in sight is drawn.
    assert page.locator(".flat-opening").count() < 30


def test_pictures_from_a_disk_come_into_the_book(book: Callable[[], Page], tmp_path: Path) -> None:
    page = book()
    blade(page, "pictures").click()
    fresh = save(noise(600, 400, 77), tmp_path / "from-the-stick.jpg")
    odd = tmp_path / "letter.jpg"
    odd.write_text("This is no picture.")
    page.locator("input[type=file]").set_input_files([fresh, odd])
    expect(blade(page, "pictures")).to_contain_text("5 of 6")
    expect(page.get_by_text("letter.jpg:", exact=False)).to_be_visible()
    page.get_by_role("button", name="put on 1").click()
    expect(blade(page, "pictures")).to_contain_text("6 of 6")
    saved(page)
