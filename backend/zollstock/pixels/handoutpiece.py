"""What of a picture goes on a handout: the JPEG as it is, or, where little of it is seen, a piece of it.

Drawn whole and clipped, a picture of which a fiftieth is seen is more than some viewers hold: they leave it white.
"""

from __future__ import annotations

from itertools import product
from math import ceil, floor
from pathlib import Path
from typing import NamedTuple

from zollstock.core.ground.rational import Fraction
from zollstock.core.sheet.sheets import PicturePart

from .vips import pyvips

#: A picture so many times as long as what is seen of it is cut.
_MOST = 3
#: Hundreds go on one handout: kept without loss they would fill a web process.
_QUALITY = 92


class Piece(NamedTuple):
    """A JPEG, by its file or as bytes, and where it lies: left, top, width and height in px of its part's picture, from that one's middle."""

    picture: Path | bytes
    left: float
    top: float
    width: float
    height: float


def piece_of(part: PicturePart, file: Path) -> Piece:
    """The file of a part's picture (upright, perhaps a smaller one of it), or what is seen of it and a pixel more."""
    wide, tall = part.picture
    left, top, right, bottom = _seen(part)
    if wide <= _MOST * (right - left) and tall <= _MOST * (bottom - top):
        return Piece(file, -wide / 2, -tall / 2, wide, tall)
    held = pyvips.Image.new_from_file(str(file))
    across, down = held.width / wide, held.height / tall
    x, y = max(0, floor(left * across) - 1), max(0, floor(top * down) - 1)
    w = min(held.width, ceil(right * across) + 1) - x
    h = min(held.height, ceil(bottom * down) + 1) - y
    cut = held.crop(x, y, w, h).jpegsave_buffer(Q=_QUALITY, subsample_mode="off", keep="none")
    return Piece(bytes(cut), x / across - wide / 2, y / down - tall / 2, w / across, h / down)


def _seen(part: PicturePart) -> tuple[float, float, float, float]:
    """The least upright rectangle of the picture that holds its part's region, px: left, top, right, bottom."""
    region, (wide, tall) = part.region, part.picture
    xs, ys = (region.x, region.right), (region.y, region.bottom)
    middle = Fraction(wide, 2), Fraction(tall, 2)
    corners = [part.lean.inwards((x - middle[0], y - middle[1])) for x, y in product(xs, ys)]
    across, down = (
        [float(at) + side / 2 for at in along]
        for along, side in zip(zip(*corners, strict=True), part.picture, strict=True)
    )
    return min(across), min(down), max(across), max(down)
