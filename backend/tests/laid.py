"""A print on its sheet in whole pixels, as the writers see it."""

from __future__ import annotations

from typing import NamedTuple

from zollstock.core.sheet.grid import Grid, PixelBox
from zollstock.core.sheet.printsheet import print_sheet
from zollstock.core.sheet.sheets import Sampling, sampling
from zollstock.core.work.outcome import Work


class PlannedLayout(NamedTuple):
    grid: Grid
    printed: PixelBox
    image: PixelBox
    content: PixelBox
    sampling: Sampling


def laid(work: Work) -> PlannedLayout:
    sheet = print_sheet(work)
    [piece], grid = sheet.picture_parts, sheet.grid
    printed, image, content = (grid.box(box) for box in (piece.box, piece.image, piece.content))
    return PlannedLayout(grid, printed, image, content, sampling(piece, grid))
