"""Profiles as files: what is read of them, and that nothing hostile is taken; prints and layouts in a print profile."""

from __future__ import annotations

import struct
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import document, documents
from zollstock.core.colour.icc import MOST_BYTES, ProfileError, read_profile
from zollstock.core.colour.renderings import RENDERINGS
from zollstock.core.devices.inks import most_ink
from zollstock.core.documents.plan import PlanError, parse_plan
from zollstock.core.ground.show import LengthStyle
from zollstock.core.handouts.workshop import workshop
from zollstock.core.layouts import LayoutError, parse_layout, reckon_layout
from zollstock.core.layouts.sharedoutput import shared_output
from zollstock.core.parts.device import DeviceMedium
from zollstock.core.questions.gamut import GamutNumbers, gamut_report
from zollstock.core.reckon import reckon
from zollstock.core.rules.fit import turned_size
from zollstock.core.studio.devices import SHIPPED as SHIPPED_DEVICES
from zollstock.core.studio.devices import Devices
from zollstock.core.studio.gamut import KnownGamut, KnownInk, OnPaper
from zollstock.core.studio.profiles import Profiles, StudioProfile
from zollstock.core.studio.stock import SHIPPED as SHIPPED_STOCK
from zollstock.core.studio.studio import Studio
from zollstock.core.telling.findings import findings
from zollstock.core.work.making import costs
from zollstock.core.work.outcome import Work, work_out

SHIPPED = Path(__file__).resolve().parents[2] / "zollstock" / "pixels" / "shipped"
COTTON = (SHIPPED / "desk-cotton.icc").read_bytes()
HASH = "ab" * 32


def printed(space: str = "rgb", **output: Any) -> dict[str, Any]:
    chosen = {"key": "cotton", "name": "Desk, cotton", "hash": HASH, "space": space}
    return document(output={"format": "tiff", "profile": chosen} | output)


def row(**changes: Any) -> StudioProfile:
    known = {"key": "cotton", "name": "Desk, cotton", "hash": HASH, "space": "rgb", "file": "/nowhere",
             "device": "desk printer", "medium": "fine-art cotton paper"}  # fmt: skip
    return StudioProfile(**(known | changes))


def told(document: dict[str, Any], *rows: StudioProfile) -> dict[str, Any]:
    work = work_out(parse_plan(document), Studio(profiles=Profiles(rows)))
    return {one.id: one for one in findings(work, LengthStyle("cm"), work.studio)}


def test_a_shipped_profile_says_what_it_is() -> None:
    facts = read_profile(COTTON)
    assert (facts.space, facts.prints, facts.name) == ("rgb", True, "Desk printer, cotton")
    assert {"A2B0", "B2A1", "wtpt"} <= set(facts.tags)
    assert read_profile((SHIPPED / "press-coated.icc").read_bytes()).space == "cmyk"
    assert read_profile((SHIPPED / "grey-uncoated.icc").read_bytes()).space == "grey"


def _with(at: int, content: bytes) -> bytes:
    return COTTON[:at] + content + COTTON[at + len(content) :]


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"hello", "no ICC profile"),
        (COTTON[:4000], "cut off"),
        (COTTON + bytes(MOST_BYTES), "at most"),
        (_with(128, struct.pack(">I", 2**31)), "table of contents"),
        (_with(136, struct.pack(">I", 2**31)), "points outside"),
        (_with(12, b"link"), "joins two devices"),
        (_with(12, b"scnr"), "camera or scanner"),
        (_with(16, b"Lab "), "one is for Lab"),
        (_with(16, b"CMYK"), "other channels"),
        (_with(20, b"Luv "), "no colours that can be compared"),
    ],
)
def test_what_is_no_print_profile_is_told_in_words(content: bytes, words: str) -> None:
    with pytest.raises(ProfileError, match=words):
        read_profile(content)


@given(at=st.integers(0, 700), content=st.binary(min_size=1, max_size=12))
def test_a_damaged_profile_is_read_or_refused_and_nothing_else(at: int, content: bytes) -> None:
    try:
        assert read_profile(_with(at, content)).space in ("grey", "rgb", "cmyk")
    except ProfileError as told:
        assert str(told)


def test_a_table_that_is_shorter_than_it_says_is_found() -> None:
    place = COTTON.index(b"mft2")
    with pytest.raises(ProfileError, match="shorter than it says"):
        read_profile(_with(place + 10, b"\xff"))


def test_channels_and_bytes_follow_the_profile() -> None:
    for space, channels in (("grey", 1), ("rgb", 3), ("cmyk", 4)):
        work = work_out(parse_plan(printed(space)))
        assert work.channels == channels
        assert work.output_bytes == work.output_w * work.output_h * channels
    assert work_out(parse_plan(document())).channels == 3


def test_a_plan_without_these_fields_is_as_it_was() -> None:
    output = parse_plan(document()).output
    assert (output.profile, output.intent, output.black_point) == ("srgb", "perceptual", True)


@pytest.mark.parametrize("wrong", ["adobe", {"key": "x"}, {"key": "x", "name": "y", "hash": "zz"}])
def test_a_profile_that_is_none_is_told(wrong: Any) -> None:
    with pytest.raises(PlanError, match="profile"):
        parse_plan(document(output={"profile": wrong}))


