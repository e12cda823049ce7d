"""Visible blocks: how much larger the steps are where a JPEG's blocks of 8 px meet."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..vips import pyvips
from .noise import luma

_BLOCK = 8
_LEAST = 64


def blocking(image: pyvips.Image) -> float | None:
    """The steps between blocks over those within, as a share more (0 none); None where it is too small.

    The best of the eight places where blocks may begin, the same measured along both sides: the smaller
    of the two, since edges of the picture rarely fall on both.
    """
    if min(image.width, image.height) < _LEAST:
        return None
    y = luma(image)
    across = (y.crop(1, 0, y.width - 1, y.height) - y.crop(0, 0, y.width - 1, y.height)).abs()
    down = (y.crop(0, 1, y.width, y.height - 1) - y.crop(0, 0, y.width, y.height - 1)).abs()
    columns = _line(across.project()[0]) / across.height
    rows = _line(down.project()[1]) / down.width
    return round(min(_excess(columns), _excess(rows)), 3)


def _line(sums: pyvips.Image) -> NDArray[np.float64]:
    return np.asarray(sums.numpy(), np.float64).ravel()


def _excess(steps: NDArray[np.float64]) -> float:
    whole = len(steps) // _BLOCK * _BLOCK
    phases = steps[:whole].reshape(-1, _BLOCK).mean(axis=0)
    best = int(phases.argmax())
    others = float(np.median(np.delete(phases, best)))
    return max(0.0, float(phases[best]) / others - 1) if others > 0 else 0.0
