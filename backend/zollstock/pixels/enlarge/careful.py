"""Careful enlarging: filters learned from photographs for what lies around each pixel, held to its neighbours.

Luma by the learned filters, colour by the cubic: so no colour can go astray. After Romano, Isidoro,
Milanfar 2016; made by `python -m making.filters`. Works on encoded values.
"""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray

from ..measures.noise import LUMA
from ..vips import pyvips
from .classes import classes
from .filters import cubic_along, filters
from .shape import REACH, SIDE, FilterSet, Floats
from .tiles import TILE, Progress, Source, made_of

#: How far a pixel may leave the range of the 3 × 3 px around it, as a share of that range: thin halos on
#: dark edges against sky go, thin lines stay.
MARGIN = np.float32(0.3)
_WEIGHTS = np.array(LUMA, np.float32)
#: Taps of a filter, filled up to whole lanes of the processor.
_LANES = 56


def enlarged(
    image: pyvips.Image, factor: int, name: FilterSet, progress: Progress | None = None
) -> pyvips.Image:
    """A grey or RGB picture (8 or 16 bits) `factor` times (2, 3, 4) as wide and as high."""
    source, plain = Source(image), cubic_along(factor)
    learned = np.pad(filters(factor, name), ((0, 0), (0, 0), (0, _LANES - SIDE * SIDE)))

    def maker(left: int, top: int, width: int, height: int) -> Floats:
        x, y = left // factor, top // factor
        wide, high = -(-(left + width) // factor) - x, -(-(top + height) // factor) - y
        small = source.area(x - REACH, y - REACH, wide + 2 * REACH, high + 2 * REACH)
        luma = small @ _WEIGHTS if small.shape[2] == 3 else np.ascontiguousarray(small[:, :, 0])
        large = _filtered(small, luma, classes(luma), learned, plain, factor, MARGIN)
        right, down = left - x * factor, top - y * factor
        return large[down : down + height, right : right + width]

    return made_of(image, image.width * factor, image.height * factor, maker, progress)


assert TILE % 12 == 0  # tiles of every factor begin at a whole px of the small picture


@numba.njit(cache=True, fastmath=True, nogil=True, parallel=True)
def _filtered(
    small: Floats,
    y: Floats,
    numbers: NDArray[np.uint8],
    learned: Floats,
    plain: Floats,
    factor: int,
    margin: np.float32,
) -> Floats:
    """The inner pixels of `small` (with `REACH` px of rim), each made to factor × factor px."""
    high, wide = numbers.shape
    bands = small.shape[2]
    made = np.empty((high * factor, wide * factor, bands), np.float32)
    for row in numba.prange(high):
        fine = np.empty((factor, wide * factor), np.float32)
        _luma(row, y, numbers, learned, factor, margin, fine)
        if bands == 1:
            for i in range(factor):
                for c in range(wide * factor):
                    made[row * factor + i, c, 0] = fine[i, c]
        else:
            _coloured(row, small, plain, factor, fine, made)
    return made


@numba.njit(cache=True, fastmath=True, nogil=True)
def _luma(
    row: int,
    y: Floats,
    numbers: NDArray[np.uint8],
    learned: Floats,
    factor: int,
    margin: np.float32,
    fine: Floats,
) -> None:
    """A row of luma by the learned filters, held to the range of its neighbours, into `fine`."""
    around = np.zeros(_LANES, np.float32)
    for column in range(numbers.shape[1]):
        for i in range(SIDE):
            for j in range(SIDE):
                around[i * SIDE + j] = y[row + i, column + j]
        least, most = np.float32(1e9), np.float32(-1e9)
        for i in range(2, 5):
            for j in range(2, 5):
                value = around[i * SIDE + j]
                least, most = min(least, value), max(most, value)
        room = (most - least) * margin
        number = numbers[row, column]
        for i in range(factor):
            for j in range(factor):
                value = np.float32(0)
                for tap in range(_LANES):
                    value += learned[number, i * factor + j, tap] * around[tap]
                fine[i, column * factor + j] = min(max(value, least - room), most + room)


@numba.njit(cache=True, fastmath=True, nogil=True)
def _coloured(
    row: int, small: Floats, plain: Floats, factor: int, fine: Floats, made: Floats
) -> None:
    """A row in colour: the cubic's colours, to whose channels is added alike what `fine` knows better."""
    across, bands = small.shape[1], small.shape[2]
    wide = across - 2 * REACH
    down = np.empty(across, np.float32)
    for i in range(factor):
        for band in range(bands):
            # Of the 7 px a side the cubic looks at the inner five at most.
            for column in range(across):
                value = np.float32(0)
                for k in range(1, 6):
                    value += plain[i, k] * small[row + k, column, band]
                down[column] = value
            for j in range(factor):
                for column in range(wide):
                    value = np.float32(0)
                    for k in range(1, 6):
                        value += plain[j, k] * down[column + k]
                    made[row * factor + i, column * factor + j, band] = value
        for c in range(wide * factor):
            smooth = np.float32(0)
            for band in range(bands):
                smooth += _WEIGHTS[band] * made[row * factor + i, c, band]
            for band in range(bands):
                made[row * factor + i, c, band] += fine[i, c] - smooth
