"""Devices: how a print lies on their paper, what they cut of it, what their rows say."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from zollstock.core.devices.lying import (
    Sides,
    eaten_by_overspray,
    ink_box,
    lying,
    short_of_margins,
)
from zollstock.core.documents.plan import PlanError, parse_plan, patched, plan_document
from zollstock.core.ground.csvtable import TableError
from zollstock.core.reckon import reckon
from zollstock.core.studio.devices import SHIPPED, Devices, DevicesError, read_devices
from zollstock.core.studio.devicetable import devices_from, write_devices
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import Work, work_out

BORDER = {"kind": "border", "left": "2 cm", "top": "2 cm", "right": "2 cm", "bottom": "2 cm"}


def plan_of(size: tuple[str, str], device: dict[str, Any] | None, **parts: Any) -> dict[str, Any]:
    return {
        "picture": {"width_px": 6000, "height_px": 4000},
        "target": {"width": size[0], "height": size[1]},
        "device": device,
        **parts,
    }


def worked(size: tuple[str, str], device: str = "desk/a4", **parts: Any) -> Work:
    key, feed = device.split("/")
    return work_out(parse_plan(plan_of(size, {"key": key, "feed": feed}, **parts)))


def told(size: tuple[str, str], device: str = "desk/a4", **parts: Any) -> dict[str, Any]:
    key, feed = device.split("/")
    plan = parse_plan(plan_of(size, {"key": key, "feed": feed}, **parts))
    return {finding.id: finding for finding in reckon(plan).findings}


def test_a_plan_without_a_device_is_as_it_was() -> None:
    assert parse_plan(plan_of(("30 cm", "20 cm"), None)).device is None
    assert not any("device" in name for name in _told_of(plan_of(("30 cm", "20 cm"), None)))


def _told_of(document: dict[str, Any]) -> set[str]:
    return {finding.id for finding in reckon(parse_plan(document)).findings}


def test_a_print_lies_in_the_middle_of_its_paper() -> None:
    laid = lying(worked(("15 cm", "20 cm")))
    assert laid is not None and not laid.turned
    assert laid.document.as_floats() == (30.0, 48.5, 150.0, 200.0)


def test_a_print_that_lies_across_is_turned() -> None:
    laid = lying(worked(("28 cm", "19 cm")))
    assert laid is not None and laid.turned
    assert (laid.document.w, laid.document.h) == (190, 280)


def test_a_roll_takes_the_way_that_takes_less_of_it() -> None:
    laid = lying(worked(("50 cm", "90 cm"), "wide/roll-91"))
    assert laid is not None and laid.turned  # 90 cm across, 50 cm of it
    assert laid.sheet.h == 500


def test_what_the_feed_does_not_hold_stops_and_names_those_that_do() -> None:
    found = told(("40 cm", "30 cm"))["feed-too-small"]
    assert found.level == "stop" and "21 × 29.7 cm" in found.text
    assert [way.label for way in found.ways] == ["Wide printer, roll 61 cm", "Wide printer, roll 91.4 cm"]  # fmt: skip
    assert told(("38 cm", "28 cm"))["feed-too-small"].ways[0].label == "Desk printer, A3"


@pytest.mark.parametrize("size", [("30 cm", "20 cm"), ("40 cm", "30 cm"), ("90 cm", "60 cm")])
def test_every_feed_that_is_offered_holds_it(size: tuple[str, str]) -> None:
    document = plan_of(size, {"key": "desk", "feed": "13x18"})
    found = next(one for one in reckon(parse_plan(document)).findings if one.id == "feed-too-small")
    assert found.ways
    for way in found.ways:
        assert "feed-too-small" not in _told_of(patched(document, way.fix))


def test_a_print_longer_than_the_device_feeds() -> None:
    found = told(("16 m", "60 cm"), "wide/roll-61")["print-too-long"]
    assert found.level == "stop" and "15 m" in found.text.replace("1500 cm", "15 m")


def test_ink_in_the_margins_is_cut_and_the_border_cures_it() -> None:
    narrow = BORDER | {"left": "2 mm", "right": "2 mm"}
    document = plan_of(("21 cm", "29.7 cm"), {"key": "office", "feed": "a4"}, edge=narrow)
    found = next(one for one in reckon(parse_plan(document)).findings if one.id == "border-under-margin")  # fmt: skip
    assert "0.6 cm at the left and 0.6 cm at the right" in found.text
    assert "border-under-margin" not in _told_of(patched(document, found.fix))


def test_a_turned_print_is_cut_at_the_side_that_lies_in_the_margin() -> None:
    """What is at the left of a print that lies across goes in first, at the top."""
    table = SHIPPED.model_dump(mode="json")
    table["devices"][2]["feeds"][0]["margins"] |= {"top": "2 cm"}
    studio = Studio(devices=read_devices(table))
    work = work_out(parse_plan(plan_of(("29.7 cm", "21 cm"), {"key": "office", "feed": "a4"})), studio)  # fmt: skip
    laid = lying(work)
    assert laid is not None and laid.turned
    assert short_of_margins(work, laid) == Sides(Fraction(20), Fraction(8), Fraction(8), Fraction(8))  # fmt: skip


def test_the_ends_of_a_roll_are_as_long_as_they_have_to_be() -> None:
    assert "border-under-margin" not in told(("50 cm", "40 cm"), "wide/roll-91")


def test_a_white_border_is_paper_and_a_coloured_one_ink() -> None:
    white = worked(("20 cm", "28 cm"), edge=BORDER)
    assert ink_box(white).as_floats() == (20.0, 20.0, 160.0, 240.0)
    grey = worked(("20 cm", "28 cm"), edge=BORDER | {"colour": "#888888"})
    assert ink_box(grey).as_floats() == (0.0, 0.0, 200.0, 280.0)
    marked = worked(("18 cm", "26 cm"), marks={"margin": "1 cm", "crop": True})
    assert ink_box(marked).as_floats() == (0.0, 0.0, 200.0, 280.0)


def test_a_print_of_the_papers_size_goes_borderless_where_the_feed_can() -> None:
    laid = lying(worked(("21 cm", "29.7 cm")))
    assert laid is not None and laid.borderless
    kept = lying(worked(("21 cm", "29.7 cm"), edge=BORDER))
    assert kept is not None and not kept.borderless


def test_overspray_eats_what_has_no_bleed() -> None:
    found = told(("21 cm", "29.7 cm"))["oversprayed"]
    assert "0.25 cm at the left" in found.text
    document = patched(plan_of(("21 cm", "29.7 cm"), {"key": "desk", "feed": "a4"}), found.fix)
    assert not {"oversprayed", "feed-too-small", "border-under-margin"} & _told_of(document)


def test_a_little_bleed_saves_a_little() -> None:
    work = worked(("21 cm", "29.7 cm"), edge={"kind": "bleed", "bleed": "1 mm"})
    laid = lying(work)
    assert laid is not None and laid.borderless
    assert eaten_by_overspray(work, laid) == Sides(*[Fraction(3, 2)] * 4)


def test_the_grid_of_the_device_counts() -> None:
    pixels = {"mode": "device", "native_ppi": 300}
    assert worked(("28 cm", "19 cm"), pixels=pixels).output_ppi == 720  # 544 ppi lie between
    assert worked(("29 cm", "20 cm"), "office/a3", pixels=pixels).output_ppi == 600
    assert worked(("5 cm", "4 cm"), pixels=pixels).output_ppi == 720  # none is fine enough


def test_the_print_goes_by_what_stood_in_the_row_and_says_what_stands_there_now() -> None:
    chosen = SHIPPED.chosen("desk", "a4")
    assert chosen is not None
    document = plan_of(("15 cm", "10 cm"), chosen.model_dump(mode="json"))
    table = SHIPPED.model_dump(mode="json")
    table["devices"][0]["native_ppi"] = [300]
    studio = Studio(devices=read_devices(table))
    plan = parse_plan(document | {"pixels": {"mode": "device"}})
    assert work_out(plan, studio).output_ppi == 720
    found = next(one for one in reckon(plan, studio=studio).findings if one.id == "device-changed")
    assert "other grids" in found.text
    taken = parse_plan(patched(plan_document(plan), found.fix or {}))
    assert work_out(taken, studio).output_ppi == 300
    assert not any(one.id == "device-changed" for one in reckon(taken, studio=studio).findings)


def test_a_device_that_is_gone_is_said() -> None:
    assert "device-unknown" in _told_of(plan_of(("15 cm", "10 cm"), {"key": "nobody", "feed": "a4"}))  # fmt: skip
    chosen = SHIPPED.chosen("desk", "a4")
    assert chosen is not None
    plan = parse_plan(plan_of(("15 cm", "10 cm"), chosen.model_dump(mode="json")))
    table = Devices(devices=SHIPPED.devices[1:])
    found = {one.id for one in reckon(plan, studio=Studio(devices=table)).findings}
    assert "device-gone" in found and "device-unknown" not in found


def test_a_driver_that_scales_stops_the_print_until_it_is_corrected() -> None:
    table = SHIPPED.model_dump(mode="json")
    table["devices"][0]["feeds"][0] |= {"scale_x": 0.964, "scale_y": 0.964, "measured": "2026-11-20"}  # fmt: skip
    studio = Studio(devices=read_devices(table))
    document = plan_of(("15 cm", "10 cm"), {"key": "desk", "feed": "a4"})
    found = {one.id: one for one in reckon(parse_plan(document), studio=studio).findings}
    assert "96.4 %" in found["driver-scale"].text and "2026-11-20" in found["driver-scale"].text
    cured = parse_plan(patched(document, found["driver-scale"].fix or {}))
    assert "driver-scale" not in {one.id for one in reckon(cured, studio=studio).findings}


@given(
    w=st.integers(20, 900), h=st.integers(20, 900),
    device=st.sampled_from(["desk/a4", "desk/a3", "wide/roll-61", "office/a3"]),
)  # fmt: skip
@settings(max_examples=60, deadline=None)
def test_what_lies_on_a_paper_lies_on_it_whole(w: int, h: int, device: str) -> None:
    work = worked((f"{w} mm", f"{h} mm"), device)
    laid = lying(work)
    if laid is None:
        return
    assert laid.document.x >= 0 and laid.document.right <= laid.sheet.right
    assert laid.document.w * laid.document.h == work.boxes.document.area
    assert max(short_of_margins(work, laid)) <= max(laid.feed.margins.mm)


def test_devices_come_back_from_their_table() -> None:
    assert devices_from(write_devices(SHIPPED), SHIPPED) == SHIPPED


def test_a_table_from_elsewhere_gets_keys() -> None:
    table = devices_from("device;width;height\nCellar;30 cm;45 cm\nCellar;61 cm;\n", SHIPPED)
    (cellar,) = table.devices
    assert cellar.key == "d1" and [feed.key for feed in cellar.feeds] == ["f1", "f2"]
    assert cellar.feeds[1].is_roll


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("device,width,height\nCellar,30 cm,\nCellar,x,3\n", "line 3"),
        ("device,native_ppi\nCellar,12\n", "line 2"),
        ("device,kind\nCellar,boat\n", "line 2"),
        ("width\n3 cm\n", "device"),
    ],
)
def test_a_table_that_is_none_says_where(text: str, said: str) -> None:
    with pytest.raises(TableError, match=said):
        devices_from(text, SHIPPED)


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"margins": {"left": "15 cm", "right": "8 cm"}}, "margins"),
        ({"width": "0 cm"}, "width"),
        ({"scale_x": 3}, "scale_x"),
        ({"measured": "yesterday"}, "measured"),
    ],
)
def test_a_feed_that_cannot_be_is_refused(change: dict[str, Any], path: str) -> None:
    table = SHIPPED.model_dump(mode="json")
    table["devices"][0]["feeds"][0] |= change
    with pytest.raises(DevicesError, match=path):
        read_devices(table)


def test_an_unknown_field_of_a_device_is_named() -> None:
    with pytest.raises(PlanError, match=r"device\.tray"):
        parse_plan(plan_of(("15 cm", "10 cm"), {"key": "desk", "feed": "a4", "tray": 2}))
