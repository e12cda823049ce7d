"""The keyboard alone, screen readers, narrow and wide windows, both lights."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import expect

from tests.browser.access import axe, axe_in_both
from tests.pictures import noise, save

STEPS = ("picture", "size", "fit", "edge", "pixels", "distance", "handover")


def test_the_door(stack, browser) -> None:
    page = browser.new_page(base_url=stack.address)
    page.goto("/")
    axe(page, "sign-in")
    page.get_by_label("Name").fill("keeper")
    page.get_by_label("Password").fill("wrong")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_have_text("Name or password is wrong.")
    axe(page, "sign-in refused")
    page.close()


def test_every_view_in_both_lights(bench) -> None:
    page = bench()
    page.get_by_role("tab", name="Edge").click()
    page.get_by_role("button", name="Border", exact=True).click()
    for step in STEPS:
        page.locator(f"[data-step={step}]").click()
        expect(page.locator(f"[data-step={step}]")).to_have_attribute("aria-selected", "true")
        axe_in_both(page, step)
    page.get_by_role("button", name="Help, and the keys of this page").click()
    axe(page, "keys")
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Hall").click()
    expect(page.get_by_role("heading", name="Hall")).to_be_visible()
    axe_in_both(page, "job")
    page.goto("/")
    expect(page.get_by_role("heading", name="Hall").first).to_be_visible()
    axe_in_both(page, "jobs")
    page.goto("/nothing/here")
    axe_in_both(page, "nothing")
    for path, what in (
        ("/sizes", "[data-size=iso-a4]"),
        ("/leave-room", "[data-testid=frame] svg"),
    ):
        page.goto(path)
        expect(page.locator(what)).to_be_visible()
        axe_in_both(page, path)


def finer(mm: float) -> int:
    """The next whole step of the rail's ruler: 1 cm, over a metre 5 cm."""
    step = 10 if mm < 1000 else 50
    return int(mm // step + 1) * step


def test_the_bench_by_keyboard_alone(bench) -> None:
    page = bench()
    page.keyboard.press("3")
    expect(page.locator("[data-step=fit]")).to_have_attribute("aria-selected", "true")
    page.locator("[data-step=fit]").focus()
    page.keyboard.press("ArrowRight")
    expect(page.locator("[data-step=edge]")).to_be_focused()
    page.keyboard.press("ArrowLeft")
    page.keyboard.press("ArrowLeft")
    expect(page.locator("[data-step=size]")).to_be_focused()

    page.get_by_label("Finished size").focus()
    page.keyboard.type("20 x 20 cm")
    page.keyboard.press("Enter")
    expect(page.locator("[data-step=size] .blade-key")).to_contain_text("20\u00a0×\u00a020")
    page.locator("[data-step=fit]").click()
    page.get_by_role("application").focus()
    page.keyboard.press("Shift+ArrowLeft")
    page.keyboard.press("ArrowLeft")
    page.keyboard.press("3")
    expect(page.get_by_label("Off the left")).to_have_value("195 px")

    viewer = page.get_by_role("slider", name="Viewer's distance")
    viewer.focus()
    before = float(viewer.get_attribute("aria-valuenow") or 0)
    page.keyboard.press("Shift+ArrowRight")
    expect(viewer).not_to_have_attribute("aria-valuenow", str(round(before)))
    page.keyboard.press("Home")
    expect(viewer).to_have_attribute("aria-valuenow", str(round(before)))

    viewer.focus()
    page.keyboard.press("ArrowRight")
    expect(viewer).to_have_attribute("aria-valuenow", str(finer(before)))
    page.keyboard.press("Home")
    expect(viewer).to_have_attribute("aria-valuenow", str(round(before)))

    page.get_by_role("application").focus()
    page.keyboard.press("Control+z")
    expect(viewer).not_to_have_attribute("aria-valuenow", str(round(before)))
    page.keyboard.press("Control+Shift+Z")
    expect(viewer).to_have_attribute("aria-valuenow", str(round(before)))

    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="The bench")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("application").focus()
    page.keyboard.press("m")
    expect(page.locator("[data-order=done]")).to_be_visible(timeout=30_000)


def test_figures_open_to_their_rule(bench) -> None:
    page = bench()
    page.keyboard.press("5")
    line = page.locator("[data-figure=effective_ppi]")
    line.locator("summary").click()
    expect(line).to_contain_text("crop width ÷ image box width")
    expect(line).to_contain_text("before any resampling")


def test_nothing_runs_off_the_screen(bench) -> None:
    page = bench(title="A job with a very long name that goes on and on, as people's do " * 2)
    for step in STEPS:
        page.locator(f"[data-step={step}]").click()
        expect(page.locator(f"[data-step={step}]")).to_have_attribute("aria-selected", "true")
        for width, height in ((1024, 700), (1280, 800), (1920, 1080), (390, 844)):
            page.set_viewport_size({"width": width, "height": height})
            wide, high = page.evaluate(
                "(({ scrollWidth, scrollHeight }) => [scrollWidth, scrollHeight])(document.documentElement)"
            )
            assert wide <= width, f"{step} is {wide} px wide at {width}"
            assert width < 1024 or high <= height, f"{step} is {high} px high at {height}"
            drawing, sheet = (
                page.locator(at).bounding_box() for at in ("[data-testid=drawing]", "#worksheet")
            )
            assert drawing and sheet and drawing["width"] > 250 and drawing["height"] > 200
            if width < 860:
                assert sheet["y"] >= drawing["y"] + drawing["height"]


def test_a_long_title_and_an_address_that_is_not_mine(bench) -> None:
    page = bench()
    page.keyboard.press("1")
    page.get_by_label("Title of the print").fill("Fog " * 49)
    page.get_by_label("Title of the print").press("Enter")
    expect(page.locator("[data-saving=saved]")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 1280
    page.goto("/prints/999999")
    expect(page.get_by_role("alert")).to_contain_text("not yours")


def test_signing_out_says_what_is_under_way_and_leaves_nothing(
    stack, browser, tmp_path: Path
) -> None:
    from tests.browser.conftest import NAME, PASSWORD, Asking

    page = browser.new_page(base_url=stack.address)
    page.goto("/")
    page.get_by_label("Name").fill(NAME)
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("button", name=f"Account {NAME}").click()
    page.get_by_label("Old password").fill("wrong")
    page.get_by_label("New password").fill("another-long-one-9")
    page.get_by_role("button", name="Change it").click()
    expect(page.get_by_role("alert")).to_contain_text("old password is wrong")
    axe(page, "account")
    page.get_by_role("button", name="Close").click()
    job = Asking(page.context)("POST", "jobs", {"title": "Left behind"})
    page.goto(f"/jobs/{job['id']}")
    page.route("**/api/pictures?*", lambda route: route.abort())
    fog = save(noise(300, 200, seed=77), tmp_path / "fog.png")
    page.get_by_label("Pictures to add").set_input_files(fog)
    expect(page.get_by_text("goes on by itself")).to_be_visible()
    page.evaluate("window.ofThisAccount = true")
    page.get_by_role("button", name=f"Account {NAME}").click()
    expect(page.get_by_text("Still under way: 1 file on the way.")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
    assert page.evaluate("window.ofThisAccount") is None, "what was going on for it goes on"
    page.close()
