"""What nobody looks at is not painted: making pixels is a quarter of what the browser does for tests.

A page stands, moves and answers as always, but is seen through. Where pixels are looked at, or how one
colour stands on another, it is `painted`.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import BrowserContext, FloatRect, Page

_SEEN_THROUGH = """
window.seenThrough = new CSSStyleSheet();
window.seenThrough.replaceSync("html, dialog { opacity: 0 !important }");
document.adoptedStyleSheets = [window.seenThrough];
"""

#: Two frames after it is asked for all pixels are there.
_SHOW = """async (shown) => {
    if (!window.seenThrough) return
    window.seenThrough.disabled = shown
    if (shown) for (const _ of "12") await new Promise(requestAnimationFrame)
}"""


def unpainted(context: BrowserContext) -> None:
    """Its pages are not painted, except where and while they are `painted`."""
    context.add_init_script(_SEEN_THROUGH)


@contextmanager
def painted(page: Page) -> Iterator[None]:
    """The page as people see it, until this ends; one whose window is not `unpainted` always is."""
    page.evaluate(_SHOW, True)
    yield
    page.evaluate(_SHOW, False)


def shot(page: Page, clip: FloatRect) -> bytes:
    """A part of the page as people see it, PNG; `clip` is x, y, width and height in px."""
    with painted(page):
        return page.screenshot(clip=clip)
