"""Colour through the real interface: profiles, a print made in one, the print on its paper, the strip of a dark one."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
import pyvips
from playwright.sync_api import Page, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.test_sheets import blade, saved
from zollstock.pixels.shipping import shipped

COTTON = next(one for one in shipped() if one.key == "wide-cotton")


def ours(path: Path) -> Path:
    """A profile that does not ship, under another name."""
    content = Path(COTTON.file).read_bytes()
    name = COTTON.name.encode()
    path.write_bytes(content.replace(name, b"Our own, cotton".ljust(len(name)), 1))
    return path


@pytest.fixture
def cotton(bench) -> Page:
    """A print with a border on cotton."""
    medium = {"name": "fine-art cotton paper", "factor": 0.7}
    edge = {"kind": "border", "left": "2 cm", "top": "2 cm", "right": "2 cm", "bottom": "3 cm"}
    target = {"width": "30 cm", "height": "24 cm"}
    return bench(plan={"medium": medium, "edge": edge, "target": target})


def test_a_profile_is_added_named_and_deleted(page: Page, tmp_path: Path) -> None:
    page.goto("/profiles")
    expect(page.get_by_role("heading", name="Profiles")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Wide printer, cotton")).click()
    expect(page.get_by_role("img", name="Colours of Wide printer, cotton at L* 50")).to_be_visible()
    page.get_by_label("Beside it, dashed").select_option(label="Wide printer, glossy")
    axe_in_both(page, "profiles")
    chooser = page.get_by_label("A profile of a printer or press")
    chooser.set_input_files(
        files=[{"name": "text.icc", "mimeType": "", "buffer": b"no profile at all"}]
    )
    expect(page.get_by_role("alert")).to_contain_text("This is no ICC profile")
    chooser.set_input_files(ours(tmp_path / "ours.icc"))
    expect(page.get_by_role("heading", name="Our own, cotton")).to_be_visible()
    medium = page.get_by_label("Made for the medium")
    medium.fill("satin photo paper")
    medium.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^Our own, cotton"))).to_contain_text("satin")
    axe(page, "a profile of one's own")
    page.reload()
    page.get_by_role("button", name=re.compile("^Our own, cotton")).click()
    page.get_by_role("button", name="Delete", exact=True).click()
    page.get_by_role("button", name="Delete the profile").click()
    expect(page.get_by_role("button", name=re.compile("^Our own, cotton"))).to_have_count(0)


def test_a_print_is_seen_on_its_paper_by_mouse_and_by_keys(cotton: Page) -> None:
    page = cotton
    page.keyboard.press("c")
    expect(page).to_have_url(re.compile(r"/colour$"))
    pane = page.get_by_role("img", name="The print on Desk printer, cotton")
    expect(pane).to_be_visible()
    expect(
        page.get_by_text("As it prints on fine-art cotton paper, under D50, paper white shown")
    ).to_be_visible()
    paper = page.locator(".on-paper")
    expect(paper).not_to_have_attribute("data-paper", "255 255 255")
    page.keyboard.press("w")
    expect(paper).to_have_attribute("data-paper", "255 255 255")
    page.keyboard.press("h")
    expect(page.get_by_role("button", name="plain", exact=True)).to_have_attribute(
        "aria-pressed", "true"
    )
    page.keyboard.down("f")
    expect(page.get_by_text("The picture itself, while F is held")).to_be_visible()
    page.keyboard.up("f")
    expect(page.get_by_text("paper white hidden")).to_be_visible()
    panel = page.get_by_role("region", name="Colour on paper")
    expect(panel).to_contain_text(re.compile(r"px\s÷\s.*px\s=\s"), timeout=20_000)
    pane.hover(position={"x": 40, "y": 30})
    expect(panel.get_by_role("img")).to_contain_text("ΔE")
    page.get_by_label("Beside it").select_option(label="Desk printer, glossy")
    expect(page.get_by_role("img", name="The print on Desk printer, glossy")).to_be_visible()
    axe_in_both(page, "colour on paper")
    page.get_by_label("Rendering intent").select_option("relative")
    page.get_by_role("button", name="Take this profile").click()
    expect(page).to_have_url(re.compile(r"/handover$"))
    saved(page)
    expect(page.get_by_label("Profile", exact=True)).to_have_value(re.compile(r"^[0-9a-f]{64}$"))
    expect(page.get_by_label("Rendering intent")).to_have_value("relative")
    axe(page, "hand-over in a profile")


def test_pixels_on_paper_are_moved_and_inks_have_no_png(cotton: Page) -> None:
    page = cotton
    number = re.search(r"/prints/(\d+)", page.url)[1]
    page.goto(f"/prints/{number}/colour")
    page.get_by_label("Profile", exact=True).select_option(label="Press, coated paper (CMYK)")
    expect(page.get_by_role("img", name="The print on Press, coated paper")).to_be_visible()
    panel = page.get_by_role("region", name="Colour on paper")
    expect(panel).to_contain_text("Most ink", timeout=20_000)
    page.get_by_role("button", name="px for px").click(timeout=20_000)
    canvas = page.locator("canvas[data-moves]")
    expect(canvas).to_be_visible()
    before = canvas.evaluate("canvas => canvas.toDataURL().length + canvas.toDataURL().slice(-200)")
    box = canvas.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 200, box["y"] + 200)
    page.mouse.down()
    page.mouse.move(box["x"] + 60, box["y"] + 90, steps=3)
    page.mouse.up()
    page.wait_for_function(
        "before => { const c = document.querySelector('canvas[data-moves]');"
        " return c.toDataURL().length + c.toDataURL().slice(-200) !== before }",
        arg=before,
    )
    page.get_by_role("button", name="Take this profile").click()
    saved(page)
    page.get_by_role("button", name="PNG", exact=True).click()
    finding = page.locator("[data-finding=format-without-inks]")
    expect(finding).to_contain_text("holds no CMYK")
    finding.get_by_role("button", name="Make it a TIFF").click()
    expect(finding).to_have_count(0)
    page.get_by_role("button", name="Make the TIFF").click()
    expect(page.locator("[data-order=done]")).to_be_visible(timeout=40_000)
    with page.expect_download() as download:
        page.get_by_role("link", name="Download").click()
    made = pyvips.Image.new_from_file(str(download.value.path()))
    assert (made.bands, made.interpretation) == (4, "cmyk")


def test_the_strip_of_exposures_is_a_click_away(cotton: Page) -> None:
    page = cotton
    number = re.search(r"/prints/(\d+)", page.url)[1]
    page.goto(f"/prints/{number}/exposure")
    expect(page).to_have_url(re.compile(r"/layouts/\d+/ladder$"))
    expect(blade(page, "ladder")).to_contain_text("exposures")
