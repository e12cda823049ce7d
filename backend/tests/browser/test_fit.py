"""Fit through the real screen: keep zones, the crop by hand, both ways out, by mouse and by keyboard."""

from __future__ import annotations

import re
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from threading import Event

import pytest
from playwright.sync_api import FloatRect, Page, Route, expect

from tests.browser.access import axe
from tests.browser.standing import standing
from tests.pictures import chart, save


def square(bench, **more) -> Page:
    """A 3:2 picture on a square sheet, in the Fit step."""
    page: Page = bench(step="fit", plan={"target": {"width": "30 cm", "height": "30 cm"}}, **more)
    expect(page.get_by_role("region", name="Keep zones")).to_be_visible()
    return page


def window(page: Page):
    return page.locator(".drawing-window")


def drag(page: Page, start: tuple[float, float], by: tuple[float, float]) -> None:
    page.mouse.move(*start)
    page.mouse.down()
    page.mouse.move(start[0] + by[0], start[1] + by[1], steps=6)
    page.mouse.up()


def draw_zone(page: Page, box: tuple[float, float, float, float]) -> None:
    """Draw a zone over shares of the printed window."""
    page.get_by_role("button", name="Draw a keep zone").click()
    at = standing(window(page))
    drag(
        page,
        (at["x"] + box[0] * at["width"], at["y"] + box[1] * at["height"]),
        (box[2] * at["width"], box[3] * at["height"]),
    )


def saved(page: Page) -> None:
    page.locator("[data-saving=saved]").wait_for()


@contextmanager
def figures_held_back(page: Page) -> Iterator[None]:
    """Until this ends no figures come: what is done meanwhile is faster than every answer."""
    held: list[Route] = []
    free = Event()
    page.route(
        "**/api/reckon",
        lambda route: route.continue_() if free.is_set() else held.append(route),
    )
    yield
    free.set()
    for route in held:
        route.continue_()


def expect_turned(page: Page, degrees: int) -> None:
    """The plan that the server keeps comes to be turned so far."""
    place = re.sub(r"/prints/(\d+).*", r"/api/prints/\1", page.url)
    end = time.monotonic() + 20
    while page.request.get(place).json()["plan"]["fit"]["turn"] != degrees:
        assert time.monotonic() < end, f"never turned by {degrees}°"
        page.wait_for_timeout(50)


#: React hands an element new properties whenever it is drawn again, changed or not.
PROPERTIES = "(node) => node[Object.keys(node).find((name) => name.startsWith('__reactProps$'))]"
LOOK = f"""(places) => {{
  const properties = {PROPERTIES};
  window.looked = [...document.querySelectorAll(places)].map((node) => [node, properties(node)]);
  return window.looked.length;
}}"""
DRAWN_AGAIN = f"""() => {{
  const properties = {PROPERTIES};
  return window.looked.filter(([node, before]) => properties(node) !== before).map(([node]) => node.className);
}}"""


def test_under_a_moving_hand_only_what_shows_another_figure_is_drawn_again(bench) -> None:
    page = square(bench)
    at = standing(window(page))
    x, y = at["x"] + at["width"] / 2, at["y"] + at["height"] / 2
    crop = page.locator("[data-figure=crop_x] .figure")

    def moved(to: float) -> None:
        before = crop.inner_text()
        page.mouse.move(x + to, y)
        expect(crop).not_to_have_text(before)

    page.mouse.move(x, y)
    page.mouse.down()
    moved(8)
    # Not the ways out: on a slow machine the hand rests between two figures, and they follow it then.
    still = "header, .rule, .blade, .rail, .rail-viewer"
    assert page.evaluate(LOOK, f"{still}, .pad") == 12
    moved(16)
    assert page.evaluate(DRAWN_AGAIN) == ["pad"]
    page.mouse.up()


