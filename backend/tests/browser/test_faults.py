"""A page that fails: what is not saved stays, there are ways on, and it is written down."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.access import axe


def test_a_page_that_fails_says_what_is_safe_and_leads_on(bench) -> None:
    page: Page = bench(title="Fog", step="size")
    place = page.url
    job = page.locator("nav[aria-label='Where you are'] a").get_attribute("href") or ""
    # Something is in hand that cannot be saved meanwhile.
    page.route("**/api/prints/*/plan", lambda route: route.abort())
    page.get_by_label("Finished size").fill("31 x 21 cm")
    page.get_by_label("Finished size").press("Enter")
    told: list[str] = []
    page.on(
        "request",
        lambda asked: told.append(asked.post_data or "") if "/api/faults" in asked.url else None,
    )
    # An answer that no server of this kind gives.
    page.route(
        f"**/api{job}", lambda route: route.fulfill(json={"id": 1, "title": {"no": "words"}})
    )
    page.locator("nav[aria-label='Where you are'] a").click()
    alert = page.get_by_role("alert").filter(has_text="Something went wrong on this page")
    expect(alert).to_contain_text("kept in this browser")
    axe(page, "a page that failed")
    assert any("/jobs/" in one for one in told)
    expect(page.locator(".unsaved-line")).to_be_visible()
    page.unroute(f"**/api{job}")
    page.unroute("**/api/prints/*/plan")
    alert.get_by_role("button", name="Try again").click()
    page.goto(place)
    expect(page.get_by_label("Finished size")).to_have_value("31 × 21 cm")


def test_a_place_that_cannot_be_fetched(bench) -> None:
    page: Page = bench(title="Fog", step="size")
    page.goto("/")
    page.route("**/static/assets/StockPage*", lambda route: route.abort())
    page.get_by_role("button", name="Studio").click()
    page.locator(".shelf").get_by_role("link", name="Stock").click()
    alert = page.get_by_role("alert").filter(has_text="This page could not be fetched")
    expect(alert).to_contain_text("What was saved is safe")
    page.unroute("**/static/assets/StockPage*")
    alert.get_by_role("button", name="Load the page anew").click()
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    expect(alert).to_have_count(0)
