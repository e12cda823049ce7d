"""Outlines drawn: as SVG for whoever takes them along, as pixels on any grid."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ..channels import FULL
from ..colour import Paint
from ..vips import pyvips
from .coverage import coverage
from .outlines import Contour, Lettering

#: Drawn in areas of so many px a side; curves to within so much of a pixel.
_TILE, _FLAT_PX = 2048, 0.05


def path_data(contour: Contour, times: float = 1.0, dx: float = 0.0, dy: float = 0.0) -> str:
    """A contour as SVG path data, so many times as large and then moved."""

    def at(point: tuple[float, float]) -> str:
        return f"{point[0] * times + dx:.3f} {point[1] * times + dy:.3f}"

    parts = [f"M{at(contour.start)}"]
    for one in contour.segments:
        if one.handles is None:
            parts.append(f"L{at(one.end)}")
        else:
            parts.append(f"C{at(one.handles[0])} {at(one.handles[1])} {at(one.end)}")
    return "".join(parts) + "Z"


def svg_of(letterings: Sequence[Lettering], width: int, height: int, width_mm: float | None) -> str:
    """The lettering alone; true to size where the picture's width on the print is known."""
    paths = "".join(
        f'<path fill="{one.colour}" fill-rule="nonzero" d="{"".join(path_data(each) for each in one.contours)}"/>\n'
        for one in letterings
    )
    size = (
        f'width="{width}" height="{height}"'
        if width_mm is None
        else f'width="{width_mm:.3f}mm" height="{width_mm * height / width:.3f}mm"'
    )
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} viewBox="0 0 {width} {height}">\n{paths}</svg>\n'


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
