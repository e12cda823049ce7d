"""Noise: what is left where nothing is to be seen."""

from __future__ import annotations

import numpy as np

from ..vips import pyvips

#: The difference of two Laplacians, deaf to edges and slopes; noise of σ comes out as 6 σ (Immerkær 1996).
_DEAF = pyvips.Image.new_from_array([[1, -2, 1], [-2, 4, -2], [1, -2, 1]])
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
    down or denoised) reads lower than it looks.
    """
    y = luma(image)
    wide, high = y.width // _BLOCK, y.height // _BLOCK
    if wide * high < _LEAST_BLOCKS:
        return None
    rough = y.conv(_DEAF, precision="float") ** 2
    slope = y.gaussblur(2, precision="float").sobel().cast("float")
    cut = ((y <= _ENDS) | (y >= 255 - _ENDS)).cast("float")
    blocks = (
        rough.bandjoin([slope, cut]).crop(0, 0, wide * _BLOCK, high * _BLOCK).shrink(_BLOCK, _BLOCK)
    )
    table = np.frombuffer(blocks.cast("float").write_to_memory(), np.float32).reshape(-1, 3)
    whole = table[table[:, 2] == 0]
    if len(whole) < _LEAST_BLOCKS:
        return None
    count = max(_LEAST_BLOCKS, int(len(whole) * _FLATTEST))
    flattest = whole[np.argsort(whole[:, 1], kind="stable")[:count]]
    sigmas = np.sort(np.sqrt(flattest[:, 0]) / _GAIN)
    return round(float(np.median(sigmas[: max(1, len(sigmas) // 2)]) / _LOW_HALF), 2)
