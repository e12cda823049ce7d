"""True detail: up to which frequency a picture holds more than blur and noise."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ..vips import pyvips
from .noise import luma
from .sharpness import TILE, Tiles

#: px a side of what is looked at, and how many such parts, the most detailed ones.
SIDE, PARTS = 256, 16
#: Frequencies, cycles a px, that every picture has: the level of its spectrum is taken there.
_LEVEL = 0.02, 0.10
#: Rounding to whole levels is noise, too: its variance, and as much again.
_ROUNDING = 2 / 12
#: Detail ends where power × f² has sunk under this share of that level, in so many bins one after the other,
#: or where little more than noise is left.
_SUNK, _BINS, _OVER_NOISE = 1 / 50, 2, 1.3
_FINEST = 0.5
_BAND = np.linspace(*_LEVEL, 33)


def detail_share(image: pyvips.Image, tiles: Tiles | None, sigma: float) -> float | None:
    """The share of an sRGB image's pixels whose detail is there, 0 to 1: (f ÷ 0.5)²; None where too small.

    f is where the radial power spectrum S of the most detailed parts (Hann window), less the noise
    σ², times f² sinks under a fiftieth of its level at 0.02 to 0.10 cycles a px. Pictures without fine
    content read low by nature.
    """
    parts = _parts(image, tiles)
    if not parts:
        return None
    power = np.mean([_power(part) for part in parts], axis=0)
    frequencies = (np.arange(len(power)) + 0.5) / SIDE
    noise = sigma**2 + _ROUNDING
    detail = np.maximum(0.0, power - noise) * frequencies**2
    low = (frequencies >= _LEVEL[0]) & (frequencies <= _LEVEL[1])
    level = float(detail[low].mean())
    gone = (detail < _SUNK * level) | (power < _OVER_NOISE * noise)
    begin = int(np.argmax(frequencies > _LEVEL[1]))
    for at in range(begin, len(power) - _BINS + 1):
        if gone[at : at + _BINS].all():
            return float((cut_off(float(frequencies[at])) / _FINEST) ** 2)
    return 1.0


@lru_cache(maxsize=256)
def cut_off(read: float) -> float:
    """Where a blur leaves a fiftieth of the power, cycles a px, of the frequency that was `read` for it.

    A strong blur takes from the level at 0.02 to 0.10 cycles a px, too, and what has sunk under a fiftieth of the rest
    has sunk further: such pictures read 1.1 to 1.7 times too high. A Gaussian of σ px leaves exp(−(2 π f σ)²) of the
    power; the σ whose level and fiftieth lie where they were read is looked for by halving.

    >>> [round(cut_off(f), 3) for f in (0.45, 0.2, 0.118, 0.0865)]
    [0.445, 0.19, 0.105, 0.072]
    """
    low, high = 0.0, 50.0
    for _ in range(60):
        sigma = (low + high) / 2
        level = float(np.exp(-((2 * np.pi * _BAND * sigma) ** 2)).mean())
        left = float(np.exp(-((2 * np.pi * read * sigma) ** 2)))
        low, high = (sigma, high) if left > _SUNK * level else (low, sigma)
    return min(_FINEST, float(np.sqrt(-np.log(_SUNK)) / (2 * np.pi * low))) if low else read


def _parts(image: pyvips.Image, tiles: Tiles | None) -> list[NDArray[np.float64]]:
    if tiles is None or min(image.width, image.height) < SIDE:
        return []
    y = luma(image)
    found = []
    for row, column in tiles.best(PARTS):
        left = _held(column * TILE + (TILE - SIDE) // 2, image.width - SIDE)
        top = _held(row * TILE + (TILE - SIDE) // 2, image.height - SIDE)
        part = y.crop(left, top, SIDE, SIDE).cast("float")
        found.append(np.frombuffer(part.write_to_memory(), np.float32).reshape(SIDE, SIDE))
    return [part.astype(np.float64) for part in found]


def _held(at: int, most: int) -> int:
    return max(0, min(at, most))


def _power(part: NDArray[np.float64]) -> NDArray[np.float64]:
    """Radial mean of the power at 0.5, 1.5, … cycles a part: white noise of σ has σ² everywhere."""
    line = np.hanning(SIDE)
    window = np.outer(line, line)
    spectrum = np.abs(np.fft.fft2((part - part.mean()) * window)) ** 2 / (window**2).sum()
    at = np.fft.fftfreq(SIDE) * SIDE
    bins = np.hypot(at[:, None], at[None, :]).astype(int).ravel()
    count = SIDE // 2
    inside = bins < count
    sums = np.bincount(bins[inside], spectrum.ravel()[inside], count)
    found: NDArray[np.float64] = sums / np.bincount(bins[inside], minlength=count)
    return found
