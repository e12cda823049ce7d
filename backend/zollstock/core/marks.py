"""Crop, fold and centre marks: short lines in the margin outside the image."""

from __future__ import annotations

from collections.abc import Iterator

from .box import Box
from .edges import Layout
from .parts.surface import Marks
from .rational import Fraction

#: Marks keep this far off what is cut or folded, and are this wide, mm.
GAP = Fraction(1)
WIDTH = Fraction(1, 4)


def mark_lines(marks: Marks, boxes: Layout) -> list[Box]:
    """The marks as thin boxes in mm of the document; all of them lie in the margin."""
    margin = marks.margin.mm
    if margin <= GAP:
        return []
    document = boxes.document
    inner = document.grown(-margin)
    found: list[Box] = []
    if marks.crop:
        found += _lines(document, inner, [boxes.trim.x, boxes.trim.right],
                        [boxes.trim.y, boxes.trim.bottom])  # fmt: skip
    if marks.fold:
        for fold in (boxes.fold, boxes.fold_back):
            if fold is not None:
                found += _lines(document, inner, [fold.x, fold.right], [fold.y, fold.bottom])
    if marks.centre:
        trim = boxes.trim
        found += _lines(document, inner, [trim.x + trim.w / 2], [trim.y + trim.h / 2])
    return found


def _lines(
    document: Box, inner: Box, columns: list[Fraction], rows: list[Fraction]
) -> Iterator[Box]:
    """Lines at the given columns above and below, at the given rows left and right."""
    long_x, long_y = inner.x - GAP, inner.y - GAP
    for x in columns:
        yield Box(x - WIDTH / 2, Fraction(0), WIDTH, long_y)
        yield Box(x - WIDTH / 2, inner.bottom + GAP, WIDTH, document.bottom - inner.bottom - GAP)
    for y in rows:
        yield Box(Fraction(0), y - WIDTH / 2, long_x, WIDTH)
        yield Box(inner.right + GAP, y - WIDTH / 2, document.right - inner.right - GAP, WIDTH)
