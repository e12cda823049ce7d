"""The matrix of 500 pictures × 8 sizes: reckoning all cells, opening it in the browser, scrolling.

Reckoning against validating the same 4 000 plans (baseline); opening against an empty place of the
same application, the page of leave room (baseline).
"""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Sequence
from pathlib import Path

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "zollstock.site.settings")
django.setup()

from django.contrib.auth.models import User  # noqa: E402
from playwright.sync_api import Page, sync_playwright  # noqa: E402

from tests.pictures import noise, save  # noqa: E402
from zollstock.batches.cells import (  # noqa: E402
    cell,
    cell_document,
    shared_part,
    size_entry,
    sizes_of_batch,
)
from zollstock.batches.models import Batch, BatchPicture  # noqa: E402
from zollstock.core.documents.plan import parse_plan  # noqa: E402
from zollstock.core.sizes.library import library  # noqa: E402
from zollstock.core.studio.studio import DEFAULT_STUDIO  # noqa: E402
from zollstock.pictures.models import Picture  # noqa: E402
from zollstock.pictures.storage import store  # noqa: E402
from zollstock.renders.models import Order  # noqa: E402

from .live import ADDRESS, FLAGS  # noqa: E402

NAME, PASSWORD = "matrix", "a-matrix-of-maple-9"
PICTURES = 500
KEYS = (
    "cm-10x15",
    "cm-13x18",
    "cm-20x20",
    "cm-30x40",
    "iso-a4",
    "in-8x10",
    "cm-20x50",
    "px-1920x1080",
)
SIDES = ((6000, 4000), (4000, 3000), (3000, 3000), (3200, 4000))
ZONE = {"name": "hand", "x": 0.7, "y": 0.2, "w": 0.2, "h": 0.4}

#: Runs in the page: how long every frame took while the matrix was scrolled by 60 px a frame, fast.
SCROLL = """async () => {
    const box = document.querySelector("[data-testid=matrix]");
    const frames = [];
    let last = performance.now();
    for (let step = 0; step < 120; step++) {
        box.scrollTop += 60;
        await new Promise(requestAnimationFrame);
        const now = performance.now();
        frames.push(now - last);
        last = now;
    }
    return frames;
}"""


EMPTY, CELL = "[data-testid=frame] svg", "[data-cell]"
#: When each of the two came into the page, ms after its address was asked for. By the page's own clock: Playwright's
#: waiting looks only after 20, 50, 100, 100 and then every 500 ms, and what takes longer is rounded up by more.
COMING = f"""
    window.came = {{}};
    new MutationObserver(() => {{
        for (const what of ["{EMPTY}", "{CELL}"])
            if (!(what in window.came) && document.querySelector(what)) window.came[what] = performance.now();
    }}).observe(document, {{ childList: true, subtree: true }});
"""


def main() -> None:
    reckoning()
    opening()


def unsaved(count: int = PICTURES, keys: Sequence[str] = KEYS) -> tuple[Batch, list[Picture]]:
    sizes = {size.key: size for size in library()}
    batch = Batch(
        sizes=[size_entry(sizes[key]) for key in keys], shared=shared_part("jpeg"), title="Bench"
    )
    pictures = [
        Picture(
            name=f"plate-{number:03d}.jpg",
            width_px=SIDES[number % 4][0],
            height_px=SIDES[number % 4][1],
            channels=3,
            bits=8,
            keep=[ZONE] if number % 3 == 0 else [],
        )
        for number in range(count)
    ]
    return batch, pictures


def reckoning() -> None:
    batch, pictures = unsaved()
    sizes = sizes_of_batch(batch)
    documents = [
        cell_document(batch, picture, size, None) for picture in pictures for size in sizes
    ]
    begin = time.perf_counter()
    for document in documents:
        parse_plan(document)
    baseline = time.perf_counter() - begin
    begin = time.perf_counter()
    for picture in pictures:
        for size in sizes:
            cell(batch, picture, size, None, DEFAULT_STUDIO)
    full = time.perf_counter() - begin
    print(f"  validate {len(documents)} plans (baseline)  {baseline:.2f} s")
    print(
        f"  reckon {len(documents)} cells               {full:.2f} s  {full / baseline:.1f} × baseline"
    )


def laid_out(count: int = PICTURES, keys: Sequence[str] = KEYS) -> int:
    """An account with so many pictures that share one small file, and their batch."""
    subprocess.run(
        [sys.executable, "-W", "ignore", "manage.py", "make_account", NAME],
        check=True,
        env=os.environ | {"ZOLLSTOCK_PASSWORD": PASSWORD},
        stdout=subprocess.DEVNULL,
    )
    account = User.objects.get(username=NAME)
    Order.objects.filter(account=account).delete()
    Batch.objects.filter(account=account).delete()
    Picture.objects.filter(account=account).delete()
    batch, pictures = unsaved(count, keys)
    with tempfile.TemporaryDirectory() as folder:
        path = save(noise(480, 320), Path(folder) / "small.jpg")
        small = store(path, f"bench/{time.time_ns()}.jpg")
    for number, picture in enumerate(pictures):
        picture.account, picture.sha256, picture.bytes = account, f"{number:064d}", 1
        picture.small.name = small
        picture.state, picture.format = Picture.State.READY, "JPEG"
    Picture.objects.bulk_create(pictures)
    batch.account, batch.pattern = account, "{picture}"
    batch.save()
    BatchPicture.objects.bulk_create(
        BatchPicture(batch=batch, picture=picture, position=n) for n, picture in enumerate(pictures)
    )
    return batch.pk


def opening() -> None:
    batch = laid_out()
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=FLAGS
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=ADDRESS)
        page.goto("/")
        page.get_by_label("Name").fill(NAME)
        page.get_by_label("Password").fill(PASSWORD)
        page.keyboard.press("Enter")
        page.get_by_role("button", name="New job").wait_for()
        page.add_init_script(COMING)
        # Of both the median: the quickest of one beside the usual of the other would be no ratio. By turns, so that a
        # machine that stalls for a while stalls both.
        found = [
            (timed(page, "/leave-room", EMPTY), timed(page, f"/batches/{batch}", CELL))
            for _ in range(7)
        ]
        empty, usable = (statistics.median(its) for its in zip(*found, strict=True))
        begin = time.perf_counter()
        page.goto(f"/batches/{batch}")
        page.get_by_text("500 of 500 pictures").wait_for(timeout=60_000)
        full = time.perf_counter() - begin
        frames = sorted(page.evaluate(SCROLL))
        print(f"  an empty place opens (baseline)   {empty:.2f} s")
        print(
            f"  matrix of 4000 cells, usable      {usable:.2f} s  {usable / empty:.1f} × baseline"
        )
        print(f"  matrix of 4000 cells, all there   {full:.2f} s  {full / empty:.1f} × baseline")
        print(
            f"  scrolling, a frame                median {statistics.median(frames):.1f} ms  "
            f"p95 {frames[int(len(frames) * 0.95)]:.1f} ms"
        )
        browser.close()


def timed(page: Page, path: str, what: str) -> float:
    """Seconds until something is in a page that is opened."""
    page.goto(path)
    page.locator(what).first.wait_for()
    return float(page.evaluate("what => window.came[what]", what)) / 1000


if __name__ == "__main__":
    main()
