"""How big: the largest print of each grade, worked by hand, and the question the other way round."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lengthy import tried
from zollstock.core.criteria import acuity_need
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.show import LengthStyle
from zollstock.core.picture.measures import Measures
from zollstock.core.questions.howbig import (
    ASKED,
    HowBig,
    HowBigQuery,
    cropped,
    how_big,
    whole_print_px,
)
from zollstock.core.rules.viewing import grade, whole_print_distance
from zollstock.core.sizes.readings import read_size

CM = LengthStyle("cm")


def answered(width: int = 7952, height: int = 5304, unit: str = "cm", **more: Any) -> HowBig:
    size = more.pop("size", "")
    measures = more.pop("measures", Measures())
    query = HowBigQuery(
        width=width,
        height=height,
        ratio=more.pop("ratio", None),
        factor=more.pop("factor", 1.0),
        distance=more.pop("distance", 600.0),
        size=read_size(size, unit, (width, height), []).sides if size else None,
    )
    return how_big(query, LengthStyle(unit), measures)


def test_the_worked_example() -> None:
    """At 60 cm the eye uses 3437.75 ÷ 23.62 in = 145.5 ppi: 7952 px ÷ 145.5 = 54.6 in = 138.8 cm."""
    found = answered()
    by_grade = {one.grade: one for one in found.largest}
    assert by_grade["clean"].width == pytest.approx(1388, abs=0.5)
    assert [by_grade[name].text for name in ("surplus", "clean", "near", "soft")] == [
        "69 × 46 cm", "138 × 92 cm", "173 × 115 cm", "277 × 185 cm",
    ]  # fmt: skip
    assert found.headline == (
        "Clean to 138 × 92 cm from 60 cm. From where it is seen whole: at any size."
    )
    assert found.workings[0] == "at 60 cm: 7952 px ÷ 145.53 ppi = 54.6 in = 138 cm"


def test_twice_the_size_from_twice_the_distance_needs_the_same_pixels() -> None:
    near, far = answered(distance=600.0), answered(distance=1200.0)
    for one, other in zip(near.largest, far.largest, strict=True):
        assert other.width == pytest.approx(2 * one.width)


def test_a_picture_too_small_to_be_clean_as_a_whole_has_a_largest_size_in_the_hand() -> None:
    """1500 px are under the 1907 that any size needs: in the hand, from 30 cm, 1500 ÷ 291 = 5.15 in."""
    clean = next(one for one in answered(1500, 1000).largest if one.grade == "clean")
    assert clean.whole_width == pytest.approx(1500 / (3437.75 / (300 / 25.4)) * 25.4, abs=0.1)
    soft = next(one for one in answered(1500, 1000).largest if one.grade == "soft")
    assert soft.whole_width is None


def test_a_surface_that_holds_less_detail_needs_fewer_pixels() -> None:
    glossy, canvas = answered(), answered(factor=0.5)
    assert canvas.largest[1].width == pytest.approx(2 * glossy.largest[1].width)


def test_the_other_way_round() -> None:
    """90 × 60 cm of 7952 px: 224.4 ppi, clean from 3437.75 ÷ 224.4 in = 38.9 cm."""
    found = answered(size="90 x 60 cm").reverse
    assert found is not None
    assert (found.ppi_text, found.clean_text) == ("224.4 ppi", "39 cm")
    assert found.clean_from == pytest.approx(3437.75 / 224.4 * 25.4, abs=1)
    assert "more than the 150" in found.enlarged_text and found.loss_text == ""
    far = answered(size="3 x 2 m").reverse
    assert far is not None and far.enlarged_text.endswith("for 150 ppi: for far viewing only")
    square = answered(size="50 cm square").reverse
    assert square is not None and square.loss_text == "cropping to it loses 33.3 % of the picture"


def test_a_size_lies_as_the_picture_does() -> None:
    lying, standing = answered(size="90 x 60 cm").reverse, answered(size="60 x 90 cm").reverse
    assert lying and standing and lying.ppi_text == standing.ppi_text


def test_cropping_to_a_ratio_is_told() -> None:
    found = answered(6000, 4000, ratio=Fraction(1))
    assert (found.crop, found.loss_text) == ((4000, 4000), "33.3 %")
    assert answered(6000, 4000).loss_text == ""


def test_a_soft_picture_is_reckoned_with_what_it_holds() -> None:
    """A quarter of the pixels hold detail: half the width."""
    pixels = 7952 * 5304
    soft = Measures(true_detail=(round(pixels * 0.2), round(pixels * 0.3)))
    found = answered(measures=soft)
    assert found.detail_text.startswith(
        "Its pixels hold detail of about 8.4 to 13 of 42 megapixels"
    )
    assert "reckon with 69 × 46 cm" in found.detail_text
    assert answered(measures=Measures(true_detail=(pixels, pixels))).detail_text == ""


def test_inches_where_inches_rule() -> None:
    assert answered(unit="in").headline.startswith("Clean to 54 × 36 in from 24 in.")


@given(
    width=st.integers(200, 20000),
    height=st.integers(200, 20000),
    factor=st.floats(0.3, 1.5),
    distance=st.floats(150, 20_000),
)
@tried(100)
def test_every_largest_print_just_has_its_grade(
    width: int, height: int, factor: float, distance: float
) -> None:
    found = answered(width, height, factor=factor, distance=distance)
    for one, (name, least) in zip(found.largest, ASKED, strict=True):
        ratio = width / (one.width / 25.4) / (acuity_need(distance) * factor)
        assert ratio == pytest.approx(float(least)) and grade(ratio * (1 + 1e-9)) == name
        if one.whole_width is not None:
            high = one.whole_width * height / width
            seen = whole_print_distance((one.whole_width**2 + high**2) ** 0.5, 1.5)
            ratio = width / (one.whole_width / 25.4) / (acuity_need(seen) * factor)
            assert ratio == pytest.approx(float(least), rel=1e-6)
        else:
            for wide in (100, 1000, 10_000):
                seen = whole_print_distance(wide * (1 + (height / width) ** 2) ** 0.5, 1.5)
                assert width / (wide / 25.4) / (acuity_need(seen) * factor) >= float(least) * (
                    1 - 1e-9
                )


@given(
    width=st.integers(1, 9000),
    height=st.integers(1, 9000),
    top=st.integers(1, 20),
    bottom=st.integers(1, 20),
)
@tried(100)
def test_a_crop_lies_within_the_picture(width: int, height: int, top: int, bottom: int) -> None:
    wide, high = cropped(width, height, Fraction(top, bottom))
    assert 1 <= wide <= width and 1 <= high <= height
    assert wide == width or high == height


def test_every_size_needs_so_many_pixels_across() -> None:
    assert whole_print_px(1.5, 1.0, 1.0, 1.5) == pytest.approx(1907, abs=1)
