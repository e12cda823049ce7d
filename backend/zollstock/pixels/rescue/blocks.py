"""JPEG blocks taken out: a DCT over all shifts, held to what the file's own coefficients can have been.

After Nosratinia 2001 (re-application of JPEG, here as thresholds on a sliding DCT) and the projection onto the
quantisation intervals of Zakhor 1992. The coefficients are those of the decoded planes: they lie within a third of a
level of whole steps, so that no reader of coefficients is needed.
"""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numba
import numpy as np
from PIL import Image
from scipy.ndimage import zoom

from ..enlarge.shape import Floats
from ..measures.jpegtables import standard_table

#: px a side of a block (ITU-T T.81).
BLOCK = 8
#: What is smaller than so many steps of a coefficient is taken for the blocks' own noise.
_THRESHOLD = np.float32(0.5)
#: A coefficient may move so many steps from the middle of its interval; half would be all of it.
_INTERVAL = 0.35
_MID = np.float32(128)


def _basis() -> Floats:
    """The DCT-II of eight values as a matrix, frequency × place, orthonormal."""
    places = (2 * np.arange(BLOCK) + 1) * np.pi / (2 * BLOCK)
    rows = np.cos(np.arange(BLOCK)[:, None] * places[None, :]) * np.sqrt(2 / BLOCK)
    rows[0] /= np.sqrt(2)
    return np.asarray(rows, np.float32)


BASIS = _basis()


@dataclass(frozen=True)
class Coded:
    """A JPEG as it is coded: `planes` (luma, then two of colour, height × width, 0 to 255), the 8 × 8 `tables` of steps
    and how many times coarser each plane is stored (across, down)."""

    planes: tuple[Floats, ...]
    tables: tuple[Floats, ...]
    coarser: tuple[tuple[int, int], ...]


