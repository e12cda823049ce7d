"""Sizes, library, leave room, variants and the matrix through the real screen."""

from __future__ import annotations

import csv
import io
import zipfile
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.standing import standing
from tests.pictures import noise, save
from zollstock.pixels.vips import pyvips


def downloaded(page: Page, name: str, folder: Path) -> Path:
    with page.expect_download() as download:
        page.get_by_role("link", name=name).first.click()
    out = folder / download.value.suggested_filename
    download.value.save_as(out)
    return out


def test_one_picture_against_many_sizes_and_its_variants(bench, tmp_path: Path) -> None:
    page = bench(save(noise(1500, 1000, seed=23), tmp_path / "fog.jpg"))
    page.get_by_role("link", name="Compare sizes").click()
    wall = page.get_by_test_id("size-wall")
    expect(wall.locator("li")).to_have_count(23)
    expect(page.get_by_test_id("size-words")).to_contain_text("Nothing is lost on")
    first = wall.locator("li").first
    expect(first).to_contain_text("nothing lost")
    axe_in_both(page, "sizes")
    page.get_by_role("button", name="Largest").click()
    expect(first).to_have_attribute("data-size", "cm-100x150")
    page.reload()
    expect(first).to_have_attribute("data-size", "cm-100x150")
    rows = list(csv.DictReader(io.StringIO(downloaded(page, "CSV", tmp_path).read_text())))
    assert len(rows) == 23 and rows[0]["size"] == "150 × 100 cm"
    assert downloaded(page, "Size sheet for the client", tmp_path).read_bytes().startswith(b"%PDF")
    frames = page.get_by_label("Frames of 150 × 100 cm")
    frames.select_option("common")
    page.reload()
    expect(frames).to_have_value("common")
    frames.select_option("seldom")

    here = page.url
    page.goto(here.split("?")[0] + "?set=set:999999")
    expect(page.get_by_role("alert")).to_contain_text("Choose another set")
    picker = page.get_by_role("combobox", name="Sizes", exact=True)
    expect(picker.locator("option:checked")).to_have_text("choose a set")
    picker.select_option(label="ISO A")
    expect(wall.locator("li")).to_have_count(11)
    page.goto(here)
    for size in ("cm-20x30", "cm-30x40"):
        wall.locator(f"[data-size={size}] input[type=checkbox]").check()
    page.get_by_role("button", name="Make 2 prints").click()
    expect(page.locator("main [role=list] a[href^='/prints/']")).to_have_count(3)
    page.get_by_role("link", name="The picture of").first.click()
    expect(page.get_by_role("heading", name="3 prints of this picture")).to_be_visible()
    axe_in_both(page, "a picture")


def test_the_library_by_hand_and_by_csv(page: Page, tmp_path: Path) -> None:
    page.goto("/sizes")
    find = page.get_by_label("Find a size")
    find.fill("30 45")
    expect(page.locator("tr[data-size]")).to_have_count(1)
    find.fill("zzz")
    expect(page.get_by_text("No size has “zzz” in it")).to_be_visible()
    page.get_by_role("button", name="Add a size").click()
    page.get_by_label("Width").fill("11 1/")
    page.get_by_label("Height").fill("40")
    page.get_by_role("button", name="Save the size").click()
    expect(page.get_by_role("alert")).to_contain_text("half a fraction")
    axe(page, "adding a size")
    page.get_by_label("Width").fill("33")
    page.get_by_label("Name", exact=True).fill("Oak frames")
    page.get_by_role("button", name="Save the size").click()
    expect(page.get_by_role("dialog")).to_have_count(0)
    find.fill("oak")
    row = page.locator("tr[data-size]")
    expect(row).to_contain_text("33\u00a0×\u00a040\u00a0cm")
    row.get_by_role("checkbox").check()
    page.get_by_label("1 size ticked").fill("Attic")
    page.get_by_role("button", name="Save the set").click()
    expect(page.get_by_role("button", name="Attic", exact=True)).to_be_visible()
    table = tmp_path / "more.csv"
    table.write_text("name,width,height,unit\nKiosk,1080,1920,px\n")
    page.get_by_label("Table of sizes").first.set_input_files(table)
    expect(page.get_by_text("1 size was added")).to_be_visible()
    table.write_text("name,width,height,unit\nKiosk,large,1920,px\n")
    page.get_by_label("Table of sizes").first.set_input_files(table)
    expect(page.get_by_role("alert")).to_contain_text("line 2")
    find.fill("kiosk")
    row.get_by_role("button", name="Remove Kiosk").click()
    expect(page.get_by_text("No size has “kiosk” in it")).to_be_visible()
    page.get_by_role("button", name="Remove the set Attic").click()
    expect(page.get_by_text("No sets yet.")).to_be_visible()


