"""What must begin: the page by which a day is planned, and the times that it goes by."""

from __future__ import annotations

import re
from datetime import timedelta

from django.utils import timezone
from playwright.sync_api import Page, expect

from tests.browser.access import axe_in_both


def test_the_week_follows_from_a_jobs_day_and_from_the_times(bench) -> None:
    page: Page = bench(None, step="size", plan={"title": "Mill gears"})
    page.keyboard.press("/")
    page.get_by_role("combobox", name=re.compile("^Find")).fill("must begin")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="What must begin")).to_be_visible()
    expect(page.get_by_text(re.compile("in jobs without a day"))).to_be_visible()
    # The job gets its day: yesterday, which is too late.
    page.go_back()
    page.get_by_role("navigation").get_by_role("link").first.wait_for()
    day = (timezone.now().date() - timedelta(days=1)).isoformat()
    page.evaluate(
        """async (due) => {
            const job = (await (await fetch('/api/jobs')).json()).items[0];
            const sent = await fetch(`/api/jobs/${job.id}`, {method: "PUT", headers: {"Content-Type": "application/json",
            "X-CSRFToken": document.cookie.match(/csrftoken=([^;]+)/)[1]}, body: JSON.stringify({title: job.title, due})});
            if (!sent.ok) throw new Error(await sent.text());
        }""",
        day,
    )
    page.goto(page.url.split("/prints")[0] + "/due")
    late = page.get_by_role("listitem", name="Mill gears")
    expect(late).to_contain_text("is late")
    axe_in_both(page, "what must begin")
    page.get_by_role("link", name="times", exact=True).click()
    expect(page.get_by_role("heading", name="Times")).to_be_visible()
    hours = page.get_by_role("listitem", name="printing: any medium").get_by_label("Hours")
    hours.fill("3")
    hours.press("Enter")
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    page.reload()
    expect(
        page.get_by_role("listitem", name="printing: any medium").get_by_label("Hours")
    ).to_have_value("3")
    axe_in_both(page, "times")
