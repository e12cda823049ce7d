"""CIELAB and light, of many colours at once (CIE 15:2018, 8.2.1). XYZ in shares of the white's."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
_CUT = 6 / 29


def lab_of(xyz: Floats) -> Floats:
    """Rows of L*, a*, b* for rows of XYZ.

    >>> lab_of(np.array([[1.0, 1.0, 1.0], [0.18, 0.18, 0.18]])).round(1).tolist()
    [[100.0, 0.0, 0.0], [49.5, 0.0, 0.0]]
    """
    f = np.where(xyz > _CUT**3, np.cbrt(xyz), xyz / (3 * _CUT**2) + 4 / 29)
    x, y, z = f.T
    return np.column_stack([116 * y - 16, 500 * (x - y), 200 * (y - z)])


def xyz_of(lab: Floats) -> Floats:
    """Rows of XYZ for rows of L*, a*, b*.

    >>> xyz_of(lab_of(np.array([[0.3, 0.2, 0.005]]))).round(6).tolist()
    [[0.3, 0.2, 0.005]]
    """
    light, a, b = lab.T
    y = (light + 16) / 116
    f = np.column_stack([y + a / 500, y, y - b / 200])
    return np.where(f > _CUT, f**3, (f - 4 / 29) * 3 * _CUT**2)


def on_white(lab: Floats, white: Floats) -> Floats:
    """Colours on another white, its XYZ in shares of the one before."""
    return lab_of(xyz_of(lab) * white)
