"""The made-up device: where a print comes to lie by what is set, what is lost, and what is blamed for it."""

from __future__ import annotations

from fractions import Fraction
from random import Random
from typing import Any

import pytest

from zollstock.core.devices.fileonpaper import file_of, settings_of
from zollstock.core.devices.lying import lying
from zollstock.core.devices.press import (
    Difference,
    SettingError,
    Settings,
    dialog_settings,
    differences,
    pressed,
    with_setting,
)
from zollstock.core.documents.plan import PlanError, parse_plan
from zollstock.core.ground.show import LengthStyle
from zollstock.core.reckon import reckon
from zollstock.core.studio.devices import SHIPPED, Devices, read_devices
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import Work, work_out

MM = LengthStyle("mm")
BORDER = {"kind": "border", "left": "2 cm", "top": "2 cm", "right": "2 cm", "bottom": "2 cm"}


def planned(size: tuple[str, str], device: str = "desk/a4", devices: Devices = SHIPPED, **parts: Any) -> Work:  # fmt: skip
    key, feed = device.split("/")
    plan = {
        "picture": {"width_px": 6000, "height_px": 4000},
        "target": {"width": size[0], "height": size[1]},
        "device": {"key": key, "feed": feed},
        "medium": {"name": "satin photo paper"},
        **parts,
    }
    return work_out(parse_plan(plan), Studio(devices=devices))


def out(work: Work, *settings: str) -> dict[str, Difference]:
    """What comes out other than planned when these are set, the rest by the recipe."""
    laid, used = lying(work), work.device
    assert laid is not None and used is not None and work.plan.device is not None
    recipe = settings_of(work, laid)
    made = recipe
    for one in settings:
        made = with_setting(made, one)
    device = work.studio.devices.device(work.plan.device.key)
    enlarges = device is not None and "enlarges" in device.quirks
    return {one.id: one for one in differences(file_of(work), used, made, recipe, enlarges, MM)}


def test_by_the_recipe_nothing_is_off() -> None:
    for device in ("desk/a4", "desk/a3", "wide/roll-61", "office/a3"):
        assert out(planned(("24 cm", "18 cm"), device, edge=BORDER)) == {}


def test_a_page_that_is_fitted_is_named_with_its_scale_and_its_cure() -> None:
    work = planned(("29.7 cm", "21 cm"), "office/a4", edge=BORDER)
    found = out(work, "scaling=fit")
    assert set(found) == {"scaled"}
    # What can be printed is 194 mm of 210, and 281 of 297: the smaller of both.
    assert found["scaled"].percent == pytest.approx(194 / 210 * 100)
    assert (found["scaled"].because, found["scaled"].fix) == ("scaling=fit", "scaling=100")


def test_fit_to_page_enlarges_only_where_the_device_does() -> None:
    size = ("15 cm", "10 cm")
    assert out(planned(size, "desk/a4", edge=BORDER), "scaling=fit") == {}
    found = out(planned(size, "office/a4", edge=BORDER), "scaling=fit")
    assert found["scaled"].percent == pytest.approx(194 / 150 * 100)


def test_a_scale_that_is_typed_is_named() -> None:
    found = out(planned(("15 cm", "10 cm")), "scaling=96")
    assert found["scaled"].percent == pytest.approx(96) and found["scaled"].mm == pytest.approx(6)


def test_what_is_off_by_less_than_two_tenths_of_a_millimetre_is_not_told() -> None:
    assert out(planned(("15 cm", "10 cm")), "scaling=99.9") == {}
    assert set(out(planned(("15 cm", "10 cm")), "scaling=99.8")) == {"scaled"}


def test_borderless_switched_off_clips_the_rim() -> None:
    found = out(planned(("21 cm", "29.7 cm")), "borderless=no")
    assert found["clipped"].mm == pytest.approx(3) and found["clipped"].fix == "borderless=yes"


def test_overspray_without_bleed_is_told_in_mm() -> None:
    found = out(planned(("21 cm", "29.7 cm")))
    assert found["oversprayed"].mm == pytest.approx(2.5)
    assert "bleed" in found["oversprayed"].fix
    bled = planned(("21 cm", "29.7 cm"), edge={"kind": "bleed", "bleed": "2.5 mm", "safe": "3 mm"})
    assert out(bled) == {}


