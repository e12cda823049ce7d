"""Interpolation to the exact place, at any factor and any lean: a true Lanczos, and Catmull-Rom.

libvips has no Lanczos for enlarging: its `resize` gives the same bicubic for every kernel it is asked for. And
that bicubic places pixels by 64ths of the picture's, which is half a pixel of a file 32 times as large.
"""

from __future__ import annotations

from collections.abc import Callable
from math import ceil, floor

import numba
import numpy as np
from numpy.typing import NDArray

from zollstock.core.ground.rational import Fraction
from zollstock.core.rules.straighten import UPRIGHT, Lean
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling

from ..progress import Progress
from ..vips import pyvips
from .shape import Floats
from .tiles import Maker, Source, made_of

#: Weights for what leans are looked up at so many places a px.
_FINE = 1024
Distances = NDArray[np.float64]


#: How much of a pixel belongs to a place, by its distance, px; nothing from `_REACH` on.
Kernel = Callable[[Distances], Distances]
#: Pixels on either side of a place that are looked at, and all of them in a row. Constants, so that the compiled
#: loops over them are unrolled.
_REACH, _TAPS = 3, 6


def lanczos(far: Distances) -> Distances:
    """Three lobes of the cardinal sine, under the middle of a wider one (Lanczos; Duchon 1979)."""
    return np.where(far < 3, np.sinc(far) * np.sinc(far / 3), 0.0)


def catmull_rom(far: Distances) -> Distances:
    """The cubic that libvips and `kernels.catmull_rom` have, too (Catmull and Rom 1974)."""
    near = 1 - 2.5 * far**2 + 1.5 * far**3
    return np.where(
        far < 1, near, np.where(far < 2, 2 - 4 * far + 2.5 * far**2 - 0.5 * far**3, 0.0)
    )


def interpolated_exactly(
    image: pyvips.Image,
    kernel: Kernel,
    sampling: Sampling,
    by: Lean,
    box: PixelBox,
    progress: Progress | None = None,
) -> pyvips.Image:
    """What `sampling` shows of an upright picture, turned by `by` about its centre, box.w × box.h px."""
    maker = _upright if by is UPRIGHT else _leaning
    return made_of(image, box.w, box.h, maker(Source(image), kernel, sampling, by), progress)


def _upright(source: Source, kernel: Kernel, sampling: Sampling, by: Lean) -> Maker:
    """Along the rows, then along the columns: each place looks at a few px a side instead of their square."""

    def maker(left: int, top: int, width: int, height: int) -> Floats:
        x0, across, to_right = _taps(sampling.x, sampling.step, left, width, kernel)
        y0, down, to_below = _taps(sampling.y, sampling.step, top, height, kernel)
        wide, high = int(across[-1]) + _TAPS, int(down[-1]) + _TAPS
        return _separate(source.area(x0, y0, wide, high), across, to_right, down, to_below)

    return maker


def _taps(
    begin: Fraction, step: Fraction, first: int, count: int, kernel: Kernel
) -> tuple[int, NDArray[np.int64], Floats]:
    """The first px that has a say; for `count` px of the file from `first` on the px their taps begin with,
    counted from that one, and the taps' weights, whose sum is 1."""
    places = float(begin + first * step) + (np.arange(count) + 0.5) * float(step) - 0.5
    begins = np.floor(places).astype(np.int64) - _REACH + 1
    taps = begins[:, None] + np.arange(_TAPS)
    weights = kernel(np.abs(taps - places[:, None]))
    weights /= weights.sum(axis=1, keepdims=True)
    return int(begins[0]), begins - begins[0], weights.astype(np.float32)


@numba.njit(cache=True, fastmath=True, nogil=True, parallel=True)
def _separate(
    area: Floats,
    across: NDArray[np.int64],
    to_right: Floats,
    down: NDArray[np.int64],
    to_below: Floats,
) -> Floats:
    """Columns begin at `across` with the taps `to_right`, rows at `down` with `to_below`."""
    high, bands, wide = area.shape[0], area.shape[2], len(across)
    along = np.empty((high, wide * bands), np.float32)
    for row in numba.prange(high):
        for column in range(wide):
            for band in range(bands):
                value = np.float32(0)
                for tap in range(_TAPS):
                    value += to_right[column, tap] * area[row, across[column] + tap, band]
                along[row, column * bands + band] = value
    made = np.empty((len(down), wide * bands), np.float32)
    for row in numba.prange(len(down)):
        lines, weights = along[down[row] : down[row] + _TAPS], to_below[row]
        for at in range(wide * bands):
            value = np.float32(0)
            for tap in range(_TAPS):
                value += weights[tap] * lines[tap, at]
            made[row, at] = value
    return made.reshape((len(down), wide, bands))


def _leaning(source: Source, kernel: Kernel, sampling: Sampling, by: Lean) -> Maker:
    step, rim = float(sampling.step), _REACH + 1
    cos, sin = float(by.cos), float(by.sin)
    middle = source.image.width / 2, source.image.height / 2
    table = kernel(np.arange(_REACH * _FINE + 2) / _FINE).astype(np.float32)

    def place(column: float, row: float) -> tuple[float, float]:
        """Where a place of the box lies in the picture as it was before it was turned."""
        x = float(sampling.x) + column * step - middle[0]
        y = float(sampling.y) + row * step - middle[1]
        return cos * x + sin * y + middle[0], cos * y - sin * x + middle[1]

    def maker(left: int, top: int, width: int, height: int) -> Floats:
        corners = [place(x, y) for x in (left, left + width) for y in (top, top + height)]
        x0 = floor(min(x for x, _ in corners)) - rim
        y0 = floor(min(y for _, y in corners)) - rim
        wide = ceil(max(x for x, _ in corners)) + rim - x0
        high = ceil(max(y for _, y in corners)) + rim - y0
        begin = place(left + 0.5, top + 0.5)
        start = np.array([begin[0] - x0 - 0.5, begin[1] - y0 - 0.5])
        along = np.array([cos * step, -sin * step])
        return _sampled(source.area(x0, y0, wide, high), start, along, width, height, table)

    return maker


@numba.njit(cache=True, fastmath=True, nogil=True, parallel=True)
def _sampled(
    area: Floats, start: np.ndarray, along: np.ndarray, width: int, height: int, table: Floats
) -> Floats:
    """From `start` (px of the area, x and y), a px to the right goes `along`, one down at a right angle."""
    bands = area.shape[2]
    made = np.empty((height, width, bands), np.float32)
    for row in numba.prange(height):
        across, down = np.empty(_TAPS, np.float32), np.empty(_TAPS, np.float32)
        for column in range(width):
            x = start[0] + column * along[0] - row * along[1]
            y = start[1] + column * along[1] + row * along[0]
            left, top = int(np.floor(x)) - _REACH + 1, int(np.floor(y)) - _REACH + 1
            all_x, all_y = np.float32(0), np.float32(0)
            for i in range(_TAPS):
                across[i] = table[int(abs(x - (left + i)) * _FINE + 0.5)]
                down[i] = table[int(abs(y - (top + i)) * _FINE + 0.5)]
                all_x += across[i]
                all_y += down[i]
            for band in range(bands):
                value = np.float32(0)
                for i in range(_TAPS):
                    line = np.float32(0)
                    for j in range(_TAPS):
                        line += across[j] * area[top + i, left + j, band]
                    value += down[i] * line
                made[row, column, band] = value / (all_x * all_y)
    return made
