"""The patches of a strip for a screen, and its row of open boxes: px of the screen, no print's file."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from pathlib import Path

import numpy as np

from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.layouts.strip.eyes import OpenBox, Side
from zollstock.core.layouts.strip.patches import patch_grid, patch_work, picture_on_strip
from zollstock.core.layouts.strip.request import StripRequest
from zollstock.core.studio.studio import DEFAULT_STUDIO

from .choose import way_for
from .errors import RenderError
from .measures import measured
from .patches import Limited
from .render import composed
from .vips import pyvips


def screen_patches(
    strip: StripRequest, number: int, picture: Path, steps: Sequence[float]
) -> Iterator[tuple[float, pyvips.Image]]:
    """The patch of one picture at every step, 8 bit sRGB, all of one size. Raises `RenderError`."""
    grid = patch_grid(strip)
    on = picture_on_strip(strip, number, grid, DEFAULT_STUDIO)
    if not on.fits:
        raise RenderError("The picture is smaller than a patch of it.")
    work = patch_work(strip, on, None, grid)
    piece = composed(work, picture, way=way_for(work, lambda: measured(picture))).copy_memory()
    held = Limited.of(piece, strip.device_ppi, steps)
    for step in steps:
        made = held.at(strip.device_ppi, step).crop(grid.around, grid.around, grid.wide, grid.high)
        wide = made.interpretation in ("rgb16", "grey16")
        yield (
            step,
            (
                made.colourspace("srgb")
                if not wide
                else made.colourspace("rgb16").colourspace("srgb")
            ),
        )


_MIDDLE = slice(1, 4)
#: Where a box of five by five openings is open.
_OPENINGS: dict[Side, tuple[int | slice, int | slice]] = {
    "left": (_MIDDLE, 0), "right": (_MIDDLE, 4), "up": (0, _MIDDLE), "down": (4, _MIDDLE),
}  # fmt: skip


def eyes_picture(row: Sequence[OpenBox], ppi: int) -> pyvips.Image:
    """The row of open boxes on a grid of so many px an inch, black on white; openings are whole px."""
    sides = [max(2, round(float(one.opening / MM_PER_INCH) * ppi)) for one in row]
    edge = max(sides, default=2)
    width = sum(5 * side + max(5 * side, 8) for side in sides) + 2 * edge
    made = np.full((7 * edge, width), 255, np.uint8)
    x, base = edge, 6 * edge
    for one, side in zip(row, sides, strict=True):
        box = np.zeros((5, 5), np.uint8)
        box[1:4, 1:4] = 255
        rows, columns = _OPENINGS[one.open]
        box[rows, columns] = 255
        made[base - 5 * side : base, x : x + 5 * side] = np.kron(
            box, np.ones((side, side), np.uint8)
        )
        x += 5 * side + max(5 * side, 8)
    return pyvips.Image.new_from_array(made).copy(interpretation="b-w")