def test_a_zone_is_drawn_named_moved_resized_and_deleted(bench) -> None:
    page = square(bench)
    draw_zone(page, (0.6, 0.4, 0.3, 0.2))
    name = page.get_by_label("Name of the keep zone")
    expect(name).to_have_value("zone 1")
    expect(name).to_be_focused()
    page.keyboard.type("hand")
    page.keyboard.press("Enter")
    zone = page.locator("[data-zone=hand]")
    expect(zone).to_be_visible()
    room = page.locator("[data-zone-room=hand]")
    expect(room).to_contain_text("right")
    before = room.inner_text()

    rim = standing(zone.locator("rect.keep-rim"))
    drag(page, (rim["x"] + rim["width"] / 2, rim["y"] + rim["height"] / 2), (-40, 0))
    expect(room).not_to_have_text(before)
    moved = zone.locator("rect.keep-rim").bounding_box()
    assert moved and moved["x"] == pytest.approx(rim["x"] - 40, abs=4)
    assert moved["width"] == pytest.approx(rim["width"], abs=2)
    drag(page, (moved["x"] + moved["width"], moved["y"] + moved["height"]), (30, 20))
    larger = zone.locator("rect.keep-rim").bounding_box()
    assert larger and larger["width"] == pytest.approx(moved["width"] + 30, abs=4)
    saved(page)

    for step in ("picture", "edge", "handover"):  # in every step, with its room
        page.locator(f"[data-step={step}]").click()
        expect(zone).to_contain_text("hand")
        expect(zone).to_contain_text("cm")
    page.get_by_role("button", name="in", exact=True).click()
    expect(zone).to_contain_text("in")
    page.get_by_role("button", name="cm", exact=True).click()

    page.locator("[data-step=fit]").click()
    page.reload()
    expect(zone).to_be_visible()
    page.get_by_role("button", name="Delete the keep zone hand").click()
    expect(zone).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(zone).to_be_visible()


