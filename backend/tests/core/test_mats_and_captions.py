"""Usual mats and frames for a print, and captions that lie where a cutter may slip."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import border, plan
from zollstock.core.answer.reckoning import Finding
from zollstock.core.documents.plan import changed_plan
from zollstock.core.reckon import reckon
from zollstock.core.telling.mats import shown_share
from zollstock.core.work.outcome import work_out
from zollstock.core.worksheet import Worksheet, worksheet


def mat(width: str, height: str, **more: Any) -> dict[str, Any]:
    return {"kind": "mat", "opening_width": width, "opening_height": height, **more}


def offered(kind: str, sheet: Worksheet) -> dict[str, Any]:
    return {choice.title: choice for choice in sheet.choices if choice.kind == kind}


def matted(edge: dict[str, Any], target: tuple[str, str] = ("40 cm", "30 cm")) -> Worksheet:
    wide, high = target
    return worksheet(plan(target={"width": wide, "height": high}, edge=edge), "cm", "edge")


def test_a_usual_mat_leaves_its_overlap_of_the_size_it_is_named_by() -> None:
    """A mat for 30 × 20 that covers 5 mm all round opens 29 × 19 cm."""
    mats = offered("mat", matted(mat("28 cm", "18 cm", overlap="5 mm")))
    fix = mats["Mat for 30 × 20 cm"].fix
    assert (fix["edge.opening_width"], fix["edge.opening_height"]) == ("29 cm", "19 cm")
    assert "shows 91.8 % of the picture, nothing lost" in mats["Mat for 30 × 20 cm"].text


def test_a_floating_print_has_the_whole_size_as_its_opening() -> None:
    mats = offered("mat", matted(mat("30 cm", "20 cm", reveal="5 mm")))
    assert mats["Mat for 30 × 20 cm"].fix["edge.opening_width"] == "30 cm"
    # All that the crop to 29 : 19 leaves is seen.
    assert "shows 98.3 % of the picture, lose 1.7 %" in mats["Mat for 30 × 20 cm"].text


def test_usual_frames_say_how_wide_the_card_becomes() -> None:
    frames = offered("frame", matted(mat("28 cm", "18 cm", overlap="5 mm"), ("30 cm", "20 cm")))
    text = frames["Frame 40 × 30 cm"].text
    assert text.startswith("board 6 cm all round, shows ") and text.endswith("frames common")


def test_the_frame_in_use_is_marked_whichever_unit_its_card_was_typed_in() -> None:
    edge = mat("28 cm", "18 cm", overlap="5 mm", card_width="400 mm", card_height="300 mm")
    frames = offered("frame", matted(edge, ("30 cm", "20 cm")))
    assert [title for title, choice in frames.items() if choice.taken] == ["Frame 40 × 30 cm"]


@pytest.mark.parametrize("edge", [border("1 cm"), {"kind": "none"}])
def test_other_edges_are_offered_neither(edge: dict[str, Any]) -> None:
    sheet = matted(edge)
    assert not offered("mat", sheet) and not offered("frame", sheet)


@given(
    width=st.integers(60, 1200), height=st.integers(60, 1200), overlap=st.integers(0, 8),
    floats=st.booleans(),
)  # fmt: skip
def test_whatever_is_offered_can_be_taken_and_hides_no_sheet(
    width: int, height: int, overlap: int, floats: bool
) -> None:
    """Every mat lies over the sheet, every frame holds it, and no more than all of a picture shows."""
    own = {"reveal": f"{overlap} mm"} if floats else {"overlap": f"{overlap} mm"}
    edge = mat(f"{width // 2} mm", f"{height // 2} mm", **own)
    wanted = plan(target={"width": f"{width} mm", "height": f"{height} mm"}, edge=edge)
    for choice in worksheet(wanted, "mm", "edge").choices:
        if choice.kind not in ("mat", "frame"):
            continue
        work = work_out(changed_plan(wanted, choice.fix))
        assert 0 < shown_share(work) <= 1
        assert not [found for found in reckon(work.plan).findings if found.level == "stop"]
        if choice.kind == "frame":
            card = work.boxes.named["card"]
            assert card.w >= work.boxes.trim.w and card.h >= work.boxes.trim.h


# Captions and the cut

A4 = {"width": "297 mm", "height": "210 mm"}


def near_the_cut(text: str = "Hill", sides: str = "20 mm", **caption: Any) -> list[Finding]:
    edge = border(sides) | {"caption": {"text": text} | caption}
    found = reckon(plan(target=A4, edge=edge)).findings
    return [finding for finding in found if finding.id == "caption-near-trim"]


def test_letters_nearer_to_the_cut_than_three_millimetres_are_told() -> None:
    """A border of 20 mm; letters of 3 mm that begin 15 mm off the picture end 2 mm from the cut."""
    (finding,) = near_the_cut(offset="15 mm", height="3 mm")
    assert finding.level == "warn" and "2 mm from the cut" in finding.text
    assert not near_the_cut(offset="14 mm", height="3 mm")


@pytest.mark.parametrize(
    "caption", [{"offset": "15 mm"}, {"offset": "0.5 mm", "height": "17.5 mm"}]
)
def test_one_click_brings_the_caption_into_safety(caption: dict[str, str]) -> None:
    edge = border("20 mm") | {"caption": {"text": "Hill", "height": "3 mm"} | caption}
    wanted = plan(target=A4, edge=edge)
    (finding,) = [f for f in reckon(wanted).findings if f.id == "caption-near-trim"]
    assert finding.fix
    cured = reckon(changed_plan(wanted, finding.fix)).findings
    assert not [f.id for f in cured if f.id.startswith("caption")]


def test_a_caption_set_to_a_side_that_is_cut_is_centred() -> None:
    edge = border("2 mm") | {"bottom": "30 mm", "caption": {"text": "Fog", "align": "left"}}
    (finding,) = [
        f for f in reckon(plan(target=A4, edge=edge)).findings if f.id == "caption-near-trim"
    ]
    assert "at the side" in finding.text and finding.fix == {"edge.caption.align": "centre"}
