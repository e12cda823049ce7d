"""The map of all tiles on one sheet: the whole in small and light, its seams, and the number of every tile."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from math import ceil

from ...ground.rational import Fraction
from ...letters import reach
from ...shapes.box import Box
from ...shapes.ink import Ink, Label, Stroke
from ...sheet.grid import Grid, PixelBox
from ...sheet.marks import WIDTH
from ...sheet.sheets import FilePart, Sheet, Tone
from ...work.outcome import Work
from ..request import LaidPaper
from .seams import Pieces, tile_name

NAME = "Overview"
#: So far towards white, that seams and numbers are read on it.
_LIGHT = Fraction(1, 2)
#: Letters are so large a share of the smallest tile, within these limits, mm.
_SHARE, _LEAST, _MOST = Fraction(1, 4), Fraction(1), Fraction(6)


def overview(work: Work, paper: LaidPaper, columns: Pieces, rows: Pieces, grey: bool) -> Sheet:
    """The document reduced by a whole number until it fits the usable area; `columns` and `rows` as (begin, length)."""
    document, usable = work.boxes.document, paper.usable
    reduced = max(1, ceil(max(document.w / usable.w, document.h / usable.h)))
    grid = Grid.over(document.w, document.h, work.output_ppi)
    box = Box(usable.x, usable.y, document.w / reduced, document.h / reduced)
    small = [
        [(begin / reduced, size / reduced) for begin, size in pieces] for pieces in (columns, rows)
    ]
    return Sheet(
        name=NAME,
        width=paper.width,
        height=paper.height,
        ppi=work.output_ppi,
        trim=paper.media,
        bleed=paper.media,
        items=(
            FilePart(
                NAME,
                0,
                document,
                PixelBox(0, 0, grid.width, grid.height),
                box,
                tone=Tone(grey, _LIGHT),
                reduced=reduced,
            ),
            Ink(tuple(_seams(box, *small)), tuple(_numbers(box, *small))),
        ),
    )


def _seams(box: Box, columns: Pieces, rows: Pieces) -> Iterator[Stroke]:
    """Where every tile but the first begins, and where the one before it ends."""
    for (before, size), (begin, _) in pairwise(columns):
        for x in dict.fromkeys((box.x + begin, box.x + before + size)):
            yield Stroke("glue", (x, box.y), (x, box.bottom), WIDTH)
    for (before, size), (begin, _) in pairwise(rows):
        for y in dict.fromkeys((box.y + begin, box.y + before + size)):
            yield Stroke("glue", (box.x, y), (box.right, y), WIDTH)


def _numbers(box: Box, columns: Pieces, rows: Pieces) -> Iterator[Label]:
    """The number of each tile in the middle of it."""
    smallest = min(size for _, size in (*columns, *rows))
    height = max(_LEAST, min(_MOST, smallest * _SHARE))
    for row, (top, high) in enumerate(rows):
        for column, (left, wide) in enumerate(columns):
            name = tile_name(row, column)
            width = reach(name, "text", height).width
            at = (box.x + left + (wide - width) / 2, box.y + top + (high + height) / 2)
            yield Label(name, at, height)
