"""A lost line, another print, a reload, a session that ends: what is in hand stays in hand."""

from __future__ import annotations

import base64
from pathlib import Path

import pytest
from playwright.sync_api import Page, Route, expect

from tests.browser.access import axe_in_both
from tests.pictures import noise, save


@pytest.fixture
def two(bench) -> Page:
    """The first of two prints of a job on the bench."""
    page: Page = bench(title="Two prints", prints=2)
    expect(page.get_by_role("button", name="Next print")).to_be_enabled()
    return page


def title(page: Page):
    page.locator("[data-step=picture]").click()
    return page.get_by_label("Title of the print")


def saving(page: Page):
    return page.locator("[data-saving]")


def test_a_change_made_without_a_line_outlives_the_next_print(two: Page) -> None:
    page = two
    first = page.url.split("/prints/")[1].split("/")[0]
    page.route(f"**/api/prints/{first}/plan", lambda route: route.abort())
    title(page).fill("Fog, made without a line")
    page.keyboard.press("Enter")
    expect(saving(page)).to_have_text("waiting")
    page.get_by_role("button", name="Next print").click()
    expect(saving(page)).to_have_text("saved")
    line = page.locator(".unsaved-line")
    expect(line).to_contain_text("Fog, made without a line waits for the server")
    page.unroute(f"**/api/prints/{first}/plan")
    expect(line).to_be_hidden(timeout=15_000)
    page.get_by_role("button", name="Previous print").click()
    expect(title(page)).to_have_value("Fog, made without a line")
    page.reload()
    expect(title(page)).to_have_value("Fog, made without a line")


def test_half_a_title_goes_along_by_the_back_button(two: Page) -> None:
    page = two
    title(page).click()
    page.keyboard.press("Control+a")
    page.keyboard.type("half a ti")
    page.go_back()
    page.go_forward()
    expect(title(page)).to_have_value("half a ti")
    expect(saving(page)).to_have_text("saved")


def test_escape_gives_the_title_back(two: Page) -> None:
    field = title(two)
    before = field.input_value()
    field.fill("something else")
    two.keyboard.press("Escape")
    expect(title(two)).to_have_value(before)


def test_what_the_server_has_not_got_survives_a_reload(two: Page) -> None:
    page = two
    at = page.url.split("/prints/")[1].split("/")[0]
    page.route(
        f"**/api/prints/{at}/plan",
        lambda route: route.fulfill(status=503, json={"message": "away", "problems": []}),
    )
    title(page).fill("kept through a reload")
    page.keyboard.press("Enter")
    expect(saving(page)).to_have_text("waiting")
    page.once("dialog", lambda dialog: dialog.accept())
    page.reload()
    expect(title(page)).to_have_value("kept through a reload")
    page.unroute(f"**/api/prints/{at}/plan")
    expect(saving(page)).to_have_text("saved", timeout=15_000)


def test_coming_back_online_overwrites_nothing(two: Page) -> None:
    page = two
    field = title(page)
    field.fill("typed while away")
    page.context.set_offline(True)
    page.keyboard.press("Enter")
    expect(saving(page)).to_have_text("waiting")
    page.context.set_offline(False)
    expect(saving(page)).to_have_text("saved", timeout=15_000)
    expect(title(page)).to_have_value("typed while away")


def test_a_table_typed_in_without_a_line_stands_where_it_is_and_is_saved_later(page: Page) -> None:
    page.goto("/stock")
    currency = page.get_by_label("Currency")
    medium = page.get_by_label("Medium").first
    at = medium.bounding_box()
    page.route("**/api/stock", lambda route: route.abort())
    currency.fill("Taler")
    page.keyboard.press("Enter")
    told = page.get_by_text("is saved by itself")
    expect(told).to_be_visible()
    assert medium.bounding_box() == at, "the words for it pushed the table away"
    axe_in_both(page, "stock without a line")
    page.unroute("**/api/stock")
    expect(told).to_be_hidden(timeout=15_000)
    page.reload()
    expect(currency).to_have_value("Taler")


def test_quick_undos_on_a_slow_line_go_one_after_the_other(two: Page) -> None:
    page = two
    field = title(page)
    first = field.input_value()
    for words in ("Once", "Twice"):
        field.fill(words)
        page.keyboard.press("Enter")
        expect(saving(page)).to_have_text("saved")
    on_its_way: list[Route] = []
    page.route("**/api/prints/*/undo", lambda route: on_its_way.append(route))
    page.locator("[data-step=picture]").focus()
    for _ in range(2):
        page.keyboard.press("Control+z")
    for _ in range(2):
        while not on_its_way:
            page.wait_for_timeout(20)
        page.wait_for_timeout(100)
        assert len(on_its_way) == 1, "the second did not wait for the first"
        on_its_way.pop().continue_()
    expect(field).to_have_value(first)
    expect(saving(page)).to_have_attribute("data-saving", "saved")
    expect(page.get_by_role("alert")).to_have_count(0)


