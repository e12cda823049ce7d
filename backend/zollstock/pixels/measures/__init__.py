"""Measures of a picture's pixels: ways, errors and limits in docs/pixels.md, *Measures*."""

from __future__ import annotations

from pathlib import Path

from zollstock.core.measures import Measures

from .. import colour, profiles
from ..errors import RenderError
from ..inspect import open_picture
from ..vips import pyvips
from .jpegtables import jpeg_quality
from .lightness import lightness_map
from .noise import noise_sigma

__all__ = ["measure", "measured"]


def measure(picture: Path) -> Measures:
    """All measures of a picture file; what cannot be told is None.

    Reads the whole file, streamed: memory does not grow with the picture. Raises `PictureError` and
    `pyvips.Error` for what cannot be read.
    """
    quality, standard = jpeg_quality(picture)
    return Measures(
        noise_sigma=noise_sigma(_srgb(picture)),
        jpeg_quality=quality,
        jpeg_standard=standard,
        lightness=lightness_map(_srgb(picture).autorot()),
    )


def measured(picture: Path) -> Measures:
    """What enlarging has to know of a picture: noise and JPEG quality alone."""
    quality, standard = jpeg_quality(picture)
    sigma = noise_sigma(_srgb(picture))
    return Measures(noise_sigma=sigma, jpeg_quality=quality, jpeg_standard=standard)


def _srgb(picture: Path) -> pyvips.Image:
    """The picture's colours in sRGB, 8 bits or 16 as it has them, without alpha, as it is stored."""
    image = open_picture(picture)
    bits = 16 if image.format == "ushort" else 8
    colours, _ = colour.split(image)
    try:
        return colour.to_srgb(colours, bits)
    except RenderError:
        return colour.to_srgb(profiles.untagged(colours), bits)
