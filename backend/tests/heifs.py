"""HEIC pictures as telephones write them, for tests."""

from __future__ import annotations

from pathlib import Path

import numpy as np
import pillow_heif

from tests.pictures import chart


def heic(path: Path, bits: int = 8, wide: int = 96, high: int = 64, quality: int = -1) -> Path:
    pixels = np.asarray(chart(wide, high, 16 if bits > 8 else 8).numpy())
    if bits > 8:
        held = pillow_heif.from_bytes("RGB;10", (wide, high), (pixels >> 6).astype("<u2").tobytes())
    else:
        held = pillow_heif.from_bytes("RGB", (wide, high), pixels.tobytes())
    held.save(path, quality=quality, chroma=444)
    return path
