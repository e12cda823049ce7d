"""Noise reduction before enlarging, which would enlarge it: total variation on luma and colour apart.

Rudin, Osher, Fatemi 1992, by Chambolle's projections (2004): the picture nearest to the noisy one whose
differences add up to less.
"""

from __future__ import annotations

import numba
import numpy as np

from .enlarge.shape import Floats
from .enlarge.tiles import Source, made_of
from .progress import Progress
from .vips import pyvips

#: So often the projection is repeated; as far, px, one pixel is heard of.
ROUNDS = 24
_STEP = np.float32(0.248)  # Chambolle's proof needs less than a quarter
#: How much of σ is taken out at full strength; colour, which the eye sees less sharply, more.
LUMA_SHARE, COLOUR_SHARE = 0.75, 1.5
_TO_YCC = np.array(
    [[0.299, 0.587, 0.114], [-0.1687, -0.3313, 0.5], [0.5, -0.4187, -0.0813]], np.float32
)
_TO_RGB = np.linalg.inv(_TO_YCC).astype(np.float32)


def denoised(
    image: pyvips.Image, strength: float, sigma: float, progress: Progress | None = None
) -> pyvips.Image:
    """A picture with noise of `sigma` (8-bit levels) taken out, `strength` 0 to 1."""
    source = Source(image)
    # Luma and two of colour; inks, and grey, are each by themselves.
    shares = (
        [LUMA_SHARE, COLOUR_SHARE, COLOUR_SHARE] if image.bands == 3 else [LUMA_SHARE] * image.bands
    )
    weights = np.array(shares, np.float32) * strength * sigma

    def maker(left: int, top: int, width: int, height: int) -> Floats:
        area = source.area(left - ROUNDS, top - ROUNDS, width + 2 * ROUNDS, height + 2 * ROUNDS)
        planes: Floats = to_ycc(area) if area.shape[2] == 3 else area
        for band in range(planes.shape[2]):
            plane = np.ascontiguousarray(planes[:, :, band])
            planes[:, :, band] = smoothed(plane, weights[band], ROUNDS)
        inner = planes[ROUNDS:-ROUNDS, ROUNDS:-ROUNDS]
        return to_rgb(inner) if area.shape[2] == 3 else inner

    return made_of(image, image.width, image.height, maker, progress)


def to_ycc(rgb: Floats) -> Floats:
    """Luma and two of colour, about 0, of levels."""
    made: Floats = rgb @ _TO_YCC.T
    return made


def to_rgb(ycc: Floats) -> Floats:
    made: Floats = ycc @ _TO_RGB.T
    return made


@numba.njit(cache=True, fastmath=True, nogil=True, parallel=True)
def smoothed(plane: Floats, weight: float, rounds: int) -> Floats:
    """The plane u with the least Σ|∇u| + Σ(u − plane)² ÷ (2 weight), after so many rounds."""
    high, wide = plane.shape
    if weight <= 0:
        return plane.copy()
    px, py = np.zeros((high, wide), np.float32), np.zeros((high, wide), np.float32)
    found = np.empty((high, wide), np.float32)
    weight32 = np.float32(weight)
    for turn in range(rounds + 1):
        for row in numba.prange(high):
            for column in range(wide):
                apart = px[row, column] + py[row, column]
                if column > 0:
                    apart -= px[row, column - 1]
                if row > 0:
                    apart -= py[row - 1, column]
                found[row, column] = plane[row, column] + weight32 * apart
        if turn == rounds:
            break
        for row in numba.prange(high):
            for column in range(wide):
                here = found[row, column]
                across = found[row, column + 1] - here if column + 1 < wide else np.float32(0)
                down = found[row + 1, column] - here if row + 1 < high else np.float32(0)
                across /= weight32
                down /= weight32
                size = 1 + _STEP * np.sqrt(across * across + down * down)
                px[row, column] = (px[row, column] + _STEP * across) / size
                py[row, column] = (py[row, column] + _STEP * down) / size
    return found
