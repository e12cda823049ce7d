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
    # Only what there is: beyond the picture's sides nothing can be copied, and nothing is invented.
    begin_x, begin_y = max(0, round(-left * where.scale)), max(0, round(-top * where.scale))
    end_x = min(where.width, round((wide - left) * where.scale))
    end_y = min(where.height, round((high - top) * where.scale))
    if end_x <= begin_x or end_y <= begin_y:
        return _nothing(where.width, where.height)
    box = PixelBox(0, 0, end_x - begin_x, end_y - begin_y)
    at = left + begin_x / where.scale - x0, top + begin_y / where.scale - y0
    seen = colour.to_srgb(part(work, near, like, box, step, at), 8)
    if marked:
        seen = _marked(seen, near, where.scale, at)
    if (box.w, box.h) == (where.width, where.height):
        return seen.copy_memory()
    whole = _nothing(where.width, where.height).insert(seen.bandjoin(255), begin_x, begin_y)
    return whole.copy_memory()


def _nothing(width: int, height: int) -> pyvips.Image:
    return pyvips.Image.black(width, height, bands=4).copy(interpretation="srgb")


def _marked(
    seen: pyvips.Image, near: Ground, scale: float, at: tuple[float, float]
) -> pyvips.Image:
    """With stripes over what is invented."""
    columns = np.clip(
        ((np.arange(seen.width) + 0.5) / scale + at[0]).astype(int),
        0,
        near.invented.shape[1] - 1,
    )
    rows = np.clip(
        ((np.arange(seen.height) + 0.5) / scale + at[1]).astype(int),
        0,
        near.invented.shape[0] - 1,
    )
    there = near.invented[np.ix_(rows, columns)]
    stripes = (np.add.outer(np.arange(seen.height), np.arange(seen.width)) // _STRIPE) % 2 == 0
    mask = (there & stripes).astype(np.uint8) * 150
    share = pyvips.Image.new_from_memory(mask.tobytes(), seen.width, seen.height, 1, "uchar") / 255
    mixed = seen * (1 - share) + share * list(_MARK)
    return mixed.rint().cast("uchar").copy(interpretation="srgb")
