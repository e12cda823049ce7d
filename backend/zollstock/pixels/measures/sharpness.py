"""Where a picture is sharp: how much its finest structure varies, tile by tile.

It compares the parts of one picture, and never two pictures.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from zollstock.core.picture.measures import SharpnessMap

from ..vips import pyvips
from .noise import luma

#: px a side of a tile.
TILE = 128
#: Cells along each side of the map that is kept, at most.
CELLS = 32
#: So many of the sharpest parts are told.
BEST = 5
_LAPLACIAN = pyvips.Image.new_from_array([[0, 1, 0], [1, -4, 1], [0, 1, 0]])
#: White noise of σ comes out of it as √20 σ.
_LAPLACIAN_GAIN = 20.0
#: From this noise (σ) on the finest px say more of it than of the picture: a coarser filter takes their place.
_LOUD = 5.0
#: The difference of two Gaussians of these σ, px.
_FINE, _COARSE = 1.0, 2.0


@dataclass(frozen=True, slots=True)
class Tiles:
    """Energy of the finest structure in tiles of `TILE` px a side, without the noise's share: rows × columns."""

    energy: NDArray[np.float64]

    def best(self, count: int) -> list[tuple[int, int]]:
        """(row, column) of the sharpest tiles, the sharpest first, no two of them neighbours."""
        left = self.energy.copy()
        found: list[tuple[int, int]] = []
        while len(found) < count and left.size and left.max() > 0:
            row, column = divmod(int(left.argmax()), left.shape[1])
            found.append((row, column))
            left[max(0, row - 1) : row + 2, max(0, column - 1) : column + 2] = 0
        return found


def tiles_of(image: pyvips.Image, sigma: float) -> Tiles | None:
    """The tiles of an sRGB image whose noise is `sigma` (8-bit levels); None where not one fits in."""
    y = luma(image)
    rows, columns = y.height // TILE, y.width // TILE
    if not rows * columns:
        return None
    if sigma > _LOUD:
        fine = y.gaussblur(_FINE, precision="float")
        made, gain = fine - y.gaussblur(_COARSE, precision="float"), _band_gain()
    else:
        made, gain = y.conv(_LAPLACIAN, precision="float"), _LAPLACIAN_GAIN
    means = (made * made).crop(0, 0, columns * TILE, rows * TILE).shrink(TILE, TILE).cast("float")
    energy = np.frombuffer(means.write_to_memory(), np.float32).reshape(rows, columns)
    return Tiles(np.maximum(0.0, energy.astype(np.float64) - gain * sigma**2))


def sharpness_map(tiles: Tiles) -> SharpnessMap:
    """The root of the sharpest tile's energy in each cell of a grid, as a share of the picture's best."""
    rows, columns = tiles.energy.shape
    high, wide = min(CELLS, rows), min(CELLS, columns)
    cells = np.maximum.reduceat(tiles.energy, np.arange(high) * rows // high, axis=0)
    cells = np.maximum.reduceat(cells, np.arange(wide) * columns // wide, axis=1)
    most = float(cells.max()) or 1.0
    return SharpnessMap(
        columns=wide, shares=[round(float(share), 3) for share in np.sqrt(cells.ravel() / most)]
    )


def _band_gain() -> float:
    """What the difference of Gaussians leaves of white noise of variance 1."""
    at = np.arange(-12, 13)

    def kernel(sigma: float) -> NDArray[np.float64]:
        line = np.exp(-(at**2) / (2 * sigma**2))
        line /= line.sum()
        return np.outer(line, line)

    return float(((kernel(_FINE) - kernel(_COARSE)) ** 2).sum())
