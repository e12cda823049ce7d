"""Noise: what is left where nothing is to be seen."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..vips import pyvips

#: The difference of two Laplacians, deaf to edges and slopes; noise of σ comes out as 6 σ (Immerkær 1996).
_DEAF = pyvips.Image.new_from_array([[1, -2, 1], [-2, 4, -2], [1, -2, 1]])
#: What changes from one column to the next, and from one row to the next; noise of σ comes out as 6 σ again.
_COLUMNS = pyvips.Image.new_from_array([[1, -2, 1], [2, -4, 2], [1, -2, 1]])
_ROWS = pyvips.Image.new_from_array([[1, 2, 1], [-2, -4, -2], [1, 2, 1]])
_GAIN = 6.0
#: Rec. 601 luma, as JPEG has it.
LUMA = (0.299, 0.587, 0.114)
_BLOCK = 16
#: The flattest share of all blocks is looked at, and of these the quieter half.
_FLATTEST = 0.1
#: The median of the lower half of many equal σ lies so much under their middle.
_LOW_HALF = 0.97
#: Levels nearer to the ends than this cut noise off.
_ENDS = 2
#: Fewer blocks than this say nothing.
_LEAST_BLOCKS = 8
#: Noise has as much power along rows and columns as across both, and a quarter of it when four pixels are made
#: one. Texture has more of it along them, and as much or more in the coarser picture. From the first share on
#: a power is more than noise has, from the second on nothing but texture.
_ALONG, _COARSER = (1.1, 2.2), (1.1, 1.7)


def luma(image: pyvips.Image) -> pyvips.Image:
    """Luma in 8-bit levels, floating point, of an RGB image of 8 or 16 bits."""
    scale = 257.0 if image.format == "ushort" else 1.0
    weights = pyvips.Image.new_from_array([[part / scale for part in LUMA]])
    return image.recomb(weights)


def noise_sigma(image: pyvips.Image) -> float | None:
    """σ of the noise in an sRGB image, in 8-bit levels of luma; None where no part of it is flat enough
    to tell, or it is too small.

    In blocks of 16 × 16 px: the flattest tenth by blurred gradient without those that are clipped, the
    median of the quieter half. White noise is read within a fifth; blurred noise (a picture scaled
    down or denoised) reads lower than it looks. Texture where nothing is flat is told from noise by both that
    it runs along rows or columns and that it stays when pixels are averaged; texture as fine as the pixels
    themselves (a picture that no lens made) is still read as noise.
    """
    y = luma(image)
    quiet = _quiet_blocks(y)
    if quiet is None:
        return None
    return round(float(np.sqrt(quiet.power - _texture(y, quiet))), 2)


@dataclass(frozen=True, slots=True)
class _Quiet:
    """The quieter half of the flattest blocks, by their numbers (counted by rows), and the variance of the noise
    that would make what is in them."""

    blocks: NDArray[np.intp]
    power: float


def _texture(y: pyvips.Image, quiet: _Quiet) -> float:
    """How much of the power in the quiet blocks is texture. Most pictures need one look at a quarter of the pixels."""
    coarser = _quiet_blocks(y.shrink(2, 2))
    if coarser is None:
        return 0.0
    texture = _beyond(coarser.power, quiet.power, *_COARSER)
    if texture == 0:
        return 0.0
    along = min(
        _power(_in_blocks(y.conv(mask, precision="float") ** 2)[quiet.blocks, 0])
        for mask in (_COLUMNS, _ROWS)
    )
    return min(texture, _beyond(along, quiet.power, *_ALONG))


def _quiet_blocks(y: pyvips.Image) -> _Quiet | None:
    """None where there are too few that are not clipped."""
    slope = y.gaussblur(2, precision="float").sobel().cast("float")
    cut = ((y <= _ENDS) | (y >= 255 - _ENDS)).cast("float")
    table = _in_blocks(slope.bandjoin([cut, y.conv(_DEAF, precision="float") ** 2]))
    whole = np.flatnonzero(table[:, 1] == 0)
    if len(whole) < _LEAST_BLOCKS:
        return None
    count = max(_LEAST_BLOCKS, int(len(whole) * _FLATTEST))
    flattest = whole[np.argsort(table[whole, 0], kind="stable")[:count]]
    order = np.argsort(table[flattest, 2], kind="stable")
    blocks = flattest[order[: max(1, count // 2)]]
    return _Quiet(blocks, _power(table[blocks, 2]) / _LOW_HALF**2)


def _power(squares: NDArray[np.float32]) -> float:
    """The variance of the noise that would make the squared differences in the middle one of some blocks."""
    return float(np.median(np.sqrt(squares)) / _GAIN) ** 2


def _in_blocks(bands: pyvips.Image) -> NDArray[np.float32]:
    """Block (by rows) × band: the means of 16 × 16 px; of less than a block nothing."""
    wide, high = bands.width // _BLOCK, bands.height // _BLOCK
    if wide * high < _LEAST_BLOCKS:
        return np.empty((0, bands.bands), np.float32)
    blocks = bands.crop(0, 0, wide * _BLOCK, high * _BLOCK).shrink(_BLOCK, _BLOCK).cast("float")
    return np.frombuffer(blocks.write_to_memory(), np.float32).reshape(-1, bands.bands)


def _beyond(power: float, noise: float, more: float, all_of_it: float) -> float:
    """How much of `noise` a `power` that is beyond what noise has says to be texture."""
    return min(noise, max(0.0, power - more * noise) / (all_of_it - more))
