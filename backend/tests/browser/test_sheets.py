"""Layouts by hand: tiles with seams that are dragged, a pass that is marked, life size by two rings."""

from __future__ import annotations

import io
import re
import zipfile
from collections.abc import Callable
from pathlib import Path

import pikepdf
import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.conftest import Asking
from tests.browser.standing import standing
from tests.pictures import noise, save
from zollstock.pixels.vips import pyvips


@pytest.fixture
def begin(bench) -> Callable[..., Page]:
    """A print of 57 × 38 cm, and a layout of a kind that was begun from its bench."""

    def open_layout(kind: str, file: Path | None = None) -> Page:
        page: Page = bench(
            file,
            step="size",
            plan={
                "title": "Mill gears",
                "target": {"width": "57 cm", "height": "38 cm"},
                "pixels": {"mode": "fixed", "ppi": 60},
            },
        )
        page.keyboard.press("f")
        page.get_by_role("link", name=re.compile("^New layout")).click()
        page.get_by_role("button", name=kind).click()
        # Life size has no sheets before something is measured on the picture.
        expect(page.locator(".sheet-small, [data-testid=life]").first).to_be_visible()
        return page

    return open_layout


def saved(page: Page) -> None:
    page.locator("[data-saving=saved]").wait_for()


def blade(page: Page, step: str) -> Locator:
    return page.locator(f"[data-step={step}]")


def drag(page: Page, start: Locator, dx: float, dy: float, let_go: bool = True) -> None:
    box = standing(start)
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx / 2, y + dy / 2)
    page.mouse.move(x + dx, y + dy)
    if let_go:
        page.mouse.up()


def downloaded(page: Page, link: Locator) -> bytes:
    with page.expect_download() as coming:
        link.click()
    path = coming.value.path()
    return Path(path).read_bytes()


def test_a_big_print_is_put_on_sheets(begin) -> None:
    page = begin("Begin with tiles")
    expect(blade(page, "sheets")).to_contain_text("A4, 6")
    for step in ("what", "sheets", "overlap", "marks"):
        blade(page, step).click()
        expect(blade(page, step)).to_have_attribute("aria-selected", "true")
        axe(page, f"tiles {step}")
    axe_in_both(page, "tiles")
    # Saving a column, and back.
    blade(page, "sheets").click()
    page.get_by_role("button", name=re.compile("^Save a row")).click()
    expect(blade(page, "sheets")).to_contain_text("A4, 3")
    saved(page)
    page.keyboard.press("Control+z")
    expect(blade(page, "sheets")).to_contain_text("A4, 6")
    expect(page.locator("[data-saving]")).to_have_text("undone: print and turn")
    # More sheets: as large as those allow.
    page.get_by_label("Sheets to be filled").fill("12")
    page.get_by_role("button", name=re.compile("^As large as 12 sheets allow")).click()
    expect(blade(page, "sheets")).to_contain_text("A4, 12")
    page.reload()
    expect(blade(page, "sheets")).to_contain_text("A4, 12")


def test_seams_are_dragged_moved_by_keys_and_called_off(begin) -> None:
    page = begin("Begin with tiles")
    blade(page, "overlap").click()
    left = page.get_by_label("Seams moved left")
    seam = page.locator(".seam").first
    drag(page, seam, -40, 0)
    expect(page.get_by_role("button", name="Undo")).to_be_enabled()  # let go of, and saved
    expect(left).not_to_have_value("0 mm")
    by_hand = left.input_value()
    page.get_by_role("group", name=re.compile("^The seams")).focus()
    page.keyboard.press("ArrowLeft")
    expect(left).to_have_value(re.compile(rf"{float(by_hand.split()[0]) + 1:g}"))
    by_key = left.input_value()
    # A hand that is called off leaves no trace.
    drag(page, page.locator(".seam").first, -30, 0, let_go=False)
    expect(left).not_to_have_value(by_key)
    page.keyboard.press("Escape")
    page.mouse.up()
    expect(left).to_have_value(by_key)
    page.get_by_role("button", name="Seams back to the edge").click()
    expect(left).to_have_value("0 mm")