def test_a_zone_by_keyboard_alone(bench) -> None:
    page = square(bench)
    page.locator("[data-step=fit]").focus()
    page.keyboard.press("k")
    expect(page.get_by_test_id("zone-pad")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the keep zone")).to_be_focused()
    page.keyboard.type("lamp")
    page.keyboard.press("Enter")
    zone = page.locator("[data-zone=lamp]")
    zone.focus()
    rim = zone.locator("rect.keep-rim")
    before = rim.bounding_box()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowLeft")
    page.keyboard.press("Control+ArrowRight")
    after = rim.bounding_box()
    assert before and after and after["x"] < before["x"] - 20 and after["width"] > before["width"]
    axe(page, "a chosen zone")
    page.keyboard.press("Delete")
    expect(zone).to_have_count(0)


def test_what_a_crop_cuts_cannot_be_overlooked_and_is_cured_by_a_click(bench) -> None:
    page = square(bench)
    draw_zone(page, (-0.24, 0.3, 0.3, 0.3))  # half of it lies beyond the left edge
    expect(page.locator("[data-step=fit] .blade-state")).to_have_text("check")
    cut = page.locator("[data-finding=keep-zone-cut]")
    expect(cut).to_contain_text("beyond the left edge")
    expect(page.locator("[data-finding=centre-crop]")).to_contain_text(
        "A lab's centre crop would cut"
    )
    expect(page.locator("[data-finding=centre-crop] svg")).to_be_visible()
    cut.get_by_role("button", name="Move the crop left").click()
    expect(cut).to_have_count(0)
    expect(page.get_by_label("Place the crop by its keep zone")).to_be_checked()
    saved(page)


def test_zones_that_no_crop_can_hold_have_three_ways_out(bench) -> None:
    page = square(bench)
    draw_zone(page, (-0.24, 0.3, 1.48, 0.3))
    ways = page.get_by_role("list", name="What can be done")
    expect(ways.get_by_role("button")).to_have_count(3)
    expect(page.locator("[data-finding=keep-zone-cut]")).to_contain_text("too wide")
    axe(page, "ways out")
    ways.get_by_role("button").nth(1).click()
    expect(page.locator("[data-finding=keep-zone-cut]")).to_have_count(0)
    expect(page.locator("[data-step=size] .blade-key")).not_to_contain_text("30\u00a0×\u00a030")
    page.get_by_role("button", name="Undo").click()
    ways.get_by_role("button").nth(0).click()
    expect(page.locator("[data-step=fit] .blade-key")).to_have_text("Whole picture")


def test_the_crop_by_wheel_keys_and_typed_offsets(bench) -> None:
    page = square(bench)
    closer = page.get_by_role("slider", name="Zoom")
    at = standing(window(page))
    page.mouse.move(at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    page.mouse.wheel(0, -400)
    expect(closer).not_to_have_value("1")
    zoomed = float(closer.input_value())
    assert 1.5 < zoomed < 2.5
    window(page).focus()
    page.keyboard.press("+")
    expect(closer).not_to_have_value(str(zoomed))
    for _ in range(20):
        page.keyboard.press("-")
    expect(closer).to_have_value("1")

    left = page.get_by_label("Off the left")
    left.fill("100 px")
    left.press("Enter")
    expect(page.locator("[data-figure=crop_x]")).to_contain_text("= 100\u00a0px")
    left.fill("3 cm")
    left.press("Enter")
    expect(page.locator("[data-figure=crop_x]")).to_contain_text(
        "= 100\u00a0px"
    )  # 1000 px on 30 cm
    left.fill("40 cm")
    expect(page.get_by_role("alert")).to_contain_text("only 500 px of the width are to spare here")
    left.press("Escape")
    saved(page)


def test_a_crop_is_typed_exactly_and_a_double_click_sets_it_back(bench) -> None:
    page = square(bench)
    width, right = page.get_by_label("Crop width"), page.get_by_label("Off the right")
    before = width.input_value()
    width.fill("1000 px")
    width.press("Enter")
    expect(width).to_have_value(re.compile(r"^1[\s.,]?000\spx$"))
    expect(page.get_by_label("Crop height")).to_have_value(re.compile(r"^1[\s.,]?000\spx$"))
    right.fill("100")
    right.press("Enter")
    expect(right).to_have_value(re.compile(r"^100\spx$"))
    # As it is printed, too; and what there is not is said and changes nothing.
    width.fill("90 m")
    width.press("Enter")
    expect(page.get_by_text("the largest crop of this ratio is")).to_be_visible()
    width.press("Escape")
    window(page).dblclick()
    expect(width).to_have_value(before)
    expect(right).not_to_have_value(re.compile(r"^100\spx$"))
    expect(page.get_by_label("Off the left")).to_have_value(right.input_value())
    page.keyboard.press("Control+z")
    expect(right).to_have_value(re.compile(r"^100\spx$"))


def test_pinching_brings_the_picture_closer(bench) -> None:
    page = square(bench)
    at = standing(window(page))
    x, y = at["x"] + at["width"] / 2, at["y"] + at["height"] / 2
    line = page.context.new_cdp_session(page)

    def touch(kind: str, apart: float) -> None:
        points = (
            []
            if kind == "touchEnd"
            else [{"x": x - apart, "y": y, "id": 1}, {"x": x + apart, "y": y, "id": 2}]
        )
        line.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    touch("touchStart", 40)
    for apart in (50, 60, 70, 80):
        touch("touchMove", apart)
    touch("touchEnd", 0)
    expect(page.get_by_role("slider", name="Zoom")).to_have_value("2")


def test_turn_swap_straighten_and_guides_by_key(bench) -> None:
    page = square(bench)
    page.locator("[data-step=fit]").focus()
    page.keyboard.press("t")
    expect(page.locator("[data-step=picture] .blade-key")).to_contain_text("1000\u00a0×\u00a01500")
    page.keyboard.press("Shift+T")
    expect(page.locator("[data-step=picture] .blade-key")).to_contain_text("1500\u00a0×\u00a01000")
    with figures_held_back(page):
        for _ in range(3):
            page.keyboard.press("t")
    expect_turned(page, 270)
    page.keyboard.press("t")
    expect_turned(page, 0)
    for _ in range(2):
        page.keyboard.press(">")
    page.keyboard.press(".")
    expect(page.get_by_label("Straighten, degrees")).to_have_value("2.1°")
    expect(page.locator("[data-figure=angle_loss]")).to_be_visible()
    page.get_by_label("Straighten, degrees").fill("−16")
    expect(page.get_by_label("Straighten, degrees")).to_have_attribute("aria-invalid", "true")
    page.get_by_label("Straighten, degrees").fill("−1,5")
    page.get_by_label("Straighten, degrees").press("Enter")
    expect(page.locator("[data-figure=angle]")).to_contain_text("−1.5°")
    page.locator("[data-step=fit]").focus()
    for guide in ("thirds", "golden", "diagonals", "centre", "grid"):
        page.keyboard.press("g")
        expect(page.get_by_test_id(f"guide-{guide}")).to_be_attached()
    page.locator("[data-step=size]").click()
    size = page.get_by_label("Finished size")
    size.fill("40 x 30 cm")
    size.press("Enter")
    expect(page.locator("[data-step=size] .blade-key")).to_have_text("40\u00a0×\u00a030\u00a0cm")
    page.locator("[data-step=size]").focus()
    page.keyboard.press("s")
    expect(size).to_have_value("30 × 40 cm")
    saved(page)


def test_dragging_a_straightened_crop_keeps_it_inside(bench) -> None:
    page = square(bench)
    page.get_by_label("Straighten, degrees").fill("6")
    page.get_by_label("Straighten, degrees").press("Enter")
    expect(page.locator("[data-figure=angle]")).to_contain_text("6°")
    at = standing(window(page))
    drag(page, (at["x"] + at["width"] / 2, at["y"] + at["height"] / 2), (500, 0))
    expect(page.get_by_label("Off the left")).to_have_value("0 px")
    saved(page)


def apart(one: FloatRect, other: FloatRect) -> bool:
    return (
        one["x"] + one["width"] <= other["x"]
        or other["x"] + other["width"] <= one["x"]
        or one["y"] + one["height"] <= other["y"]
        or other["y"] + other["height"] <= one["y"]
    )


@pytest.mark.parametrize(
    ("fit", "edge", "sides"),
    [
        ({"turn": 90}, {}, 2),
        ({"zoom": 1.6, "anchor": [0.15, 0.5]}, {}, 4),
        ({"zoom": 3, "anchor": [0.5, 0.5]}, {}, 4),
        ({"anchor": [0.1, 0.5]}, {"edge": {"kind": "border", "left": "2 cm", "right": "2 cm", "top": "2 cm", "bottom": "2 cm"}}, 2),
    ],
)  # fmt: skip
def test_what_is_lost_is_told_on_each_side_clear_of_every_dimension(
    bench, fit: dict, edge: dict, sides: int
) -> None:
    page: Page = bench(
        step="fit", plan={"target": {"width": "30 cm", "height": "30 cm"}, "fit": fit} | edge
    )
    said = page.locator(".desk svg text.figure", has_text="\u2212")
    expect(said).to_have_count(sides)
    notes = [standing(note) for note in said.all()]
    figures = page.locator(".desk .dimension, .desk svg text.figure:not(:text('\u2212'))")
    others = [standing(figure) for figure in figures.all()]
    desk = standing(page.locator(".desk"))
    for note in notes:
        assert all(apart(note, other) for other in others), (note, others)
        assert all(apart(note, other) for other in notes if other is not note), notes
        assert note["x"] >= desk["x"] and note["x"] + note["width"] <= desk["x"] + desk["width"]
        assert note["y"] >= desk["y"] and note["y"] + note["height"] <= desk["y"] + desk["height"]


def test_padding_its_colour_and_its_place(bench) -> None:
    page = square(bench)
    page.get_by_role("button", name="Keep the picture whole").first.click()
    page.get_by_role("button", name="Grey", exact=True).click()
    expect(page.get_by_role("button", name="Grey", exact=True)).to_have_attribute(
        "aria-pressed", "true"
    )
    page.get_by_role("button", name="At the end").click()
    expect(page.locator("[data-figure=pad_bottom]")).to_contain_text("= 0\u00a0cm")
    axe(page, "padding")
    saved(page)


def test_a_colour_picked_from_the_picture(bench, tmp_path: Path) -> None:
    """The chart's blue is 90 throughout and its red grows to the right, so the spot shows."""
    page = bench(save(chart(1500, 1000), tmp_path / "chart.png"))
    page.get_by_label("Finished size").fill("30 x 30 cm")
    page.get_by_label("Finished size").press("Enter")
    page.locator("[data-step=fit]").click()
    page.get_by_role("button", name="Keep the picture whole").first.click()
    page.get_by_role("button", name="From the picture").click()
    pad = standing(page.get_by_test_id("colour-pad"))
    page.mouse.click(pad["x"] + pad["width"] * 0.8, pad["y"] + pad["height"] * 0.25)
    field = page.get_by_label("Own colour")
    expect(field).not_to_have_value("#ffffff")
    colour = field.input_value()
    red, green, blue = (int(colour[at : at + 2], 16) for at in (1, 3, 5))
    assert red == pytest.approx(204, abs=6) and green == pytest.approx(64, abs=6)
    assert blue == pytest.approx(90, abs=6)


def test_a_near_size_is_taken_by_one_click(bench) -> None:
    page = square(bench)
    near = page.get_by_role("group", name="Nearest sizes").get_by_role("button")
    # The third of the nearest is the sheet cut to the picture, which stands above them.
    expect(near).to_have_count(2)
    expect(near.first).to_contain_text("frames")
    near.first.click()
    expect(page.locator("[data-step=fit] .blade-key")).to_contain_text("Nothing")
    saved(page)
