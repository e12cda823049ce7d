"""Automatic placement and straightening, against brute force and by hand."""

from __future__ import annotations

import math
from fractions import Fraction
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.plans import LAMP, plan, zones
from zollstock.core.parts.fit import Fit, KeepZone
from zollstock.core.reckon import reckon
from zollstock.core.rules.fit import place, zone_px, zone_span
from zollstock.core.rules.straighten import largest, lean, leaning_bounds
from zollstock.core.shapes.box import Box
from zollstock.core.work.zones import turned

ANGLES = st.integers(-150, 150).map(lambda n: n / 10)


def frame(w: float, h: float) -> Box:
    return Box(Fraction(0), Fraction(0), Fraction(w), Fraction(h))


def corners(box: Box) -> list[tuple[float, float]]:
    return [(float(x), float(y)) for x in (box.x, box.right) for y in (box.y, box.bottom)]


def in_picture(
    point: tuple[float, float], width: int, height: int, angle: float
) -> tuple[float, float]:
    """A point of the straightened picture, in the picture's own pixels, by plain trigonometry."""
    a = math.radians(angle)
    x, y = point[0] - width / 2, point[1] - height / 2
    return x * math.cos(a) + y * math.sin(a) + width / 2, y * math.cos(a) - x * math.sin(
        a
    ) + height / 2


def room(crop: Box, span: Box) -> float:
    return float(
        min(span.x - crop.x, span.y - crop.y, crop.right - span.right, crop.bottom - span.bottom)
    )


@given(
    st.lists(zones(), min_size=1, max_size=3),
    st.integers(60, 400),
    st.integers(60, 400),
    st.integers(20, 300),
    st.integers(20, 300),
    st.integers(100, 250),
    st.one_of(st.just(0.0), ANGLES),
)
def test_no_place_on_a_grid_leaves_the_zones_more_room(
    keep: list, width: int, height: int, box_w: int, box_h: int, zoom: int, angle: float
) -> None:
    """Every anchor of a grid, in both directions, is no better than the one that was computed."""
    found = [KeepZone(**zone) for zone in keep]
    common = {"keep": found, "zoom": zoom / 100, "angle": angle}
    box = frame(box_w, box_h)
    best = place(width, height, box, Fit(**common, auto=True))
    span = zone_span(found, width, height, best.lean)
    reached = room(best.crop, span)
    grid = [step / 20 for step in range(21)]
    for anchor in product(grid, grid):
        other = place(width, height, box, Fit(**common, anchor=anchor))
        assert room(other.crop, span) <= reached + 1e-9


@given(st.integers(50, 9000), st.integers(50, 9000), st.integers(10, 900), st.integers(10, 900),
       ANGLES, st.tuples(st.floats(0, 1), st.floats(0, 1)), st.integers(100, 400))  # fmt: skip
def test_a_straightened_crop_stays_inside_the_picture(
    width: int, height: int, box_w: int, box_h: int, angle: float, anchor: tuple, zoom: int
) -> None:
    placed = place(
        width, height, frame(box_w, box_h), Fit(angle=angle, anchor=anchor, zoom=zoom / 100)
    )
    slack = 1e-4 * max(width, height)
    for corner in corners(placed.crop):
        x, y = in_picture(corner, width, height, angle)
        assert -slack <= x <= width + slack and -slack <= y <= height + slack
    assert 0 <= placed.loss < 1
    assert placed.crop.w / placed.crop.h == Fraction(box_w, box_h)


@given(
    st.integers(100, 5000),
    st.integers(100, 5000),
    st.fractions(Fraction(1, 4), 4, max_denominator=20),
    ANGLES,
)
def test_the_largest_crop_touches_the_rim(
    width: int, height: int, ratio: Fraction, angle: float
) -> None:
    """A hair larger and a corner would lie outside."""
    w, h = largest(Fraction(width), Fraction(height), ratio, lean(angle))
    taken = lean(angle).reach((w / 2, h / 2))
    assert taken[0] <= Fraction(width, 2) and taken[1] <= Fraction(height, 2)
    assert taken[0] == Fraction(width, 2) or taken[1] == Fraction(height, 2)


@given(ANGLES)
def test_a_lean_is_an_exact_turn_near_its_angle(angle: float) -> None:
    by = lean(angle)
    assert by.cos**2 + by.sin**2 == 1
    assert float(by.sin) == pytest.approx(math.sin(math.radians(angle)), abs=1e-7)


@given(zones(), st.integers(50, 500), st.integers(50, 500), ANGLES)
def test_leaning_bounds_hold_the_zone_and_no_more(
    zone: dict, width: int, height: int, angle: float
) -> None:
    upright = zone_px(KeepZone(**zone), width, height)
    bounds = leaning_bounds(upright, Fraction(width), Fraction(height), lean(angle))
    points = [in_picture(corner, width, height, -angle) for corner in corners(upright)]
    slack = 1e-4 * max(width, height)
    for axis, (low, high) in enumerate(((bounds.x, bounds.right), (bounds.y, bounds.bottom))):
        values = [point[axis] for point in points]
        assert min(values) == pytest.approx(float(low), abs=slack)
        assert max(values) == pytest.approx(float(high), abs=slack)


def test_straightening_worked_by_hand() -> None:
    """A square of 1000 px straightened by 15°: 1000 ÷ (cos 15° + sin 15°) = 816.5 px are left."""
    placed = place(1000, 1000, frame(10, 10), Fit(angle=15))
    assert float(placed.crop.w) == pytest.approx(816.497, abs=0.01)
    assert float(placed.loss) == pytest.approx(1 / 3, abs=1e-4)
    figures = {f.id: f for f in reckon(plan(fit={"angle": -2.5})).figures}
    assert figures["angle"].text == "−2.5°"
    assert figures["loss"].value == pytest.approx(figures["angle_loss"].value, abs=1e-3)
    assert "angle" not in {f.id for f in reckon(plan()).figures}


def test_a_straightened_picture_kept_whole_is_its_largest_upright_part() -> None:
    placed = place(3000, 2000, frame(300, 300), Fit(mode="contain", angle=5))
    assert placed.crop.w / placed.crop.h == Fraction(3, 2)
    assert placed.printed.w == 300 and placed.printed.y == 50
    assert 0 < placed.loss < Fraction(1, 4)


def test_equal_rooms_are_settled_by_the_other_direction() -> None:
    """Height decides the least room; the width, which has plenty, is still used fully."""
    fit = Fit(keep=(KeepZone(x=0.1, y=0.0, w=0.1, h=1.0),), auto=True)
    placed = place(1000, 500, frame(100, 100), fit)
    assert placed.crop.x == 0 and placed.crop.w == 500


@given(zones(), st.sampled_from([0, 90, 180, 270]))
def test_a_turned_zone_comes_back(zone: dict, by: int) -> None:
    held = KeepZone(**zone)
    back = turned(turned(held, by), -by)
    assert (back.x, back.y, back.w, back.h) == pytest.approx((held.x, held.y, held.w, held.h))


def test_a_zone_turns_with_its_picture() -> None:
    """A zone at the top left is at the top right after a quarter turn clockwise."""
    zone = KeepZone(**{**LAMP, "x": 0.0, "y": 0.0, "w": 0.2, "h": 0.1})
    right = turned(zone, 90)
    assert (right.x, right.y, right.w, right.h) == (0.9, 0.0, 0.1, 0.2)