def test_a_seam_leaves_a_face_alone_by_one_click(begin) -> None:
    page = begin("Begin with tiles")
    number = page.url.split("/layouts/")[1].split("/")[0]
    ask = Asking(page.context)
    held = ask("GET", f"layouts/{number}")
    keep = [{"name": "hub", "x": 0.3, "y": 0.3, "w": 0.1, "h": 0.1}]
    (plan,) = held["document"]["plans"]
    document = held["document"] | {"plans": [plan | {"fit": plan["fit"] | {"keep": keep}}]}
    ask("PUT", f"layouts/{number}/document", {"document": document, "version": held["version"]})
    page.reload()
    expect(blade(page, "overlap")).to_contain_text("check")
    expect(page.get_by_text(re.compile("The hub lies on the seam between"))).to_be_visible()
    page.get_by_role("button", name="Move the seams").click()
    expect(page.get_by_text("The hub lies on the seam")).to_have_count(0)
    expect(blade(page, "overlap")).to_contain_text("glued")
    saved(page)


def test_a_measured_bar_is_made_good_and_the_sheets_are_made(begin) -> None:
    page = begin("Begin with tiles")
    blade(page, "marks").click()
    page.get_by_label("The 100 mm bar is").fill("96 mm")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Your driver fits to page: 96")).to_be_visible()
    page.get_by_role("button", name="Make the sheets for it").click()
    expect(page.get_by_label("Make the sheets for this driver")).to_be_checked()
    page.get_by_label("Light, for tracing").check()
    page.get_by_label("An overview page, with every number").check()
    expect(page.get_by_role("button", name="Sheet Overview")).to_be_visible()
    page.get_by_role("button", name="PDF", exact=True).click()
    saved(page)
    page.locator("#worksheet").get_by_role("button", name=re.compile("^Make .* sheets")).click()
    link = page.get_by_role("link", name="Download", exact=True)
    expect(link).to_be_visible(timeout=60_000)
    count = page.locator(".sheet-small").count()
    with pikepdf.open(io.BytesIO(downloaded(page, link))) as document:
        assert len(document.pages) == count > 6
    # A file a sheet, in a ZIP.
    page.get_by_role("button", name="JPEG", exact=True).click()
    saved(page)
    page.keyboard.press("m")
    link = page.get_by_role("link", name="Download as a ZIP")
    expect(link).to_be_visible(timeout=60_000)
    with zipfile.ZipFile(io.BytesIO(downloaded(page, link))) as bag:
        assert len(bag.namelist()) == count


