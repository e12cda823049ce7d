"""Where a thing stands before a hand goes there.

A hand that is faster than the figures takes hold of where a thing *was*: people see that and wait, a test does not.
"""

from __future__ import annotations

from playwright.sync_api import FloatRect, Locator, expect

#: Frames in which a thing has the same place before it is said to stand.
_STANDS = """async (node) => {
    const place = () => { const { x, y, width, height } = node.getBoundingClientRect(); return [x, y, width, height].join() }
    for (let last = "", same = 0; same < 3; last = place()) {
        await new Promise(requestAnimationFrame)
        same = place() === last ? same + 1 : 0
    }
}"""


def standing(thing: Locator) -> FloatRect:
    """The box of a thing on the page, px, once the figures of what was last done are there and nothing moves."""
    expect(thing.page.locator(".desk[aria-busy=true]")).to_have_count(0)
    thing.evaluate(_STANDS)
    box = thing.bounding_box()
    assert box, "not on the page"
    return box
