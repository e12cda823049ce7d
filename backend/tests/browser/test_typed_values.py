"""What is typed counts when it is understood as a whole; Escape gives back what was there before."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.pictures import noise, save

THIN = "\u00a0"


@pytest.fixture
def size(bench) -> Page:
    """A print of 30 × 20 cm on the bench, in its Size step."""
    page = bench()
    page.locator("[data-step=size]").click()
    return page


def blade(page: Page, step: str = "size"):
    return page.locator(f"[data-step={step}] .blade-key")


def in_documents(page: Page) -> dict:
    """The plan as the server has it."""
    print_id = page.url.split("/prints/")[1].split("/")[0]
    return page.request.get(f"/api/prints/{print_id}").json()["plan"]


def test_the_readable_beginning_of_wrong_input_is_not_kept(size: Page) -> None:
    page = size
    page.locator("[data-step=distance]").click()
    page.get_by_role("button", name=f"2{THIN}m", exact=True).click()
    expect(blade(page, "distance")).to_have_text(f"from 2{THIN}m")
    field = page.get_by_label("Viewing distance")
    field.press_sequentially("3 steps", delay=120)
    field.press("Tab")
    expect(page.get_by_role("alert")).to_contain_text("The print keeps 2")
    expect(blade(page, "distance")).to_have_text(f"from 2{THIN}m")
    assert in_documents(page)["viewing"]["distance"] == "2 m"


def test_wrong_input_moves_nothing_on_the_page(size: Page) -> None:
    page = size
    below = page.get_by_role("searchbox", name="Find a size")
    before = below.bounding_box()
    field = page.get_by_label("Finished size")
    field.fill("60 x 45 cm or so")
    expect(page.get_by_role("alert")).to_contain_text("was not understood as a size", timeout=4000)
    assert below.bounding_box() == before
    field.fill("30 x 20")
    expect(page.get_by_role("button", name="inches?")).to_be_visible()
    assert below.bounding_box() == before
    # A border that leaves no picture is told over the drawing, and moves no field either.
    field.press("Escape")
    page.locator("[data-step=edge]").click()
    page.get_by_role("button", name="Border", exact=True).click()
    border = page.get_by_label("Every side")
    at = border.bounding_box()
    border.fill("15 cm")
    expect(page.locator(".bench-words")).to_contain_text("leave no picture")
    assert border.bounding_box() == at


def test_a_size_is_one_tab_away_and_a_steps_key_types_into_no_field(size: Page) -> None:
    page = size
    page.reload()
    expect(page.locator("#worksheet")).to_be_focused()
    page.keyboard.press("Tab")
    field = page.get_by_label("Finished size")
    expect(field).to_be_focused()
    page.keyboard.type("24x36", delay=40)
    page.keyboard.press("Enter")
    expect(blade(page)).to_contain_text("36")
    page.keyboard.press("Shift+Tab")
    page.keyboard.press("4")
    expect(page.locator("[data-step=edge]")).to_have_attribute("aria-selected", "true")
    expect(page.locator("#worksheet")).to_be_focused()
    page.get_by_role("button", name="Border", exact=True).click()
    border = page.get_by_label("Every side")
    before = border.input_value()
    while border.evaluate("one => one !== document.activeElement"):
        page.keyboard.press("Tab")
    # Alone in a field that Tab has reached it is the rule's; with anything behind it, it is typed.
    page.keyboard.press("7")
    expect(page.locator("[data-step=handover]")).to_have_attribute("aria-selected", "true")
    page.keyboard.press("4")
    expect(border).to_have_value(before)
    border.click()
    border.fill("2 cm")
    border.press("Enter")
    expect(border).to_have_value("2 cm")


def test_escape_gives_back_what_was_there_in_field_blade_drawing_and_server(size: Page) -> None:
    page = size
    field = page.get_by_label("Finished size")
    shown = field.input_value()
    field.fill("70 x 50 cm")
    expect(blade(page)).to_contain_text("70")
    field.press("Escape")
    expect(field).to_have_value(shown)
    expect(blade(page)).to_contain_text("30")
    expect(page.get_by_role("button", name="Width 30")).to_be_visible()
    assert in_documents(page)["target"] == {"width": "30 cm", "height": "20 cm", "ppi": None}
    page.reload()
    expect(field).to_have_value(shown)


def test_a_doubtful_reading_is_told_with_the_other_as_one_click(size: Page) -> None:
    page = size
    field = page.get_by_label("Finished size")
    field.fill("1,000 x 700 mm")
    field.press("Enter")
    expect(blade(page)).to_have_text(f"100{THIN}×{THIN}70{THIN}cm")
    said = page.get_by_text(f"read as 1000{THIN}×{THIN}700{THIN}mm")
    expect(said).to_be_visible()
    # Sold in inches alone, and lying as the picture does; both said, each the other way by one click.
    field.fill("8 × 10")
    field.press("Enter")
    expect(blade(page)).to_have_text(f"25.4{THIN}×{THIN}20.32{THIN}cm")
    expect(page.get_by_text("lying as the picture does")).to_be_visible()
    page.get_by_role("button", name=f"8{THIN}×{THIN}10{THIN}cm?").click()
    expect(blade(page)).to_have_text(f"10{THIN}×{THIN}8{THIN}cm")
    field.fill("A4")
    field.press("Enter")
    expect(blade(page)).to_have_text(f"29.7{THIN}×{THIN}21{THIN}cm")
    page.get_by_role("button", name=f"210{THIN}×{THIN}297{THIN}mm?").click()
    expect(blade(page)).to_have_text(f"21{THIN}×{THIN}29.7{THIN}cm")
    page.locator("[data-step=fit]").click()
    page.get_by_role("button", name="Turn the sheet").click()
    expect(blade(page)).to_have_text(f"29.7{THIN}×{THIN}21{THIN}cm")
    page.locator("[data-step=size]").click()
    field.fill("60 cm")
    field.press("Enter")
    expect(blade(page)).to_have_text(f"60{THIN}×{THIN}40{THIN}cm")


def test_number_fields_take_what_is_typed(size: Page) -> None:
    page = size
    factor = page.get_by_role("spinbutton", name="Detail factor")
    factor.fill("")
    factor.press_sequentially("0.85", delay=60)
    factor.press("Enter")
    expect(factor).to_have_value("0.85")
    page.locator("[data-step=pixels]").click()
    page.get_by_role("button", name="Fixed").click()
    ppi = page.get_by_role("spinbutton", name="Pixels per inch")
    ppi.fill("")
    ppi.press_sequentially("240", delay=60)
    ppi.press("Enter")
    expect(blade(page, "pixels")).to_have_text(f"240{THIN}ppi")
    ppi.press("ArrowUp")
    expect(ppi).to_have_value("241")


def test_a_wheel_or_a_drag_in_passing_changes_nothing_outside_fit(size: Page) -> None:
    page = size
    before = in_documents(page)
    box = page.get_by_test_id("drawing").bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.wheel(0, -500)
    page.mouse.down()
    page.mouse.move(x + 80, y + 40, steps=4)
    page.mouse.up()
    page.wait_for_timeout(700)
    assert in_documents(page) == before
    page.get_by_role("button", name="Move the picture").click()
    page.mouse.move(x, y)
    page.mouse.wheel(0, -500)
    expect(page.get_by_role("button", name="Undo")).to_be_enabled()
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    assert in_documents(page)["fit"]["zoom"] > 1
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-saving]")).to_have_text("undone: crop")
    page.keyboard.press("Control+y")
    expect(page.locator("[data-saving]")).to_have_text("redone: crop")


def test_on_a_phone_a_finger_that_goes_up_scrolls_the_page(size: Page) -> None:
    page = size
    page.locator("[data-step=fit]").click()
    page.set_viewport_size({"width": 390, "height": 844})
    surface = page.get_by_role("group", name="The print, drawn to scale")
    assert surface.evaluate("node => getComputedStyle(node).touchAction") == "pan-y"
    page.get_by_role("button", name="Move the picture").click()
    assert surface.evaluate("node => getComputedStyle(node).touchAction") == "none"
    page.get_by_role("button", name="Let the picture lie").click()
    wide = page.evaluate("[document.documentElement.scrollWidth, innerWidth]")
    assert wide[0] <= wide[1]


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("[]", "is not a plan document"),
        ("5", "is not a plan document"),
        ("{", "is not a plan document"),
        ('{"target": {}}', "Picture is missing"),
    ],
)
def test_what_is_no_plan_is_not_brought_back(
    size: Page, tmp_path: Path, text: str, said: str
) -> None:
    page = size
    before = in_documents(page)
    page.locator("[data-step=handover]").click()
    file = tmp_path / "wrong.json"
    file.write_text(text)
    page.get_by_label("Plan document").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text(said)
    expect(page.get_by_role("alert")).not_to_contain_text("..")
    assert in_documents(page) == before


def test_a_plan_brought_back_is_the_whole_plan(size: Page, tmp_path: Path) -> None:
    page = size
    plain = in_documents(page)
    page.locator("[data-step=edge]").click()
    page.get_by_role("button", name="Border", exact=True).click()
    expect(blade(page, "edge")).to_contain_text("Border")
    page.locator("[data-step=handover]").click()
    file = tmp_path / "plan.json"
    file.write_text(json.dumps({"picture": plain["picture"], "target": plain["target"]}))
    page.get_by_label("Plan document").set_input_files(file)
    expect(blade(page, "edge")).not_to_contain_text("Border")


def test_an_unsaved_plan_that_cannot_be_has_a_way_back_after_a_reload(size: Page) -> None:
    page = size
    page.locator("[data-step=edge]").click()
    page.get_by_role("button", name="Border", exact=True).click()
    field = page.get_by_label("Every side")
    field.fill("15 cm")
    field.press("Enter")
    expect(page.locator("[data-saving=refused]")).to_be_visible()
    page.reload()
    expect(page.get_by_role("tab", name="Edge")).to_be_visible()
    page.get_by_role("button", name="Back to the last saved plan").click()
    expect(blade(page, "edge")).to_contain_text("Border 3")


def test_the_zones_of_a_picture_are_changed_on_its_own_page(bench, tmp_path: Path) -> None:
    page = bench(save(noise(900, 600, seed=41), tmp_path / "lamp.jpg"))
    page.locator("[data-step=picture]").click()
    page.get_by_role("link", name="The picture and all its prints").click()
    page.get_by_role("button", name="Draw a keep zone").click()
    page.keyboard.press("Enter")
    name = page.get_by_label("Name of the keep zone")
    name.fill("lamp")
    name.press("Enter")
    zone = page.get_by_role("application", name="Keep zone lamp")
    zone.focus()
    page.keyboard.press("Shift+ArrowRight")
    page.reload()
    moved = "left: 44%; top: 40%; width: 20%; height: 20%;"
    zone.wait_for()
    if zone.get_attribute("style") != moved:
        # What was sent while the page went may come in a moment after the page that came was answered.
        page.wait_for_timeout(2000)
        page.reload()
    expect(zone).to_have_attribute("style", moved)


def test_a_link_without_a_line_says_so_and_comes_by_itself(page: Page) -> None:
    # The page's own script is there from a visit before; only its figures are missing.
    page.goto("/sizes")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.goto("/")
    expect(page.get_by_role("button", name="New job")).to_be_visible()
    page.context.set_offline(True)
    page.get_by_role("button", name="Studio").click()
    page.get_by_role("link", name="Sizes The sizes").click()
    expect(page.get_by_role("alert")).to_contain_text("The size library could not be fetched")
    page.context.set_offline(False)
    expect(page.locator("[data-size=iso-a4]")).to_be_visible(timeout=20_000)
