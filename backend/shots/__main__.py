"""`python -m shots ADDRESS NAME PASSWORD`: one PNG of each main view into docs/screenshots/."""

from __future__ import annotations

import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

FOLDER = Path(__file__).resolve().parents[2] / "docs" / "screenshots"
#: What *How it works* shows; part of the interface.
STEPS = FOLDER.parents[1] / "frontend" / "src" / "help" / "pictures"
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
         "--disable-background-networking", "--disable-component-update", "--disable-sync"]  # fmt: skip
FOG, GEARS, STARS, SEAWEED, KEEPER, WALL, POSTCARD, SLUICE = range(8)

#: (file, number of the print, step, unit, light)
BENCH = (
    ("bench-fit", SLUICE, "fit", "cm", "Paper"),
    ("bench-canvas", WALL, "edge", "cm", "Paper"),
)


def main(address: str, name: str, password: str) -> None:
    FOLDER.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=FLAGS
        )
        page = browser.new_page(
            viewport={"width": 1280, "height": 800}, base_url=address, reduced_motion="reduce"
        )
        page.goto("/")
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password", exact=True).fill(password)
        page.keyboard.press("Enter")
        page.get_by_role("heading", name="Tide Mill Museum, hall").wait_for()
        settle(page, "cm", "Paper")
        page.get_by_role("link", name="Tide Mill Museum, hall").click()
        page.get_by_role("button", name="Add pictures").wait_for()
        keep(page, "job")
        prints = [
            link.get_attribute("href")
            for link in page.locator("[role=list] a[href^='/prints/']").all()
        ]
        for file, number, step, unit, light in BENCH:
            page.goto(f"{prints[number]}/{step}")
            page.get_by_test_id("drawing").wait_for()
            settle(page, unit, light)
            keep(page, file)
        steps(page, prints[SLUICE])
        places(page, prints)
        proof(page, f"{prints[SLUICE]}")
        colour(page, f"{prints[STARS]}")
        press(page, f"{prints[SEAWEED]}")
        rescue(page, f"{prints[POSTCARD]}")
        book(page)
        seen(page, f"{prints[SLUICE]}")
        sheets(page)
        walls(page)
        trials(page)
        settle(page, "cm", "Paper")
        page.set_viewport_size({"width": 390, "height": 844})
        page.goto(f"{prints[SLUICE]}/distance")
        page.get_by_test_id("drawing").wait_for()
        keep(page, "phone")
        browser.close()


def steps(page: Page, print_: str) -> None:
    """A picture for each of the seven steps of *How it works*, in the smallest window that shows all of the bench."""
    STEPS.mkdir(parents=True, exist_ok=True)
    settle(page, "cm", "Paper")
    page.set_viewport_size({"width": 1024, "height": 640})
    for step in ("picture", "size", "fit", "edge", "pixels", "distance", "handover"):
        page.goto(f"{print_}/{step}")
        page.get_by_test_id("drawing").wait_for()
        page.wait_for_timeout(1500)
        page.screenshot(path=str(STEPS / f"{step}.jpg"), type="jpeg", quality=80)
    page.set_viewport_size({"width": 1280, "height": 800})


def places(page: Page, prints: list[str | None]) -> None:
    """Sizes, a new canvas, the matrix, and what must begin."""
    settle(page, "cm", "Paper")
    page.goto(f"{prints[SLUICE]}/sizes")
    page.get_by_role("combobox", name="Sizes", exact=True).select_option(
        label="Frames in the hall (8)"
    )
    page.locator("[data-size=iso-a2]").wait_for()
    keep(page, "sizes")
    page.goto("/canvas")
    page.get_by_role("button", name="An example").click()
    page.get_by_text("banner keeps").first.wait_for()
    keep(page, "new-canvas")
    page.goto("/")
    page.get_by_role("link", name="Plates in eight sizes").click()
    page.get_by_text("48 of 48 pictures").wait_for()
    if not page.locator("footer [data-order]").count():
        page.get_by_role("button", name="None", exact=True).click()
        page.get_by_label("All pictures in 10 × 15 cm").check()
        page.get_by_role("button", name="Make the 48 files").click()
        page.get_by_role("button", name="All", exact=True).last.click()
    page.get_by_text("48 of 48, done").first.wait_for(timeout=120_000)
    page.get_by_role("button", name="To check").click()
    page.locator("[data-cell]").nth(37).click()
    keep(page, "matrix")
    page.goto("/due")
    page.get_by_role("list", name="The week").get_by_role("link").first.wait_for()
    keep(page, "due")