def test_a_machine_that_lost_its_network_works_on_with_the_server_on_it(two: Page) -> None:
    page = two
    page.evaluate("window.dispatchEvent(new Event('offline'))")
    page.get_by_role("link", name="Two prints").click()
    expect(page.get_by_role("heading", name="Two prints")).to_be_visible()


def test_a_session_that_ends_is_taken_up_over_the_page(two: Page) -> None:
    from tests.browser.access import axe
    from tests.running import PASSWORD

    page = two
    field = title(page)
    page.wait_for_load_state("networkidle")
    page.context.clear_cookies(name="sessionid")
    field.fill("after the session ended")
    page.keyboard.press("Enter")
    leaf = page.get_by_role("dialog", name="Sign in again")
    expect(leaf).to_contain_text("what you have in hand is still here")
    axe(page, "sign in again")
    expect(leaf.get_by_label("Password")).to_be_focused()
    page.keyboard.type(PASSWORD)
    page.keyboard.press("Enter")
    expect(leaf).to_be_hidden()
    expect(saving(page)).to_have_text("saved", timeout=10_000)
    expect(title(page)).to_have_value("after the session ended")
    page.reload()
    expect(title(page)).to_have_value("after the session ended")


def test_a_window_whose_session_became_somebody_elses_changes_nothing_of_theirs(
    stack, browser
) -> None:
    from tests.running import NAME, PASSWORD

    stack.manage("make_account", "visitor")
    windows = browser.new_context(base_url=stack.address)
    mine, theirs = windows.new_page(), windows.new_page()
    for page, name in ((mine, NAME), (theirs, "visitor")):
        page.goto("/")
        if page == theirs:
            page.get_by_role("button", name=f"Account {NAME}").click()
            page.get_by_role("button", name="Sign out").click()
        expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password").fill(PASSWORD)
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name=f"Account {name}")).to_be_visible()
    mine.get_by_role("button", name="in", exact=True).click()
    leaf = mine.get_by_role("dialog", name="Sign in again")
    expect(leaf).to_contain_text(f"Sign in again as {NAME}")
    theirs.reload()
    expect(theirs.get_by_role("button", name="cm", exact=True)).to_have_attribute(
        "aria-pressed", "true"
    )
    leaf.get_by_label("Password").fill(PASSWORD)
    mine.keyboard.press("Enter")
    expect(leaf).to_be_hidden()
    expect(mine.get_by_role("button", name=f"Account {NAME}")).to_be_visible()
    theirs.get_by_role("button", name="mm", exact=True).click()
    expect(theirs.get_by_role("dialog", name="Sign in again")).to_contain_text("as visitor")
    windows.close()


def test_make_file_pulls_nobody_back(two: Page) -> None:
    page = two
    at = page.url.split("/prints/")[1].split("/")[0]
    page.route(f"**/api/prints/{at}/plan", lambda route: route.abort())
    title(page).fill("to be made")
    page.get_by_role("button", name="Make the file", exact=True).first.click()
    page.get_by_role("link", name="Two prints").first.click()
    expect(page.get_by_role("heading", name="Two prints", level=1)).to_be_visible()
    with page.expect_response(
        lambda answer: answer.url.endswith("/orders") and answer.request.method == "POST",
        timeout=20_000,
    ):
        page.unroute(f"**/api/prints/{at}/plan")
    page.wait_for_timeout(300)
    expect(page.get_by_role("heading", name="Two prints", level=1)).to_be_visible()


def test_a_print_removed_in_another_window_has_one_way_on(two: Page) -> None:
    page = two
    at = page.url.split("/prints/")[1].split("/")[0]
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    page.request.delete(f"/api/prints/{at}", headers={"X-CSRFToken": token})
    title(page).fill("too late")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("removed elsewhere")
    page.get_by_role("alert").get_by_role("link", name="To the job").click()
    expect(page.get_by_role("heading", name="Two prints", level=1)).to_be_visible()
    expect(page.locator(".unsaved-line")).to_be_hidden()


def test_while_the_server_is_away_the_page_says_so_and_goes_on(two: Page) -> None:
    page = two
    page.route("**/api/jobs", lambda route: route.abort())
    page.get_by_role("link", name="Zollstock, all jobs").click()
    expect(page.locator(".away-line")).to_contain_text("does not answer")
    page.unroute("**/api/jobs")
    page.locator(".away-line").get_by_role("button", name="Try now").click()
    expect(page.get_by_role("heading", name="Two prints").first).to_be_visible()
    expect(page.locator(".away-line")).to_be_hidden()


DROP = """([name, content]) => {
    const data = new DataTransfer();
    data.items.add(new File([Uint8Array.from(atob(content), (sign) => sign.charCodeAt(0))], name, { type: "image/jpeg" }));
    const target = document.querySelector("main") ?? document.body;
    for (const kind of ["dragover", "drop"]) {
        const event = new DragEvent(kind, { dataTransfer: data, bubbles: true, cancelable: true });
        target.dispatchEvent(event);
        if (!event.defaultPrevented) throw new Error("the browser would open the file");
    }
}"""


def drop(page: Page, file: Path) -> None:
    page.evaluate(DROP, [file.name, base64.b64encode(file.read_bytes()).decode()])


