"""What a screen reader, a weak eye and a keyboard need of a page: WCAG 2.2, checked by axe."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import Page

from tests.browser.painting import painted

ROOT = Path(__file__).resolve().parents[3]
AXE = (ROOT / "frontend" / "node_modules" / "axe-core" / "axe.min.js").read_text()
#: Of all that axe looks at, a light changes the colours alone.
IN_ANY_LIGHT = ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]
IN_EACH_LIGHT = {"type": "rule", "values": ["color-contrast"]}
#: Style sheets are not asked for anew, nor are frames and ways to a node, which nothing here reads.
LEAST = {"resultTypes": ["violations"], "preload": False, "iframes": False, "selectors": False}


def axe(page: Page, where: str, what: object = IN_ANY_LIGHT) -> None:
    """No fault against WCAG 2.2 A and AA on the page as it stands."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE)
    with painted(page):
        found = page.evaluate(
            """async (options) => (await axe.run(document, options))
                .violations.map((fault) => fault.id + ": " + fault.nodes.map((node) => node.html).slice(0, 3).join(" | "))""",
            {"runOnly": what, **LEAST},
        )
    assert found == [], f"{where}: {found}"


def axe_in_both(page: Page, where: str) -> None:
    """The same in both lights."""
    page.get_by_role("button", name="Booth", exact=True).click()
    axe(page, f"{where} in Booth", IN_EACH_LIGHT)
    page.get_by_role("button", name="Paper", exact=True).click()
    axe(page, f"{where} in Paper")
