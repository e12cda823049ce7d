"""Prints in a row on a wall: where each hangs, which nails it needs, and the plan for who hangs them."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.test_layout_pages import patched
from tests.layouts import STARS, hang_document, hanging, panels, tiles
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.show import LengthStyle
from zollstock.core.layouts import (
    LayoutError,
    blocking_reasons,
    hanging_sheets,
    lay,
    layout_page,
    parse_layout,
    reckon_layout,
)
from zollstock.core.layouts.wall.hanging import Hang, ToHang
from zollstock.core.layouts.wall.plan import HEIGHT, WIDTH, hanging_plan
from zollstock.core.letters import reach
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.sheets import Sheet


def values(**changes: Any) -> dict[str, Any]:
    return {figure.id: figure.value for figure in reckon_layout(hanging(**changes)).figures}


def test_the_worked_row() -> None:
    """70 + 57 + 90 cm with two gaps of 8 is 233 cm; in the middle of 640 cm it begins at 203.5."""
    found = values()
    assert (found["row_width"], found["free_at_ends"]) == (2330, 2035)
    assert [found[f"hang_left_{number}"] for number in (1, 2, 3)] == [2035, 2815, 3465]
    # The highest is 855 mm: its upper edge at 1500 + 427.5; the others share its middle.
    assert [found[f"hang_top_{number}"] for number in (1, 2, 3)] == [1750, 1927.5, 1800]
    assert [found[f"nail_y_{number}"] for number in (1, 2, 3)] == [1720, 1897.5, 1770]
    assert (found["nail_left_2"], found["nail_right_2"]) == (2815 + 142.5, 2815 + 427.5)


@pytest.mark.parametrize(
    ("line", "edge"), [("top", "top"), ("bottom", "bottom"), ("middle", "middle")]
)
def test_all_pieces_share_their_line(line: str, edge: str) -> None:
    found = values(line=line)
    heights = {1: 500, 2: 855, 3: 600}
    share = {"top": 0, "middle": 0.5, "bottom": 1}[edge]
    shared = {found[f"hang_top_{number}"] - high * share for number, high in heights.items()}
    assert len(shared) == 1


def test_a_frame_is_as_large_as_it_was_measured() -> None:
    found = values(pieces=[{"outer": {"width": "74.2 cm", "height": "54.1 cm"}}], wall=None)
    assert found["row_width"] == 742 + 570 + 900 + 160
    assert "free_at_ends" not in found and found["hang_left_1"] == 0


def test_a_row_that_is_too_long_says_how_far_the_gaps_must_close() -> None:
    document = hang_document(wall="2.3 m")
    (found,) = [
        one for one in reckon_layout(parse_layout(document)).findings if one.id == "row-too-long"
    ]
    assert found.text == "The row is 3 cm longer than the wall." and found.fix == {"gap": "6.5 cm"}
    after = reckon_layout(parse_layout(patched(document, found.fix)))
    assert not [one for one in after.findings if one.id == "row-too-long"]
    hopeless = reckon_layout(hanging(wall="2 m"))
    assert next(one for one in hopeless.findings if one.id == "row-too-long").fix is None


@pytest.mark.parametrize(("changes", "path"), [
    ({"pieces": [{}] * 4}, "pieces[3]"),
    ({"pieces": [{"outer": {"width": "0 mm", "height": "1 m"}}]}, "pieces[0].outer"),
    ({"wall": "0 m"}, "wall"),
    ({"gap": "-3 mm"}, "gap"),
    ({"plans": [STARS | {"target": {"width": "800 px", "height": "600 px"}}], "pieces": []}, "plans[0].target"),
])  # fmt: skip
def test_what_cannot_hang_is_told_with_its_path(changes: dict[str, Any], path: str) -> None:
    with pytest.raises(LayoutError) as refused:
        hanging(**changes)
    assert path in [at for at, _ in refused.value.problems]


def test_a_print_that_cannot_be_made_can_be_hung() -> None:
    short = STARS | {"edge": {"kind": "wrap", "depth": "50 cm", "turn": "50 cm", "fill": "mirror"}}
    assert not blocking_reasons(lay(hanging(plans=[short], pieces=[])))


def test_the_rule_of_a_hanging_says_what_a_colleague_would() -> None:
    page = layout_page(hanging())
    assert [(step.title, step.key, step.state) for step in page.steps] == [
        ("Row", "233 cm", "3 pieces"),
        ("Wall", "640 cm", "centred"),
        ("Hanging", "middle 150 cm", "4 nails"),
        ("On the wall", "from 2.5 m", "drawn wall"),
    ]
    wall = page.wall
    assert wall is not None and wall.length == 6400
    assert [piece.shows[2:] for piece in wall.pieces] == [(600, 400), (570, 855), (900, 600)]
    assert wall.pieces[0].at == (50, 227.5, 600, 400)


def on_paper(sheet: Sheet, kind: str) -> list[Box]:
    return [stroke.box for stroke in sheet.strokes if stroke.kind == kind]


def test_the_plan_is_to_scale() -> None:
    """The nails' crosses, read off the paper, are where the figures say."""
    (sheet,) = hanging_sheets(hanging())
    scale = next(
        int(label.text.split("1 : ")[1].split(",")[0])
        for label in sheet.labels
        if "1 : " in label.text
    )
    floor = next(box for box in on_paper(sheet, "outline"))
    crosses = [box for box in on_paper(sheet, "nail") if box.w > box.h]
    found = values()
    left = next(box for box in on_paper(sheet, "measure")).x
    places = sorted(
        (float((box.x + box.w / 2 - left) * scale), float((floor.y + floor.h / 2 - box.y - box.h / 2) * scale))
        for box in crosses
    )  # fmt: skip
    wanted = sorted(
        [
            (found["nail_x_1"], found["nail_y_1"]),
            (found["nail_left_2"], found["nail_y_2"]),
            (found["nail_right_2"], found["nail_y_2"]),
            (found["nail_x_3"], found["nail_y_3"]),
        ]
    )
    for place, want in zip(places, wanted, strict=True):
        assert place == pytest.approx(want)
    said = [label.text for label in sheet.labels]
    assert "295.75 and 324.25" in said and "189.75" in said


