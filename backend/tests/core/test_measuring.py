"""Devices that are measured: what is read off the trial sheet, and what follows for the row."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from zollstock.core.devices.measuring import ReadingsError, measured, parse_readings
from zollstock.core.devices.press import FileOnPaper, Settings, pressed
from zollstock.core.devices.trialsheet import bar_of, paper_of, trial_sheets
from zollstock.core.ground.rational import Fraction, exact
from zollstock.core.parts.device import DeviceUsed, Feed
from zollstock.core.shapes.box import ZERO, Box
from zollstock.core.studio.devices import SHIPPED

TODAY = date(2026, 11, 20)
A4 = {"name": "A4", "width": "210 mm", "height": "297 mm"}


def feed_of(**parts: Any) -> Feed:
    return Feed.model_validate(A4 | parts)


def read_off(true: Feed) -> dict[str, Any]:
    """What somebody reads off the trial sheet that a device of that row prints: to half a millimetre at the rulers."""
    w, h = paper_of(true)
    whole = Box(ZERO, ZERO, w, h)
    file = FileOnPaper(w, h, whole, whole, Fraction(360), (w, h))
    made = pressed(file, DeviceUsed(name="D", feed=true), Settings(), enlarges=False)
    x, y = made.file.w / w, made.file.h / h

    def first(margin: Fraction, begin: Fraction, share: Fraction) -> float:
        halves = -(-(margin - begin) / share * 2 // 1)
        return max(0.0, float(halves) / 2)

    left, top, right, bottom = true.margins.mm
    return {
        "bar_across": f"{float(100 * x):.1f} mm",
        "bar_along": f"{float(100 * y):.1f} mm",
        "cross_left": f"{float(made.file.x + made.file.w / 2):.1f} mm",
        "cross_top": f"{float(made.file.y + made.file.h / 2):.1f} mm",
        "margins": {
            "left": first(left, made.file.x, x),
            "top": first(top, made.file.y, y),
            "right": first(right, w - made.file.right, x),
            "bottom": first(bottom, h - made.file.bottom, y),
        },
    }


def test_a_device_that_fits_to_the_page_shows_by_its_bars() -> None:
    found, told = measured(feed_of(), parse_readings({"bar_across": "96,4 mm", "bar_along": "9.64 cm"}), TODAY)  # fmt: skip
    assert (found.scale_x, found.scale_y, found.measured) == (0.964, 0.964, "2026-11-20")
    assert told[0].working == "96,4 mm ÷ 100 mm = 96.4 %"


def test_a_bar_that_is_off_by_a_hair_is_true() -> None:
    found, told = measured(feed_of(scale_x=0.97), parse_readings({"bar_across": "99.9 mm"}), TODAY)
    assert found.scale_x == 1 and "as good as 100 %" in told[0].working


def test_what_was_not_measured_stays() -> None:
    before = feed_of(scale_y=0.98, margins={"left": "3 mm"})
    found, _ = measured(before, parse_readings({"bar_across": "96.4 mm"}), TODAY)
    assert found.scale_y == 0.98 and found.margins == before.margins


def test_the_cross_tells_how_far_beside_the_middle_it_prints() -> None:
    found, _ = measured(feed_of(), parse_readings({"cross_left": "106.2 mm", "cross_top": "148.4 mm"}), TODAY)  # fmt: skip
    assert (found.offset_x, found.offset_y) == (1.2, 0)  # 0.1 mm off the middle is how paper is cut


def test_borderless_the_largest_side_tells_the_overspray() -> None:
    numbers = {"left": 2, "top": 2.5, "right": 2.5, "bottom": 2}
    found, _ = measured(feed_of(), parse_readings({"borderless": numbers}), TODAY)
    assert found.borderless and found.overspray.typed == "2.6 mm"  # 2.5 × 210 ÷ (210 − 5) = 2.56


@pytest.mark.parametrize(
    ("readings", "said"),
    [
        ({"bar_across": "9.64 mm"}, "measure it again"),
        ({"bar_across": "11 1/ in"}, "bar_across"),
        ({"cross_left": "2 m"}, "measure it again"),
        ({"margins": {"left": 90, "top": 1, "right": 1, "bottom": 1}}, "margins.left"),
        ({"margins": {"left": 3}}, "margins.top"),
        ({"colour": 3}, "colour"),
    ],
)
def test_what_cannot_have_been_read_is_refused_in_words(readings: dict[str, Any], said: str) -> None:  # fmt: skip
    with pytest.raises(ReadingsError) as refused:
        measured(feed_of(), parse_readings(readings), TODAY)
    assert said in str(refused.value) or said in str(refused.value.problems)


@given(
    scale=st.sampled_from([1.0, 0.964, 0.98, 1.02]), right=st.integers(-20, 20), down=st.integers(-20, 20),
    margin=st.integers(6, 20),
)  # fmt: skip
@settings(max_examples=60, deadline=None)
def test_what_is_read_off_makes_the_row_true(scale: float, right: int, down: int, margin: int) -> None:  # fmt: skip
    """A device of any scale, offset and margins is found again by its own trial sheet, to what a ruler can tell."""
    sides = dict.fromkeys(("left", "top", "right", "bottom"), f"{margin} mm")
    true = feed_of(scale_x=scale, scale_y=scale, offset_x=right / 10, offset_y=down / 10, margins=sides)  # fmt: skip
    readings = read_off(true)
    found, _ = measured(feed_of(), parse_readings(readings), TODAY)
    assert found.scale_x == pytest.approx(scale, abs=0.001)
    assert found.offset_x == pytest.approx(right / 10, abs=0.2)
    numbers = readings["margins"]
    for name in numbers:
        if not numbers[name]:
            continue  # nothing is cut there: how much would be, this sheet does not tell
        was, is_ = getattr(true.margins, name).mm, getattr(found.margins, name).mm
        assert -0.3 <= float(is_ - was) <= 0.8, "rather a little more white than a cut"


def test_every_feed_that_ships_has_a_sheet_whose_lines_lie_on_its_paper() -> None:
    for device in SHIPPED.devices:
        for feed in device.feeds:
            sheets = trial_sheets(device.name, feed)
            assert len(sheets) == (2 if feed.borderless else 1)
            for sheet in sheets:
                for stroke in sheet.strokes:
                    box = stroke.box
                    slack = exact(0.2)
                    assert -slack <= box.x and box.right <= sheet.width + slack
                    assert -slack <= box.y and box.bottom <= sheet.height + slack


def test_the_bars_are_as_long_as_they_say() -> None:
    feed = feed_of()
    (sheet,) = trial_sheets("Desk", feed)
    across = [one for one in sheet.strokes if one.start[1] == one.end[1] and one.end[0] - one.start[0] == bar_of(feed)]  # fmt: skip
    along = [one for one in sheet.strokes if one.start[0] == one.end[0] and one.end[1] - one.start[1] == bar_of(feed)]  # fmt: skip
    assert len(across) == len(along) == 1
    assert bar_of(Feed.model_validate(A4 | {"width": "10 cm", "height": "15 cm"})) == 50
