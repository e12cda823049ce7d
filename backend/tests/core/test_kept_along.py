"""What of a print's edge goes along to its other sizes, and what a border may take."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import border, plan
from zollstock.core.documents.plan import Plan, parse_plan, plan_document
from zollstock.core.ground.lengths import parse_length
from zollstock.core.questions.survey import Along, kept_along, plan_for, survey
from zollstock.core.reckon import reckon
from zollstock.core.sizes.library import Size, library

SIZES = {size.key: size for size in library()}
#: 24 × 16 in with 2 in of border and a caption in it.
CAPTIONED = border("2 in") | {
    "caption": {"text": "Fog over the salt pans", "height": "5 mm", "offset": "8 mm"},
    "keyline": {"gap": "4 mm", "width": "0.5 mm"},
}


def at(size: Size, along: Along, edge: dict[str, object] = CAPTIONED) -> Plan:
    made = plan(edge=edge)
    return parse_plan(plan_for(plan_document(made), size, (6000, 4000), None, along))


def test_in_proportion_a_border_keeps_its_look_on_a_small_print() -> None:
    small = at(SIZES["in-4x6"], "scaled")
    assert small.edge.left.typed == "1/2 in"  # type: ignore[union-attr]
    # 5 × ¼ mm nobody could read: letters stay as high as a hand needs them.
    assert small.edge.caption.height.mm == parse_length("1.5 mm").mm  # type: ignore[union-attr]
    assert small.edge.caption.offset.typed == "2 mm"  # type: ignore[union-attr]
    assert small.edge.keyline.gap.typed == "1 mm"  # type: ignore[union-attr]


def test_as_it_is_or_left_off() -> None:
    half = border("1 in")
    assert at(SIZES["in-8x10"], "same", half).edge.left.typed == "1 in"  # type: ignore[union-attr]
    assert at(SIZES["in-8x10"], "left", half).edge.kind == "none"


def test_a_wrap_and_a_bleed_are_as_deep_on_every_size() -> None:
    wrap = {
        "kind": "wrap",
        "depth": "38 mm",
        "turn": "12 mm",
        "fill": "mirror",
        "colour": "#ffffff",
    }
    large = plan(target={"width": "60 cm", "height": "40 cm"}, edge=wrap)
    made = plan_for(plan_document(large), SIZES["cm-30x40"], (6000, 4000), None, "scaled")
    assert parse_plan(made).edge.depth.typed == "38 mm"  # type: ignore[union-attr]
    assert kept_along(large).ways == ["same", "left"]


def test_what_goes_along_is_said_and_nothing_where_there_is_no_edge() -> None:
    kept = kept_along(plan(edge=CAPTIONED), "in")
    assert kept.edge == "Border 2 in, with its caption"
    assert kept.ways == ["scaled", "same", "left"]
    assert kept_along(plan()).ways == []


def test_a_border_that_came_along_and_eats_the_print_is_told_beside_its_size() -> None:
    made = plan(edge=border("1 in"))
    [eaten] = survey(made, [SIZES["in-4x6"]], "in", along="same")
    assert eaten.edge_trouble.startswith("The border takes 50 % of the height, more than a third")
    assert eaten.troubled
    [fine] = survey(made, [SIZES["in-4x6"]], "in", along="scaled")
    assert fine.edge_trouble == "" and fine.edge_text == "Border ¼ in"
    assert fine.loss < 0.05


@pytest.mark.parametrize(("mm", "told"), [(49, False), (50, False), (51, True)])
def test_more_than_a_third_of_a_side_is_a_finding(mm: int, told: bool) -> None:
    made = plan(target={"width": "400 mm", "height": "300 mm"}, edge=border(f"{mm} mm"))
    found = [item for item in reckon(made).findings if item.id == "border-wide"]
    assert bool(found) == told
    for item in found:
        cured = parse_plan(
            plan_document(made) | {"edge": plan_document(made)["edge"] | _sides(item.fix)}
        )
        assert not [again for again in reckon(cured).findings if again.id == "border-wide"]


def _sides(fix: dict[str, object] | None) -> dict[str, object]:
    return {path.removeprefix("edge."): value for path, value in (fix or {}).items()}


@given(st.sampled_from(sorted(SIZES)), st.integers(1, 60))
def test_in_proportion_no_size_is_eaten_that_was_not_before(key: str, mm: int) -> None:
    size = SIZES[key]
    if size.in_pixels:
        return
    before = plan(target={"width": "600 mm", "height": "400 mm"}, edge=border(f"{mm} mm"))
    made = parse_plan(plan_for(plan_document(before), size, (6000, 4000), None, "scaled"))
    share = made.edge.left.mm / min(made.target.width.mm, made.target.height.mm)  # type: ignore[union-attr]
    # Rounding to what people measure may add half a step.
    step = parse_length("1/16 in").mm
    assert share <= mm / 400 + float(step / min(made.target.width.mm, made.target.height.mm))
