"""Lists of any length: an account of 2,000 jobs, 100,000 prints and 10,000 pictures, looked at and worked on.

The baseline is a place of three jobs with a print each, in another account of the same server.
"""

from __future__ import annotations

import os
import statistics
import sys
import time
from collections.abc import Callable
from typing import Any

import django
from django.conf import settings

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "zollstock.site.settings")
django.setup()
settings.ALLOWED_HOSTS += ["testserver"]

from django.contrib.auth.models import User  # noqa: E402
from django.db import connection  # noqa: E402
from django.test import Client  # noqa: E402
from django.test.utils import CaptureQueriesContext  # noqa: E402
from django.utils import timezone  # noqa: E402
from playwright.sync_api import Page, sync_playwright  # noqa: E402

from tests.browser.conftest import CHROMIUM  # noqa: E402
from zollstock.jobs.firstplan import first_plan  # noqa: E402
from zollstock.jobs.models import Design, DesignPicture, Job, Revision, TitleWord  # noqa: E402
from zollstock.jobs.revisions import begin_print  # noqa: E402
from zollstock.jobs.search import title_words, words_to_find  # noqa: E402
from zollstock.jobs.tasks import thin_out  # noqa: E402
from zollstock.pictures.models import Inspection, Picture  # noqa: E402
from zollstock.pictures.tasks import clear_what_belongs_to_nothing  # noqa: E402
from zollstock.pictures.tasks import take_up as read_left  # noqa: E402
from zollstock.proofs.tasks import take_up as prove_left  # noqa: E402
from zollstock.renders.models import Order, OrderFile, OrderLine  # noqa: E402
from zollstock.renders.tasks import forget  # noqa: E402
from zollstock.renders.tasks import take_up as render_left  # noqa: E402
from zollstock.room.tasks import tidy_by_rules  # noqa: E402

ADDRESS = os.environ.get("ZOLLSTOCK_ADDRESS", "")
JOBS, PRINTS, PICTURES, LARGE = 2_000, 100_000, 10_000, 300
PASSWORD = "many-a-mickle-1884"
RUNS = 9
#: Words that stand in titles of prints, so that a search has something to find.
WORDS = ("fog", "sluice", "gears", "lamp", "seaweed", "tide", "mill", "pans", "keeper", "stars")

PERIODIC: tuple[tuple[str, Callable[[], Any]], ...] = (
    ("take up files", render_left), ("read pictures", read_left), ("make proofs", prove_left),
    ("forget", forget), ("what belongs to nothing", clear_what_belongs_to_nothing), ("thin out", thin_out),
    ("tidy by rules", tidy_by_rules),
)  # fmt: skip


def filled(name: str, jobs: int, prints: int, pictures: int, large: int = 1) -> User:
    """An account of so many of each, the newest job holding `large` prints, all of them as if somebody had made them."""
    there = User.objects.filter(username=name).first()
    if there and Design.objects.filter(account=there).count() >= prints - 1:
        return there  # from a run before
    User.objects.filter(username=name).delete()
    account = User.objects.create_user(name, password=PASSWORD)
    Picture.objects.bulk_create(
        (
            Picture(
                account=account, name=f"{WORDS[n % 10]}-{n:05}.jpg", sha256=f"{n:064x}", bytes=2_000_000,
                file=f"pictures/none/{name}-{n}", state="ready", format="jpeg", width_px=6000, height_px=4000,
                bits=8, channels=3,
            )
            for n in range(pictures)
        ),
        batch_size=1000,
    )  # fmt: skip
    held = list(Picture.objects.filter(account=account))
    Inspection.objects.bulk_create(
        (Inspection(picture=one, state="done", edition=9999) for one in held), batch_size=1000
    )
    for at in range(0, jobs, 500):
        Job.objects.bulk_create(
            Job(account=account, title=f"Hall {n}, {WORDS[n % 10]} room", client="Tide Mill Museum")
            for n in range(at, min(jobs, at + 500))
        )
    numbers = list(Job.objects.filter(account=account).order_by("id").values_list("id", flat=True))
    first = begin_print(Job.objects.get(id=numbers[-1]), held[0], first_plan(held[0], "cm"), 0)
    copied = ("kind", "document", "wide", "tall", "summary", "kept_bytes", "thin_at")
    same = {field: getattr(first, field) for field in copied}
    jobs_of = [numbers[-1]] * (large - 1) + [
        numbers[n % (jobs - 1)] for n in range(max(0, prints - large))
    ]
    for at in range(0, len(jobs_of), 2000):
        part = [
            Design(
                account=account,
                job_id=job,
                position=at + n,
                number=at + n + 1,
                title=f"{WORDS[(at + n) % 10]} {at + n}",
                **same,
            )
            for n, job in enumerate(jobs_of[at : at + 2000], 1)
        ]
        Design.objects.bulk_create(part)
        newest = (
            Design.objects.filter(account=account)
            .order_by("-id")
            .only("id", "document", "title", "account_id", "job_id", "kind", "note", "summary")
        )
        made = list(newest[: len(part)])
        DesignPicture.objects.bulk_create(
            DesignPicture(design=one, key="picture", picture=held[(at + n) % pictures])
            for n, one in enumerate(made)
        )
        TitleWord.objects.bulk_create(
            row for one in made for row in title_words(one, sorted(words_to_find(one)))
        )
        Revision.objects.bulk_create(
            Revision(design=one, number=1, document=one.document, bytes=1500) for one in made
        )
        with_files(account, made)
    return account