def coded(picture: Path) -> Coded | None:
    """The planes of a JPEG in grey or YCbCr as stored, not turned upright; None for all other files."""
    try:
        with Image.open(picture, formats=("JPEG",)) as opened:
            opened.draft("YCbCr" if opened.mode == "RGB" else opened.mode, opened.size)
            if opened.mode not in ("L", "YCbCr"):
                return None
            steps = opened.quantization  # type: ignore[attr-defined]
            layers = opened.layer  # type: ignore[attr-defined]
            values = np.asarray(opened, np.float32)
    except Exception:  # any fault in a foreign file: what reads it for good says so in words
        return None
    planes = values.reshape(*values.shape[:2], -1)
    across, down = max(layer[1] for layer in layers), max(layer[2] for layer in layers)
    return Coded(
        tuple(np.ascontiguousarray(planes[:, :, at]) for at in range(planes.shape[2])),
        tuple(np.asarray(steps[layer[3]], np.float32).reshape(BLOCK, BLOCK) for layer in layers),
        tuple((across // layer[1], down // layer[2]) for layer in layers),
    )


def deblocked(held: Coded) -> Floats:
    """The picture without its blocks: height × width × 1 or 3 (RGB), 0 to 255."""
    made = [
        _plane(plane, table, coarser)
        for plane, table, coarser in zip(held.planes, held.tables, held.coarser, strict=True)
    ]
    if len(made) == 1:
        return made[0][:, :, None]
    y, cb, cr = made[0], made[1] - _MID, made[2] - _MID
    # ITU-T T.871, as every JPEG of RGB is coded.
    rgb = np.stack([y + 1.402 * cr, y - 0.344136 * cb - 0.714136 * cr, y + 1.772 * cb], axis=2)
    return np.clip(rgb, 0, 255).astype(np.float32)


def deblocked_without_grid(planes: Floats, quality: int) -> Floats:
    """Where a file was saved again its steps are lost: thresholds as of a JPEG of that quality, nothing to hold on to."""
    table = np.asarray(standard_table(quality), np.float32).reshape(BLOCK, BLOCK)
    return np.stack(
        [_smoothed(np.ascontiguousarray(planes[:, :, at]), table) for at in range(planes.shape[2])],
        axis=2,
    )


def _plane(plane: Floats, table: Floats, coarser: tuple[int, int]) -> Floats:
    if coarser == (1, 1):
        return _held(_smoothed(plane, table), plane, table)
    high, wide = plane.shape
    small = _reduced(plane, *coarser)
    large = zoom(
        _smoothed(small, table), (coarser[1], coarser[0]), order=1, grid_mode=True, mode="nearest"
    )
    return np.asarray(large[:high, :wide], np.float32)


def _reduced(plane: Floats, across: int, down: int) -> Floats:
    high, wide = plane.shape
    padded = np.pad(plane, ((0, -high % down), (0, -wide % across)), mode="edge")
    return np.ascontiguousarray(
        padded.reshape(padded.shape[0] // down, down, padded.shape[1] // across, across).mean(
            axis=(1, 3)
        )
    )


def _smoothed(plane: Floats, table: Floats) -> Floats:
    rim = BLOCK - 1
    wide = np.pad(plane, rim, mode="edge")
    wide = np.pad(wide, ((0, -wide.shape[0] % BLOCK + BLOCK), (0, 0)), mode="edge")
    made = _over_all_shifts(wide, table * _THRESHOLD, BASIS)
    return made[rim : rim + plane.shape[0], rim : rim + plane.shape[1]]


@numba.njit(cache=True, nogil=True, parallel=True)
def _over_all_shifts(plane: Floats, thresholds: Floats, basis: Floats) -> Floats:
    """The mean over all places of blocks, of each block without the coefficients under its thresholds."""
    made = np.zeros(plane.shape, np.float32)
    for shift in range(8):
        for row in numba.prange((plane.shape[0] - shift) // 8):
            top = shift + 8 * row
            _along(plane[top : top + 8], thresholds, basis, made[top : top + 8])
    return made


@numba.njit(cache=True, fastmath=True, nogil=True)
def _along(rows: Floats, thresholds: Floats, basis: Floats, made: Floats) -> None:
    """All blocks that lie on eight rows, added to `made`. Every loop runs along a row: many places are taken at once."""
    wide = rows.shape[1]
    many = wide - 7
    for u in range(8):
        down = np.zeros(wide, np.float32)
        for k in range(8):
            for x in range(wide):
                down[x] += basis[u, k] * rows[k, x]
        kept = np.zeros(wide, np.float32)
        for v in range(8):
            one = np.zeros(many, np.float32)
            for k in range(8):
                for x in range(many):
                    one[x] += basis[v, k] * down[x + k]
            least = thresholds[u, v] if u + v > 0 else np.float32(0)
            for x in range(many):
                if abs(one[x]) < least:
                    one[x] = np.float32(0)
            for k in range(8):
                for x in range(many):
                    kept[x + k] += basis[v, k] * one[x]
        for k in range(8):
            for x in range(wide):
                made[k, x] += basis[u, k] * kept[x] / np.float32(64)


def _held(made: Floats, plane: Floats, table: Floats) -> Floats:
    """What was made, each coefficient of its blocks held to the interval that it was rounded in."""
    high, wide = plane.shape
    beyond = ((0, -high % BLOCK), (0, -wide % BLOCK))
    was, now = (_coefficients(np.pad(one, beyond, mode="edge")) for one in (plane, made))
    middle = np.rint(was / table) * table
    held = np.clip(now, middle - _INTERVAL * table, middle + _INTERVAL * table)
    rows, columns = held.shape[:2]
    back = np.einsum("ui,rcuv,vj->rcij", BASIS, held, BASIS, optimize=True)
    flat = back.transpose(0, 2, 1, 3).reshape(rows * BLOCK, columns * BLOCK) + _MID
    return np.ascontiguousarray(flat[:high, :wide], np.float32)


def _coefficients(plane: Floats) -> Floats:
    """block row × block column × 8 × 8."""
    high, wide = plane.shape
    blocks = (
        (plane - _MID).reshape(high // BLOCK, BLOCK, wide // BLOCK, BLOCK).transpose(0, 2, 1, 3)
    )
    return np.einsum("ui,rcij,vj->rcuv", BASIS, blocks, BASIS, optimize=True)
