"""A job at the counter through the real interface: its rule, many prints at once, said prints, files, versions, finding."""

from __future__ import annotations

import io
import re
import zipfile

import pytest
from playwright.sync_api import Page, Route, expect

from tests.browser.access import axe, axe_in_both
from tests.pictures import noise, save


@pytest.fixture
def job(bench) -> Page:
    """The job of one print of 15 × 10 cm, at its own page, with three more prints that were said."""
    page: Page = bench(plan={"target": {"width": "15 cm", "height": "10 cm"}})
    page.get_by_role("navigation", name="Where you are").get_by_role("link").first.click()
    expect(prints(page)).to_have_count(1)
    say(page, "2 x 50x40 canvas mirrored 4 cm; 30x20 satin; 13x18 glossy")
    expect(prints(page)).to_have_count(4)
    return page


def prints(page: Page):
    return page.get_by_role("list", name="Prints").get_by_role("listitem")


def say(page: Page, text: str) -> None:
    """By the keyboard alone."""
    page.get_by_role("heading", name=re.compile(r"^\d+\sprint")).click()
    page.keyboard.press("t")
    page.get_by_label("What is wanted").fill(text)
    expect(page.get_by_role("button", name=re.compile(r"^Take \d"))).to_be_enabled()
    page.get_by_label("What is wanted").press("Enter")
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_what_is_said_is_read_word_by_word_and_what_is_not_understood_is_shown(job: Page) -> None:
    page = job
    page.get_by_role("button", name="Say prints").click()
    page.get_by_label("What is wanted").fill("60x40 purple; 11 1/ in; 8 passport photos")
    cards = page.get_by_role("list", name="As it was read").get_by_role("listitem")
    expect(cards).to_have_count(3)
    expect(cards.nth(0)).to_contain_text("not understood")
    expect(cards.nth(1)).to_contain_text("Not taken")
    axe_in_dialog(page, "say prints")
    cards.nth(0).get_by_role("checkbox", name="take").uncheck()
    page.get_by_role("button", name="Take 1 print").click()
    expect(prints(page)).to_have_count(5)
    expect(prints(page).last).to_contain_text("layout")


def test_a_folder_comes_in_under_one_bar_and_what_is_no_picture_stays(job: Page, tmp_path) -> None:
    page = job
    folder = tmp_path / "stick"
    (folder / "day 2").mkdir(parents=True)
    for number in range(14):
        save(
            noise(60, 40, seed=number), folder / ("day 2" if number % 2 else "") / f"p{number}.jpg"
        )
    (folder / "notes.txt").write_text("salt")
    page.get_by_label("A folder to take them from").set_input_files(folder)
    arriving = page.get_by_role("region", name="Arriving files")
    expect(arriving.get_by_label("All files sent")).to_be_visible()
    expect(arriving).to_contain_text("14 of 14 added", timeout=60_000)
    expect(arriving).to_contain_text("1 file of the folder is no picture")
    expect(arriving.get_by_role("listitem")).to_have_count(0)
    expect(page.get_by_role("heading", name=re.compile(r"^18\sprints"))).to_be_visible()
    arriving.get_by_role("button", name="Clear the list").click()
    expect(arriving).to_have_count(0)


def axe_in_dialog(page: Page, where: str) -> None:
    axe(page, where)


def test_nothing_is_pushed_away_from_under_a_hand(job: Page) -> None:
    """What is beside the prints comes at once: a card that came late would move what is about to be pressed."""
    page = job
    held: list[Route] = []
    page.route("**/client-links", lambda route: held.append(route))
    page.reload()
    remove = page.get_by_role("button", name="Remove the job")
    expect(prints(page)).to_have_count(4)
    page.wait_for_function(
        "performance.getEntriesByType('resource').some(({ name }) => name.endsWith('/standard'))"
    )
    expect(remove).to_have_count(0)
    held[0].continue_()
    expect(remove).to_be_visible()
    before = remove.bounding_box()
    # What the job's files weigh is asked for last of all.
    expect(page.get_by_text(re.compile(r"versions \d"))).to_be_visible()
    assert remove.bounding_box() == before


def test_what_cannot_be_had_hides_nothing_else(job: Page) -> None:
    """One part of what stands beside the prints fails, again and again: all others are there."""
    page = job
    page.route("**/client-links", lambda route: route.fulfill(status=500, json={"message": "x", "problems": []}))  # fmt: skip
    page.reload()
    expect(page.get_by_role("button", name="Remove the job")).to_be_visible()
    expect(page.get_by_role("complementary", name="At the counter")).to_be_visible()
    page.unroute("**/client-links")


