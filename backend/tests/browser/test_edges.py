"""The Edge step: five edges, their lengths, their fills, a caption, and the file that comes of it."""

from __future__ import annotations

import re
import subprocess
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.standing import standing

THIN = "\u00a0"


def at_the_edge(page: Page) -> Page:
    page.locator("[data-step=edge]").click()
    expect(page.get_by_role("button", name="Wrap", exact=True)).to_be_visible()
    return page


def blade(page: Page):
    return page.locator("[data-step=edge] .blade-key")


def take(page: Page, kind: str) -> None:
    page.get_by_role("button", name=kind, exact=True).click()


def typed(page: Page, label: str, text: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(text)
    field.press("Enter")


def test_an_edge_that_was_left_comes_back_as_it_was(bench) -> None:
    page = at_the_edge(bench())
    take(page, "Wrap")
    typed(page, "Stretcher depth", "2")
    expect(blade(page)).to_have_text(f"Wrap 2{THIN}cm")
    page.get_by_role("button", name="Stretched edge").click()
    expect(page.locator("[data-step=edge] .blade-state")).to_have_text("stretched edge")
    take(page, "Bleed")
    expect(blade(page)).to_have_text(f"Bleed 0.3{THIN}cm")
    take(page, "None")
    expect(blade(page)).to_have_text("No edge")
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    page.reload()
    take(page, "Wrap")
    expect(blade(page)).to_have_text(f"Wrap 2{THIN}cm")
    expect(page.locator("[data-step=edge] .blade-state")).to_have_text("stretched edge")
    page.locator("[data-step=edge]").focus()
    page.keyboard.press("Control+z")
    expect(blade(page)).to_have_text("No edge")


def test_a_wrap_says_what_to_type_into_the_printers_dialog(bench) -> None:
    """30 × 20 cm, depth 3.8, turn 1.2: 40 × 30, and a centimetre of margin for marks all round."""
    page = at_the_edge(bench())
    take(page, "Wrap")
    typed(page, "Stretcher depth", "3.8")
    typed(page, "Staple allowance", "1.2")
    read_off = page.locator(".read-off")
    expect(read_off).to_contain_text(f"40{THIN}×{THIN}30{THIN}cm")
    page.get_by_role("checkbox", name="Fold marks").check()
    expect(read_off).to_contain_text(f"42{THIN}×{THIN}32{THIN}cm")
    expect(page.locator("line[data-stroke=fold]")).to_have_count(16)
    expect(page.get_by_test_id("folded-corners").locator("rect")).to_have_count(4)
    slider = page.get_by_role("slider", name="Softness")
    slider.focus()
    page.keyboard.press("ArrowRight")
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    page.get_by_text("No stretch allowance").click()
    typed(page, "Across", "2")
    expect(page.get_by_text("Stretch allowance 2 % across, 0 % down")).to_be_visible()
    axe_in_both(page, "a wrap")


def test_a_canvas_is_made_deeper_on_the_drawing_and_turned_by_keys(bench) -> None:
    page = at_the_edge(bench())
    take(page, "Wrap")
    expect(blade(page)).to_have_text(f"Wrap 3.8{THIN}cm")
    grip = page.get_by_role("slider", name="Stretcher depth, on the drawing")
    grip.focus()
    page.keyboard.press("ArrowRight")
    expect(blade(page)).to_have_text(f"Wrap 3.9{THIN}cm")
    page.get_by_role("slider", name="Staple allowance, on the drawing").focus()
    page.keyboard.press("Shift+ArrowDown")
    expect(page.get_by_label("Staple allowance", exact=True)).to_have_value("0.4 cm")
    at = standing(grip)
    page.mouse.move(at["x"] + 13, at["y"] + 13)
    page.mouse.down()
    page.mouse.move(at["x"] + 33, at["y"] + 13, steps=4)
    page.mouse.up()
    expect(blade(page)).not_to_have_text(f"Wrap 3.9{THIN}cm")

    canvas = page.get_by_role("slider", name="The stretched canvas")
    canvas.focus()
    expect(canvas).to_have_attribute("aria-valuetext", "seen 32° from the right, 12° from above")
    before = page.locator(".turning-stage").evaluate("node => node.style.transform")
    for _ in range(9):
        page.keyboard.press("ArrowRight")
    expect(canvas).to_have_attribute("aria-valuetext", "seen 13° from the left, 12° from above")
    assert page.locator(".turning-stage").evaluate("node => node.style.transform") != before
    assert page.locator(".turning-side image").count() == 5


def test_a_captioned_border_becomes_a_pdf_that_other_programs_measure(
    bench, tmp_path: Path
) -> None:
    page = at_the_edge(bench())
    take(page, "Border")
    page.get_by_role("button", name="½ more").click()
    expect(page.get_by_label("Bottom", exact=True)).to_have_value("4.5 cm")
    page.get_by_role("checkbox", name="Caption in the border").check()
    words = page.get_by_label("Caption text")
    words.fill("Салт")
    expect(page.locator("[data-step=edge]")).to_contain_text("stop")
    expect(page.get_by_text("have no sign for “Салт”")).to_be_visible()
    words.fill("Fog over the pans")
    words.press("Enter")
    drawn = page.locator(".printed-words")
    expect(drawn).to_have_text("Fog over the pans")
    assert "Barlow" in drawn.evaluate("node => getComputedStyle(node).fontFamily")
    page.get_by_role("checkbox", name="Keyline around the picture").check()
    expect(page.locator("line[data-stroke=keyline]")).to_have_count(4)
    axe(page, "a captioned border")

    page.locator("[data-step=handover]").click()
    page.get_by_role("button", name="PDF", exact=True).click()
    page.locator("#worksheet").get_by_role("button", name=re.compile("^Make the [A-Z]+$")).click()
    with page.expect_download(timeout=30_000) as download:
        page.get_by_role("link", name="Download", exact=True).click()
    made = tmp_path / download.value.suggested_filename
    download.value.save_as(made)
    assert made.suffix == ".pdf"
    said = subprocess.run(
        ["pdfinfo", "-box", made], capture_output=True, text=True, check=True
    ).stdout
    sides = re.search(r"TrimBox:\s+0.00\s+0.00\s+(\S+)\s+(\S+)", said)
    assert sides and [round(float(side) / 72 * 25.4, 1) for side in sides.groups()] == [300, 200]
    text = subprocess.run(
        ["pdftotext", made, "-"], capture_output=True, text=True, check=True
    ).stdout
    assert "Fog over the pans" in text


def test_a_mat_lets_the_print_float_under_two_cards(bench) -> None:
    page = at_the_edge(bench())
    take(page, "Mat")
    page.get_by_role("button", name="Float mount").click()
    expect(page.locator("[data-step=edge] .blade-state")).to_have_text("floats")
    page.get_by_role("checkbox", name="Double mat: a second board").check()
    expect(page.get_by_test_id("card").locator("path")).to_have_count(2)
    typed(page, "Reveal, paper around the print", "8 mm")
    page.get_by_role("button", name="Mat overlaps the picture").click()
    expect(page.get_by_label("Overlap on every side")).to_have_value("0.4 cm")
    axe(page, "a mat")


def test_a_bleed_side_by_side(bench) -> None:
    page = at_the_edge(bench())
    take(page, "Bleed")
    page.get_by_role("checkbox", name="Each side by itself").check()
    typed(page, "Left", "0")
    expect(blade(page)).to_have_text(f"Bleed 0 · 0.3 · 0.3 · 0.3{THIN}cm")
    group = page.get_by_role("group", name="Where the bleed comes from")
    group.get_by_role("button", name="Mirrored").click()
    expect(group.get_by_text("Mirrored: ")).to_be_visible()
    expect(page.locator("[data-testid=drawing] [data-rim=mirror]")).to_be_visible()


def test_every_length_of_an_edge_is_typed_on_the_drawing(bench) -> None:
    """Press a grip with the mouse or by key: its length can be typed; Escape leaves it as it was."""
    page = at_the_edge(bench())
    take(page, "Wrap")
    page.get_by_role("slider", name="Stretcher depth, on the drawing").click()
    typed(page, "Stretcher depth, on the drawing", "1 in")
    expect(page.get_by_label("Stretcher depth", exact=True)).to_have_value("1 in")
    turn = page.get_by_role("slider", name="Staple allowance, on the drawing")
    turn.focus()
    page.keyboard.press("Enter")
    page.keyboard.type("9 parsecs")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("The print keeps 1.2 cm")
    page.keyboard.press("Escape")
    expect(turn).to_be_focused()
    expect(page.get_by_label("Staple allowance", exact=True)).to_have_value("1.2 cm")

    take(page, "Border")
    page.get_by_role("slider", name="Border at the top").click()
    typed(page, "Border at the top", "2,5")
    expect(page.locator("[data-step=edge] .blade-key")).to_have_text(f"Border 2.5{THIN}cm")
    page.keyboard.press("Control+z")
    expect(page.locator("[data-step=edge] .blade-key")).to_have_text(f"Border 3{THIN}cm")


def test_a_canvas_is_advised_by_what_was_measured_of_its_rim(bench) -> None:
    """The picture is noise all over: there is much to be recognised twice in its rim."""
    page = at_the_edge(bench())
    take(page, "Wrap")
    page.get_by_role("button", name="Mirror", exact=True).click()
    page.locator("[data-step=picture]").click()
    expect(page.get_by_role("region", name="Measured in its pixels")).to_contain_text("of 255")
    page.locator("[data-step=edge]").click()
    advice = page.get_by_role("region", name="For this picture")
    expect(advice).to_contain_text("The picture's edge is ")
    advice.get_by_role("button", name=re.compile("^Take soft mirror")).click()
    expect(page.locator("[data-step=edge] .blade-state")).to_have_text("soft mirror")
    expect(advice).to_contain_text("as it is")


def test_a_usual_mat_and_a_usual_frame_are_taken_by_one_click(bench) -> None:
    page = at_the_edge(bench())
    take(page, "Mat")
    mats = page.get_by_role("group", name="Usual mats over this sheet")
    mats.get_by_role("button").first.click()
    expect(mats.get_by_role("button").first).to_have_attribute("aria-pressed", "true")
    frames = page.get_by_role("group", name="Usual frames that hold it")
    frames.get_by_role("button").last.click()
    expect(frames.get_by_role("button").last).to_have_attribute("aria-pressed", "true")
    card = page.get_by_role("checkbox", name="The board is larger or smaller than the sheet")
    expect(card).to_be_checked()
    expect(page.get_by_label("Board width", exact=True)).to_be_visible()
    axe(page, "a mat with usual ones")


def test_lesser_lengths_have_grips_of_their_own(bench) -> None:
    """What a mat covers, a safe margin, where a caption stands: dragged by keys, typed by a press."""
    page = at_the_edge(bench())
    take(page, "Mat")
    before = page.get_by_label("Overlap on every side", exact=True).input_value()
    page.get_by_role("slider", name="Covered, on the drawing").focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_label("Overlap on every side", exact=True)).not_to_have_value(before)
    take(page, "Border")
    page.get_by_role("checkbox", name="Caption in the border").check()
    page.get_by_label("Caption text").fill("Fog over the pans")
    page.get_by_label("Caption text").press("Enter")
    caption = page.get_by_role("slider", name="The caption, on the drawing")
    expect(caption).to_have_attribute("aria-valuetext", "0.6 cm")
    caption.click()
    typed(page, "The caption, on the drawing", "1 cm")
    expect(caption).to_have_attribute("aria-valuetext", "1 cm")
    page.keyboard.press("Control+z")
    expect(caption).to_have_attribute("aria-valuetext", "0.6 cm")