def test_a_file_dropped_on_the_bench_comes_into_its_job(two: Page, tmp_path: Path) -> None:
    page = two
    drop(page, save(noise(640, 480, seed=91), tmp_path / "dropped-on-the-bench.jpg"))
    page.get_by_role("link", name="Two prints").first.click()
    expect(page.get_by_text("dropped on the bench").first).to_be_visible(timeout=20_000)


def test_a_file_dropped_among_the_jobs_asks_for_one(two: Page, tmp_path: Path) -> None:
    page = two
    page.goto("/")
    expect(page.get_by_role("heading", name="Two prints").first).to_be_visible()
    drop(page, save(noise(640, 480, seed=92), tmp_path / "homeless.jpg"))
    leaf = page.get_by_role("dialog", name="Into which job?")
    expect(leaf).to_contain_text("homeless.jpg")
    leaf.get_by_role("button", name="Two prints").first.click()
    expect(page.get_by_role("heading", name="Two prints", level=1)).to_be_visible()
    expect(page.locator("[role=list] a[href^='/prints/']").get_by_text("homeless")).to_be_visible(
        timeout=20_000
    )


def test_uploads_go_on_while_somebody_walks_about(two: Page, tmp_path: Path) -> None:
    """The line breaks while a file is sent; its owner has long gone to another place."""
    page = two
    page.get_by_role("link", name="Two prints").first.click()
    page.route("**/api/pictures?*", lambda route: route.abort())
    file = save(noise(700, 500, seed=93), tmp_path / "walking.jpg")
    page.get_by_label("Pictures to add").set_input_files(file)
    expect(page.get_by_text("goes on by itself")).to_be_visible()
    page.get_by_role("button", name="Studio").click()
    page.get_by_role("link", name="Sizes The sizes").click()
    line = page.locator(".files-line")
    expect(line).to_contain_text("walking.jpg waits for the server")
    page.unroute("**/api/pictures?*")
    expect(line).to_be_hidden(timeout=20_000)
    page.go_back()
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(3)
    expect(page.get_by_role("region", name="Arriving files")).to_contain_text("walking.jpg")


def test_a_large_file_goes_on_where_the_line_broke(two: Page, tmp_path: Path) -> None:
    page = two
    page.get_by_role("link", name="Two prints").first.click()
    sent: list[str] = []
    page.on(
        "request",
        lambda asked: sent.append(asked.url.partition("at=")[2]) if "?at=" in asked.url else None,
    )
    page.route("**/api/parcels/*?at=8388608", lambda route: route.abort(), times=1)
    file = save(noise(2400, 1400, seed=94), tmp_path / "large.tif", compression="none")
    page.get_by_label("Pictures to add").set_input_files(file)
    expect(page.locator("[role=list] a[href^='/prints/']")).to_have_count(3, timeout=30_000)
    assert sent == ["0", "8388608", "8388608"]


def test_a_hand_that_is_called_off_leaves_no_trace(two: Page) -> None:
    """Escape and the right button on the distance rail; the plan is the one from before."""
    page = two
    page.locator("[data-step=distance]").click()
    viewer = page.get_by_role("slider", name="Viewer's distance")
    before = viewer.get_attribute("aria-valuenow")
    track = page.locator(".rail-track").bounding_box()
    assert track and before
    x, y = track["x"] + track["width"] * 0.8, track["y"] + track["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down(button="right")
    page.mouse.move(x - 60, y)
    page.mouse.up(button="right")
    expect(viewer).to_have_attribute("aria-valuenow", before)
    page.mouse.down()
    page.mouse.move(x - 200, y)
    expect(viewer).not_to_have_attribute("aria-valuenow", before)
    page.keyboard.press("Escape")
    page.mouse.move(x - 300, y)
    page.mouse.up()
    expect(viewer).to_have_attribute("aria-valuenow", before)
    expect(saving(page)).to_have_text("saved")


def test_a_size_typed_while_the_server_is_away_is_kept_over_steps_and_a_reload(bench) -> None:
    page: Page = bench(step="size")
    page.route("**/api/sizes/read", lambda route: route.abort())
    field = page.get_by_label("Finished size")
    field.fill("24 x 36 cm")
    field.press("Enter")
    expect(page.get_by_text("Not saved yet: the server does not answer").first).to_be_visible()
    page.locator("[data-step=edge]").click()
    expect(page.get_by_text("The size “24 x 36 cm”: Not saved yet")).to_be_visible()
    page.locator("[data-step=size]").click()
    expect(page.get_by_label("Finished size")).to_have_value("24 x 36 cm")
    page.reload()
    expect(page.get_by_label("Finished size")).to_have_value("24 x 36 cm")
    page.locator("[data-step=pixels]").click()
    page.unroute("**/api/sizes/read")
    expect(page.locator("[data-step=size] .blade-key")).to_contain_text("24", timeout=15_000)
    page.locator("[data-saving=saved]").wait_for()
    expect(page.get_by_text("Not saved yet")).to_have_count(0)
    page.reload()
    expect(page.locator("[data-step=size] .blade-key")).to_contain_text("36")
