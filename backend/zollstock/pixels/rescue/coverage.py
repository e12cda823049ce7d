"""How much of each pixel lies inside closed polygons, exactly: signed areas added up along each row.

A pixel's share is the sum of what every edge left of it cuts off; a hole goes round the other way and takes away. Known
from drawing letters (R. Levien's accumulation buffer). libvips' own drawing of SVG is blocked here, for strangers' files.
"""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray

from ..enlarge.shape import Floats


def coverage(polygons: list[NDArray[np.float64]], width: int, height: int) -> Floats:
    """Shares of 0 to 1, height × width. Each polygon is points × 2, px from the top left; it may lie partly outside.

    >>> float(coverage([np.array([[0.5, 0.5], [2.0, 0.5], [2.0, 2.0], [0.5, 2.0]])], 3, 3).sum())
    2.25
    """
    sums = np.zeros((height, width + 2), np.float64)
    for points in polygons:
        _edges(points, sums, width)
    return np.minimum(np.abs(np.cumsum(sums, axis=1)[:, :width]), 1).astype(np.float32)


@numba.njit(cache=True, nogil=True)
def _edges(points: NDArray[np.float64], sums: NDArray[np.float64], width: int) -> None:
    many = len(points)
    for at in range(many):
        x0, y0 = points[at]
        x1, y1 = points[(at + 1) % many]
        if y0 == y1:
            continue
        sign = 1.0
        if y0 > y1:
            x0, y0, x1, y1, sign = x1, y1, x0, y0, -1.0
        y0_in, y1_in = max(0.0, y0), min(float(len(sums)), y1)
        if y1_in <= y0_in:
            continue
        slope = (x1 - x0) / (y1 - y0)
        # Where it leaves the picture at a side it goes on along that side.
        cuts = [y0_in, y1_in]
        if slope != 0:
            for side in (0.0, float(width)):
                crossing = y0 + (side - x0) / slope
                if y0_in < crossing < y1_in:
                    cuts.append(crossing)
        cuts.sort()
        for part in range(len(cuts) - 1):
            top, bottom = cuts[part], cuts[part + 1]
            begin, end = x0 + (top - y0) * slope, x0 + (bottom - y0) * slope
            middle = (begin + end) / 2
            if middle <= 0 or middle >= width:
                begin = end = 0.0 if middle <= 0 else float(width)
            _line(sums, begin, top, end, bottom, sign)


@numba.njit(cache=True, nogil=True)
def _line(
    sums: NDArray[np.float64], x0: float, y0: float, x1: float, y1: float, sign: float
) -> None:
    """An edge that runs down inside the picture."""
    slope = (x1 - x0) / (y1 - y0)
    x, most = x0, sums.shape[1] - 2
    for row in range(int(y0), min(len(sums), int(np.ceil(y1)))):
        deep = min(row + 1.0, y1) - max(float(row), y0)
        after = x + slope * deep
        left, right = min(x, after), max(x, after)
        left, right = max(0.0, left), min(float(most), right)
        first, last = int(left), int(np.ceil(right))
        amount = deep * sign
        if last <= first + 1:
            share = (left + right) / 2 - first
            sums[row, first] += amount * (1 - share)
            sums[row, first + 1] += amount * share
        else:
            # Each pixel that it crosses is cut by its own piece of it.
            for column in range(first, last):
                begin, end = max(left, float(column)), min(right, column + 1.0)
                piece = amount * (end - begin) / (right - left)
                share = (begin + end) / 2 - column
                sums[row, column] += piece * (1 - share)
                sums[row, column + 1] += piece * share
        x = after
