"""The size that a new print begins with."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.sizes.firstsize import first_size


@pytest.mark.parametrize(
    ("picture", "unit", "size"),
    [
        ((6000, 4000), "cm", "30 cm x 20 cm"),
        ((4000, 6000), "cm", "20 cm x 30 cm"),
        ((6000, 4000), "in", "12 in x 8 in"),
        ((6000, 4000), "mm", "300 mm x 200 mm"),
        # A panorama kept a third of itself on 30 × 20 cm.
        ((9000, 3000), "cm", "30 cm x 10 cm"),
        ((4000, 3000), "in", "12 in x 9 in"),
        ((5000, 4000), "in", "10 in x 8 in"),
        ((2480, 3508), "cm", "21 cm x 29.7 cm"),
        ((3000, 3000), "cm", "30 cm x 30 cm"),
        # No usual size has this ratio.
        ((5000, 2250), "cm", "30 cm x 13.5 cm"),
    ],
)
def test_a_new_print_has_its_pictures_ratio_or_a_usual_size_near_it(
    picture: tuple[int, int], unit: str, size: str
) -> None:
    begun = first_size(*picture, unit)
    assert f"{begun.width.typed} x {begun.height.typed}" == size


@given(st.integers(3000, 60_000), st.integers(3000, 60_000), st.sampled_from(["mm", "cm", "in"]))
def test_a_new_print_loses_less_than_a_hundredth(width: int, height: int, unit: str) -> None:
    begun = first_size(width, height, unit)
    one, other = begun.width.mm / begun.height.mm, width / height
    assert 1 - min(one, other) / max(one, other) < 0.01
    assert (one > 1) == (width > height) or abs(other - 1) < 0.01
    assert 200 < max(begun.width.mm, begun.height.mm) < 410
