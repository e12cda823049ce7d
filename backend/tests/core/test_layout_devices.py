"""The device of a layout: its sheets go by it, and no print of it alone."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.devices import chosen, corrected
from tests.layouts import gang_document, panels_document, tiles_document
from zollstock.core.answer.reckoning import Finding
from zollstock.core.documents.plan import patched
from zollstock.core.layouts import Beginning, begin_layout, blocking_reasons, lay, parse_layout
from zollstock.core.layouts.kind import PlannedLayout
from zollstock.core.studio.devices import SHIPPED
from zollstock.core.studio.studio import Studio

STUDIO = Studio(devices=SHIPPED)


def told(document: dict[str, Any]) -> dict[str, Finding]:
    return {one.id: one for one in lay(parse_layout(document), studio=STUDIO).findings}


def cured(document: dict[str, Any], found: Finding) -> dict[str, Any]:
    assert found.fix
    return patched(document, found.fix)


def test_a_big_print_over_small_sheets_is_not_judged_by_the_feed_of_the_print() -> None:
    """A print of 57 × 85.5 cm on a device for A4 is stopped; tiles are how it gets through."""
    document = tiles_document({"device": chosen("desk/a4")})
    laid = lay(parse_layout(document), studio=STUDIO)
    assert blocking_reasons(laid) == []


def test_a_new_layout_is_for_the_device_of_its_prints_with_the_sheets_of_its_feed() -> None:
    plan = tiles_document({"device": chosen("desk/a3")})["plans"][0]
    begun = begin_layout("tiles", [plan], Beginning())
    assert (begun["sheet"]["width"], begun["device"]["feed"]) == ("297 mm", "a3")
    assert (
        begin_layout("tiles", [plan | {"device": chosen("wide/roll-61")}], Beginning()).get(
            "device"
        )
        is None
    )
    assert begin_layout("gang", [plan, plan | {"device": None}], Beginning()).get("device") is None


def test_sheets_larger_than_the_feed_are_stopped_and_their_paper_cures_it() -> None:
    document = tiles_document(
        device=chosen("desk/a4"), sheet={"width": "297 mm", "height": "420 mm"}
    )
    found = told(document)["feed-too-small"]
    assert found.level == "stop" and "shrink it to the page" in found.text
    assert found.ways
    for way in found.ways:
        assert "feed-too-small" not in told(patched(document, way.fix)), way.label


def test_ink_in_the_margins_of_the_device_is_said_and_kept_clear_of_by_one_click() -> None:
    narrow = dict.fromkeys(("left", "top", "right", "bottom"), "1 mm")
    document = tiles_document(
        device=chosen("desk/a4"), sheet={"width": "210 mm", "height": "297 mm", "margins": narrow}
    )
    found = told(document)["border-under-margin"]
    assert "is cut off" in found.text
    assert "border-under-margin" not in told(cured(document, found))


def test_a_roll_is_no_wider_than_its_feed_and_keeps_its_margins_and_its_length() -> None:
    feed = SHIPPED.chosen("wide", "roll-61")
    assert feed and feed.used
    wide = gang_document(device=chosen("wide/roll-61"), roll={"width": "914 mm", "margin": "5 mm"})
    stopped = told(wide)["feed-too-small"]
    assert stopped.ways
    assert "feed-too-small" not in told(patched(wide, stopped.ways[0].fix))
    bare = gang_document(device=chosen("wide/roll-61"), roll={"width": "61 cm", "margin": "0 mm"})
    if "border-under-margin" in told(bare):
        assert "border-under-margin" not in told(cured(bare, told(bare)["border-under-margin"]))


def test_what_lies_on_a_roll_is_no_longer_than_the_device_feeds() -> None:
    short = chosen("wide/roll-61", most_length="20 cm")
    document = gang_document(device=short, roll={"width": "61 cm", "margin": "5 mm"})
    found = told(document)["print-too-long"]
    assert found.ways and found.ways[0].fix["roll.most_length"] == "20 cm"


def test_prints_together_share_the_grid_of_the_device() -> None:
    document = gang_document(ppi=1200, device=chosen("wide/roll-61"), roll={"width": "61 cm"})
    found = told(document)["beyond-the-grid"]
    assert found.fix == {"ppi": 600.0}
    assert "beyond-the-grid" not in told(cured(document, found))


def test_a_scale_that_was_measured_stops_the_sheets_until_it_is_put_right() -> None:
    document = tiles_document(device=chosen("desk/a4", scale_x=0.98, scale_y=0.964))
    found = told(document)["driver-scale"]
    assert found.level == "stop" and "98 % across and 96.4 % along" in found.text
    assert "driver-scale" not in told(cured(document, found))


def _coming_out(document: dict[str, Any]) -> PlannedLayout:
    return lay(parse_layout(document), studio=STUDIO)


@given(st.integers(800, 1200), st.integers(800, 1200))
def test_both_ways_are_put_right_each_by_its_own(across: int, along: int) -> None:
    """A file is as large as the paper; times what the device makes of it every length is what it should be."""
    sx, sy = Fraction(across, 1000), Fraction(along, 1000)
    laid = _coming_out(tiles_document(device=corrected("desk/a4", float(sx), float(sy))))
    for sheet in laid.sheets:
        x, y = sheet.scale
        file = sheet.width / x, sheet.height / y
        assert file in ((210, 297), (297, 210))
        assert (x, y) == ((sx, sy) if file == (210, 297) else (sy, sx))
        (bar,) = [stroke for stroke in sheet.strokes if stroke.kind == "scale"]
        assert bar.end[0] - bar.start[0] == 100
        (piece,) = sheet.file_parts
        assert (piece.box.w, piece.box.h) == (piece.part.w, piece.part.h)
    assert not [one for one in laid.findings if one.id in ("driver-scale", "feed-too-small")]


def test_pieces_on_a_roll_are_put_right_too() -> None:
    laid = _coming_out(
        gang_document(device=corrected("wide/roll-61", 0.98, 0.97), roll={"width": "61 cm"})
    )
    (sheet, *_) = laid.sheets
    assert sheet.scale == (Fraction(98, 100), Fraction(97, 100))
    assert sheet.width / sheet.scale[0] == 610


def test_panels_go_by_the_device_too() -> None:
    found = told(panels_document(device=chosen("desk/a4")))
    assert found["feed-too-small"].level == "stop"


@pytest.mark.parametrize("device", ["desk/a4", "desk/a3"])
def test_the_profile_of_the_device_for_the_medium_is_offered(device: str) -> None:
    row = next(medium for one in SHIPPED.devices if one.key == "desk" for medium in one.media)
    document = tiles_document({"medium": {"name": "", "key": row.stock}}, device=chosen(device))
    found = told(document)
    # Without profiles in the studio there is none to offer; the medium is known to go through.
    assert "medium-not-for-device" not in found


def test_a_device_that_nobody_knows_is_said() -> None:
    assert "device-unknown" in told(tiles_document(device={"key": "gone", "feed": "a4"}))


def test_marks_that_the_device_does_not_print_are_said_and_given_room() -> None:
    """Marks lie beside the picture: where the white is as narrow as what stays unprinted they are lost."""
    margins = dict.fromkeys(("left", "top", "right", "bottom"), "3 mm")
    paper = {"width": "210 mm", "height": "297 mm", "margins": margins}
    document = tiles_document(device=chosen("desk/a4"), sheet=paper)
    found = told(document)["marks-in-margin"]
    assert found.level == "note" and "not printed" in found.text
    assert not {"marks-in-margin", "border-under-margin"} & set(told(cured(document, found)))