@given(
    st.lists(st.tuples(st.integers(30, 3000), st.integers(30, 2500), st.sampled_from([1, 2]), st.integers(0, 600)), min_size=1, max_size=45),
    st.integers(200, 2500), st.integers(0, 5000), st.sampled_from(["mm", "cm", "in"]),
)  # fmt: skip
def test_everything_lies_on_the_paper_and_no_two_figures_lie_over_each_other(
    sizes: list[tuple[int, int, int, int]], middle: int, left: int, unit: str
) -> None:
    pieces, x = [], Fraction(0)
    for number, (w, h, fixings, gap) in enumerate(sizes):
        pieces.append(
            ToHang(
                f"A piece with a rather long name, number {number}",
                Box(x, Fraction(h, 3), Fraction(w), Fraction(h)),
                fixings,
            )
        )
        x += w + gap
    hang = Hang.model_validate({"centre_height": f"{middle} mm", "from_left": f"{left} mm"})
    sheets = hanging_plan("A title " * 40, pieces, hang, LengthStyle(unit))
    for sheet in sheets:
        for stroke in sheet.strokes:
            box = stroke.box
            assert box.x >= 0 and box.right <= WIDTH
        taken: list[Box] = []
        for label in sheet.labels:
            width = reach(label.text, label.font, label.height).width
            assert label.at[0] >= 0 and label.at[0] + width <= WIDTH
            if label.font == "condensed":
                box = Box(label.at[0], label.at[1] - label.height, width, label.height)
                assert not any(_over(box, other) for other in taken)
                taken.append(box)
    said = [label.text for sheet in sheets for label in sheet.labels]
    assert all(any(text.startswith("A piece") for text in said) for _ in pieces)
    assert sum(text.startswith("A piece") for text in said) == len(pieces)
    assert max(float(label.at[1]) for sheet in sheets for label in sheet.labels) <= HEIGHT


def _over(one: Box, other: Box) -> bool:
    return (
        one.x < other.right
        and other.x < one.right
        and one.y < other.bottom
        and other.y < one.bottom
    )


def test_panels_have_a_plan_and_tiles_have_none() -> None:
    assert len(hanging_sheets(panels())) == 1
    assert hanging_sheets(tiles()) == []