def test_the_sheets_are_those_of_a_device_and_what_it_cuts_is_told(begin) -> None:
    page = begin("Begin with tiles")
    blade(page, "sheets").click()
    page.get_by_label("Device and feed").select_option(label="Desk printer, A3")
    expect(page.get_by_label("Paper in the printer")).to_have_value(
        re.compile("A3|29.7 × 42|297 × 420")
    )
    expect(page.get_by_text("are not printed")).to_be_visible()
    page.get_by_role("button", name="Make room for the marks").click()
    expect(page.get_by_text("are not printed")).to_have_count(0)
    # Another paper than the feed takes is stopped, and its own cures it.
    paper = page.get_by_label("Paper in the printer")
    paper.fill("A2")
    paper.press("Enter")
    expect(page.get_by_text("A dialog would shrink it to the page")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Use the paper of A3")).click()
    expect(page.get_by_text("A dialog would shrink it to the page")).to_have_count(0)
    saved(page)
    page.reload()
    expect(page.get_by_label("Device and feed")).to_have_value("desk/a3")


def test_a_sheet_is_looked_at_with_its_marks(begin) -> None:
    page = begin("Begin with tiles")
    page.get_by_role("button", name=re.compile("^Sheet A2 glue")).click()
    large = page.get_by_test_id("sheet-large")
    expect(large.locator("[data-kind=scale]")).to_have_count(1)
    expect(large.locator("text")).to_have_text(["A2", "100 mm"])
    page.keyboard.press("Escape")
    expect(page.get_by_test_id("whole")).to_be_visible()


def test_another_window_is_told(begin, context) -> None:
    page = begin("Begin with tiles")
    other = context.new_page()
    other.goto(page.url)
    # What it changes must be what stood there before the first window changed it.
    expect(other.locator(".sheet-small").first).to_be_visible()
    for one, overlap in ((page, "2 cm"), (other, "3 cm")):
        blade(one, "overlap").click()
        with one.expect_response(lambda answer: answer.request.method == "PUT"):
            one.get_by_label("Glue overlap").fill(overlap)
            one.keyboard.press("Enter")
    expect(other.get_by_text("This layout was changed in another window.")).to_be_visible()
    other.get_by_role("button", name="save mine on top").click()
    saved(other)
    other.close()


def portrait(folder: Path, wall_light: int = 225) -> Path:
    """A head of 600 px, from 400 to 1000 of 1600, on a light wall; noisy enough to be measured."""
    wall = pyvips.Image.black(1200, 1600, bands=3).linear(1, wall_light).cast("uchar")
    head = wall.draw_rect([190, 140, 110], 390, 400, 420, 600, fill=True)
    grain = noise(1200, 1600).cast("float") - 128
    made = (head + grain * 0.04).cast("uchar").copy(interpretation="srgb")
    return save(made, folder / "keeper.png")


def test_a_pass_is_marked_checked_and_made(begin, tmp_path) -> None:
    page = begin("Begin with ID photos", portrait(tmp_path))
    for step in ("rule", "face", "checks", "sheet"):
        blade(page, step).click()
        expect(blade(page, step)).to_have_attribute("aria-selected", "true")
        axe(page, f"pass {step}")
    axe_in_both(page, "pass")
    blade(page, "rule").click()
    expect(page.get_by_text("The authority's own page decides.").first).to_be_visible()
    page.get_by_role("button", name=re.compile("^Tide Mill Museum, staff pass")).click()
    expect(blade(page, "rule")).to_contain_text("5 × 7 cm")
    page.get_by_role("button", name=re.compile("^Saltmarch")).click()
    expect(blade(page, "rule")).to_contain_text("3.5 × 4.5 cm")
    # Nobody has marked anything: nothing passes, and nothing can be made.
    blade(page, "checks").click()
    expect(page.locator("[data-check=head]")).to_have_attribute("data-state", "look")
    blade(page, "sheet").click()
    make = page.locator("#worksheet").get_by_role("button", name="Make the photos")
    expect(make).to_be_disabled()
    blade(page, "face").click()
    expect(
        page.get_by_text("Not marked yet: crown, chin and eyes")
        .or_(page.get_by_text("Not marked yet: crown and chin"))
        .first
    ).to_be_visible()
    crown = page.get_by_role("button", name=re.compile("^Crown;"))
    before = blade(page, "face").text_content()
    drag(page, crown.locator("circle").first, 0, -25, let_go=False)
    expect(page.get_by_test_id("loupe")).to_be_visible()
    page.mouse.up()
    expect(page.get_by_test_id("loupe")).to_have_count(0)
    page.get_by_role("button", name="The rings lie right as they are").click()
    expect(blade(page, "face")).not_to_have_text(before or "")
    crown.focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(
        page.get_by_text(re.compile(r"chin to crown (?!0\.0)[0-9.]+° off upright"))
    ).to_be_visible()
    page.get_by_role("button", name="Upright by the rings").click()
    expect(page.get_by_text(re.compile("chin to crown 0.0° off upright"))).to_be_visible()
    blade(page, "checks").click()
    expect(page.locator("[data-check=upright]")).to_have_attribute("data-state", "pass")
    expect(page.locator("[data-check=glasses]")).to_contain_text("By eye")
    expect(page.get_by_text("Nothing is retouched").last).to_be_visible()
    blade(page, "sheet").click()
    page.get_by_label("A single file for an upload").check()
    saved(page)
    page.locator("#worksheet").get_by_role("button", name="Make the photos").click()
    link = page.get_by_role("link", name="Download as a ZIP")
    expect(link).to_be_visible(timeout=60_000)
    with zipfile.ZipFile(io.BytesIO(downloaded(page, link))) as bag:
        (upload,) = [name for name in bag.namelist() if "upload" in name]
        image = pyvips.Image.new_from_buffer(bag.read(upload), "")
        assert (image.width, image.height) == (600, 771)


def test_a_pass_is_deleted_at_once(begin, tmp_path) -> None:
    # A picture of its own: one that other tests have brought too goes with everything they made of it.
    page = begin("Begin with ID photos", portrait(tmp_path, wall_light=221))
    blade(page, "checks").click()
    page.get_by_label("The picture is kept").select_option("for a week")
    expect(page.get_by_label("The picture is kept")).to_contain_text(re.compile(r"until \d"))
    page.get_by_role("button", name="Delete the picture now").click()
    expect(page.get_by_text("1 print and 1 layout of it go with it.")).to_be_visible()
    page.get_by_role("button", name="Delete it and all that was made of it").click()
    expect(page.get_by_text("No prints yet")).to_be_visible()
    expect(page.get_by_role("heading", name="Laid out")).to_have_count(0)


def test_life_size_by_two_rings_and_parts_that_are_dragged(begin) -> None:
    page = begin("Begin with life size")
    for step in ("measure", "parts", "sheets", "marks"):
        blade(page, step).click()
        expect(blade(page, step)).to_have_attribute("aria-selected", "true")
        axe(page, f"life {step}")
    axe_in_both(page, "life")
    blade(page, "measure").click()
    expect(
        page.get_by_text("Not marked yet: first point, second point and real distance").first
    ).to_be_visible()
    page.get_by_label("Real distance between the points").fill("25 cm")
    page.keyboard.press("Enter")
    expect(blade(page, "measure")).to_contain_text("25 cm, 1 : 1")
    second = page.get_by_role("button", name=re.compile("^Second point;"))
    drag(page, second.locator("circle").first, 50, 0)
    page.get_by_role("button", name="The rings lie right as they are").click()
    saved(page)
    page.get_by_role("button", name="1 : 2", exact=True).click()
    expect(blade(page, "measure")).to_contain_text("1 : 2")
    blade(page, "parts").click()
    page.get_by_role("button", name="Another part").click()
    page.get_by_label("Name of part 2").fill("tips")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Sheet tips")).to_be_visible()
    page.get_by_role("button", name=re.compile("^tips;")).focus()
    page.keyboard.press("Shift+ArrowLeft")
    saved(page)
    page.get_by_role("button", name="The whole, as tiles").click()
    expect(blade(page, "overlap")).to_be_visible()
    saved(page)
    blade(page, "measure").click()
    page.get_by_label("As large on this screen as on paper").check()
    expect(page.locator(".sheets-strip")).to_have_count(0)


def test_rules_are_edited_as_rows(page) -> None:
    page.goto("/photo-rules")
    rows = page.locator("main li")
    expect(rows).to_have_count(3)
    axe_in_both(page, "rules")
    page.get_by_label("Last checked").first.fill("26 November 2026")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Reset to examples")).to_be_visible()
    page.get_by_label("head, at least").first.fill("40 mm")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("from the less to the more")
    page.reload()
    expect(page.get_by_label("Last checked").first).to_have_value("26 November 2026")
    expect(page.get_by_label("head, at least").first).to_have_value("32 mm")
    page.get_by_role("button", name="Reset to examples").click()
    expect(page.get_by_label("Last checked").first).to_have_value("never")
