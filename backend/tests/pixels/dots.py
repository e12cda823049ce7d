"""Soft dots at known places, and where they are found again: for measuring what lies where."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from zollstock.pixels.vips import pyvips

_GROUND, _HEIGHT = 20, 200


def dots(width: int, height: int, pitch: int, sigma: float, bits: int = 16) -> pyvips.Image:
    """Round Gaussian dots on a dark ground, one in the middle of each square of `pitch` px."""
    at = pyvips.Image.xyz(width, height) + 0.5
    x, y = (at[0] % pitch) - pitch / 2, (at[1] % pitch) - pitch / 2
    plane = ((x * x + y * y) * (-0.5 / sigma**2)).exp() * _HEIGHT + _GROUND
    plane = plane * (257 if bits == 16 else 1)
    kind = ("ushort", "rgb16") if bits == 16 else ("uchar", "srgb")
    return plane.bandjoin([plane, plane]).rint().cast(kind[0]).copy(interpretation=kind[1])


def places(width: int, height: int, pitch: int) -> Iterator[tuple[float, float]]:
    """Where the dots lie, px from the top left corner."""
    for row in range(height // pitch):
        for column in range(width // pitch):
            yield (column + 0.5) * pitch, (row + 0.5) * pitch


def found(
    values: NDArray[np.float64], near: tuple[float, float], reach: float
) -> tuple[float, float]:
    """The centre of gravity of what is brighter than the ground around a place, px, in one channel of an image."""
    left, top = int(near[0] - reach), int(near[1] - reach)
    side = int(2 * reach) + 1
    patch = values[top : top + side, left : left + side]
    assert patch.shape == (side, side)
    patch = patch - patch.min()
    patch[patch <= patch.max() / 50] = 0
    at = np.arange(side) + 0.5
    weight = patch.sum()
    return left + float(patch.sum(axis=0) @ at / weight), top + float(
        patch.sum(axis=1) @ at / weight
    )