def test_leaving_room_before_the_shot(page: Page, tmp_path: Path) -> None:
    page.goto("/leave-room")
    words = page.get_by_test_id("room-words")
    expect(words).to_contain_text("survives in all 23")
    page.get_by_label("Wanted later").select_option(label="Squares")
    expect(words).to_contain_text("66.7\u00a0%")
    page.get_by_role("button", name="4:3").click()
    expect(words).to_contain_text("75\u00a0%")
    page.get_by_label("or your own").fill("nonsense")
    expect(page.get_by_role("alert")).to_contain_text("not a camera's ratio")
    page.get_by_label("or your own").fill("2:1")
    expect(words).to_contain_text("50\u00a0%")
    page.get_by_label("The camera's pixels").fill("2000 x 1000")
    png = downloaded(page, "Overlay with transparency", tmp_path)
    image = pyvips.Image.new_from_file(str(png))
    assert (image.width, image.height, image.bands) == (2000, 1000, 4)
    assert image(1000, 500)[3] == 0 and image(100, 500)[3] > 0
    assert downloaded(page, "Sheet for the bag", tmp_path).read_bytes().startswith(b"%PDF")


@pytest.fixture
def matrix(page: Page, tmp_path: Path) -> Page:
    """Three pictures in the photo sizes in inches, laid out."""
    files = [
        save(
            noise(width, height, seed=width + height + hash(tmp_path.name) % 999),
            tmp_path / f"plate-{n}.jpg",
        )
        for n, (width, height) in enumerate(((900, 600), (800, 600), (500, 500)), 1)
    ]
    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Title").fill("Plates")
    page.get_by_role("button", name="Make the job").click()
    page.get_by_label("Pictures to add").set_input_files(files)
    expect(page.get_by_text("added")).to_have_count(3, timeout=20_000)
    page.get_by_role("link", name="New batch").click()
    page.get_by_label("Sizes").select_option(label="Squares, inches")
    page.get_by_role("button", name="Make the batch of 3 pictures").click()
    expect(page.locator("[data-cell]")).to_have_count(18)
    return page


