"""Room on disk: rules are seen before they are set, by keys too, and a job can be spared."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.access import axe_in_both


def test_a_rule_is_seen_before_it_is_set(bench) -> None:
    page: Page = bench(None, step="size", plan={"title": "Mill gears"})
    page.goto(page.url.split("/prints")[0] + "/room")
    expect(page.get_by_role("heading", name="Room on disk")).to_be_visible()
    expect(page.get_by_text(re.compile("that it may keep"))).to_be_visible()
    expect(page.get_by_role("button", name="Let nothing go by itself")).to_be_disabled()
    expect(page.get_by_text("No rule is set: nothing goes by itself.")).to_be_visible()
    page.get_by_role("checkbox", name=re.compile("Delivered prints")).press("Space")
    days = page.get_by_label("Days of delivered prints")
    expect(days).to_have_value("90")
    expect(page.get_by_text(re.compile("By these rules nothing would go today"))).to_be_visible()
    days.fill("0")
    expect(page.get_by_text(re.compile("is not from 1 to 3650"))).to_be_visible()
    days.fill("14")
    days.press("Enter")
    axe_in_both(page, "room on disk")
    page.get_by_role("button", name="Set these rules").press("Enter")
    expect(page.get_by_text(re.compile(r"^Set; they act from .+ on\.$"))).to_be_visible()
    page.reload()
    expect(page.get_by_label("Days of delivered prints")).to_have_value("14")
    page.get_by_role("checkbox", name=re.compile("Delivered prints")).press("Space")
    page.get_by_role("button", name="Let nothing go by itself").click()
    expect(page.get_by_text("No rule is set: nothing goes by itself.")).to_be_visible()


def test_rules_that_another_window_changed_are_shown_and_why(bench) -> None:
    page: Page = bench(None, step="size", plan={"title": "Mill gears"})
    page.goto(page.url.split("/prints")[0] + "/room")
    page.get_by_role("checkbox", name=re.compile("Earlier files")).check()
    page.evaluate(
        """async () => {
            const {version} = await (await fetch('/api/room')).json();
            const sent = await fetch('/api/room/rules', {method: "PUT", headers: {"Content-Type": "application/json",
            "X-CSRFToken": document.cookie.match(/csrftoken=([^;]+)/)[1]}, body: JSON.stringify({version, days: {batches: 9}})});
            if (!sent.ok) throw new Error(await sent.text());
        }"""
    )
    page.get_by_role("button", name="Set these rules").click()
    expect(page.get_by_role("alert")).to_contain_text("Another window changed these rules")
    expect(page.get_by_label("Days of batches")).to_have_value("9")
    expect(page.get_by_role("checkbox", name=re.compile("Earlier files"))).not_to_be_checked()
