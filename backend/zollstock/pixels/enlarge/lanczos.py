"""A true Lanczos interpolation, three lobes, at any factor and any lean.

libvips has none for enlarging: its `resize` gives the same bicubic for every kernel it is asked for.
"""

from __future__ import annotations

from math import ceil, floor

import numba
import numpy as np

from zollstock.core.grid import PixelBox
from zollstock.core.sheets import Sampling
from zollstock.core.straighten import Lean

from ..vips import pyvips
from .shape import Floats
from .tiles import Progress, Source, made_of

LOBES = 3
#: Weights are looked up at so many places a px.
_FINE = 1024
_REACH = LOBES + 1


def _table() -> Floats:
    at = np.arange(LOBES * _FINE + 2) / _FINE
    weights = np.sinc(at) * np.sinc(at / LOBES)
    weights[at >= LOBES] = 0
    return weights.astype(np.float32)


_WEIGHTS = _table()


def interpolated(
    image: pyvips.Image,
    sampling: Sampling,
    by: Lean,
    box: PixelBox,
    progress: Progress | None = None,
) -> pyvips.Image:
    """What `sampling` shows of an upright picture, turned by `by` about its centre, box.w × box.h px."""
    source = Source(image)
    step = float(sampling.step)
    cos, sin = float(by.cos), float(by.sin)
    middle = image.width / 2, image.height / 2

    def place(column: float, row: float) -> tuple[float, float]:
        """Where a place of the box lies in the picture as it was before it was turned."""
        x = float(sampling.x) + column * step - middle[0]
        y = float(sampling.y) + row * step - middle[1]
        return cos * x + sin * y + middle[0], cos * y - sin * x + middle[1]

    def maker(left: int, top: int, width: int, height: int) -> Floats:
        corners = [place(x, y) for x in (left, left + width) for y in (top, top + height)]
        x0 = floor(min(x for x, _ in corners)) - _REACH
        y0 = floor(min(y for _, y in corners)) - _REACH
        wide = ceil(max(x for x, _ in corners)) + _REACH - x0
        high = ceil(max(y for _, y in corners)) + _REACH - y0
        begin = place(left + 0.5, top + 0.5)
        start = np.array([begin[0] - x0 - 0.5, begin[1] - y0 - 0.5])
        along = np.array([cos * step, -sin * step])
        return _sampled(source.area(x0, y0, wide, high), start, along, width, height, _WEIGHTS)

    return made_of(image, box.w, box.h, maker, progress)


@numba.njit(cache=True, fastmath=True, nogil=True, parallel=True)
def _sampled(
    area: Floats, start: np.ndarray, along: np.ndarray, width: int, height: int, weights: Floats
) -> Floats:
    """From `start` (px of the area, x and y), a px to the right goes `along`, one down at a right angle."""
    bands = area.shape[2]
    made = np.empty((height, width, bands), np.float32)
    for row in numba.prange(height):
        across, down = np.empty(6, np.float32), np.empty(6, np.float32)
        for column in range(width):
            x = start[0] + column * along[0] - row * along[1]
            y = start[1] + column * along[1] + row * along[0]
            left, top = int(np.floor(x)), int(np.floor(y))
            all_x, all_y = np.float32(0), np.float32(0)
            for i in range(6):
                across[i] = weights[int(abs(x - (left - 2 + i)) * _FINE + 0.5)]
                down[i] = weights[int(abs(y - (top - 2 + i)) * _FINE + 0.5)]
                all_x += across[i]
                all_y += down[i]
            for band in range(bands):
                value = np.float32(0)
                for i in range(6):
                    line = np.float32(0)
                    for j in range(6):
                        line += across[j] * area[top - 2 + i, left - 2 + j, band]
                    value += down[i] * line
                made[row, column, band] = value / (all_x * all_y)
    return made