def test_turned_the_other_way_it_is_named_and_what_falls_off_too() -> None:
    found = out(planned(("28 cm", "19 cm")), "turn=0")
    assert set(found) == {"turned", "clipped"}
    assert found["clipped"].because == "turn=0" and found["clipped"].fix == "turn=90"


def test_draft_is_against_the_recipe() -> None:
    assert set(out(planned(("15 cm", "10 cm")), "quality=draft")) == {"regridded"}


def test_a_device_that_prints_small_is_found_until_its_file_is_corrected() -> None:
    table = SHIPPED.model_dump(mode="json")
    table["devices"][0]["feeds"][0] |= {"scale_x": 0.964, "scale_y": 0.964}
    small = read_devices(table)
    found = out(planned(("15 cm", "10 cm"), devices=small))
    assert found["scaled"].percent == pytest.approx(96.4) and "measure" in found["scaled"].fix
    table["devices"][0]["corrects"] = True
    corrected = planned(("15 cm", "10 cm"), devices=read_devices(table))
    assert out(corrected) == {}
    file = file_of(corrected)
    assert float(file.width) == pytest.approx(150 / 0.964)


def test_an_offset_that_was_measured_moves_the_print() -> None:
    table = SHIPPED.model_dump(mode="json")
    table["devices"][0]["feeds"][0] |= {"offset_x": 1.5, "offset_y": -2}
    work = planned(("15 cm", "10 cm"), devices=read_devices(table))
    laid, used = lying(work), work.device
    assert laid is not None and used is not None
    made = pressed(file_of(work), used, settings_of(work, laid), False)
    assert (made.file.x, made.file.y) == (Fraction(63, 2), Fraction(193, 2))


def test_the_dialog_begins_as_the_quirks_of_its_driver_say() -> None:
    assert dialog_settings(Settings(), SHIPPED.device("desk")) == Settings(scaling="fit", driver_colour=True)  # fmt: skip
    assert dialog_settings(Settings(), SHIPPED.device("wide")) == Settings(driver_colour=True)
    assert dialog_settings(Settings(), None) == Settings()


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("scaling=huge", "10 to 400"),
        ("scaling=9", "10 to 400"),
        ("scaling=nan", "10 to 400"),
        ("tray=2", "there are scaling"),
        ("borderless=perhaps", "yes or no"),
        ("turn=45", "0 or 90"),
        ("quality=fine", "best or draft"),
        ("scaling", "10 to 400"),
    ],
)
def test_a_setting_that_no_dialog_has_is_refused_in_words(text: str, said: str) -> None:
    with pytest.raises(SettingError, match=said):
        with_setting(Settings(), text)


def clean_prints(count: int) -> list[Work]:
    """Prints of all kinds that nothing is said against but what is of no device."""
    chance, found = Random(35), []
    feeds = [f"{device.key}/{feed.key}" for device in SHIPPED.devices for feed in device.feeds]
    while len(found) < count:
        w, h = chance.randint(60, 600), chance.randint(60, 600)
        over = chance.choice(["2.5 mm", "3 mm", "5 mm"])
        edge = chance.choice(
            [
                {"kind": "none"},
                BORDER,
                BORDER | {"colour": "#335577"},
                {"kind": "bleed", "bleed": over, "safe": "3 mm"},
                {"kind": "wrap", "depth": "2 cm", "turn": "2 cm", "fill": "mirror"},
            ]
        )
        marks = {"margin": chance.choice(["0 mm", "8 mm"]), "crop": chance.random() < 0.5}
        try:
            work = planned((f"{w} mm", f"{h} mm"), chance.choice(feeds), edge=edge, marks=marks)
        except PlanError:
            continue
        findings = {one.id for one in reckon(work.plan).findings}
        if not findings & {
            "feed-too-small",
            "print-too-long",
            "border-under-margin",
            "oversprayed",
        }:
            found.append(work)
    return found


def test_of_fifty_clean_prints_none_is_blamed_and_every_setting_is_found() -> None:
    false, missed = [], []
    for number, work in enumerate(clean_prints(50)):
        if out(work):
            false.append(number)
        laid = lying(work)
        assert laid is not None
        turn = f"turn={0 if laid.turned else 90}"
        for setting, name in (("scaling=96", "scaled"), ("quality=draft", "regridded"), (turn, "turned")):  # fmt: skip
            found = out(work, setting)
            if name not in found or found[name].because != setting:
                missed.append((number, setting))
    assert (false, missed) == ([], [])