def test_the_matrix_its_filters_and_a_cell_by_hand(matrix: Page) -> None:
    page = matrix
    axe_in_both(page, "matrix")
    page.get_by_role("button", name="Sizes and files").click()
    dialog = page.get_by_role("dialog", name="Sizes and files")
    dialog.get_by_role("button", name="Border", exact=True).click()
    expect(dialog.get_by_label("Every side")).to_have_value("1 cm")
    dialog.get_by_role("button", name="PDF", exact=True).click()
    axe(page, "changing a batch")
    dialog.get_by_role("button", name="None", exact=True).click()
    dialog.get_by_label("Other sizes").select_option(label="Squares, inches")
    dialog.get_by_role("button", name="Work out again").click()
    expect(dialog).to_have_count(0)
    expect(page.locator("[data-cell]")).to_have_count(18)
    cells = page.locator("[data-cell]")
    cells.nth(1).click()
    editor = page.get_by_role("complementary", name="The cell in hand")
    expect(editor.get_by_test_id("cell-figures")).to_contain_text("33.3\u00a0%")
    axe_in_both(page, "a cell in hand")
    crop = editor.get_by_role("application")
    crop.focus()
    for _ in range(5):
        page.keyboard.press("Shift+ArrowLeft")
    expect(editor.get_by_role("button", name="Back to automatic")).to_be_visible()
    expect(crop).to_have_attribute(
        "aria-label", "Crop, 0 per cent from the left, 50 from the top. Arrow keys move it."
    )
    at = standing(crop)
    page.mouse.move(at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    page.mouse.down()
    page.mouse.move(at["x"] + at["width"] / 2 - 400, at["y"] + at["height"] / 2, steps=6)
    page.mouse.up()
    expect(crop).to_have_attribute(
        "aria-label", "Crop, 100 per cent from the left, 50 from the top. Arrow keys move it."
    )
    expect(editor).to_have_attribute("aria-busy", "false")
    page.reload()
    page.get_by_role("button", name="Adjusted by hand 1").click()
    expect(cells).to_have_count(6)  # the one picture that has it
    cells.nth(1).click()
    expect(crop).to_have_attribute(
        "aria-label", "Crop, 100 per cent from the left, 50 from the top. Arrow keys move it."
    )
    editor.get_by_role("button", name="Whole picture").click()
    expect(editor.get_by_test_id("cell-figures")).to_contain_text("0\u00a0%")
    page.get_by_role("button", name="Undo the last crop by hand").click()
    expect(crop).to_have_attribute(
        "aria-label", "Crop, 100 per cent from the left, 50 from the top. Arrow keys move it."
    )
    editor.get_by_role("button", name="Back to automatic").click()
    expect(page.get_by_text("Nothing of this kind")).to_be_visible()
    page.get_by_role("button", name="All", exact=True).first.click()
    cells.first.focus()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowDown")
    expect(cells.nth(7)).to_be_focused()
    page.keyboard.press("Space")
    expect(page.get_by_text("17 chosen")).to_be_visible()
    page.keyboard.press("Enter")
    expect(editor).to_contain_text("plate-")
    page.keyboard.press("Escape")


def test_the_chosen_cells_become_one_zip(matrix: Page, tmp_path: Path) -> None:
    page = matrix
    page.get_by_role("button", name="None", exact=True).click()
    expect(page.get_by_role("button", name="Make the files")).to_be_disabled()
    page.get_by_label("All pictures in 8 × 8 in").check()
    names = page.get_by_label("Names")
    names.fill("{nonsense}")
    page.get_by_role("button", name="Make the 3 files").click()
    expect(page.get_by_role("alert")).to_contain_text("no field")
    names.fill("{number}-{picture}")
    page.get_by_role("button", name="Make the 3 files").click()
    run = page.locator("[data-order=over]")
    expect(run).to_contain_text("3 of 3, done", timeout=30_000)
    axe_in_both(page, "a run that is over")
    with zipfile.ZipFile(downloaded(page, "ZIP", tmp_path)) as bag:
        assert sorted(bag.namelist()) == [
            "8-x-8-in/001-plate-1.jpg",
            "8-x-8-in/002-plate-2.jpg",
            "8-x-8-in/003-plate-3.jpg",
            "files.csv",
        ]


def test_places_of_one_screen_do_not_scroll_as_a_whole(page: Page) -> None:
    page.set_viewport_size({"width": 1024, "height": 700})
    for path, what in (
        ("/sizes", "[data-size=iso-a4]"),
        ("/leave-room", "[data-testid=frame] svg"),
    ):
        page.goto(path)
        expect(page.locator(what)).to_be_visible()
        size = page.evaluate(
            "[document.documentElement.scrollWidth, document.documentElement.scrollHeight]"
        )
        assert size == [1024, 700], path


def test_phone_width_and_a_batch_that_is_not_mine(page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    for path in ("/sizes", "/leave-room"):
        page.goto(path)
        page.wait_for_load_state("networkidle")
        assert page.evaluate("document.documentElement.scrollWidth") <= 390, path
    page.goto("/batches/999999")
    expect(page.get_by_role("alert")).to_contain_text("not yours")
