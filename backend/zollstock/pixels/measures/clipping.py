"""Lights and shadows that ended at the end of the scale: what is lost there no print brings back."""

from __future__ import annotations

from functools import reduce

from ..vips import pyvips

#: 8-bit levels from which on a channel is full, and up to which a pixel is black.
_FULL, _BLACK = 254, 1


def clipped(image: pyvips.Image) -> tuple[float, float, float]:
    """Shares of an sRGB image's pixels: any channel full, all channels full, all black. Streams."""
    scale = 257 if image.format == "ushort" else 1
    full = [image[band] >= _FULL * scale for band in range(image.bands)]
    dark = [image[band] <= _BLACK * scale for band in range(image.bands)]
    any_full = reduce(lambda one, other: one | other, full)
    all_full = reduce(lambda one, other: one & other, full)
    black = reduce(lambda one, other: one & other, dark)
    shares = any_full.bandjoin([all_full, black]).stats()
    # One pass for all three: a row for each band under that of all, the mean in column 4.
    means = [float(shares(4, band + 1)[0]) / 255 for band in range(3)]
    return means[0], means[1], means[2]
