"""Keep zones that lie where two tiles are glued, or are cut apart where nothing overlaps."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from ..box import ZERO
from ..rational import Fraction
from ..reckoning import Finding
from ..show import typed_length
from ..work import Work
from ..zonefindings import called
from ..zones import rooms
from .split import Split

Pieces = list[tuple[Fraction, Fraction]]


def tile_name(row: int, column: int) -> str:
    """Rows are letters, columns numbers.

    >>> tile_name(0, 0), tile_name(1, 2), tile_name(26, 0)
    ('A1', 'B3', 'AA1')
    """
    letters = ""
    row += 1
    while row:
        row, rest = divmod(row - 1, 26)
        letters = chr(ord("A") + rest) + letters
    return f"{letters}{column + 1}"


def zones_on_seams(work: Work, across: Split, down: Split, holder: str = "") -> Iterator[Finding]:
    """A finding for every seam that meets a zone; its fix moves the seams off all zones, where that can be."""
    columns, rows = list(across.pieces()), list(down.pieces())
    held = list(rooms(work, work.boxes.document))
    document = work.boxes.document
    spans_across = [(room.left, document.w - room.right) for room in held]
    spans_down = [(room.top, document.h - room.bottom) for room in held]
    fix: dict[str, Any] | None = None
    for room, (x, right), (y, bottom) in zip(held, spans_across, spans_down, strict=True):
        row, column = _holding(rows, (y + bottom) / 2), _holding(columns, (x + right) / 2)
        met = [
            (tile_name(row, number - 1), tile_name(row, number))
            for number in _seams_met(columns, x, right)
        ] + [
            (tile_name(number - 1, column), tile_name(number, column))
            for number in _seams_met(rows, y, bottom)
        ]
        if met and fix is None:
            fix = _moved(across, down, spans_across, spans_down, holder)
        for one, other in met:
            yield Finding(
                id="zone-on-seam",
                level="warn",
                step="edge",
                text=f"{called(room.zone.name)} lies on the seam between {one} and {other}.",
                fix=fix or None,
                fix_label="Move the seams" if fix else None,
            )


def _moved(
    across: Split, down: Split, spans_across: Pieces, spans_down: Pieces, holder: str
) -> dict[str, Any]:
    """The change that takes the seams off all zones; empty where none does."""
    x, y = clear_shift(across, spans_across), clear_shift(down, spans_down)
    if x is None or y is None:
        return {}
    shifts = (("shift_x", x), ("shift_y", y))
    return {f"{holder}{name}": typed_length(shift, "mm") for name, shift in shifts}


def clear_shift(split: Split, spans: Pieces) -> Fraction | None:
    """The shift with the fewest pieces, and of those the least, at which no seam meets a span (begin, end); None
    where every one does."""
    if split.count == 1:
        return ZERO
    period = split.period
    candidates = {split.shift, ZERO}
    for begin, end in spans:
        # A seam that ends where a span begins, or begins where it ends.
        candidates |= {(split.overlap - begin) % period, -end % period}
    found = []
    for shift in candidates:
        moved = replace(split, shift=shift)
        pieces = list(moved.pieces())
        if not any(any(_seams_met(pieces, begin, end)) for begin, end in spans):
            found.append((moved.count, abs(moved.moved), shift))
    return min(found)[2] if found else None


def _holding(pieces: Pieces, at: Fraction) -> int:
    """The number of the last piece that begins before a place."""
    return max((number for number, (begin, _) in enumerate(pieces) if begin <= at), default=0)


def _seams_met(pieces: Pieces, begin: Fraction, end: Fraction) -> Iterator[int]:
    """The numbers (from 1) of the pieces whose overlap with the one before is met by a stretch."""
    for number in range(1, len(pieces)):
        before, size = pieces[number - 1]
        if begin < before + size and end > pieces[number][0]:
            yield number
