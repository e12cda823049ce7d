"""Lightness over the picture, in a grid coarse enough to be kept and fine enough for a strip of its rim."""

from __future__ import annotations

import numpy as np

from zollstock.core.picture.measures import LightnessMap

from ..vips import pyvips

#: Cells along each side, at most.
CELLS = 32
#: The picture is looked at so large, px: finer texture than this goes unseen on a rim, too.
_LOOKED_AT = 1536


def lightness(image: pyvips.Image) -> tuple[float, float, LightnessMap]:
    """L* of an upright sRGB image: its mean, its median, and both mean and deviation in a grid."""
    small = image.thumbnail_image(_LOOKED_AT, height=_LOOKED_AT, size="down")
    light = small.colourspace("lab")[0].cast("float")
    values = np.frombuffer(light.write_to_memory(), np.float32).reshape(light.height, light.width)
    return round(float(values.mean()), 1), round(float(np.median(values)), 1), _map(values)


def _map(values: np.ndarray) -> LightnessMap:
    rows, columns = (_begins(side) for side in values.shape)
    count = _sums(np.ones_like(values), rows, columns)
    mean = _sums(values, rows, columns) / count
    square = _sums(values.astype(np.float64) ** 2, rows, columns) / count
    deviation = np.sqrt(np.maximum(0, square - mean**2))
    return LightnessMap(
        columns=len(columns),
        means=[round(float(value), 1) for value in mean.ravel()],
        deviations=[round(float(value), 1) for value in deviation.ravel()],
    )


def _begins(side: int) -> np.ndarray[tuple[int], np.dtype[np.int64]]:
    """Where each cell of a side begins, px; small pictures have a cell for each pixel."""
    cells = min(CELLS, side)
    return np.arange(cells) * side // cells


def _sums(values: np.ndarray, rows: np.ndarray, columns: np.ndarray) -> np.ndarray:
    table = np.add.reduceat(values.astype(np.float64), rows, axis=0)
    return np.add.reduceat(table, columns, axis=1)
