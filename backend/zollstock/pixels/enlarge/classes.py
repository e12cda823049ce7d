"""What lies around a pixel, as one of 216 classes: the direction, strength and coherence of its gradients, and
how fine it is against the pixels.

After Romano, Isidoro, Milanfar, *RAISR: Rapid and Accurate Image Super Resolution*, 2016; fineness is our own:
the blur of a whole picture cannot be told from it blindly, but here and there it can, and what the lens left
sharp needs another filter than what it left soft.
"""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray

from .shape import ANGLES, COHERENCES, FINENESSES, REACH, STRENGTHS, Floats

#: Gradients are gathered over 5 × 5 px, so weighted (a Gaussian of σ 1).
_WEIGHTS = np.exp(-(np.arange(-2, 3) ** 2) / 2).astype(np.float32)
_WEIGHTS /= _WEIGHTS.sum()
#: Where gradients (levels of 255 a px) are weak, middling or strong, and agree with each other or not.
_WEAK, _STRONG, _COHERENT = np.float32(3), np.float32(10), np.float32(0.45)
#: Second differences over first ones: from here on middling, from there on as fine as the pixels.
_MIDDLING, _FINE = np.float32(2.1), np.float32(2.8)


def classes(y: Floats) -> NDArray[np.uint8]:
    """The classes of all pixels of luma `y` (height × width, 0 to 255) at least `REACH` px inside it."""
    # An array as a default of the compiled loop would have it compiled anew in every process.
    found: NDArray[np.uint8] = _classes(y, _WEIGHTS)
    return found


@numba.njit(cache=True, fastmath=True, nogil=True, parallel=True)
def _classes(y: Floats, weights: Floats) -> NDArray[np.uint8]:
    high, wide = y.shape
    # Products of the gradients and the square of the second differences, gathered along the rows; then, where
    # they are looked at, along the columns.
    along = np.empty((4, high, wide), np.float32)
    for row in numba.prange(1, high - 1):
        xx, xy = np.empty(wide, np.float32), np.empty(wide, np.float32)
        yy, second = np.empty(wide, np.float32), np.empty(wide, np.float32)
        for column in range(1, wide - 1):
            across = (y[row, column + 1] - y[row, column - 1]) * np.float32(0.5)
            down = (y[row + 1, column] - y[row - 1, column]) * np.float32(0.5)
            xx[column], xy[column], yy[column] = across * across, across * down, down * down
            beside = y[row, column - 1] + y[row, column + 1]
            bent = 4 * y[row, column] - beside - y[row - 1, column] - y[row + 1, column]
            second[column] = bent * bent
        for column in range(REACH, wide - REACH):
            a, b, c, d = np.float32(0), np.float32(0), np.float32(0), np.float32(0)
            for j in range(5):
                a += weights[j] * xx[column - 2 + j]
                b += weights[j] * xy[column - 2 + j]
                c += weights[j] * yy[column - 2 + j]
                d += weights[j] * second[column - 2 + j]
            along[0, row, column], along[1, row, column] = a, b
            along[2, row, column], along[3, row, column] = c, d
    found = np.empty((high - 2 * REACH, wide - 2 * REACH), np.uint8)
    for row in numba.prange(REACH, high - REACH):
        for column in range(REACH, wide - REACH):
            a, b, c, d = np.float32(0), np.float32(0), np.float32(0), np.float32(0)
            for i in range(5):
                a += weights[i] * along[0, row - 2 + i, column]
                b += weights[i] * along[1, row - 2 + i, column]
                c += weights[i] * along[2, row - 2 + i, column]
                d += weights[i] * along[3, row - 2 + i, column]
            found[row - REACH, column - REACH] = _number(a, b, c, d)
    return found


@numba.njit(cache=True, fastmath=True, nogil=True)
def _number(xx: np.float32, xy: np.float32, yy: np.float32, second: np.float32) -> int:
    """The class of a gradients' matrix, by its larger eigenvector, eigenvalue, and how alike both are; and by
    what the second differences are against them."""
    apart = np.sqrt((xx - yy) * (xx - yy) + 4 * xy * xy)
    large = np.sqrt(max((xx + yy + apart) / 2, np.float32(0)))
    small = np.sqrt(max((xx + yy - apart) / 2, np.float32(0)))
    angle = np.arctan2(2 * xy, xx - yy) / (2 * np.pi) + 0.5
    direction = int(angle * ANGLES + 0.5) % ANGLES
    strength = 0 if large < _WEAK else 1 if large < _STRONG else 2
    coherent = 0 if (large - small) < _COHERENT * (large + small) else 1
    # Squares on both sides; where nothing at all changes it is no matter which.
    first = max(xx + yy, np.float32(1e-3))
    fine = (
        0 if second < _MIDDLING * _MIDDLING * first else 1 if second < _FINE * _FINE * first else 2
    )
    return ((direction * STRENGTHS + strength) * COHERENCES + coherent) * FINENESSES + fine
