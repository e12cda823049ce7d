"""A picture cut into tiles at every size, in one file: so that any part of it is on a screen at once."""

from __future__ import annotations

from math import ceil, log2
from pathlib import Path

from .inspect import open_picture
from .previews import as_seen

#: px a side of a tile, and its JPEG quality: without subsampling, so that colours are looked at as they are.
TILE, QUALITY = 512, 92
#: Tiles reach so many px over their neighbours: side by side at a fraction of their size they show no seam.
OVERLAP = 2


def make_pyramid(picture: Path, to: Path) -> None:
    """Write the tiles of a picture, upright and in sRGB, as a ZIP of JPEGs (not packed again).

    `to` ends in .zip. Raises `PictureError` and `pyvips.Error` for what cannot be read.
    """
    image = as_seen(open_picture(picture).autorot())
    # The tool names the folder in the ZIP after the file.
    image.dzsave(
        str(to),
        layout="dz",
        tile_size=TILE,
        overlap=OVERLAP,
        suffix=f".jpg[Q={QUALITY},subsample_mode=off,keep=none]",
        container="zip",
        compression=0,
    )


def levels(width: int, height: int) -> int:
    """The number of the level that has all pixels; each below has half as many along a side.

    >>> levels(6000, 4000), levels(512, 1)
    (13, 9)
    """
    return ceil(log2(max(width, height, 1)))


def tile_name(stem: str, level: int, column: int, row: int) -> str:
    """The name of a tile in the ZIP that was written as `stem`.zip."""
    return f"{stem}_files/{level}/{column}_{row}.jpg"
