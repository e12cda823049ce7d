"""Panels, hangings, gangs and the stock by hand: dragged and typed, hung, laid, booked off, looked at."""

from __future__ import annotations

import io
import re
import zipfile
from collections.abc import Callable
from pathlib import Path

import pikepdf
import pytest
from PIL import Image
from playwright.sync_api import Locator, Page, expect

from tests.browser.access import axe, axe_in_both
from tests.browser.conftest import Asking
from tests.browser.test_sheets import blade, downloaded, drag, saved
from tests.pictures import noise, save

STOCK = {
    "currency": "€",
    "media": [{"name": "Harbour satin", "rolls": [
        {"key": "narrow", "width": "61 cm", "left": "5 m", "price": 12},
        {"key": "wide", "width": "91.4 cm", "left": "8 m", "price": 20},
    ]}],
}  # fmt: skip


@pytest.fixture
def job(page: Page, tmp_path: Path) -> Callable[[], Page]:
    """A job with two prints, open to be laid out; its stock is the one above."""

    def open_job() -> Page:
        ask = Asking(page.context)
        ask("PATCH", "account", {"unit": "cm", "light": "paper"})
        kept = ask("GET", "stock")
        ask("PUT", "stock", {"version": kept["version"], "table": STOCK})
        made = ask("POST", "jobs", {"title": "Hall"})
        for number, (title, size) in enumerate(
            (("Fog over the pans", ("60 cm", "40 cm")), ("Mill gears", ("30 cm", "40 cm")))
        ):
            picture = ask.bring(save(noise(900, 600, 11 + number), tmp_path / f"{title}.jpg"))
            held = ask("POST", f"jobs/{made['id']}/prints", {"picture": picture["id"]})
            plan = held["plan"] | {"title": title, "target": {"width": size[0], "height": size[1]},
                                   "pixels": held["plan"]["pixels"] | {"mode": "fixed", "ppi": 40}}  # fmt: skip
            ask("PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]})
        page.goto(f"/jobs/{made['id']}")
        page.get_by_role("link", name="New layout").click()
        expect(page.get_by_role("heading", name="New layout")).to_be_visible()
        return page

    return open_job


def frame(page: Page, number: int) -> Locator:
    return page.locator(".wall-piece").nth(number)


def edge(page: Page, number: int) -> Locator:
    return frame(page, number).locator(".wall-edge")


def test_one_picture_over_several_frames(job) -> None:
    page = job()
    axe_in_both(page, "lay it out")
    page.get_by_role("button", name="Begin with panels").click()
    expect(blade(page, "frames")).to_contain_text("row")
    for step in ("spread", "frames", "edge", "pixels", "hanging", "view"):
        blade(page, step).click()
        expect(blade(page, step)).to_have_attribute("aria-selected", "true")
        axe(page, f"panels {step}")
    axe_in_both(page, "panels")
    # An arrangement, another number, another gap; the frames follow.
    page.keyboard.press("2")
    page.get_by_role("button", name="Steps").click()
    expect(blade(page, "frames")).to_contain_text("steps")
    page.get_by_label("Frames", exact=True).fill("4")
    page.keyboard.press("Enter")
    expect(page.locator(".wall-piece")).to_have_count(4)
    page.get_by_label("Gap").fill("5 cm")
    page.keyboard.press("Enter")
    expect(blade(page, "spread")).to_contain_text("83 ×")  # 4 × 17 + 3 × 5
    # What was measured is typed, and seen beside what was ordered.
    page.get_by_role("button", name=re.compile("^2 17 × 40 cm")).click()
    width = page.get_by_label("Width, frame 2")
    width.fill("17.2 cm")
    page.keyboard.press("Enter")
    expect(page.get_by_text("+0.2 × ±0 cm")).to_be_visible()
    saved(page)
    page.keyboard.press("Tab")
    page.get_by_role("button", name="Undo").click()
    expect(width).to_have_value("17 cm")


def test_a_frame_is_dragged_catches_and_is_called_off(job) -> None:
    page = job()
    page.get_by_role("button", name="Begin with panels").click()
    blade(page, "frames").click()
    page.get_by_role("button", name=re.compile("^3 ")).click()
    left, top = page.get_by_label("Left, frame 3"), page.get_by_label("Top, frame 3")
    before = left.input_value()
    drag(page, edge(page, 2), 120, 70)
    expect(left).not_to_have_value(before)
    saved(page)
    by_hand = left.input_value(), top.input_value()
    # By keys a millimetre.
    frame(page, 2).focus()
    page.keyboard.press("ArrowDown")
    expect(top).to_have_value(f"{float(by_hand[1].split()[0]) + 0.1:g} cm")
    # Back to where its upper edge is that of the others: it catches there.
    box, others = edge(page, 2).bounding_box(), edge(page, 0).bounding_box()
    assert box is not None and others is not None
    drag(page, edge(page, 2), 30, others["y"] - box["y"] + 4)
    expect(top).to_have_value("0 cm")
    # It cannot be left lying over another.
    here = left.input_value()
    drag(page, edge(page, 2), others["x"] - box["x"] - 30, 40, let_go=False)
    expect(frame(page, 2)).to_have_attribute("data-over", "true")
    page.keyboard.press("Escape")
    page.mouse.up()
    expect(left).to_have_value(here)
    expect(frame(page, 2)).not_to_have_attribute("data-over", "true")
    saved(page)


def test_a_zone_in_a_gap_is_moved_off_it_and_the_files_are_made(job) -> None:
    page = job()
    page.get_by_role("button", name="Begin with panels").click()
    expect(page.locator(".wall-piece")).to_have_count(3)
    number = page.url.split("/layouts/")[1].split("/")[0]
    ask = Asking(page.context)
    held = ask("GET", f"layouts/{number}")
    (plan,) = held["document"]["plans"]
    keep = [{"name": "post", "x": 0.31, "y": 0.45, "w": 0.03, "h": 0.1}]
    fit = plan["fit"] | {"keep": keep, "zoom": 1.2}
    document = held["document"] | {
        "plans": [plan | {"fit": fit, "output": plan["output"] | {"format": "tiff"}}]
    }
    ask("PUT", f"layouts/{number}/document", {"document": document, "version": held["version"]})
    page.reload()
    expect(blade(page, "spread")).to_contain_text("check")
    page.get_by_role("button", name="Move the picture", exact=True).click()
    expect(blade(page, "spread")).to_contain_text("gaps hide")
    # The picture is dragged behind the frames, and by keys.
    drag(page, edge(page, 1), 25, 0)
    saved(page)
    frame(page, 1).focus()
    page.keyboard.press("ArrowLeft")
    saved(page)
    page.get_by_role("button", name=re.compile("^Nothing is hidden in gaps")).click()
    expect(blade(page, "spread")).to_contain_text("nothing hidden")
    page.keyboard.press("m")
    link = page.get_by_role("link", name="Download as a ZIP")
    expect(link).to_be_visible(timeout=60_000)
    with zipfile.ZipFile(io.BytesIO(downloaded(page, link))) as bag:
        assert sorted(bag.namelist()) == [
            f"fog-over-the-pans-{n}_face-17x40cm_file-27x50cm.tif" for n in (1, 2, 3)
        ]


def test_prints_hang_in_a_row_with_their_plan(job) -> None:
    page = job()
    page.get_by_role("button", name="Plan the hanging").click()
    expect(blade(page, "row")).to_contain_text("98 cm")  # 60 + 30 + 8
    for step in ("row", "wall", "hanging", "view"):
        blade(page, step).click()
        axe(page, f"hanging {step}")
    axe_in_both(page, "hanging")
    blade(page, "wall").click()
    page.get_by_label("The wall is long").fill("4 m")
    page.keyboard.press("Enter")
    expect(blade(page, "wall")).to_contain_text("centred")
    blade(page, "hanging").click()
    expect(page.get_by_test_id("tape")).to_contain_text("30")
    expect(page.locator(".pad, #worksheet")).to_contain_text(["151"])
    # The other one first: its nail comes first.
    blade(page, "row").click()
    page.get_by_role("button", name=re.compile("^Mill gears")).first.click()
    page.get_by_role("button", name="← Left").click()
    saved(page)
    blade(page, "hanging").click()
    expect(page.get_by_test_id("tape")).to_contain_text("15")
    with pikepdf.open(
        io.BytesIO(
            downloaded(
                page, page.locator("#worksheet").get_by_role("link", name="Hanging plan, PDF")
            )
        )
    ) as plan:
        assert len(plan.pages) == 1
    svg = downloaded(page, page.get_by_role("link", name="Hanging plan, SVG"))
    assert b"Mill gears" in svg or b"<text" in svg


def test_a_wall_is_looked_at_and_photographed(job, tmp_path) -> None:
    page = job()
    page.get_by_role("button", name="Plan the hanging").click()
    blade(page, "view").click()
    scene = page.get_by_test_id("scene")
    expect(scene.locator("ellipse")).to_have_count(1)
    page.get_by_role("textbox", name="Seen from").fill("6 m")
    page.keyboard.press("Enter")
    expect(scene).to_contain_text("seen from 6 m")
    page.get_by_label("Sofa, 2.1 m").check()
    saved(page)
    png = downloaded(page, page.get_by_role("link", name="For the client, PNG"))
    assert Image.open(io.BytesIO(png)).size[0] == 2400
    # The real wall: a photograph is brought, its scale and the middle are marked.
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Add one").click()
    chooser.value.set_files(save(noise(800, 600, 5), tmp_path / "wall.jpg"))
    hand = page.get_by_role("button", name=re.compile("^First point"))
    expect(hand).to_be_visible(timeout=60_000)
    axe_in_both(page, "photograph of a wall")
    page.get_by_role("button", name="A rectangle").click()
    corner = page.get_by_role("button", name=re.compile("^Upper right corner"))
    expect(corner).to_be_visible()
    before = scene.locator("svg[role=img]").get_attribute("style")
    drag(page, corner, 30, -40)
    expect(scene.locator("svg[role=img]")).not_to_have_attribute("style", before or "")
    saved(page)
    page.get_by_role("button", name="Back to the drawn wall").click()
    expect(scene.locator("ellipse").first).to_be_visible()


def piece(page: Page, name: str) -> Locator:
    return page.locator(".gang-piece").filter(
        has=page.locator(f"xpath=self::*[contains(@aria-label, '{name}')]")
    )


def test_prints_share_a_roll_and_what_they_took_is_booked_off(job) -> None:
    page = job()
    page.get_by_role("button", name="Roll and sheet layout").click()
    expect(blade(page, "paper")).to_contain_text("Roll 61 cm")
    for step in ("prints", "paper", "laying", "cutting"):
        blade(page, step).click()
        axe(page, f"gang {step}")
    axe_in_both(page, "gang")
    # Every roll of the stock side by side; the other one is taken.
    blade(page, "paper").click()
    page.get_by_role("button", name=re.compile("^Harbour satin, roll 91.4 cm")).click()
    expect(blade(page, "paper")).to_contain_text("Roll 91.4 cm")
    blade(page, "prints").click()
    page.get_by_label("Copies of Mill gears").fill("2")
    page.keyboard.press("Enter")
    expect(page.locator(".gang-piece")).to_have_count(3)
    # A piece is pinned by a drag, turned and let go by keys.
    blade(page, "laying").click()
    fog = page.get_by_role("button", name=re.compile("Fog over the pans"))
    drag(page, fog, 10, 60)
    expect(page.get_by_test_id("pin")).to_have_count(1)
    saved(page)
    lies = fog.get_attribute("aria-label") or ""
    turned = "60 × 40 cm" if "40 × 60 cm" in lies else "40 × 60 cm"
    fog.focus()
    page.keyboard.press("t")
    expect(fog).to_have_attribute("aria-label", re.compile(f"{turned}, pinned"))
    page.keyboard.press("p")
    expect(page.get_by_test_id("pin")).to_have_count(0)
    # A print that is not to be turned cannot be.
    blade(page, "prints").click()
    page.get_by_label("May be turned").first.uncheck()
    blade(page, "cutting").click()
    page.get_by_role("button", name=re.compile("^Only cuts right through")).click()
    expect(blade(page, "cutting")).to_contain_text("2 cuts")
    saved(page)
    listed = downloaded(page, page.get_by_role("link", name="List of pieces, CSV")).decode()
    assert len(listed.splitlines()) == 4
    # What was printed is booked off, and taken back.
    page.get_by_role("button", name=re.compile("^Book .* off the stock")).click()
    booked = page.get_by_role("list", name="Booked off the stock")
    expect(booked).to_contain_text("Harbour satin, roll 91.4 cm")
    ask = Asking(page.context)

    def left() -> str:
        return ask("GET", "stock")["table"]["media"][0]["rolls"][1]["left"]

    assert left() != "8 m"
    booked.get_by_role("button", name="Take back").click()
    expect(booked).to_contain_text("taken back")
    assert left() == "8 m"
    page.locator("#worksheet").get_by_role("button", name="Make the roll").click()
    expect(page.get_by_role("link", name="Download", exact=True)).to_be_visible(timeout=60_000)


def test_the_stock_is_kept_and_travels_as_a_table(job, tmp_path) -> None:
    page = job()
    page.get_by_role("button", name="Studio").click()
    page.get_by_role("link", name=re.compile("^Stock")).click()
    card = page.get_by_role("listitem", name="Harbour satin")
    axe_in_both(page, "stock")
    # A doubtful length changes nothing; Escape gives back what stood there.
    width = card.get_by_label("Roll, width").first
    width.fill("11 1/ cm")
    expect(card.get_by_text("11 1/")).to_be_visible()
    page.keyboard.press("Escape")
    expect(width).to_have_value("61 cm")
    width.fill("62")
    page.keyboard.press("Enter")
    expect(width).to_have_value("62 cm")
    left = card.get_by_label("Remaining").first
    left.fill("")
    page.keyboard.press("Enter")
    expect(left).to_have_attribute("placeholder", "not counted")
    card.get_by_role("button", name="Other sheets").click()
    expect(card.get_by_label("Sheets", exact=True)).to_have_value("A3")
    saved(page)
    table = downloaded(page, page.get_by_role("link", name="Export CSV")).decode()
    assert "62 cm" in table and "A3" in table
    bad, good = tmp_path / "bad.csv", tmp_path / "good.csv"
    bad.write_text(table.replace("62 cm", "wide"))
    good.write_text(table.replace("62 cm", "63 cm"))
    for file in (bad, good):
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Import CSV").click()
        chooser.value.set_files(file)
        if file is bad:
            expect(page.get_by_text("line 2: width:")).to_be_visible()
            expect(width).to_have_value("62 cm")
    expect(width).to_have_value("63 cm")
    page.reload()
    expect(width).to_have_value("63 cm")
