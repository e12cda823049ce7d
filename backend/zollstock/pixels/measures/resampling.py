"""Traces of an earlier enlargement: interpolated pixels follow from their neighbours at even distances.

After Kirchner, *Fast and Reliable Resampling Detection by Spectral Analysis of Fixed Linear Predictor
Residue*, 2008. A hint, never a verdict: it finds that a picture was resampled, not whether it grew or shrank.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from ..vips import pyvips
from .noise import luma

#: px a side of the middle that is looked at, at most and at least.
_MOST, _LEAST = 2048, 256
_PREDICTOR = np.array([[-0.25, 0.5, -0.25], [0.5, 0.0, 0.5], [-0.25, 0.5, -0.25]])
#: How quickly a residual counts as a surprise, levels.
_SCALE = 2.0
#: A peak is one that stands so many times over the median around it, along both sides of the picture.
_PEAK, _APART = 6.0, 0.004
#: Frequencies, cycles a px, at which every JPEG has peaks of its own blocks, and the reach of each.
_BLOCKS, _REACH = (0.125, 0.25, 0.375, 0.5), 0.006
_LOWEST = 0.06
#: Detail of an enlarged picture is read about so many times too high.
_READ_HIGH = 1.8


def resampled_by(image: pyvips.Image, share: float | None) -> float | None:
    """The factor by which an sRGB image was probably enlarged; None where nothing is found.

    A peak at f speaks of 1 ÷ (1 − f), or of 1 ÷ f: of the two that is taken which suits the `share` of true
    detail better. Two and four times cannot be told from a JPEG's blocks and are not found.
    """
    side = min(_MOST, image.width, image.height)
    if side < _LEAST:
        return None
    part = luma(image).crop((image.width - side) // 2, (image.height - side) // 2, side, side)
    y = np.frombuffer(part.cast("float").write_to_memory(), np.float32).reshape(side, side)
    surprise = _surprise(y.astype(np.float64))
    across, down = _peak(surprise), _peak(surprise.T)
    if across is None or down is None or abs(across - down) > _APART:
        return None
    frequency = (across + down) / 2
    factors = (1 / (1 - frequency), 1 / frequency)
    wanted = 1.0 if share is None else share / _READ_HIGH
    best = min(factors, key=lambda factor: abs(np.log(wanted * factor**2)))
    return round(float(best), 2)


def _surprise(y: NDArray[np.float64]) -> NDArray[np.float64]:
    """How well each pixel follows from its neighbours: 1 where exactly, 0 where not at all."""
    follows = sum(
        weight * y[row : y.shape[0] - 2 + row, column : y.shape[1] - 2 + column]
        for row, line in enumerate(_PREDICTOR)
        for column, weight in enumerate(line)
    )
    return np.exp(-(np.abs(y[1:-1, 1:-1] - follows) / _SCALE))


def _peak(surprise: NDArray[np.float64]) -> float | None:
    """The frequency, cycles a px, along the rows, at which what follows comes back; None where nowhere."""
    # Interpolation has the same phase in every row, the picture has not: their mean keeps the one alone.
    line = surprise.mean(axis=0)
    width = len(line)
    power = np.abs(np.fft.rfft((line - line.mean()) * np.hanning(width)))
    frequencies = np.fft.rfftfreq(width)
    usual = _median_around(power, max(9, width // 32))
    strength = power / np.maximum(usual, 1e-12)
    away = frequencies > _LOWEST
    for block in _BLOCKS:
        away &= np.abs(frequencies - block) > _REACH
    strength[~away] = 0
    at = int(strength.argmax())
    return float(frequencies[at]) if strength[at] > _PEAK else None


def _median_around(values: NDArray[np.float64], reach: int) -> NDArray[np.float64]:
    wide = np.pad(values, reach, mode="edge")
    return np.asarray(
        np.median(np.lib.stride_tricks.sliding_window_view(wide, 2 * reach + 1), axis=1)
    )
