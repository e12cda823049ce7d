"""The real application for the browser: web server, workers and clock on a database of its own."""

from __future__ import annotations

import os
import sys
import time
from collections import deque
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any
from urllib.parse import quote, urlsplit

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright

ROOT = Path(__file__).resolve().parents[3]
sys.path.insert(0, str(ROOT))

from launcher.stack import Stack  # noqa: E402

from tests.browser.painting import unpainted  # noqa: E402
from tests.running import NAME, ON_THE_PAGE, PASSWORD  # noqa: E402

CHROMIUM = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # One process draws all pages of a test, and what the graphics card would do is done beside it.
    "--process-per-site",
    "--renderer-process-limit=1",
    "--in-process-gpu",
    "--disable-software-rasterizer",
]

#: So many answers stand with a test that failed.
LAST_ANSWERS = 40

# A shared machine may pause at any time; how quick the screens are, the benchmarks say.
expect.set_options(timeout=40_000)

# Playwright runs a loop of its own in this thread; Django must not mistake it for async code.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        running = playwright.chromium.launch(
            executable_path="/usr/bin/chromium-headless-shell", args=CHROMIUM
        )
        yield running
        running.close()


@pytest.fixture(scope="session")
def signed_in(stack: Stack, browser: Browser) -> dict:
    """The cookies of a person who signed in through the screen."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    page.goto(stack.address)
    page.get_by_label("Name").fill(NAME)
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="New job")).to_be_visible()
    state = context.storage_state()
    context.close()
    return state


@pytest.fixture(scope="session")
def window(stack: Stack, browser: Browser, signed_in: dict) -> Iterator[BrowserContext]:
    """One for all tests: what the browser has read and compiled once, it need not read again."""
    made = browser.new_context(
        base_url=stack.address,
        accept_downloads=True,
        viewport={"width": 1280, "height": 800},
        reduced_motion="reduce",
    )
    unpainted(made)
    yield made
    made.close()


@pytest.fixture(scope="session")
def anchor(window: BrowserContext, stack: Stack) -> Page:
    """A page of the site that stays open and shows nothing, and opens all others: these are drawn by its
    process. That would end with its last page, and what it has compiled with it."""
    page = window.new_page()
    page.goto(f"{stack.address}/api/schema/plan.json")
    return page


@pytest.fixture
def context(
    window: BrowserContext, anchor: Page, stack: Stack, signed_in: dict
) -> Iterator[BrowserContext]:
    """The window as at the beginning: signed in, with nothing kept, no page open, on line."""
    window.clear_cookies()
    window.add_cookies(signed_in["cookies"])
    yield window
    window.set_offline(False)
    for page in window.pages:
        if page != anchor:
            page.close(run_before_unload=False)
    window.new_cdp_session(anchor).send(
        "Storage.clearDataForOrigin",
        {"origin": stack.address, "storageTypes": "local_storage,indexeddb,file_systems"},
    )


@pytest.fixture
def page(context: BrowserContext, anchor: Page, request: pytest.FixtureRequest) -> Iterator[Page]:
    """A page that fails its test when a script fails or the policy refuses something."""
    with context.expect_page() as opening:
        anchor.evaluate("void open('about:blank')")
    opened = opening.value
    faults: list[str] = []
    opened.on("pageerror", lambda error: faults.append(str(error)))
    opened.on("console", lambda said: faults.append(said.text)
              if "Content Security Policy" in said.text or "violates" in said.text else None)  # fmt: skip
    opened.on("request", lambda asked: faults.append(f"asked {asked.url}")
              if not asked.url.startswith(("http://127.0.0.1", "data:", "blob:")) else None)  # fmt: skip
    heard: deque[str] = deque(maxlen=LAST_ANSWERS)
    opened.on("response", lambda answer: heard.append(
        f"{answer.status} {answer.request.method} {urlsplit(answer.url).path}")
              if "/api/" in answer.url else None)  # fmt: skip
    opened.on("requestfailed", lambda asked: heard.append(
        f"no answer: {asked.method} {urlsplit(asked.url).path}"))  # fmt: skip
    request.node.stash[ON_THE_PAGE] = lambda: [
        ("answers to the page", "\n".join(heard)),
        ("what the page shows", opened.locator("body").aria_snapshot()),
    ]
    yield opened
    assert faults == []


@pytest.fixture(scope="session")
def brought_once() -> dict[str, Any]:
    """The picture that all tests share which need none of their own: it is read and measured once."""
    return {}


@pytest.fixture
def bench(page: Page, tmp_path: Path, brought_once: dict[str, Any]) -> Callable[..., Page]:
    """Opens a print in a new job: bench(), of a picture of its own bench(file), as wanted
    bench(step="pixels", plan={"output": {"format": "jpeg"}}).

    A test that changes more of a picture than its prints brings one of its own.
    """
    from tests.pictures import noise, save

    def open_print(
        file: Path | None = None,
        title: str = "Hall",
        step: str = "",
        plan: dict[str, Any] | None = None,
        prints: int = 1,
    ) -> Page:
        ask = Asking(page.context)
        ask("PATCH", "account", {"unit": "cm", "light": "paper"})
        job = ask("POST", "jobs", {"title": title})
        if file is None:
            if not brought_once:
                plate = noise(1500, 1000, seed=1884)
                brought_once.update(ask.bring(save(plate, tmp_path / "fog-over-pans.jpg")))
            picture = brought_once
            # A zone that is drawn on a print is kept with its picture.
            ask("PUT", f"pictures/{picture['id']}/keep", {"keep": []})
        else:
            picture = ask.bring(file)
        # What is found out about it later would be told in the middle of a test, and move what is pressed.
        ask.until_measured(picture)
        made, *_ = (
            ask("POST", f"jobs/{job['id']}/prints", {"picture": picture["id"]})
            for _ in range(prints)
        )
        if plan:
            change = {"plan": _with(made["plan"], plan), "version": made["version"]}
            ask("PUT", f"prints/{made['id']}/plan", change)
        page.goto(f"/prints/{made['id']}" + (f"/{step}" if step else ""))
        page.get_by_role("tab", name="Size").wait_for()
        return page

    return open_print


def _with(plan: dict[str, Any], wanted: dict[str, Any]) -> dict[str, Any]:
    """The plan with some of its values, or some of those of its parts, as wanted."""
    return plan | {
        part: plan[part] | value if isinstance(value, dict) else value
        for part, value in wanted.items()
    }


class Asking:
    """What a page would ask of the server, without drawing it: the way to where a test begins.

    How a picture is brought through the screen has tests of its own.
    """

    def __init__(self, context: BrowserContext) -> None:
        self._request = context.request
        cookies = {cookie["name"]: cookie["value"] for cookie in context.cookies()}
        self._headers = {"X-CSRFToken": cookies["csrftoken"]}

    def __call__(self, method: str, path: str, body: object = None) -> Any:
        return self._answer(method, path, headers=self._headers, data=body)

    def bring(self, file: Path) -> Any:
        """Bring a picture and wait until it has been read."""
        name, headers = quote(file.name), self._headers | {"Content-Type": "image/*"}
        arrival = self._answer(
            "POST", f"pictures?name={name}", headers=headers, data=file.read_bytes()
        )
        path = f"pictures/{arrival['picture']['id']}"
        return self._until(lambda picture: picture["state"] != "reading", path)

    def until_measured(self, picture: Any) -> None:
        """Wait until what is found out about a picture in the background is known."""
        path = f"pictures/{picture['id']}/measures"
        self._until(lambda measured: measured["state"] in ("done", "failed"), path)

    def _until(self, true: Callable[[Any], bool], path: str) -> Any:
        end = time.monotonic() + 40
        while not true(answer := self("GET", path)):
            assert time.monotonic() < end, f"{path} stays {answer['state']}"
            time.sleep(0.05)
        return answer

    def _answer(self, method: str, path: str, **given: Any) -> Any:
        answer = self._request.fetch(f"/api/{path}", method=method, **given)
        assert answer.ok, f"{answer.status}: {answer.text()}"
        return answer.json()
