"""A print as from there: true visual angles on a screen that was measured."""

from __future__ import annotations

from math import atan, degrees

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lengthy import tried
from zollstock.core.ground.show import LengthStyle
from zollstock.core.questions.fromthere import Seat, from_there

CM = LengthStyle("cm")


@given(
    ppi=st.floats(20, 800),
    distance=st.floats(100, 20_000),
    eyes=st.floats(200, 3000),
    px_per_mm=st.floats(2, 20),
)
@tried(100)
def test_a_pixel_of_the_picture_fills_the_same_angle(
    ppi: float, distance: float, eyes: float, px_per_mm: float
) -> None:
    found = from_there(ppi, distance, 0.0, Seat(px_per_mm, eyes), CM)
    on_paper = atan(25.4 / ppi / distance)
    on_screen = atan(found.scale / px_per_mm / eyes)
    assert on_screen == pytest.approx(on_paper, rel=1e-6)


def test_a_coarse_screen_says_what_it_cannot_show() -> None:
    """96 px an inch from 60 cm: 1.52 minutes of arc a px."""
    found = from_there(250, 1100, 0.04, Seat(96 / 25.4, 600), CM)
    assert found.pixel_arcmin == pytest.approx(degrees(atan(25.4 / 96 / 600)) * 60)
    assert (
        not found.possible and "1.5 minutes of arc from 60 cm, coarser than the eye" in found.note
    )
    assert "From 1.5 × as far off the screen" in found.note


def test_a_fine_screen_or_a_coarse_print_hides_nothing() -> None:
    assert from_there(250, 1100, 0.04, Seat(10, 600), CM).possible
    close = from_there(30, 600, 0.04, Seat(96 / 25.4, 600), CM)
    assert close.possible and close.scale > 1 and "nothing of the print is hidden" in close.note


def test_ink_is_only_blurred_where_somebody_would_see_it() -> None:
    assert from_there(250, 600, 0.04, Seat(4, 600), CM).blur == 0
    assert from_there(60, 300, 0.11, Seat(4, 600), CM).blur == pytest.approx(0.88)