def test_prints_go_along_the_rule_by_mouse_and_keys(job: Page) -> None:
    page = job
    axe_in_both(page, "a job")
    rule = page.get_by_role("tablist", name="States of the job")
    expect(rule.get_by_role("tab").first).to_contain_text("4 prints")
    page.get_by_role("heading", name=re.compile(r"^4\sprints")).click()
    page.keyboard.press("a")
    expect(page.get_by_role("region", name="Chosen prints")).to_contain_text("4 chosen")
    axe(page, "chosen prints")
    page.get_by_role("region", name="Chosen prints").get_by_role(
        "button", name="Printed", exact=True
    ).click()
    expect(rule.get_by_role("tab").nth(2)).to_contain_text("5 to check")
    page.get_by_role("heading", name=re.compile(r"^4\sprints")).click()
    page.keyboard.press("Escape")
    expect(page.get_by_role("region", name="Chosen prints")).to_have_count(0)
    rule.get_by_role("tab").nth(3).click()
    expect(page.get_by_text("No print here is like that.")).to_be_visible()
    page.get_by_role("button", name="Show all").click()
    expect(prints(page)).to_have_count(4)
    # Copy by copy, with one spoiled.
    page.get_by_role("button", name=re.compile(r": 2 copies, price, note$")).click()
    page.get_by_role("button", name="One is spoiled").click()
    expect(page.get_by_role("dialog")).to_contain_text("1 spoiled")
    axe(page, "copies of a print")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(prints(page).filter(has_text="1 of 2 printed, 1 spoiled")).to_have_count(1)


def test_what_was_duplicated_is_what_is_chosen_then(job: Page) -> None:
    page = job
    chosen = page.get_by_role("region", name="Chosen prints")
    prints(page).filter(has_text="30 × 20 cm").get_by_role("checkbox").check()
    chosen.get_by_role("button", name="Duplicate").click()
    expect(prints(page)).to_have_count(5)
    twins = prints(page).filter(has_text="30 × 20 cm")
    expect(twins).to_have_count(2)
    expect(chosen).to_contain_text("1 chosen")
    expect(twins.nth(0).get_by_role("checkbox")).not_to_be_checked()
    expect(twins.nth(1).get_by_role("checkbox")).to_be_checked()
    chosen.get_by_role("button", name="Remove", exact=True).click()
    expect(prints(page)).to_have_count(4)


def test_a_print_in_trouble_opens_at_what_cures_it(bench) -> None:
    page: Page = bench(plan={"output": {"format": "jpeg", "bits": 16}})
    page.get_by_role("navigation", name="Where you are").get_by_role("link").first.click()
    page.get_by_role("button", name="Trouble", exact=True).click()
    prints(page).first.get_by_role("link").first.press("Enter")
    expect(page).to_have_url(re.compile(r"/prints/\d+/handover$"))
    expect(page.locator("#worksheet .finding :focus")).to_have_text("Take 8 bits")
    page.keyboard.press("Enter")
    expect(page.locator("#worksheet .finding[data-level=stop]")).to_have_count(0)


def test_settings_are_given_to_all_and_undone_at_once(job: Page) -> None:
    page = job
    page.get_by_role("checkbox", name="Choose all that are listed").check()
    page.get_by_role("button", name="Give them settings of …").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Settings of").select_option(index=1)  # 50 × 40 cm
    expect(dialog.get_by_text("3 of 3 prints would change.")).to_be_visible()
    axe(page, "give settings")
    dialog.get_by_role("button", name="Give them to 3").click()
    expect(prints(page).filter(has_text="50 × 40 cm")).to_have_count(4)
    page.get_by_role("button", name="Undo for all").click()
    expect(prints(page).filter(has_text="50 × 40 cm")).to_have_count(1)
    expect(prints(page).filter(has_text="15 × 10 cm")).to_have_count(1)


def test_all_files_are_made_by_one_button_and_come_in_one_zip(job: Page) -> None:
    page = job
    files = page.get_by_role("region", name="All files")
    files.get_by_role("button", name="Names").click()
    page.get_by_label("Pattern").fill("{number}_{title}")
    expect(
        page.get_by_role("list", name="Names that come of it").get_by_role("listitem")
    ).to_have_count(4)
    axe(page, "names of files")
    page.get_by_role("button", name="Save the pattern").click()
    files.get_by_role("button", name="Make 4 files").click()
    expect(files.get_by_role("link", name="ZIP of 4 files")).to_be_visible(timeout=60_000)
    expect(page.get_by_role("tab").nth(1)).to_contain_text("4 prints")
    with page.expect_download() as held:
        files.get_by_role("link", name="ZIP of 4 files").click()
    bag = zipfile.ZipFile(io.BytesIO(held.value.path().read_bytes()))
    assert len([name for name in bag.namelist() if re.match(r"\d+-\d_", name)]) == 4
    assert {"files.csv", "ticket.pdf"} <= set(bag.namelist())


def test_versions_lie_side_by_side_and_are_gone_back_to(job: Page) -> None:
    page = job
    title = prints(page).first.get_by_role("link").first
    address = title.get_attribute("href")
    title.focus()
    page.keyboard.press("F2")
    page.keyboard.press("Control+a")
    page.keyboard.type("Fog, named in place")
    page.keyboard.press("Enter")
    expect(title).to_have_text("Fog, named in place")
    page.goto(f"{address}/versions")
    expect(page.get_by_role("region", name="Two side by side")).to_be_visible()
    axe_in_both(page, "versions")
    page.get_by_role("button", name=re.compile("^Go back to")).click()
    expect(page).to_have_url(re.compile(r"/prints/\d+"))


