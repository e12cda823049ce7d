"""Outlines drawn in pixels, on any grid."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ..channels import FULL
from ..colour import Paint
from ..vips import pyvips
from .coverage import coverage
from .outlines import Lettering

#: Drawn in areas of so many px a side; curves to within so much of a pixel.
_TILE, _FLAT_PX = 2048, 0.05


def lettered(
    image: pyvips.Image,
    letterings: Sequence[Lettering],
    scale: float,
    offset: tuple[float, float] = (0.0, 0.0),
) -> pyvips.Image:
    """The image with lettering on it, drawn on its own grid: `scale` px of it to one of the picture, whose top left lies
    at −`offset` (px of the picture)."""
    paint, full = Paint(image), FULL[image.format]
    for one in letterings:
        cover = _cover(one, image.width, image.height, scale, offset)
        if cover is None:
            continue
        mask, left, top = cover
        under = image.crop(left, top, mask.width, mask.height)
        share = mask / 255
        colour = [min(float(full), part) for part in paint(one.colour)]
        mixed = (under * (1 - share) + share * colour).rint().cast(image.format)
        image = image.insert(mixed.copy(interpretation=image.interpretation), left, top)
    return image


def _cover(
    lettering: Lettering, width: int, height: int, scale: float, offset: tuple[float, float]
) -> tuple[pyvips.Image, int, int] | None:
    """How much of each pixel is covered (0 to 255), of the part that lettering lies in, and where that is."""
    boxes = [one.box for one in lettering.contours]
    if not boxes:
        return None
    left = max(0, int((min(x for x, *_ in boxes) - offset[0]) * scale) - 1)
    top = max(0, int((min(y for _, y, *_ in boxes) - offset[1]) * scale) - 1)
    right = min(width, int((max(x + w for x, _, w, _ in boxes) - offset[0]) * scale) + 2)
    bottom = min(height, int((max(y + h for _, y, _, h in boxes) - offset[1]) * scale) + 2)
    if right <= left or bottom <= top:
        return None
    rows = []
    for y in range(top, bottom, _TILE):
        tiles = []
        for x in range(left, right, _TILE):
            wide, high = min(_TILE, right - x), min(_TILE, bottom - y)
            tiles.append(_tile(lettering, x, y, wide, high, scale, offset))
        rows.append(
            pyvips.Image.arrayjoin(tiles, across=len(tiles)) if len(tiles) > 1 else tiles[0]
        )
    whole = rows[0]
    for row in rows[1:]:
        whole = whole.join(row, "vertical")
    return whole.crop(0, 0, right - left, bottom - top), left, top


def _tile(
    lettering: Lettering,
    x: int,
    y: int,
    wide: int,
    high: int,
    scale: float,
    offset: tuple[float, float],
) -> pyvips.Image:
    dx, dy = -offset[0] * scale - x, -offset[1] * scale - y
    inside = [one for one in lettering.contours if _meets(one.box, scale, (dx, dy), wide, high)]
    if not inside:
        return pyvips.Image.black(wide, high)
    polygons = [
        np.array(one.flattened(_FLAT_PX / scale), np.float64) * scale + np.array([dx, dy])
        for one in inside
    ]
    cover = np.rint(coverage(polygons, wide, high) * 255).astype(np.uint8)
    return pyvips.Image.new_from_memory(cover.tobytes(), wide, high, 1, "uchar")


def _meets(
    box: tuple[float, float, float, float],
    scale: float,
    at: tuple[float, float],
    wide: int,
    high: int,
) -> bool:
    x, y = box[0] * scale + at[0], box[1] * scale + at[1]
    return x < wide and y < high and x + box[2] * scale > 0 and y + box[3] * scale > 0