def test_a_profile_that_is_gone_or_exchanged_is_told_with_a_way_on() -> None:
    assert told(printed())["profile-missing"].fix == {"output.profile": "srgb"}
    now = told(printed(), row(hash="cd" * 32))["profile-exchanged"]
    assert now.fix["output.profile"]["hash"] == "cd" * 32
    assert set(told(printed(), row())) & {"profile-missing", "profile-exchanged"} == set()
    # The command line knows no studio, so it does not say what one lacks.
    assert "profile-missing" not in {one.id for one in reckon(parse_plan(printed())).findings}


def test_inks_in_a_png_are_refused_with_the_way_out() -> None:
    found = told(printed("cmyk", format="png"), row(space="cmyk"))["format-without-inks"]
    assert found.level == "stop" and found.fix == {"output.format": "tiff"}
    assert "format-without-inks" not in told(printed("cmyk"), row(space="cmyk"))


def test_a_profile_for_another_paper_is_told_with_the_one_that_fits() -> None:
    on_satin = printed() | {"medium": {"name": "satin photo paper", "factor": 1.0}}
    satin = row(key="satin", name="Desk, satin", hash="cd" * 32, medium="Satin photo paper")
    found = told(on_satin, row(), satin)["profile-for-another-medium"]
    assert found.fix["output.profile"]["key"] == "satin" and found.fix_label == "Take Desk, satin"
    on_cotton = printed() | {"medium": {"name": "Fine-art cotton paper", "factor": 0.7}}
    assert "profile-for-another-medium" not in told(on_cotton, row())


def test_prints_that_share_a_file_share_a_print_profile() -> None:
    plain, cotton = (
        parse_plan(document()),
        parse_plan(printed(intent="relative", black_point=False)),
    )
    shared = shared_output([cotton, plain])
    assert shared.print_profile is not None and shared.print_profile.key == "cotton"
    assert (shared.intent, shared.black_point) == ("relative", False)
    assert shared_output([plain, plain]).profile == "srgb"
    assert shared_output([plain, cotton]).profile == "srgb", (
        "nobody's paper is taken for all unasked"
    )


def test_a_strip_by_profile_wants_one() -> None:
    strip = {"format": "zollstock.layout/1", "kind": "strip", "distance": "60 cm", "copies": 1, "device_ppi": 360,
                "patch": {"width": "4 cm", "height": "4 cm"},
                "ladder": {"by": "profile", "steps": ["relative", "perceptual", "relative-plain"]}}  # fmt: skip
    with pytest.raises(LayoutError, match="wants a print profile"):
        parse_layout(strip | {"plans": [document()]})
    layout = parse_layout(strip | {"plans": [printed(format="tiff")]})
    key = [one.text for one in reckon_layout(layout).figures if one.id.startswith("key_1_")]
    assert sorted(set(key)) == [
        "Perceptual",
        "Relative colorimetric",
        "Relative colorimetric, no black point compensation",
    ]
    with pytest.raises(LayoutError, match="must be one of"):
        parse_layout(strip | {"plans": [printed()], "ladder": {"by": "profile", "steps": ["nice", "relative"]}})  # fmt: skip
    assert all(way.says for way in RENDERINGS.values())


def test_the_report_names_what_suffers_most_or_says_that_nothing_does() -> None:
    numbers = GamutNumbers(1000, 118, {"blues": 0.1, "dark blues": 0.016, "reds": 0.002}, 14.2, 3.1, 96.0, 18.0, 0, 0, 0)  # fmt: skip
    report = gamut_report(numbers, "Cotton", "rgb", "perceptual", True)
    assert (
        report.says == "11.8 % of this picture lies beyond Cotton: blues and dark blues above all."
    )
    values = {one.id: one for one in report.figures}
    assert values["out_of_gamut"].working == "118 px ÷ 1000 px = 11.8 %"
    assert "ink_most" not in values
    few = GamutNumbers(1000, 1, {"blues": 0.001}, 3.2, 0.4, 96, 18, 230, 240, 0)
    report = gamut_report(few, "Coated", "cmyk", "relative", True)
    assert "practically all" in report.says and {"ink_most", "ink_share_over"} <= {
        one.id for one in report.figures
    }


def test_the_job_sheet_says_who_manages_colour() -> None:
    work = work_out(parse_plan(printed(intent="relative", black_point=False)))
    steps = workshop(work, LengthStyle("cm")).steps
    assert any(
        "“Desk, cotton” (relative colorimetric, without black point compensation): turn the driver's own"
        in one
        for one in steps
    )
    plain = workshop(work_out(parse_plan(document())), LengthStyle("cm")).steps
    assert not any("driver" in one for one in plain)


def test_a_file_in_a_profile_takes_longer_and_says_so() -> None:
    plain, inks = (work_out(parse_plan(one)) for one in (document(), printed()))
    assert costs(inks).making > costs(plain).making


