"""Careful enlarging: filters learned from photographs for what lies around each pixel, held to its neighbours.

Luma by the learned filters, colour by the cubic: so no colour can go astray. After Romano, Isidoro,
Milanfar 2016; made by `python -m making.filters`. Works on encoded values.
"""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray

from ..channels import CHANNELS
from ..progress import Progress
from ..vips import pyvips
from .classes import classes
from .filters import cubic_along, filters
from .shape import REACH, SIDE, FilterSet, Floats
from .tiles import TILE, Source, made_of

#: How far a pixel may leave the range of the 3 × 3 px around it, as a share of that range: thin halos on dark
#: edges against sky go, thin lines stay. At a hard edge, which no lens softened, next to nothing.
MARGIN, MARGIN_OF_HARD = np.float32(0.3), np.float32(0.03)
#: Of 5 × 5 px around a hard edge few lie between its two sides: from this share of the way on they begin to
#: count, and do wholly from that. Up to so many of 25 the edge is a hard one, from so many on it is none.
_BESIDE, _BETWEEN = np.float32(0.05), np.float32(0.15)
_HARD, _SOFT = np.float32(8), np.float32(12)
#: Taps of a filter, filled up to whole lanes of the processor; so many of its places are worked out at once.
_LANES, _AT_ONCE = 56, 4
#: Channels × channel: how much each counts in luma. One table of constants, which the compiler folds.
_WEIGHTS = np.zeros((max(CHANNELS) + 1, max(CHANNELS)), np.float32)
for _count, _space in CHANNELS.items():
    _WEIGHTS[_count, :_count] = _space.luma


