"""Sides of a canvas that are drawn out from its face, for a handout: the outermost line of the face as a picture of its own.

Drawn as the whole picture, hundreds of times as long and clipped, they take viewers seconds and more memory than some allow.
"""

from __future__ import annotations

from collections.abc import Iterator
from itertools import product
from math import atan2, ceil, cos, radians, sin
from pathlib import Path
from typing import NamedTuple

import numpy as np
from PIL import Image, ImageColor

from zollstock.core.ground.rational import Fraction
from zollstock.core.shapes.box import Box
from zollstock.core.sheet.sheets import PicturePart

from .vips import pyvips

#: The most pixels of a line: more are seen on no handout.
_MOST = 2000


class DrawnOut(NamedTuple):
    """What lies in a box (mm) of the page: a line of the face, or its corner as one pixel."""

    box: Box
    line: Image.Image


class _Span(NamedTuple):
    """Along one axis from `begin` to `end`, mm: where the face is looked at for it."""

    begin: Fraction
    end: Fraction
    looks: np.ndarray


def drawn_out(part: PicturePart, file: Path) -> Iterator[DrawnOut]:
    """The sides and corners between image box and content; `file` is its picture, upright, 8 bits."""
    image, content, px = part.image, part.content, part.mm_per_px
    across = _spans((content.x, image.x, image.right, content.right), px)
    down = _spans((content.y, image.y, image.bottom, content.bottom), px)
    if len(across) == len(down) == 1:
        return
    pixels = pyvips.Image.new_from_file(str(file)).colourspace("srgb")[:3].numpy()
    for one, other in list(product(across, down))[1:]:
        box = Box(one.begin, other.begin, one.end - one.begin, other.end - other.begin)
        yield DrawnOut(box, Image.fromarray(_face(part, pixels, one.looks, other.looks)))


def _spans(at: tuple[Fraction, ...], px: Fraction) -> list[_Span]:
    """The face itself, and what lies before and behind it; nothing where there is no depth."""
    outer, first, last, end = at
    count = min(_MOST, max(1, ceil((last - first) / px)))
    centres = float(first) + (np.arange(count) + 0.5) * float(last - first) / count
    found = [_Span(first, last, centres)]
    # Well within the outermost pixel, whichever way it is rounded.
    within = min(px / 4, (last - first) / 2)
    for begin, to, look in ((outer, first, first + within), (last, end, last - within)):
        if to > begin:
            found.append(_Span(begin, to, np.array([float(look)])))
    return found


def _face(part: PicturePart, pixels: np.ndarray, x: np.ndarray, y: np.ndarray) -> np.ndarray:
    """The face at so many places of the page (mm), rows × columns × RGB: picture, or what fills the place around it."""
    mm, (wide, tall), region, box = float(part.mm_per_px), part.picture, part.region, part.box
    angle = radians(part.turn) + atan2(part.lean.sin, part.lean.cos)
    # The region's middle lies in the middle of its box; a turn by quarters is about it, the lean about the picture's own.
    along = (wide / 2 - float(region.x + region.w / 2)) * mm
    off = (tall / 2 - float(region.y + region.h / 2)) * mm
    quarters = radians(part.turn)
    middle_x = float(box.x + box.w / 2) + cos(quarters) * along - sin(quarters) * off
    middle_y = float(box.y + box.h / 2) + sin(quarters) * along + cos(quarters) * off
    right, below = (grid.astype(float) for grid in np.meshgrid(x - middle_x, y - middle_y))
    columns = (cos(angle) * right + sin(angle) * below) / mm + wide / 2
    rows = (cos(angle) * below - sin(angle) * right) / mm + tall / 2
    # The file may be a smaller one of the picture.
    high_px, wide_px = pixels.shape[:2]
    column = np.clip(np.floor(columns * wide_px / wide), 0, wide_px - 1).astype(int)
    row = np.clip(np.floor(rows * high_px / tall), 0, high_px - 1).astype(int)
    around = np.array(ImageColor.getrgb(part.padding)[:3], float)
    light = float(part.tone.light)
    seen = pixels[row, column] * (1 - light) + around * light
    within_x = (x >= float(box.x)) & (x <= float(box.right))
    within_y = (y >= float(box.y)) & (y <= float(box.bottom))
    held = within_y[:, None] & within_x[None, :]
    return np.rint(np.where(held[..., None], seen, around)).astype(np.uint8)
