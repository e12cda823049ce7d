"""Pictures made tile by tile in compiled loops: into a scratch file that has no name, so that none is left."""

from __future__ import annotations

import os
import tempfile
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

import numba
import numpy as np
from numpy.typing import NDArray

from ..errors import Cancelled
from ..progress import Progress
from ..vips import pyvips
from .shape import Floats

#: So many px a side a tile has in the picture that is made. Read in once, it stays in the processor's cache.
TILE = 768
#: What a value of 16 bits is in levels of 8.
_WIDE = 257.0
_KINDS: dict[str, tuple[type[np.unsignedinteger], float]] = {
    "uchar": (np.uint8, 1.0),
    "ushort": (np.uint16, _WIDE),
}

#: (left, top, width, height) of the picture that is made, px → its pixels, height × width × bands, 0 to 255.
Maker = Callable[[int, int, int, int], Floats]


@dataclass(frozen=True)
class Source:
    """A picture to be read in pieces, in levels of 0 to 255 whatever its depth; beyond its rim the outermost
    pixels go on."""

    image: pyvips.Image

    def area(self, left: int, top: int, width: int, height: int) -> Floats:
        """height × width × bands of the picture from (left, top), px, which may lie outside."""
        image = self.image
        x0, y0 = _held(left, image.width - 1), _held(top, image.height - 1)
        x1 = _held(left + width - 1, image.width - 1) + 1
        y1 = _held(top + height - 1, image.height - 1) + 1
        read = image.crop(x0, y0, x1 - x0, y1 - y0).numpy()
        levels = read.reshape(y1 - y0, x1 - x0, image.bands).astype(np.float32)
        levels /= np.float32(_KINDS[image.format][1])
        beyond = ((y0 - top, top + height - y1), (x0 - left, left + width - x1), (0, 0))
        return np.pad(levels, [(max(0, a), max(0, b)) for a, b in beyond], mode="edge")


def _held(at: int, most: int) -> int:
    return max(0, min(at, most))


def made_of(
    like: pyvips.Image, width: int, height: int, maker: Maker, progress: Progress | None = None
) -> pyvips.Image:
    """A picture of width × height px with the colours and the depth of `like`, made by `maker`.

    Its pixels lie in a file on the disk, mapped, so that they take no memory of their own; it goes with
    the picture. Raises `Cancelled` when `progress` says so, `OSError` where the disk is full.
    """
    kind, scale = _KINDS[like.format]
    shape = (height, width * like.bands)
    # The map keeps it when it is closed here; without a name nothing of it can be left behind.
    with tempfile.TemporaryFile() as file:
        # All of it now: a disk that is full is an error here, and a killed process within the map.
        os.posix_fallocate(file.fileno(), 0, height * width * like.bands * np.dtype(kind).itemsize)
        lines = np.memmap(file, kind, "r+", shape=shape)
    most = np.iinfo(kind).max
    tiles = list(_tiles(width, height))
    for done, (left, top, wide, high) in enumerate(tiles):
        if progress is not None and not progress(100 * done // len(tiles)):
            raise Cancelled
        values = maker(left, top, wide, high).reshape(high, wide * like.bands)
        _rounded(values, np.float32(scale), np.float32(most), lines, top, left * like.bands)
    made = pyvips.Image.new_from_memory(lines.data, width, height, like.bands, like.format)
    return _tagged_like(made, like)


@numba.njit(cache=True, nogil=True, parallel=True)
def _rounded(
    values: Floats,
    scale: np.float32,
    most: np.float32,
    lines: NDArray[Any],
    first: int,
    begin: int,
) -> None:
    """Values as whole numbers, halves the even one, into `lines` from line `first` on and `begin` in each."""
    high, wide = values.shape
    for row in numba.prange(high):
        for at in range(wide):
            value = np.rint(values[row, at] * scale)
            lines[first + row, begin + at] = min(max(value, np.float32(0)), most)


def _tiles(width: int, height: int) -> Iterator[tuple[int, int, int, int]]:
    for top in range(0, height, TILE):
        for left in range(0, width, TILE):
            yield left, top, min(TILE, width - left), min(TILE, height - top)


def _tagged_like(made: pyvips.Image, like: pyvips.Image) -> pyvips.Image:
    """With the meaning of its values and the profile that belongs to them."""
    tagged = made.copy(interpretation=like.interpretation)
    if like.get_typeof("icc-profile-data"):
        profile: NDArray[np.uint8] | bytes = like.get("icc-profile-data")
        tagged.set_type(pyvips.GValue.blob_type, "icc-profile-data", profile)
    return tagged