def test_what_lies_beyond_the_paper_is_told_with_a_better_one_and_another_intent() -> None:
    plain = work_out(parse_plan(printed()))
    known = KnownGamut(HASH, plain.crop_px, 0.118, {"blues": 0.08, "dark blues": 0.03}, {"perceptual": 3.4, "relative": 1.2},
                       (OnPaper("satin", "Desk, satin", "cd" * 32, "rgb", "satin photo paper", 0.021),
                        OnPaper("linen", "Desk, linen", "ef" * 32, "rgb", "linen", 0.0)))  # fmt: skip
    studio = Studio(profiles=Profiles((row(),)), gamuts=(known,), stock=SHIPPED_STOCK)
    work = work_out(parse_plan(printed()), studio)
    told = next(
        one for one in findings(work, LengthStyle("cm"), studio) if one.id == "beyond-the-paper"
    )
    assert told.level == "warn" and told.place == "colour"
    assert told.text == (
        "11.8 % of this print lies beyond “Desk, cotton”: blues and dark blues above all. On satin photo paper 2.1 % would. "
        "By the intent relative colorimetric half of it changes by less than ΔE00 1.2, by perceptual 3.4."
    ), "linen is not in stock"
    cropped = work_out(parse_plan(printed() | {"fit": {"zoom": 2.0}}), studio)
    assert "beyond-the-paper" not in {
        one.id for one in findings(cropped, LengthStyle("cm"), studio)
    }


def inked(limit: float, **lab: Any) -> tuple[Work, Studio]:
    """A print in inks that goes to a lab, of which 40 % was found over 300 %."""
    inks = row(key="press", name="Press", space="cmyk")
    wanted = printed("cmyk") | {"lab": {"key": "quay", "size": "s1", "used": {
        "name": "Quay Press", "ink_limit": limit, "size": {"key": "s1", "width": "50 cm", "height": "40 cm"}} | lab}}  # fmt: skip
    plain = work_out(parse_plan(wanted))
    known = KnownGamut(HASH, plain.crop_px, 0.0, {}, {}, (), KnownInk(331.0, 300.0, 0.4))
    studio = Studio(
        profiles=Profiles(
            (
                inks,
                row(
                    key="press-280", name="Press 280", space="cmyk", hash="cd" * 32, most_ink=280.0
                ),
            )
        ),
        gamuts=(known,),
    )
    return work_out(parse_plan(wanted), studio), studio


def test_more_ink_than_the_lab_takes_is_told_with_the_profile_that_keeps_to_it() -> None:
    work, studio = inked(300)
    assert most_ink(work) == (300, "Quay Press")
    told = next(
        one for one in findings(work, LengthStyle("cm"), studio) if one.id == "too-much-ink"
    )
    assert told.level == "warn" and told.text.startswith(
        "Quay Press takes at most 300 % of ink in all; 40 % of this print would carry more, up to 331 %."
    )
    assert told.fix is not None and told.fix["output.profile"]["key"] == "press-280"
    elsewhere, studio = inked(340)
    assert "too-much-ink" not in {
        one.id for one in findings(elsewhere, LengthStyle("cm"), studio)
    }, "what was measured against another limit says nothing of this one"


def test_where_lab_and_device_both_say_the_lesser_counts_and_without_inks_none_does() -> None:
    work, _ = inked(320)
    used = SHIPPED_DEVICES.chosen("wide", "roll-61")
    assert used is not None and used.used is not None
    feeds = used.used.model_copy(update={"media": [DeviceMedium(stock="satin", ink_limit=260)]})
    plan = work.plan.model_copy(update={
        "device": used.model_copy(update={"used": feeds}), "medium": work.plan.medium.model_copy(update={"key": "satin", "name": "satin"}),
    })  # fmt: skip
    assert most_ink(work_out(plan, work.studio)) == (260, "Wide printer on satin")
    assert most_ink(work_out(parse_plan(printed()))) is None


def test_a_renamed_medium_keeps_the_profile_that_its_device_has_for_it() -> None:
    """The names differ, the keys agree: nothing is said."""
    device = SHIPPED_DEVICES.device("wide")
    assert device is not None
    paired = device.model_copy(update={"media": [DeviceMedium(stock="m9", profile="cotton")]})
    wanted = printed() | {"medium": {"key": "m9", "name": "Old rag", "factor": 0.7}}
    alone = Studio(profiles=Profiles((row(),)), devices=Devices())
    told = Studio(profiles=Profiles((row(),)), devices=Devices(devices=[paired]))
    said = [
        {one.id for one in findings(work_out(parse_plan(wanted), one), LengthStyle("cm"), one)}
        for one in (alone, told)
    ]
    assert "profile-for-another-medium" in said[0] and "profile-for-another-medium" not in said[1]


@given(wanted=documents())
def test_what_is_printed_of_a_picture_lies_in_it_whole_px(wanted: dict[str, Any]) -> None:
    work = work_out(parse_plan(wanted))
    width, height = turned_size(work.plan.picture, work.plan.fit.turn)
    x, y, wide, high = work.crop_px
    assert x >= 0 and y >= 0 and wide >= 1 and high >= 1
    assert x + wide <= width and y + high <= height
