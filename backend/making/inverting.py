"""From colours back to numbers: the nearest a device can print, and a rendering that keeps what lies beyond apart."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter
from scipy.spatial import cKDTree

Floats = NDArray[np.float64]
#: Numbers (0 to 1, three a row) to CIELAB.
Forward = Callable[[Floats], Floats]
#: What a difference in lightness, in chroma and in hue weighs where a colour cannot be had.
_LIGHTNESS, _CHROMA, _HUE = 1.2, 0.8, 1.7
_STEP = 1e-4


def nearest(forward: Forward, wanted: Floats, rounds: int = 30) -> Floats:
    """Numbers whose colour is nearest to each wanted one: box-constrained Gauss-Newton (Levenberg, Marquardt) from the
    nearest of a coarse grid."""
    axis = np.linspace(0, 1, 21)
    grid = np.stack(np.meshgrid(axis, axis, axis, indexing="ij"), -1).reshape(-1, 3)
    at = grid[cKDTree(forward(grid)).query(wanted)[1]].copy()
    turn = _weights(wanted)
    damp = np.full(len(at), 1e-2)
    left = _off(forward(at), wanted, turn)
    for _ in range(rounds):
        jacobian = np.empty((len(at), 3, 3))
        for axis_number in range(3):
            moved = at.copy()
            step = np.where(moved[:, axis_number] > 0.5, -_STEP, _STEP)
            moved[:, axis_number] += step
            jacobian[:, :, axis_number] = (_off(forward(moved), wanted, turn) - left) / step[
                :, None
            ]
        normal = np.einsum("nij,nik->njk", jacobian, jacobian)
        slope = np.einsum("nij,ni->nj", jacobian, left)
        # What stands at its limit and would go beyond stays there.
        held = ((at <= 0) & (slope > 0)) | ((at >= 1) & (slope < 0))
        free = ~held
        normal = normal * free[:, :, None] * free[:, None, :]
        diagonal = np.einsum("njj->nj", normal)
        normal[:, range(3), range(3)] = diagonal * (1 + damp[:, None]) + 1e-9 + held
        step_to = -np.linalg.solve(normal, (slope * free)[..., None])[..., 0]
        tried = np.clip(at + step_to, 0, 1)
        off = _off(forward(tried), wanted, turn)
        better = (off**2).sum(axis=1) < (left**2).sum(axis=1)
        at[better], left[better] = tried[better], off[better]
        damp = np.where(better, damp / 4, damp * 4)
    return at


def _weights(wanted: Floats) -> Floats:
    """For each colour the matrix that turns a difference into lightness, chroma and hue, weighed; of greys a* and b* alike."""
    chroma = np.hypot(wanted[:, 1], wanted[:, 2])
    cos, sin = (
        np.divide(wanted[:, i], chroma, out=np.full_like(chroma, d), where=chroma > 1e-6)
        for i, d in ((1, 1.0), (2, 0.0))
    )
    far = np.clip(chroma / 20, 0, 1)
    along, across = 1 + (_CHROMA - 1) * far, 1 + (_HUE - 1) * far
    turn = np.zeros((len(wanted), 3, 3))
    turn[:, 0, 0] = _LIGHTNESS
    turn[:, 1, 1], turn[:, 1, 2] = along * cos, along * sin
    turn[:, 2, 1], turn[:, 2, 2] = -across * sin, across * cos
    return turn


def _off(lab: Floats, wanted: Floats, turn: Floats) -> Floats:
    return np.einsum("nij,nj->ni", turn, lab - wanted)


class Reach:
    """How far colours of a lightness and a hue reach: the largest chroma that the device prints."""

    def __init__(self, forward: Forward) -> None:
        axis = np.linspace(0, 1, 97)
        u, v = (one.ravel() for one in np.meshgrid(axis, axis))
        faces = []
        for fixed in range(3):
            for value in (0.0, 1.0):
                face = np.empty((u.size, 3))
                face[:, fixed] = value
                face[:, (fixed + 1) % 3], face[:, (fixed + 2) % 3] = u, v
                faces.append(face)
        lab = forward(np.concatenate(faces))
        self.darkest = float(lab[:, 0].min())
        hue = np.degrees(np.arctan2(lab[:, 2], lab[:, 1])) % 360
        table = np.zeros((51, 72))
        cells = (np.rint(lab[:, 0] / 2).astype(int).clip(0, 50), np.rint(hue / 5).astype(int) % 72)
        np.maximum.at(table, cells, np.hypot(lab[:, 1], lab[:, 2]))
        self._table = gaussian_filter(table, 1.0, mode=("nearest", "wrap"))

    def __call__(self, lightness: Floats, hue: Floats) -> Floats:
        rows = (lightness / 2).clip(0, 50)
        columns = (hue / 5) % 72
        i, j = rows.astype(int).clip(0, 49), columns.astype(int) % 72
        s, t = rows - i, columns - np.floor(columns)
        k = (j + 1) % 72
        held = self._table
        return np.asarray(
            (1 - s) * ((1 - t) * held[i, j] + t * held[i, k])
            + s * ((1 - t) * held[i + 1, j] + t * held[i + 1, k])
        )


def between(lightness: Floats, darkest: float) -> Floats:
    """L* of 0 to 100 brought to between the darkest and 100, light in proportion.

    >>> [round(float(one), 1) for one in between(np.array([0.0, 50.0, 100.0]), 17.0)]
    [17.0, 52.2, 100.0]
    """
    least = _light(np.array([darkest]))[0]
    share = least + (1 - least) * _light(np.clip(lightness, 0, 100))
    return np.where(share > (6 / 29) ** 3, 116 * np.cbrt(share) - 16, share * (29 / 3) ** 3)


def _light(lightness: Floats) -> Floats:
    """Light in shares of the white's (CIE 15)."""
    return np.where(lightness > 8, ((lightness + 16) / 116) ** 3, lightness / (29 / 3) ** 3)


def perceptual(wanted: Floats, reach: Reach) -> Floats:
    """Colours brought into what the device prints: light from paper to its black (in proportion, so that the middle stays
    nearly what it was), chroma by a soft knee, hue kept."""
    light = between(wanted[:, 0], reach.darkest)
    chroma = np.hypot(wanted[:, 1], wanted[:, 2])
    hue = np.degrees(np.arctan2(wanted[:, 2], wanted[:, 1])) % 360
    most = np.maximum(reach(light, hue), 1e-3)
    knee = 0.7 * most
    beyond = np.maximum(0, chroma - knee)
    soft = knee + (most - knee) * (1 - np.exp(-beyond / (1.6 * (most - knee))))
    share = np.where(chroma > knee, soft / np.maximum(chroma, 1e-9), 1.0)
    return np.column_stack([light, wanted[:, 1] * share, wanted[:, 2] * share])
