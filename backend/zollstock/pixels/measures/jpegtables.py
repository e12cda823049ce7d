"""JPEG quality: which of the standard's tables the last save used, or which comes nearest."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from PIL import Image

#: The standard's luminance table at quality 50 (ITU-T T.81, table K.1), row by row.
_LUMINANCE = (
    16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56,
    14, 17, 22, 29, 51, 87, 80, 62, 18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113,
    92, 49, 64, 78, 87, 103, 121, 120, 101, 72, 92, 95, 98, 112, 100, 103, 99,
)  # fmt: skip


def jpeg_quality(picture: Path) -> tuple[int | None, bool]:
    """Quality 1 to 100 of a JPEG's last save, and whether its table is exactly the standard's.

    (None, False) for other formats and unreadable headers. Of tables that are nobody's standard: the
    quality whose table errs as much on average.
    """
    try:
        with Image.open(picture, formats=("JPEG",)) as opened:
            found = np.array(opened.quantization[0], np.float64)  # type: ignore[attr-defined]
    except Exception:  # any fault in a foreign header: Pillow raises whatever the parser met
        return None, False
    if found.shape != (64,) or found.min() < 1:
        return None, False
    tables = _tables()
    exact = np.flatnonzero((tables == found).all(axis=1))
    if len(exact):
        # The finest and the coarsest tables are all alike: the best that it can have been.
        return int(exact[-1]) + 1, True
    errors = np.abs(np.log(tables / found)).mean(axis=1)
    return int(errors.argmin()) + 1, False


def standard_table(quality: int) -> NDArray[np.float64]:
    """The standard's luminance steps at a quality of 1 to 100, row by row."""
    return _tables()[quality - 1]


@lru_cache(maxsize=1)
def _tables() -> np.ndarray[tuple[int, int], np.dtype[np.float64]]:
    """The hundred tables, 100 × 64, scaled as the reference implementation does it."""
    base = np.array(_LUMINANCE)
    quality = np.arange(1, 101)
    scale = np.where(quality < 50, 5000 // quality, 200 - 2 * quality)
    return np.clip((base * scale[:, None] + 50) // 100, 1, 255).astype(np.float64)
