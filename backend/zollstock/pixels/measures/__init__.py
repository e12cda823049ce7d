"""Measures of a picture's pixels: ways, errors and limits in docs/pixels.md, *Measures*."""

from __future__ import annotations

from pathlib import Path

from zollstock.core.picture.measures import Measures

from .. import colour, profiles
from ..errors import RenderError
from ..inspect import open_picture
from ..vips import pyvips
from .blocking import blocking
from .clipping import clipped
from .detail import detail_share
from .jpegtables import jpeg_quality
from .lightness import lightness
from .noise import noise_sigma
from .resampling import resampled_by
from .sharpness import BEST, TILE, Tiles, sharpness_map, tiles_of

__all__ = ["EDITION", "measure", "measured"]

#: Grows with every change of what is measured, or how: pictures measured before are measured again.
EDITION = 4


#: True detail of known blur was read so much too low or too high (docs/pixels.md): so it is told as a range.
_READ_LOW, _READ_HIGH = 0.6, 1.3


def measure(picture: Path) -> Measures:
    """All measures of a picture file; what cannot be told is None.

    Reads the whole file, several times; memory does not grow with the picture. Raises `PictureError` and
    `pyvips.Error` for what cannot be read.
    """
    quality, standard = jpeg_quality(picture)
    image = _srgb(picture).autorot()
    sigma = noise_sigma(image)
    tiles = tiles_of(image, sigma or 0.0)
    share = detail_share(image, tiles, sigma or 0.0)
    resampled = resampled_by(image, share)
    lights, burnt, shadows = clipped(image)
    mean, median, cells = lightness(image)
    return Measures(
        noise_sigma=sigma,
        jpeg_quality=quality,
        jpeg_standard=standard,
        lightness=cells,
        lightness_mean=mean,
        lightness_median=median,
        blocking=blocking(image),
        clipped_lights=lights,
        burnt=burnt,
        clipped_shadows=shadows,
        sharpness=None if tiles is None else sharpness_map(tiles),
        sharpest=[] if tiles is None else _boxes(tiles),
        true_detail=None if share is None else _range(image, share, resampled),
        resampled_by=resampled,
    )


def _boxes(tiles: Tiles) -> list[tuple[int, int, int, int]]:
    return [(column * TILE, row * TILE, TILE, TILE) for row, column in tiles.best(BEST)]


def _range(image: pyvips.Image, share: float, resampled: float | None) -> tuple[int, int]:
    """From how many to how many pixels hold detail; never more than an earlier enlargement began with.

    Such an end moves the whole range: it is no surer for it.
    """
    whole = image.width * image.height
    most = whole if resampled is None else whole / resampled**2
    low, high = share * whole / _READ_HIGH, share * whole / _READ_LOW
    by = min(1.0, most / high)
    return round(low * by), round(high * by)


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
