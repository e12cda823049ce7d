"""Leave room, file names, typed offsets, quarter turns."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import LAMP, document, plan
from zollstock.core.documents.naming import (
    FIELDS,
    Names,
    PatternError,
    check_pattern,
    lettered_name,
    named,
    safe_name,
)
from zollstock.core.documents.plan import Plan, parse_plan, patched
from zollstock.core.ground.lengths import LengthError
from zollstock.core.questions.leaveroom import kept_shares, leave_room, read_ratio
from zollstock.core.sizes.library import library
from zollstock.core.telling.offsets import CropSide, typed_crop
from zollstock.core.work.outcome import work_out
from zollstock.core.work.zones import rooms, seen_box
from zollstock.core.worksheet import worksheet

SIZES = {size.key: size for size in library()}


def test_leave_room_worked_by_hand() -> None:
    """In a 3:2 frame 4:5 keeps five sixths of the width, a 16:9 screen 84.4 % of the height."""
    room = leave_room(Fraction(3, 2), [SIZES["in-8x10"], SIZES["px-1920x1080"]])
    assert room.safe == pytest.approx((1 / 12, (1 - 27 / 32) / 2, 5 / 6, 27 / 32))
    assert room.width_text == "83.3 % of the width" and room.height_text == "84.4 % of the height"
    assert room.side_text == "8.3 %" and len(room.sizes) == 2


def test_both_ways_ask_for_the_standing_print_too() -> None:
    lying, both = (leave_room(Fraction(3, 2), [SIZES["in-8x10"]], way) for way in (False, True))
    assert both.safe[2] == pytest.approx(4 / 5 / 1.5) and both.safe[2] < lying.safe[2]
    assert leave_room(Fraction(4, 3), []).safe == (0, 0, 1, 1)


@given(
    st.fractions(Fraction(1, 3), 3, max_denominator=30),
    st.lists(st.sampled_from(library()), max_size=6),
)
def test_what_is_left_survives_every_size_and_no_more_would(frame: Fraction, sizes: list) -> None:
    room = leave_room(frame, sizes)
    boxes = [one.box for one in room.sizes]
    assert all(box[2] >= room.safe[2] - 1e-12 and box[3] >= room.safe[3] - 1e-12 for box in boxes)
    assert room.safe[2] == pytest.approx(min([1.0, *(box[2] for box in boxes)]))
    assert room.safe[3] == pytest.approx(min([1.0, *(box[3] for box in boxes)]))


@given(
    st.fractions(Fraction(1, 9), 9, max_denominator=50),
    st.fractions(Fraction(1, 9), 9, max_denominator=50),
)
def test_kept_shares_have_the_boxs_ratio(frame: Fraction, box: Fraction) -> None:
    w, h = kept_shares(frame, box)
    assert w * frame / h == box and max(w, h) == 1


def test_ratios_as_people_type_them() -> None:
    assert (
        read_ratio("3:2")
        == read_ratio("1.5")
        == read_ratio("1,5")
        == read_ratio("6000 × 4000")
        == Fraction(3, 2)
    )
    for text in ("", "three", "3:0", "-3:2", "3:2:1", "100:1", "1/0"):
        with pytest.raises(LengthError, match="not a camera's ratio"):
            read_ratio(text)


@given(st.text(max_size=200))
def test_a_safe_name_is_safe_everywhere(text: str) -> None:
    name = safe_name(text)
    assert name and len(name) <= 125 and name.isascii()
    assert not set(name) - set("abcdefghijklmnopqrstuvwxyz0123456789._-")
    assert name[0] not in ".-_ " and name[-1] not in ". "
    assert name.split(".")[0] not in ("con", "nul", "aux", "prn", "com1", "lpt9")


@pytest.mark.parametrize(
    ("title", "name"),
    [
        ("Größe", "groesse"),
        ("夕陽", "xiyang"),
        ("Солнце над морем", "solntse-nad-morem"),
        ("Crème brûlée", "creme-brulee"),
        ("Ærø", "aero"),
        ("u\u0308ber", "ueber"),
        ("…", "print"),
    ],
)
def test_every_script_is_spelled_in_the_names_of_files(title: str, name: str) -> None:
    assert safe_name(title) == name


def test_what_stays_with_people_keeps_its_letters() -> None:
    assert lettered_name("Nebel über: den / Salzpfannen?", "print") == "Nebel über den Salzpfannen"
    assert lettered_name("夕陽", "print") == "夕陽"
    assert lettered_name("../..", "print") == "print"
    assert lettered_name("con", "print") == "con file"
    assert len(lettered_name("夕" * 200, "print").encode()) <= 120
    assert lettered_name("abc\u202ejson.exe", "print") == "abc json.exe"


def test_names_from_patterns() -> None:
    fields = {"picture": "Möwe über dem Watt", "width": "30", "height": "45", "unit": "cm"}
    assert named("{picture}_{width}x{height}{unit}", fields) == "moewe-ueber-dem-watt_30x45cm"
    assert named("{picture}", {"picture": "../../etc/passwd"}) == "etc-passwd"
    assert named("{picture}", {"picture": "CON"}) == "con-file"
    assert named("{picture}", {"picture": "CON.x"}) == "con.x-file"
    assert named("{grade}", {}) == "print"
    for pattern, said in (
        ("", "empty"),
        ("{piccture}", "no field"),
        ("{picture", "brace"),
        ("x" * 121, "longer"),
    ):
        with pytest.raises(PatternError, match=said):
            check_pattern(pattern)
    check_pattern(" ".join(f"{{{field}}}" for field in list(FIELDS)[:8]))


@given(st.lists(st.sampled_from(["fog", "gears", "fog-2"]), max_size=12))
def test_no_name_is_given_twice(wanted: list[str]) -> None:
    names = Names()
    given_out = [names.free("30x45", name, "jpg") for name in wanted]
    assert len(set(given_out)) == len(given_out)


SQUARE = {"target": {"width": "30 cm", "height": "30 cm"}}


@pytest.mark.parametrize(
    ("text", "x"),
    [
        ("0 px", 0),
        ("500 px", 500),
        ("833,5px", 833.5),
        ("3 cm", 333.3),
        ("3", 3),
        ("1-1/2 in", 423.291),
    ],
)
def test_a_typed_offset_puts_the_crop_there(text: str, x: float) -> None:
    moved = work_out(cropped(SQUARE, "left", text))
    assert float(moved.placement.crop.x) == pytest.approx(x, abs=1e-6)


def test_an_offset_beyond_the_spare_room_is_told() -> None:
    for text, said in (
        ("2000 px", "only 1667 px of the width"),
        ("1 mile", "not known"),
        ("", "no length"),
    ):
        with pytest.raises(LengthError, match=said):
            typed_crop(plan(**SQUARE), "left", text)
    at = plan(**SQUARE, fit={"anchor": [0.5, 0.3]})
    assert typed_crop(at, "top", "0 px")["fit.anchor"] == [0.5, 0.3]
    with pytest.raises(LengthError, match="whole"):
        typed_crop(plan(**SQUARE, fit={"mode": "contain"}), "left", "1 px")


def cropped(parts: dict[str, Any], side: CropSide, text: str) -> Plan:
    """A plan with a crop that was typed."""
    held = document(**parts)
    return parse_plan(patched(held, typed_crop(parse_plan(held), side, text)))


@given(st.sampled_from(["left", "top", "right", "bottom"]), st.floats(0, 1), st.integers(-100, 100))
def test_every_side_is_typed_and_lies_there(side: CropSide, share: float, tenths: int) -> None:
    """What is typed at a side is what the figures say of it afterwards; the crop keeps its size."""
    parts = SQUARE | {"fit": {"zoom": 1.5, "angle": tenths / 10}}
    axis = 0 if side in ("left", "right") else 1
    before = work_out(plan(**parts)).placement
    px = round(share * float(before.spare[axis]), 2)
    after = work_out(cropped(parts, side, f"{px} px")).placement
    at = ("left", "top", "right", "bottom").index(side)
    assert float(after.cuts[at]) == pytest.approx(px, abs=1e-6)
    assert (after.crop.w, after.crop.h) == (before.crop.w, before.crop.h)


@given(
    st.sampled_from(["width", "height"]), st.integers(200, 2000), st.floats(0, 1), st.floats(0, 1)
)
def test_a_crop_is_as_large_as_it_is_typed_about_its_middle(
    side: CropSide, px: int, x: float, y: float
) -> None:
    parts = SQUARE | {"fit": {"zoom": 2.0, "anchor": [x, y]}}
    before = work_out(plan(**parts)).placement.crop
    after = work_out(cropped(parts, side, f"{px} px")).placement
    assert float(after.crop.w if side == "width" else after.crop.h) == pytest.approx(px, abs=1e-6)
    if px <= before.w:  # a smaller one has room about its middle wherever that is
        assert float(after.crop.x + after.crop.w / 2) == pytest.approx(
            float(before.x + before.w / 2), abs=1e-3
        )
        assert float(after.crop.y + after.crop.h / 2) == pytest.approx(
            float(before.y + before.h / 2), abs=1e-3
        )
    assert all(cut >= 0 for cut in after.cuts)


def test_a_crop_that_cannot_be_is_told() -> None:
    for side, text, said in (
        ("width", "9000 px", "largest crop of this ratio is"),
        ("height", "0 px", "a crop has a height"),
        ("width", "1 px", "smallest crop here"),
    ):
        with pytest.raises(LengthError, match=said):
            typed_crop(plan(**SQUARE), side, text)  # type: ignore[arg-type]


def test_a_crop_typed_as_it_is_printed_counts_at_the_size_of_the_print() -> None:
    """Half of the printed width, typed as a length, keeps half of the px."""
    before = work_out(plan(**SQUARE)).placement
    after = work_out(cropped(SQUARE, "width", f"{float(before.printed.w) / 20} cm")).placement
    assert float(after.crop.w) == pytest.approx(float(before.crop.w) / 2, rel=1e-6)


@pytest.mark.parametrize("way", ["left", "right"])
def test_four_quarter_turns_change_nothing_and_one_keeps_the_zones_room(way: str) -> None:
    doc = document(**SQUARE, fit={"keep": [LAMP], "anchor": [0.2, 0.5]})
    before = work_out(parse_plan(doc))
    turned = doc
    for step in range(4):
        turned = patched(turned, getattr(worksheet(parse_plan(turned)).turns, way))
        after = work_out(parse_plan(turned))
        # On a square sheet the same crop stays, only turned: the zone keeps its least room.
        least = [next(rooms(work, seen_box(work))).tightest[1] for work in (before, after)]
        assert float(least[0]) == pytest.approx(float(least[1]))
        assert parse_plan(turned).fit.turn == (
            0 if step == 3 else ((step + 1) * (90 if way == "right" else 270)) % 360
        )
    assert parse_plan(turned).fit.anchor == (0.2, 0.5)
