"""The wall as it is seen: everything to one scale, from where somebody stands, or in a photograph's perspective."""

from __future__ import annotations

from math import radians, tan
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.layouts import STARS, hang_document, hanging, panels, tiles
from zollstock.core.layouts import LayoutError, layout_page, parse_layout, scene_of
from zollstock.core.layouts.wall.homography import from_rectangle, inverse, mapped, moved
from zollstock.core.layouts.wall.scene import Scene

PICTURE = {"width_px": 3000, "height_px": 2000}
PULL = st.floats(-0.14, 0.14)


def seen(**view: Any) -> Scene:
    found = scene_of(hanging(view=view))
    assert found is not None
    return found


def pictures(found: Scene) -> list[tuple[float, float, float, float]]:
    return [shape.box for shape in found.shapes if shape.kind == "picture"]


def test_an_eye_takes_in_what_it_sees_from_there() -> None:
    """30° to either side: from 2.5 m 2.89 m of the wall, from 5 m twice as much, the pieces as large as they are."""
    near, far = seen(distance="2.5 m"), seen(distance="5 m")
    assert near.width == pytest.approx(2 * 2500 * tan(radians(30)))
    assert far.width == pytest.approx(2 * near.width)
    assert [box[2:] for box in pictures(near)] == [box[2:] for box in pictures(far)]
    assert near.caption.endswith("70 × 50 cm, 57 × 85.5 cm, 90 × 60 cm · seen from 2.5 m")


def test_the_middle_of_everything_is_in_the_middle_until_the_floor_comes() -> None:
    near = seen(distance="2 m")
    left, right = (
        min(box[0] for box in pictures(near)),
        max(box[0] + box[2] for box in pictures(near)),
    )
    # The outer sizes lie in the middle; a mat of 10 cm at the left and none at the right.
    assert (left - 100 + right) / 2 == pytest.approx(near.width / 2)
    far = seen(distance="6 m")
    floor = next(shape.box for shape in far.shapes if shape.fill == "#a79f90")
    assert floor[1] == pytest.approx(far.height * 0.86)
    canvas = pictures(far)[1]
    # The highest piece hangs with its upper edge at 1927.5 mm.
    assert floor[1] - canvas[1] == pytest.approx(1927.5)
    assert not any(shape.fill == "#a79f90" for shape in near.shapes)


def test_a_print_in_its_mat_shows_its_opening_and_its_card() -> None:
    found = seen(light=0.8)
    opening, canvas, sheet = pictures(found)
    assert (opening[2:], canvas[2:], sheet[2:]) == ((500, 330), (570, 855), (900, 600))
    cards = [
        shape.box for shape in found.shapes if shape.kind == "rect" and shape.box[2:] == (700, 500)
    ]
    assert len(cards) == 1
    assert opening[0] - cards[0][0] == pytest.approx(100) and opening[1] - cards[0][
        1
    ] == pytest.approx(85)
    shadows = {shape.blur for shape in found.shapes if shape.kind == "shadow"}
    # Canvas 38 mm deep, a card in its frame, a bare sheet: each throws its own.
    assert len(shadows) == 3
    assert not [shape for shape in seen(light=0).shapes if shape.kind in ("shadow", "shade")]


def test_somebody_stands_beside_it_whole_or_not_at_all() -> None:
    tall = [shape for shape in seen(distance="4 m").shapes if shape.kind == "ellipse"]
    floor = next(shape.box[1] for shape in seen(distance="4 m").shapes if shape.fill == "#a79f90")
    assert tall and floor - tall[0].box[1] == pytest.approx(1750)
    near = seen(distance="2 m")
    assert near.missing and not [shape for shape in near.shapes if shape.kind == "ellipse"]
    assert not seen(distance="4 m").missing


@pytest.mark.parametrize("thing", ["sofa", "table", "door"])
def test_things_stand_on_the_floor_in_their_sizes(thing: str) -> None:
    bare, with_it = seen(distance="6 m", things=[]), seen(distance="6 m", things=[thing])
    more = [shape.box for shape in with_it.shapes if shape not in bare.shapes]
    floor = next(shape.box[1] for shape in with_it.shapes if shape.fill == "#a79f90")
    wide = max(box[0] + box[2] for box in more) - min(box[0] for box in more)
    assert wide == pytest.approx({"sofa": 2100, "table": 1600, "door": 1000}[thing])
    assert max(box[1] + box[3] for box in more) <= floor + 25