def rescue(page: Page, print_: str) -> None:
    """The postcard, its name on the roof as outlines."""
    settle(page, "cm", "Paper")
    page.goto(f"{print_}/rescue")
    page.get_by_alt_text("After the steps").wait_for()
    page.keyboard.press("3")
    page.get_by_text("8 letters").wait_for()
    page.get_by_text("working it out").wait_for(state="hidden")
    keep(page, "rescue")


def proof(page: Page, print_: str) -> None:
    """A print that is enlarged, in all ways at its true size; the plan is put back."""
    page.goto(f"{print_}/pixels")
    settle(page, "cm", "Booth")
    page.get_by_role("button", name="For the device").click()
    page.get_by_text("saved").wait_for()
    page.goto(f"{print_}/proof")
    page.locator(".proof-pane").nth(2).wait_for()
    page.keyboard.press("ArrowUp")
    page.locator("[data-testid=proof][aria-busy=false]").wait_for()
    keep(page, "proof")
    page.keyboard.press("Control+z")
    page.get_by_text("undone").wait_for()


def colour(page: Page, print_: str) -> None:
    """The stars on cotton, what lies beyond it hatched."""
    page.goto(f"{print_}/colour")
    settle(page, "cm", "Booth")
    page.get_by_label("Profile", exact=True).select_option(label="Wide printer, cotton (RGB)")
    page.get_by_text("Largest change there").wait_for(timeout=60_000)
    page.get_by_role("img", name="The print on Wide printer, cotton").wait_for()
    keep(page, "colour")


def press(page: Page, print_: str) -> None:
    """The seaweed as it comes out where the dialog is left as it begins, and shrunk besides."""
    settle(page, "cm", "Paper")
    page.goto(f"{print_}/press")
    page.get_by_text("All of it is as planned").wait_for()
    page.keyboard.press("d")
    page.get_by_text("The dialog, to try").click()
    page.get_by_label("Scaling, per cent").fill("96")
    page.get_by_label("Scaling, per cent").press("Enter")
    page.get_by_text("of its size").wait_for()
    page.get_by_text("The dialog, to try").click()
    page.wait_for_timeout(1000)
    keep(page, "press")


def book(page: Page) -> None:
    """The catalogue, the post of the long wall in the gutter."""
    settle(page, "cm", "Paper")
    page.goto("/")
    page.get_by_role("link", name="Tide Mill Museum, catalogue plates").click()
    page.get_by_label("Find a print").fill("catalogue")
    page.get_by_role("link", name="Catalogue of the anniversary", exact=True).click()
    page.locator("[data-step=spreads]").click()
    page.get_by_role("button", name="Pages 10–11").click()
    page.locator(".book-box").first.click()
    page.get_by_text("clean up to").wait_for()
    keep(page, "book")


def sheets(page: Page) -> None:
    """A mural on tiles, of the museum's workshop."""
    page.goto("/")
    page.get_by_role("link", name="Tide Mill Museum, workshop").click()
    page.get_by_role("link", name="Mill gears, to trace on the wall", exact=True).click()
    page.locator("[data-step=sheets]").click()
    page.locator(".sheet-small").first.wait_for()
    keep(page, "sheets-tiles")


def trials(page: Page) -> None:
    """What people could tell apart on satin."""
    settle(page, "cm", "Paper")
    page.goto("/trials")
    page.get_by_role("link", name="Gears on satin, from 60 cm").first.click()
    page.get_by_role("img", name="Plot of the answers").wait_for()
    keep(page, "trial")


def walls(page: Page) -> None:
    """Panels, a row as it is seen, a roll, of the museum's hall."""
    for file, layout, blade, shows in (
        ("panels", "The long wall, four frames up the stairs", "frames", ".wall-piece"),
        ("wall", "North wall of the hall", "view", "[data-testid=scene] svg[role=img]"),
        ("gang", "The hall on one roll", "paper", ".gang-piece"),
    ):
        page.goto("/")
        page.get_by_role("link", name="Tide Mill Museum, hall").click()
        page.get_by_label("Find a print").fill(layout)
        page.get_by_role("link", name=layout, exact=True).click()
        page.locator(f"[data-step={blade}]").click()
        page.locator(shows).first.wait_for(state="attached")
        keep(page, file)


def seen(page: Page, print_: str) -> None:
    """A picture pixel by pixel."""
    page.goto(f"{print_}/look")
    settle(page, "cm", "Paper")
    page.get_by_role("button", name="3 sharpest part").click()
    keep(page, "look")


def settle(page: Page, unit: str, light: str) -> None:
    for word in (unit, light):
        page.get_by_role("button", name=word, exact=True).click()


def keep(page: Page, file: str) -> None:
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(500)
    page.mouse.move(0, 0)
    page.screenshot(path=str(FOLDER / f"{file}.png"))


if __name__ == "__main__":
    main(*sys.argv[1:4])