def test_everything_is_found_from_everywhere_by_a_key(job: Page) -> None:
    page = job
    page.get_by_role("heading", name=re.compile(r"^4\sprints")).click()
    page.keyboard.press("/")
    sought = page.get_by_role(
        "combobox", name="Find a job, a print, a place, or what this page does"
    )
    expect(sought).to_be_focused()
    sought.fill("stock")
    expect(
        page.get_by_role("listbox", name="What was found").get_by_role("option", selected=True)
    ).to_contain_text("Stock")
    axe(page, "find")
    sought.press("Enter")
    expect(page).to_have_url(re.compile(r"/stock$"))
    page.keyboard.press("/")
    sought.fill("50x40")
    found = page.get_by_role("option").filter(has_text="50 × 40 cm").first
    expect(found).to_be_visible()
    sought.press("Escape")
    expect(sought).to_have_count(0)


def test_prices_are_kept_and_a_job_costs_what_they_say(job: Page) -> None:
    page = job
    price = page.get_by_role("region", name="Price")
    expect(price).to_contain_text("All")
    page.get_by_role("button", name="Quote, deposit, paid").click()
    page.get_by_role("button", name="deposit", exact=True).click()
    page.get_by_label(re.compile("^Amount")).fill("11 1/")
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("dialog")).to_contain_text("is no amount")
    page.get_by_label(re.compile("^Amount")).fill("20,50")
    page.get_by_role("button", name="Write it down").click()
    expect(price).to_contain_text("20.50")
    expect(price).to_contain_text("Still to be paid")
    page.goto("/prices")
    axe_in_both(page, "prices")


def test_a_client_answers_on_a_phone_and_it_arrives_on_the_job(job: Page, stack, browser) -> None:
    page = job
    page.evaluate(
        """async () => {
            const job = location.pathname.split("/").pop();
            const {ids} = await (await fetch(`/api/jobs/${job}/rows/ids`)).json();
            const sent = await fetch(`/api/jobs/${job}/layouts`, {method: "POST", headers: {"Content-Type": "application/json",
            "X-CSRFToken": document.cookie.match(/csrftoken=([^;]+)/)[1]}, body: JSON.stringify({kind: "hang", prints: [ids[1]]})});
            if (!sent.ok) throw new Error(await sent.text());
        }"""
    )
    prints(page).nth(1).get_by_role("checkbox").check()
    page.get_by_role("button", name="A page of the 1 chosen").click()
    page.get_by_label("On their wall").select_option(index=1)
    page.get_by_label("Words for the client").fill("Which one for the stairs?")
    page.get_by_role("button", name="Make the page").click()
    address = page.get_by_label("The link").input_value()
    axe(page, "a page for the client")
    phone = browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True, reduced_motion="reduce")  # fmt: skip
    shown = phone.new_page()
    shown.goto(address)
    expect(shown.get_by_role("heading", name="Which one for the stairs?")).to_be_visible()
    expect(shown.get_by_role("img", name="What hangs, on its wall")).to_be_visible()
    expect(shown.get_by_role("img")).to_have_count(2)
    axe(shown, "the client's page")
    assert shown.evaluate("document.documentElement.scrollWidth") <= 390
    shown.get_by_role("button", name=re.compile("larger$")).tap()
    axe(shown, "a print alone")
    shown.get_by_role("button", name="On its wall").tap()
    expect(shown.get_by_role("dialog").get_by_role("img")).to_have_count(1)
    axe(shown, "a print on its wall")
    shown.get_by_role("button", name="On a wall").tap()
    expect(shown.get_by_role("img", name=re.compile("on a wall, beside somebody"))).to_be_visible()
    axe(shown, "a print on a wall")
    shown.get_by_role("button", name="Beside another size").tap()
    expect(
        shown.get_by_role("img", name=re.compile("beside A4 sheet, to one scale"))
    ).to_be_visible()
    axe(shown, "a print beside another size")
    assert shown.evaluate("document.documentElement.scrollWidth") <= 390
    shown.get_by_role("button", name="Close").tap()
    shown.get_by_role("button", name="Yes").tap()
    expect(shown.get_by_text("Sent. The last word counts.")).to_be_visible()
    shown.get_by_label(re.compile("^A word about")).fill("a little more white below?")
    shown.get_by_role("button", name="Send").tap()
    expect(shown.get_by_role("button", name="Send")).to_be_disabled()
    shown.goto(f"{address.split('/shown/')[0]}/shown/nothing")
    expect(shown.get_by_text("There is nothing under this link, or not any more.")).to_be_visible()
    phone.close()
    page.get_by_role("dialog").get_by_role("button", name="Close").click()
    page.reload()
    said = page.get_by_role("list", name="What the client said")
    expect(said).to_contain_text("yes")
    expect(said).to_contain_text("a little more white below?")
    page.get_by_role("button", name="take it back").click()
    expect(page.get_by_role("button", name="take it back")).to_have_count(0)
