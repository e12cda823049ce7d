"""How big, as a visitor asks it: without a picture, then of one, then the other way round."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.access import axe_in_both
from tests.browser.conftest import Asking


def test_how_big_without_a_picture_then_of_one(bench) -> None:
    page: Page = bench()
    page.goto("/")
    page.get_by_role("button", name="Planning").click()
    page.get_by_role("link", name="How big").click()
    headline = page.get_by_test_id("headline")
    expect(headline).to_contain_text("Clean to 104\u00a0×\u00a069\u00a0cm from 60\u00a0cm")
    axe_in_both(page, "how big")
    distance = page.get_by_label("Viewing distance")
    distance.fill("2 m")
    distance.press("Enter")
    expect(headline).to_contain_text("from 2\u00a0m")
    size = page.get_by_label("A print of")
    size.fill("90 x 60 cm")
    size.press("Enter")
    expect(page.get_by_test_id("reverse")).to_contain_text("looks clean from 52\u00a0cm")
    page.get_by_role("combobox", name="Picture").select_option(index=1)
    expect(page.get_by_role("textbox", name="Pixels")).to_have_count(0)
    expect(page.get_by_test_id("prints").locator("image")).to_have_count(3)
    # A link to it is a link to this very answer.
    page.reload()
    expect(headline).to_contain_text("from 2\u00a0m")
    expect(page.get_by_test_id("reverse")).to_be_visible()


def test_half_a_number_changes_nothing(bench) -> None:
    page: Page = bench()
    page.goto("/how-big")
    headline = page.get_by_test_id("headline")
    expect(headline).to_contain_text("Clean to 104")
    pixels = page.get_by_role("textbox", name="Pixels")
    pixels.fill("6000 ×")
    page.wait_for_timeout(900)
    expect(headline).to_contain_text("Clean to 104")
    pixels.press("Escape")
    expect(pixels).to_have_value("6000 × 4000")


def shipped(page: Page) -> Page:
    """With the table of cameras that ships."""
    ask = Asking(page.context)
    if version := ask("GET", "sensors")["version"]:
        ask("DELETE", f"sensors?version={version}")
    return page


def test_the_cameras_of_a_studio(bench, tmp_path) -> None:
    page: Page = shipped(bench())
    page.goto("/how-big")
    page.get_by_role("link", name="clean; the whole table").click()
    expect(page.get_by_role("heading", name="How large cameras print")).to_be_visible()
    axe_in_both(page, "cameras")
    name = page.get_by_label("Name of Plover, 12 MP")
    name.fill("Our old box")
    name.press("Enter")
    pixels = page.get_by_label("px of Our old box")
    pixels.fill("many")
    expect(page.get_by_text("Type px like 6000 × 4000, or 24 MP.")).to_be_visible()
    pixels.fill("6000 x 4000")
    pixels.press("Enter")
    row = page.get_by_role("row", name="Our old box")
    expect(row).to_contain_text("101\u00a0×\u00a067\u00a0cm")
    page.get_by_role("button", name="2\u00a0×", exact=True).click()
    expect(row).to_contain_text("203\u00a0×\u00a0135\u00a0cm")
    column = page.get_by_label("Column 3: a ppi or a grade")
    column.fill("finest")
    column.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("neither a ppi")
    expect(page.get_by_label("Column 3: a ppi or a grade")).to_have_value("finest")
    page.get_by_role("button", name="Remove Our old box").click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="Take the last change back").click()
    expect(row).to_be_visible()
    table = tmp_path / "boxes.csv"
    table.write_text("name;width_px;height_px\nTwo lenses;3000;2000\n")
    page.get_by_label("Import CSV").set_input_files(table)
    expect(page.get_by_role("row", name="Two lenses")).to_be_visible()
    page.goto("/how-big")
    expect(page.get_by_role("region", name="By camera")).to_contain_text("Two lenses")


def test_a_table_changed_in_another_window_is_not_lost(bench) -> None:
    page: Page = shipped(bench())
    page.goto("/sensors")
    expect(page.get_by_label("Name of Plover, 12 MP")).to_be_visible()
    other = page.context.new_page()
    other.goto("/sensors")
    name = other.get_by_label("Name of Plover, 12 MP")
    name.fill("From there")
    name.press("Enter")
    expect(other.get_by_role("row", name="From there")).to_be_visible()
    page.get_by_role("button", name="Remove Heron, 50 MP").click()
    expect(page.get_by_role("alert")).to_contain_text("changed in another window")
    expect(page.get_by_role("row", name="From there")).to_be_visible()
    expect(page.get_by_role("row", name="Heron, 50 MP")).to_be_visible()
