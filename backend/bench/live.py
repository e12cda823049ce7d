"""How live it feels: figures after a dragged crop, the first sight of a picture brought in, and its file.

Against the shortest way there is: an empty request to the same server (baseline).
"""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from .enlarging import photo

ADDRESS = os.environ.get("ZOLLSTOCK_ADDRESS", "")
NAME, PASSWORD = "bench", "a-bench-of-beech-7"
MOVES = 120
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
         "--disable-background-networking", "--disable-component-update", "--disable-sync"]  # fmt: skip

#: Runs in the page: note when the pointer moves and when the crop's figure next changes.
WATCH = """() => {
    const figure = document.querySelector("[data-figure=crop_x] .figure, [data-figure=crop_y] .figure");
    window.delays = [];
    let moved = null;
    window.addEventListener("pointermove", () => { moved ??= performance.now(); }, true);
    new MutationObserver(() => {
        if (moved !== null) { window.delays.push(performance.now() - moved); moved = null; }
    }).observe(document.querySelector("#worksheet"), { subtree: true, characterData: true, childList: true });
    return figure !== null;
}"""
PRINTS = "[role=list] a[href^='/prints/']"
# By the page's own clock. Playwright's waiting is none: it looks after 20, 50, 100, 100 and then every 500 ms, so that what
# is measured by it is rounded up to the next of these.
#: Runs in the page: when the pixels of a picture that was not in the list before have come.
SIGHT = """() => {
    const held = new Set([...document.querySelectorAll("[role=list] image")].map((image) => image.href.baseVal));
    window.seen = new Promise((resolve) => document.addEventListener("load", ({ target }) => {
        if (target.matches?.("[role=list] image") && !held.has(target.href.baseVal)) resolve(performance.now());
    }, true));
}"""
SENT = """() => performance.getEntriesByType("resource")
    .findLast(({ name }) => name.includes("/api/pictures?name=")).responseEnd"""
#: Runs in the page: when *Make the file* is clicked, and when the link to the file is there.
ORDERED = """() => {
    document.addEventListener("click", (event) => { window.asked ??= event.timeStamp; }, true);
    window.seen = new Promise((resolve) => new MutationObserver((_, watch) => {
        const links = [...document.querySelectorAll("a[href]")];
        if (links.some((link) => /Download|TIFF|\\.tif/.test(link.textContent + link.ariaLabel))) {
            watch.disconnect();
            resolve(performance.now());
        }
    }).observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true }));
}"""
MEASURED = """async () => {
    const pictures = (await (await fetch("/api/pictures")).json()).items;
    const states = pictures.map(async ({ id }) => (await fetch(`/api/pictures/${id}/measures`)).json());
    return (await Promise.all(states)).every(({ state }) => state === "done");
}"""
EMPTY = """async () => {
    const found = [];
    for (let run = 0; run < 60; run++) {
        const begin = performance.now();
        await (await fetch("/api/session")).text();
        found.push(performance.now() - begin);
    }
    return found;
}"""


def main() -> None:
    environment = os.environ | {"ZOLLSTOCK_PASSWORD": PASSWORD}
    subprocess.run(
        [sys.executable, "-W", "ignore", "manage.py", "make_account", NAME],
        check=True,
        env=environment,
        stdout=subprocess.DEVNULL,
    )
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=FLAGS
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(ADDRESS)
        page.get_by_label("Name").fill(NAME)
        page.get_by_label("Password").fill(PASSWORD)
        page.keyboard.press("Enter")
        page.get_by_role("button", name="New job").click()
        page.get_by_label("Title").fill("Bench")
        page.get_by_role("button", name="Make the job").click()
        page.get_by_label("Pictures to add").wait_for(state="attached")
        address = page.url
        first_sight(page, Path(folder))
        measured(page)
        file_made(page)
        page.goto(address)
        dragging(page, "a dragged crop ")
        # What a machine does beside: the next picture is measured while somebody crops the first.
        page.goto(address)
        first_sight(page, Path(folder))
        dragging(page, "the same, while a picture is measured ")
        browser.close()


def first_sight(page: Page, folder: Path) -> None:
    source = folder / f"photo-{time.time_ns()}.jpg"
    photo(source)
    # Bytes that differ from run to run: a file brought before would be recognised.
    source.write_bytes(source.read_bytes() + str(time.time_ns()).encode())
    page.wait_for_load_state("networkidle")
    page.evaluate(SIGHT)
    page.get_by_label("Pictures to add").set_input_files(source)
    took = page.evaluate("window.seen") - page.evaluate(SENT)
    print(f"  24 megapixels: picture on the page {took / 1000:.2f} s after the upload ended")


def measured(page: Page) -> None:
    """Waits until what is found out about the pictures in the background is there."""
    while not page.evaluate(MEASURED):
        time.sleep(0.5)


def to_size(page: Page) -> None:
    page.locator(PRINTS).first.click()
    size = page.get_by_label("Finished size")
    size.fill("30 x 30 cm")
    size.press("Enter")


def file_made(page: Page) -> None:
    """From the click on *Make the file* to its link; all pixels kept, as a print begins."""
    to_size(page)
    page.locator("[data-saving=saved]").wait_for()
    page.evaluate(ORDERED)
    page.get_by_role("button", name="Make the file").first.click()
    took = page.evaluate("window.seen") - page.evaluate("window.asked")
    print(f"  its file is made {took / 1000:.2f} s after it was asked for")


def dragging(page: Page, what: str) -> None:
    to_size(page)
    page.get_by_role("tab", name="Fit").click()
    page.locator("[data-figure=crop_x]").wait_for()
    empty = sorted(page.evaluate(EMPTY))
    page.evaluate(WATCH)
    box = page.get_by_role("application").bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for move in range(MOVES):
        page.mouse.move(x + (move % 60 if move % 120 < 60 else 60 - move % 60) + 1, y)
        time.sleep(0.016)
    page.mouse.up()
    found = sorted(page.evaluate("window.delays"))
    (median, p95), (base, base_p95) = _spread(found), _spread(empty)
    print(
        f"  {what:.<38} median {median:.1f} ms, {median / base:.1f} × an empty request ({base:.1f} ms); "
        f"p95 {p95:.1f} ms, {p95 / base_p95:.1f} × ({base_p95:.1f} ms); {len(found)} of {MOVES} moves"
    )


def _spread(delays: list[float]) -> tuple[float, float]:
    """Median and 95th percentile of sorted delays, ms."""
    return statistics.median(delays), delays[int(len(delays) * 0.95)]


if __name__ == "__main__":
    main()
