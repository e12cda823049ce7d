"""Grips of an edge: where each is taken hold of, which length it changes, and which way it grows."""

from __future__ import annotations

from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from tests.plans import border, plan, wrap
from zollstock.core.documents.plan import parse_plan, patched, plan_document
from zollstock.core.edges.grips import Grip
from zollstock.core.worksheet import worksheet

SHEET = {"width": "300 mm", "height": "200 mm"}


def grips(edge: dict[str, Any], **target: str) -> dict[str, Grip]:
    made = plan(target=SHEET | target, edge=edge)
    return {grip.id: grip for grip in worksheet(made, "mm", None).grips}


def test_without_an_edge_there_is_nothing_to_take_hold_of() -> None:
    assert grips({"kind": "none"}) == {}


def test_a_border_whose_sides_are_alike_goes_along_all_round() -> None:
    held = grips(border("30 mm"))
    assert held["left"].fields == ("edge.left", "edge.top", "edge.right", "edge.bottom")
    assert (held["left"].mm, held["left"].at, held["left"].by, held["right"].by) == (
        30,
        (30, 100),
        1,
        -1,
    )
    assert (held["left"].flat, held["top"].flat, held["left"].most) == (True, False, 145)
    own = grips(border("30 mm", "30 mm", "30 mm", "40 mm"))
    assert own["bottom"].fields == ("edge.bottom",)


def test_the_opening_of_a_mat_moves_both_its_sides() -> None:
    mat = {"kind": "mat", "opening_width": "20 cm", "opening_height": "10 cm", "overlap": "5 mm",
           "inner": {"step": "4 mm", "colour": "#000000"}}  # fmt: skip
    held = grips(mat)
    assert (held["left"].mm, held["left"].by, held["right"].by) == (200, -2, 2)
    assert held["right"].fields == ("edge.opening_width",)
    assert (held["overlap"].mm, held["overlap"].by, held["overlap"].fields) == (
        5,
        1,
        ("edge.overlap",),
    )
    assert (held["inner.step"].mm, held["inner.step"].fields) == (4, ("edge.inner.step",))


def test_a_floating_print_shows_more_paper_as_its_rim_goes_up() -> None:
    mat = {"kind": "mat", "opening_width": "20 cm", "opening_height": "10 cm", "reveal": "8 mm"}
    held = grips(mat)
    assert (held["reveal"].mm, held["reveal"].by) == (8, -1)
    assert "overlap" not in held


def test_a_board_that_differs_from_the_sheet_is_dragged_about_its_middle() -> None:
    mat = {"kind": "mat", "opening_width": "20 cm", "opening_height": "10 cm", "card_width": "40 cm",
           "card_height": "30 cm"}  # fmt: skip
    held = grips(mat)
    wide, high = held["card_width"], held["card_height"]
    assert (wide.mm, wide.by, wide.flat, high.mm, high.by) == (400, 2, True, 300, 2)


def test_a_bleed_is_one_all_round_until_a_side_has_its_own() -> None:
    held = grips({"kind": "bleed", "bleed": "3 mm", "safe": "4 mm"})
    assert (held["left"].mm, held["left"].by, held["left"].fields) == (3, -1, ("edge.bleed",))
    assert (held["safe"].mm, held["safe"].by) == (4, -1)
    own = grips({"kind": "bleed", "bleed": "3 mm", "right": "0 mm"})
    assert own["top"].fields == ("edge.top",)


def test_a_canvas_has_its_depth_and_its_staple_allowance_also_where_it_is_stretched() -> None:
    held = grips(wrap("mirror", "38 mm", "12 mm"))
    assert (held["depth"].mm, held["turn"].mm) == (38, 12)
    assert held["turn"].at[1] == 200 + 2 * 50


def test_a_keyline_is_held_at_both_its_rims() -> None:
    held = grips(border("30 mm") | {"keyline": {"gap": "2 mm", "width": "0.5 mm"}})
    assert (held["keyline.gap"].mm, held["keyline.gap"].at[1]) == (2, 172)
    assert (held["keyline.width"].mm, held["keyline.width"].at[1]) == (0.5, 172.5)


def test_a_caption_is_held_below_and_above_however_it_was_typed() -> None:
    caption = {"text": "Fog", "offset": "0.6 cm", "height": "3 mm"}
    held = grips(border("30 mm") | {"caption": caption})
    offset, letters = held["caption.offset"], held["caption.height"]
    assert (offset.mm, offset.at[1], offset.by, offset.typed) == (6, 176, 1, "0.6 cm")
    assert (letters.mm, letters.at[1], letters.by) == (3, 179, 1)
    held = grips(border("30 mm") | {"caption": caption | {"side": "top"}})
    assert (held["caption.offset"].by, held["caption.height"].at[1]) == (-1, 21)


EDGES = st.sampled_from([
    border("30 mm"), border("20 mm", "30 mm", "25 mm", "40 mm"),
    {"kind": "mat", "opening_width": "20 cm", "opening_height": "10 cm", "overlap": "5 mm"},
    {"kind": "bleed", "bleed": "3 mm", "safe": "3 mm"}, wrap("mirror", "38 mm", "12 mm"),
])  # fmt: skip


@given(EDGES, st.integers(1, 9), st.data())
def test_a_length_that_is_dragged_is_so_long_afterwards(
    edge: dict[str, Any], more: int, data: st.DataObject
) -> None:
    made = plan(target=SHEET, edge=edge)
    held = worksheet(made, "mm", None).grips
    one = data.draw(st.sampled_from(held))
    typed = f"{one.mm + more:g} mm"
    changed = parse_plan(patched(plan_document(made), dict.fromkeys(one.fields, typed)))
    after = {grip.id: grip for grip in worksheet(changed, "mm", None).grips}[one.id]
    assert (after.typed, round(after.mm - one.mm, 6)) == (typed, more)