def enlarged(
    image: pyvips.Image, factor: int, name: FilterSet, progress: Progress | None = None
) -> pyvips.Image:
    """A picture (8 or 16 bits) `factor` times (2, 3, 4) as wide and as high."""
    source, plain = Source(image), cubic_along(factor)
    weights = _WEIGHTS[image.bands, : image.bands]
    places = -factor * factor % _AT_ONCE
    learned = np.pad(filters(factor, name), ((0, 0), (0, places), (0, _LANES - SIDE * SIDE)))

    def maker(left: int, top: int, width: int, height: int) -> Floats:
        x, y = left // factor, top // factor
        wide, high = -(-(left + width) // factor) - x, -(-(top + height) // factor) - y
        small = source.area(x - REACH, y - REACH, wide + 2 * REACH, high + 2 * REACH)
        luma = np.ascontiguousarray(small @ weights)
        planes = np.ascontiguousarray(small.transpose(2, 0, 1))
        large = _filtered(planes, luma, classes(luma), learned, plain, factor)
        right, down = left - x * factor, top - y * factor
        return large[down : down + height, right : right + width]

    return made_of(image, image.width * factor, image.height * factor, maker, progress)


assert TILE % 12 == 0  # tiles of every factor begin at a whole px of the small picture


@numba.njit(cache=True, fastmath=True, nogil=True, parallel=True)
def _filtered(
    planes: Floats,
    y: Floats,
    numbers: NDArray[np.uint8],
    learned: Floats,
    plain: Floats,
    factor: int,
) -> Floats:
    """The inner pixels of `planes` (band × height × width, with `REACH` px of rim), each made to factor × factor px."""
    high, wide = numbers.shape
    bands = planes.shape[0]
    made = np.empty((high * factor, wide * factor, bands), np.float32)
    for row in numba.prange(high):
        fine = np.empty((learned.shape[1], wide), np.float32)
        _luma(row, y, numbers, learned, fine)
        if bands == 1:
            for i in range(factor):
                for j in range(factor):
                    for column in range(wide):
                        made[row * factor + i, column * factor + j, 0] = fine[
                            i * factor + j, column
                        ]
        else:
            _coloured(row, planes, plain, factor, fine, made)
    return made


@numba.njit(cache=True, fastmath=True, nogil=True)
def _luma(row: int, y: Floats, numbers: NDArray[np.uint8], learned: Floats, fine: Floats) -> None:
    """A row of luma by the learned filters, held to the range of its neighbours: into `fine`, place × column."""
    around = np.zeros(_LANES, np.float32)
    for column in range(numbers.shape[1]):
        for i in range(SIDE):
            for j in range(SIDE):
                around[i * SIDE + j] = y[row + i, column + j]
        low, high = _held_to(around)
        mine = learned[numbers[row, column]]
        # Four sums at once keep the processor's lanes busy: one after the other waits for itself.
        for place in range(0, learned.shape[1], _AT_ONCE):
            a, b, c, d = np.float32(0), np.float32(0), np.float32(0), np.float32(0)
            for tap in range(_LANES):
                value = around[tap]
                a += mine[place, tap] * value
                b += mine[place + 1, tap] * value
                c += mine[place + 2, tap] * value
                d += mine[place + 3, tap] * value
            fine[place, column] = min(max(a, low), high)
            fine[place + 1, column] = min(max(b, low), high)
            fine[place + 2, column] = min(max(c, low), high)
            fine[place + 3, column] = min(max(d, low), high)


@numba.njit(cache=True, fastmath=True, nogil=True)
def _held_to(around: Floats) -> tuple[np.float32, np.float32]:
    """The least and the most that a pixel may become, by the 7 × 7 px around it."""
    least = most = around[3 * SIDE + 3]
    for i in range(2, 5):
        for j in range(2, 5):
            value = around[i * SIDE + j]
            least, most = min(least, value), max(most, value)
    lowest, highest = least, most
    for i in range(1, 6):
        for j in range(1, 6):
            value = around[i * SIDE + j]
            lowest, highest = min(lowest, value), max(highest, value)
    begin = (highest - lowest) * _BESIDE
    ramp = max((highest - lowest) * (_BETWEEN - _BESIDE), np.float32(1e-3))
    between = np.float32(0)
    for i in range(1, 6):
        for j in range(1, 6):
            value = around[i * SIDE + j]
            inside = (min(value - lowest, highest - value) - begin) / ramp
            between += min(max(inside, np.float32(0)), np.float32(1))
    soft = min(max((between - _HARD) / (_SOFT - _HARD), np.float32(0)), np.float32(1))
    room = (most - least) * (MARGIN_OF_HARD + (MARGIN - MARGIN_OF_HARD) * soft)
    return least - room, most + room


@numba.njit(cache=True, fastmath=True, nogil=True)
def _coloured(
    row: int,
    planes: Floats,
    plain: Floats,
    factor: int,
    fine: Floats,
    made: Floats,
) -> None:
    """A row in colour: the cubic's colours, to whose channels is added alike what `fine` knows better."""
    bands, _, across = planes.shape
    wide = across - 2 * REACH
    # Each loop runs along a row of neighbours in memory: so the processor takes many at once.
    down = np.empty((bands, across), np.float32)
    colours, better = np.empty((bands, wide), np.float32), np.empty(wide, np.float32)
    for i in range(factor):
        for band in range(bands):
            # Of the 7 px a side the cubic looks at the inner five at most.
            for column in range(across):
                value = np.float32(0)
                for k in range(1, 6):
                    value += plain[i, k] * planes[band, row + k, column]
                down[band, column] = value
        for j in range(factor):
            for column in range(wide):
                better[column] = fine[i * factor + j, column]
            for band in range(bands):
                for column in range(wide):
                    value = np.float32(0)
                    for k in range(1, 6):
                        value += plain[j, k] * down[band, column + k]
                    colours[band, column] = value
                    better[column] -= _WEIGHTS[bands, band] * value
            for column in range(wide):
                for band in range(bands):
                    made[row * factor + i, column * factor + j, band] = (
                        colours[band, column] + better[column]
                    )
