"""A picture's pixels as a file of which every part is read as fast as any other."""

from __future__ import annotations

from pathlib import Path

from .inspect import open_picture

#: px a side of what is read at once.
_TILE = 512


def unpack(picture: Path, to: Path) -> None:
    """Write the pixels of a picture, as stored and with all that belongs to them, as a tiled plain TIFF.

    Raises `pyvips.Error` for what cannot be read.
    """
    image = open_picture(picture, access="sequential")
    image.tiffsave(str(to), tile=True, tile_width=_TILE, tile_height=_TILE, bigtiff=True)
