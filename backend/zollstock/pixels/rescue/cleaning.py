"""Noise, the screen of a printed original, and dust, out of a picture at its own size."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from scipy import fft
from scipy.ndimage import maximum_filter, median_filter

from ..denoise import COLOUR_SHARE, LUMA_SHARE, ROUNDS, smoothed, to_rgb, to_ycc
from ..enlarge.shape import Floats
from .fill import Mask

#: A screen's dots are at least so many px apart, and at most; finer ones are no dots, coarser ones are the picture.
_FINEST, _COARSEST = 2.2, 14.0
#: A peak of the spectrum stands so many times over what is around it.
_STANDS_OUT = 12.0
_MOST_PEAKS, _NOTCH = 24, 2.5
_SPECTRUM_PX = 4_000_000


class ScreenFound(NamedTuple):
    """A halftone screen: how many px its dots are apart, and how many peaks of it were taken out."""

    period: float
    peaks: int


def without_noise(planes: Floats, strength: float, sigma: float) -> Floats:
    """Noise of `sigma` levels taken out by total variation, `strength` 0 to 1."""
    if strength <= 0 or sigma <= 0:
        return planes
    colours = planes.shape[2] == 3
    shares = [LUMA_SHARE, COLOUR_SHARE, COLOUR_SHARE] if colours else [LUMA_SHARE]
    made = to_ycc(planes) if colours else planes.copy()
    for band, share in enumerate(shares):
        plane = np.ascontiguousarray(made[:, :, band])
        made[:, :, band] = smoothed(plane, share * strength * sigma, ROUNDS)
    return np.clip(to_rgb(made) if colours else made, 0, 255)


def without_screen(planes: Floats) -> tuple[Floats, ScreenFound | None]:
    """The picture without the dots it was printed in, found as peaks of its spectrum; None where there are none."""
    luma = planes.mean(axis=2)
    notches = _peaks(luma)
    if not notches:
        return planes, None
    made = np.empty_like(planes)
    high, wide = luma.shape
    rows, columns = fft.fftfreq(high), fft.rfftfreq(wide)
    keep = np.ones((high, len(columns)), np.float32)
    wide_by, high_by = _NOTCH / wide, _NOTCH / high
    for v, u in notches:
        for sign in (1, -1):
            far = ((rows[:, None] - sign * v) / high_by) ** 2 + (
                (columns[None, :] - sign * u) / wide_by
            ) ** 2
            keep *= 1 - np.exp(-far / 8).astype(np.float32)
    for band in range(planes.shape[2]):
        spectrum = fft.rfft2(planes[:, :, band]) * keep
        made[:, :, band] = fft.irfft2(spectrum, s=(high, wide))
    first = min(notches, key=lambda at: at[0] ** 2 + at[1] ** 2)
    period = 1 / float(np.hypot(*first))
    return np.clip(made, 0, 255), ScreenFound(round(period, 1), len(notches))


def _peaks(luma: Floats) -> list[tuple[float, float]]:
    """Frequencies (down, across; cycles a px) where the spectrum stands out, on one half of it."""
    high, wide = luma.shape
    if min(high, wide) < 64:
        return []
    window = np.hanning(high)[:, None] * np.hanning(wide)[None, :]
    power = np.abs(fft.rfft2((luma - luma.mean()) * window))
    power = np.log1p(fft.fftshift(power, axes=0)).astype(np.float32)
    down = fft.fftshift(fft.fftfreq(high))[:, None]
    across = fft.rfftfreq(wide)[None, :]
    radius = np.hypot(down, across)
    ring = (radius > 1 / _COARSEST) & (radius < 1 / _FINEST)
    around = median_filter(power[::2, ::2], 15)
    around = np.repeat(np.repeat(around, 2, axis=0), 2, axis=1)[: power.shape[0], : power.shape[1]]
    stands = power - around > np.log(_STANDS_OUT)
    tops = ring & stands & (power == maximum_filter(power, 9)) & ((across > 0) | (down > 0))
    at = np.argwhere(tops)
    best = sorted(at.tolist(), key=lambda one: -power[one[0], one[1]])[:_MOST_PEAKS]
    # One peak may be a fence or a weave as well: a screen repeats in two directions.
    if len(best) < 2:
        return []
    return [(float(down[row, 0]), float(across[0, column])) for row, column in best]


def dust(shape: tuple[int, int], dabs: list[tuple[float, float, float]]) -> Mask:
    """The pixels under dabs (x, y as shares; radius as a share of the width)."""
    high, wide = shape
    hole = np.zeros(shape, bool)
    for x, y, r in dabs:
        radius = max(1.0, r * wide)
        left, top = int(x * wide - radius) - 1, int(y * high - radius) - 1
        size = int(2 * radius) + 4
        rows, columns = np.ogrid[
            max(0, top) : min(high, top + size), max(0, left) : min(wide, left + size)
        ]
        inside = (columns + 0.5 - x * wide) ** 2 + (rows + 0.5 - y * high) ** 2 <= radius**2
        hole[rows[:, 0][:, None], columns[0][None, :]] |= inside
    return hole
