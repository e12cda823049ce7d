"""A part of a rescue for the screen, from what is kept of the chain at the picture's own size."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil, floor

import numpy as np

from zollstock.core.ground.rational import Fraction
from zollstock.core.rescue.worked import Worked
from zollstock.core.sheet.grid import PixelBox

from .. import colour
from ..vips import pyvips
from .making import part
from .stages import Ground

#: So many px of the ground around a part have a say in it.
_AROUND = 48
#: What is invented is marked in this colour, in stripes of so many px.
_MARK, _STRIPE = (214, 64, 46), 7


@dataclass(frozen=True)
class Part:
    """Where: the top left corner (px of the picture; its new rim lies left of 0), `scale` px of the screen to one px,
    and the size in px of the screen."""

    x: float
    y: float
    scale: float
    width: int
    height: int


def view(
    work: Worked, ground: Ground, like: pyvips.Image, where: Part, marked: bool
) -> pyvips.Image:
    """The part in sRGB, 8 bits; what lies beyond the picture is transparent."""
    step = Fraction(1 / where.scale).limit_denominator(100_000)
    left, top = where.x + work.rim[0], where.y + work.rim[1]
    high, wide = ground.planes.shape[:2]
    x0, y0 = max(0, floor(left) - _AROUND), max(0, floor(top) - _AROUND)
    x1 = min(wide, ceil(left + where.width / where.scale) + _AROUND)
    y1 = min(high, ceil(top + where.height / where.scale) + _AROUND)
    if x1 <= x0 or y1 <= y0:
        return _nothing(where.width, where.height)
    near = Ground(
        np.asarray(ground.planes[y0:y1, x0:x1], np.float32),
        tuple(one.moved(-x0, -y0) for one in ground.letterings),
        np.asarray(ground.invented[y0:y1, x0:x1]),
        ground.curve,
    )
    box = PixelBox(0, 0, where.width, where.height)
    seen = colour.to_srgb(part(work, near, like, box, step, (left - x0, top - y0)), 8)
    if marked:
        seen = _marked(seen, near, where, (left - x0, top - y0))
    return _within(seen, where, left, top, wide, high).copy_memory()


def _nothing(width: int, height: int) -> pyvips.Image:
    return pyvips.Image.black(width, height, bands=4).copy(interpretation="srgb")


def _within(
    seen: pyvips.Image, where: Part, left: float, top: float, wide: int, high: int
) -> pyvips.Image:
    """Only what there is: beyond the picture's sides its outermost pixels would go on."""
    x0, y0 = max(0, round(-left * where.scale)), max(0, round(-top * where.scale))
    x1 = min(where.width, round((wide - left) * where.scale))
    y1 = min(where.height, round((high - top) * where.scale))
    if (x0, y0, x1, y1) == (0, 0, where.width, where.height):
        return seen
    if x1 <= x0 or y1 <= y0:
        return _nothing(where.width, where.height)
    return _nothing(where.width, where.height).insert(
        seen.crop(x0, y0, x1 - x0, y1 - y0).bandjoin(255), x0, y0
    )


def _marked(seen: pyvips.Image, near: Ground, where: Part, at: tuple[float, float]) -> pyvips.Image:
    """With stripes over what is invented."""
    columns = np.clip(
        ((np.arange(where.width) + 0.5) / where.scale + at[0]).astype(int),
        0,
        near.invented.shape[1] - 1,
    )
    rows = np.clip(
        ((np.arange(where.height) + 0.5) / where.scale + at[1]).astype(int),
        0,
        near.invented.shape[0] - 1,
    )
    there = near.invented[np.ix_(rows, columns)]
    stripes = (np.add.outer(np.arange(where.height), np.arange(where.width)) // _STRIPE) % 2 == 0
    mask = (there & stripes).astype(np.uint8) * 150
    share = (
        pyvips.Image.new_from_memory(mask.tobytes(), where.width, where.height, 1, "uchar") / 255
    )
    mixed = seen * (1 - share) + share * list(_MARK)
    return mixed.rint().cast("uchar").copy(interpretation="srgb")
