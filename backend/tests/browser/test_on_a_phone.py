"""On a phone: what is pressed is as large as a fingertip, what is drawn is as it is drawn elsewhere."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from launcher.stack import Stack
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Asking
from tests.browser.standing import standing


@pytest.fixture
def phone(stack: Stack, browser: Browser, signed_in: dict) -> Iterator[Page]:
    context = browser.new_context(
        base_url=stack.address, storage_state=signed_in, viewport={"width": 390, "height": 844},
        has_touch=True, is_mobile=True, reduced_motion="reduce",
    )  # fmt: skip
    yield context.new_page()
    context.close()


TOP = "(node) => node.getBoundingClientRect().top"
#: What is pressed and lower than a finger's tip, by its words; a slider is as long as it is low.
TOO_LOW = """() => [...document.querySelectorAll("button, a[href], input:not([type=hidden], [type=file], [type=range]), select, summary")]
    .filter((node) => node.checkVisibility())
    .map((node) => [node, node.matches("[type=checkbox], [type=radio], [type=color]") ? node.closest("label") ?? node : node])
    .map(([node, pressed]) => [node.innerText || node.ariaLabel || node.type, pressed.getBoundingClientRect()])
    .filter(([, box]) => box.width > 0 && box.height < 39.5)
    .map(([words, box]) => `${words.slice(0, 40)}: ${box.height}`)"""


def test_everything_is_as_large_as_a_fingertip_and_long_pages_have_a_way_to_their_end(
    phone: Page, bench
) -> None:
    number = re.search(r"/prints/(\d+)", bench(title="On a phone").url)[1]
    page = phone
    low = {}
    steps = ("picture", "size", "edge", "pixels", "distance", "handover")
    for address in (
        "/",
        *(f"/prints/{number}/{step}" for step in steps),
        f"/prints/{number}/sizes",
        "/stock",
    ):
        page.goto(address)
        expect(page.locator("main").first).to_be_visible()
        page.wait_for_load_state("networkidle")
        if found := page.evaluate(TOO_LOW):
            low[address] = found
    assert low == {}
    page.goto(f"/prints/{number}/sizes")
    page.get_by_role("button", name="To the end of the page").tap()
    page.wait_for_function("scrollY + innerHeight >= document.documentElement.scrollHeight - 2")
    page.get_by_role("button", name="To the top of the page").tap()
    page.wait_for_function("scrollY === 0")


def test_grips_and_dimensions_lie_on_what_they_measure_and_hide_no_more_of_it(
    phone: Page, bench
) -> None:
    border = {"kind": "border", "left": "3 cm", "right": "3 cm", "top": "3 cm", "bottom": "3 cm"}
    wanted = {"target": {"width": "30 cm", "height": "20 cm"}, "edge": border}
    phone.goto(bench(step="fit", plan=wanted).url)
    window = standing(phone.locator(".drawing-window"))
    grips = phone.locator(".border-grip")
    expect(grips).to_have_count(4)
    for grip in grips.all():
        box = standing(grip)
        assert min(box["width"], box["height"]) >= 39.5
        middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        off = min(
            abs(middle[0] - window["x"]),
            abs(middle[0] - window["x"] - window["width"]),
            abs(middle[1] - window["y"]),
            abs(middle[1] - window["y"] - window["height"]),
        )
        assert off <= 1.5, (box, window)
        bar = grip.evaluate(
            "(node) => ['width', 'height'].map((side) => parseFloat(getComputedStyle(node, '::after')[side]))"
        )
        assert min(bar) <= 7 and max(bar) <= 26, bar
    line = standing(phone.locator(".desk svg line").first)
    figure = standing(phone.locator(".desk .dimension").first)
    assert abs(figure["y"] + figure["height"] / 2 - line["y"]) <= 1.5, (figure, line)


def test_what_is_picked_in_the_log_comes_into_view_below_its_list(phone: Page) -> None:
    phone.goto("/log")
    ask = Asking(phone.context)
    for number in range(8):
        title = f"On a phone {number}"
        ask("POST", "log", {"entry": {"made_on": "2026-10-01", "title": title, "result": "kept"}})
    phone.reload()
    panel = phone.get_by_role("region", name="A print")
    for picked in ("On a phone 0", "Log a print"):
        phone.evaluate("scrollTo(0, 0)")
        assert panel.evaluate(TOP) > 400, "it stands below the list"
        phone.get_by_role("button", name=picked).tap()
        expect(panel.get_by_label("Copies")).to_be_visible()
        assert panel.evaluate(TOP) < 400, "it has come into view"


#: How far the lines of a text are apart, px, at their most; and how far they are where nothing widens them.
LINES = """(text) => {
    const range = document.createRange();
    const tops = [];
    const words = document.createTreeWalker(text, NodeFilter.SHOW_TEXT);
    while (words.nextNode()) {
        range.selectNodeContents(words.currentNode);
        tops.push(...[...range.getClientRects()].map((line) => Math.round(line.top)));
    }
    tops.sort((one, other) => one - other);
    const apart = tops.slice(1).map((top, at) => top - tops[at]);
    return [Math.max(...apart), parseFloat(getComputedStyle(text).lineHeight)];
}"""


@pytest.mark.parametrize("address", ["/times", "/due"])
def test_a_link_in_a_sentence_is_high_to_a_finger_and_leaves_the_lines_where_they_are(
    phone: Page, address: str
) -> None:
    phone.goto(address)
    text = phone.locator("main p:has(> a.underline)").first
    expect(text).to_be_visible()
    assert standing(text.locator("a").first)["height"] >= 39.5
    widest, usual = text.evaluate(LINES)
    assert widest <= usual + 1