def test_panels_are_seen_with_their_gaps() -> None:
    found = scene_of(panels(wrap={"depth": "38 mm", "turn": "12 mm"}))
    assert found is not None
    first, second, *_ = pictures(found)
    assert second[0] - first[0] - first[2] == pytest.approx(40)
    assert first[1] - second[1] == pytest.approx(60)
    assert scene_of(tiles()) is None
    page = layout_page(panels())
    assert page.scene is not None and page.steps[-1].step == "view"


def photographed(**photo: Any) -> dict[str, Any]:
    return {"view": {"photo": {"picture": PICTURE, "scale": None, "rectangle": None} | photo}}


def test_two_points_give_a_photograph_its_scale() -> None:
    """0.4 of 3000 px are 2 m: 0.6 px a mm; 2330 mm of row are 1398 px, 0.466 of the picture's width."""
    found = scene_of(
        hanging(
            **photographed(
                scale={"from": [0.2, 0.5], "to": [0.6, 0.5], "length": "2 m"}, at=[0.5, 0.4]
            )
        )
    )
    assert found is not None and found.photo is not None
    left, right = (
        mapped(found.photo.matrix, 0, found.height / 2),
        mapped(found.photo.matrix, found.width, found.height / 2),
    )
    assert right[0] - left[0] == pytest.approx(2330 * 0.6 / 3000)
    assert ((left[0] + right[0]) / 2, left[1]) == pytest.approx((0.5, 0.4))
    top, bottom = mapped(found.photo.matrix, 0, 0), mapped(found.photo.matrix, 0, found.height)
    assert bottom[1] - top[1] == pytest.approx(855 * 0.6 / 2000)


def test_a_rectangle_gives_it_its_perspective() -> None:
    """Hung in the middle of a rectangle of its own size, everything reaches from corner to corner."""
    alone = {"plans": [STARS], "pieces": [], "wall": None}
    corners = [[0.3, 0.2], [0.7, 0.3], [0.68, 0.6], [0.31, 0.75]]
    flat = from_rectangle(900, 600, [(x, y) for x, y in corners])
    middle = list(mapped(flat, 450, 300))
    rectangle = {"corners": corners, "width": "90 cm", "height": "60 cm"}
    found = scene_of(hanging(**alone, **photographed(rectangle=rectangle, at=middle)))
    assert found is not None and found.photo is not None
    for (x, y), corner in zip(((0, 0), (900, 0), (900, 600), (0, 600)), corners, strict=True):
        assert mapped(found.photo.matrix, x, y) == pytest.approx(tuple(corner), abs=1e-9)


@given(
    st.lists(st.tuples(PULL, PULL), min_size=4, max_size=4),
    st.floats(-500, 500),
    st.floats(-500, 500),
)
def test_there_and_back_again(pulled: list[tuple[float, float]], x: float, y: float) -> None:
    """Four corners of a square, each pulled by less than would fold it."""
    square = ((0.2, 0.2), (0.8, 0.2), (0.8, 0.8), (0.2, 0.8))
    corners = [(a + dx, b + dy) for (a, b), (dx, dy) in zip(square, pulled, strict=True)]
    there = from_rectangle(1000, 700, corners)
    for corner, at in zip(corners, ((0, 0), (1000, 0), (1000, 700), (0, 700)), strict=True):
        assert mapped(there, *at) == pytest.approx(corner, abs=1e-9)
        assert mapped(inverse(there), *corner) == pytest.approx(at, abs=1e-5)
    whole = there[6] * x + there[7] * y + 1
    assume(abs(whole) > 0.05)
    assert mapped(moved(there, x, y), 0, 0) == pytest.approx(mapped(there, x, y), abs=1e-7)


@pytest.mark.parametrize(("view", "path"), [
    ({"distance": "5 mm"}, "view.distance"),
    ({"moulding": {"width": "0 mm"}}, "view.moulding.width"),
    ({"colour": "grey"}, "view.colour"),
    ({"things": ["piano"]}, "view.things[0]"),
    ({"photo": {"picture": PICTURE}}, "view.photo"),
    ({"photo": {"picture": PICTURE, "scale": {"from": [0.5, 0.5], "to": [0.5, 0.5], "length": "1 m"}}}, "view.photo.scale"),
    ({"photo": {"picture": PICTURE, "rectangle": {"corners": [[0, 0], [1, 1], [1, 0], [0, 1]], "width": "1 m", "height": "1 m"}}},
     "view.photo.rectangle.corners"),
])  # fmt: skip
def test_what_cannot_be_seen_is_told_with_its_path(view: dict[str, Any], path: str) -> None:
    with pytest.raises(LayoutError) as refused:
        parse_layout(hang_document(view=view))
    assert path in [at for at, _ in refused.value.problems], refused.value.problems