def with_files(account: User, designs: list[Design]) -> None:
    """A made file of each, as far as rows go."""
    orders = [
        Order(account=account, title="", state="going", percent=100, total=1) for _ in designs
    ]
    Order.objects.bulk_create(orders)
    lines = [
        OrderLine(account=account, order=order, design=one, document={}, version=1, state="done", finished=timezone.now(),
                  held_files=1, bytes=9_000_000)
        for order, one in zip(orders, designs, strict=True)
    ]  # fmt: skip
    OrderLine.objects.bulk_create(lines)
    OrderFile.objects.bulk_create(
        OrderFile(line=line, name="print.tif", type="tiff", file=f"renders/none/{line.id}", bytes=9_000_000)
        for line in lines
    )  # fmt: skip


def timed(client: Client, path: str) -> tuple[float, int]:
    """Median ms of an answer, and its queries."""
    took = []
    for _ in range(RUNS):
        with CaptureQueriesContext(connection) as asked:
            begin = time.perf_counter()
            answer = client.get(f"/api/{path}")
            took.append((time.perf_counter() - begin) * 1000)
        assert answer.status_code == 200, (path, answer.content[:200])
    return statistics.median(took), len(asked)


def saving(client: Client, account: User) -> float:
    """Median ms of saving a print."""
    held = Design.objects.filter(account=account).order_by("-id").first()
    assert held is not None
    took = []
    version, plan = held.version, held.document
    for number in range(RUNS):
        change = {"plan": plan | {"title": f"Saved {number}"}, "version": version}
        begin = time.perf_counter()
        answer = client.put(f"/api/prints/{held.id}/plan", change, content_type="application/json")
        took.append((time.perf_counter() - begin) * 1000)
        version = answer.json()["version"]
    return statistics.median(took)


def paths(account: User) -> dict[str, str]:
    job = Job.objects.filter(account=account).order_by("-id").first()
    picture = Picture.objects.filter(account=account).first()
    held = Design.objects.filter(job=job).first()
    assert job and picture and held
    return {
        "jobs": "jobs", f"a job of {LARGE}": f"jobs/{job.id}", "its prints": f"jobs/{job.id}/prints",
        "a print of it": f"prints/{held.id}", "pictures": "pictures", "sizes": "sizes",
        "search jobs": "jobs?search=fog", "search prints": "prints?search=lamp", "search pictures": "pictures?search=fog",
        "find a word": "find?q=lamp", "find two": "find?q=fog%2030", "find a number": f"find?q={job.number}-{held.number}",
        "rows of the job": f"jobs/{job.id}/rows", "rows that have a word": f"jobs/{job.id}/rows?search=fog",
        "the job at the counter": f"jobs/{job.id}/counter", "what must begin": "due", "room of the job": f"jobs/{job.id}/room",
        "room on disk": "room", "room by job": "room/jobs", "room with a rule": "room/going?earlier=30&delivered=90",
    }  # fmt: skip


def in_chromium(account: User) -> None:
    """What the pages take in a browser: from the address to their first rows, and how many nodes they have."""
    job = Job.objects.filter(account=account).order_by("-id").first()
    assert job
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=CHROMIUM
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(ADDRESS)
        page.get_by_label("Name").fill(account.username)
        page.get_by_label("Password").fill(PASSWORD)
        page.keyboard.press("Enter")
        page.get_by_role("list", name="Jobs").wait_for()
        for name, address, rows in (
            ("jobs", "/", "[aria-label=Jobs] [role=listitem]"),
            (f"a job of {LARGE}", f"/jobs/{job.id}", "[aria-label=Prints] [role=listitem]"),
        ):
            took = statistics.median(_page(page, address, rows) for _ in range(5))
            nodes = page.evaluate("document.querySelectorAll('*').length")
            print(f"  page of {name}: {took:.0f} ms, {nodes} nodes", flush=True)
        browser.close()


def _page(page: Page, address: str, rows: str) -> float:
    begin = time.perf_counter()
    page.goto(f"{ADDRESS}{address}", wait_until="commit")
    page.locator(rows).first.wait_for()
    return (time.perf_counter() - begin) * 1000


def main() -> None:
    begin = time.perf_counter()
    many = filled("many", JOBS, PRINTS, PICTURES, LARGE)
    few = filled("few", 3, 3, 3)
    print(f"  filled in {time.perf_counter() - begin:.0f} s", flush=True)
    clients = {}
    for account in (few, many):
        clients[account] = Client()
        clients[account].force_login(account)
    asked = paths(few)
    for name, path in paths(many).items():
        (small, _), (large, queries) = timed(clients[few], asked[name]), timed(clients[many], path)
        print(
            f"  {name}: {large:.1f} ms, {queries} queries, {large / small:.1f} × three rows",
            flush=True,
        )
    small, large = saving(clients[few], few), saving(clients[many], many)
    print(f"  saving a print: {large:.1f} ms, {large / small:.2f} × with three prints", flush=True)
    for name, task in PERIODIC:
        task()  # a worker has done it before
        begin = time.perf_counter()
        task()
        print(f"  periodic, {name}: {(time.perf_counter() - begin) * 1000:.1f} ms", flush=True)
    in_chromium(many)


if __name__ == "__main__":
    sys.exit(main())
