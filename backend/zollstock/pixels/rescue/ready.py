"""The compiled loops of the rescue bench, made ready before somebody waits for them."""

from __future__ import annotations

import numpy as np

from .blocks import deblocked_without_grid
from .coverage import coverage
from .fill import filled


def compile_rescue() -> None:
    """Every loop once on a few pixels: compiled, or read in where that was done."""
    planes = np.zeros((48, 48, 3), np.float32)
    hole = np.zeros((48, 48), bool)
    hole[16:28, 16:28] = True
    deblocked_without_grid(planes[:16, :16], 50)
    filled(planes, hole)
    coverage([np.array([[0.5, 0.5], [5.5, 1.5], [2.5, 4.5]])], 6, 6)
