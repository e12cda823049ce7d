"""Keep zones that lie where two tiles are glued, or are cut apart where nothing overlaps."""

from __future__ import annotations

from collections.abc import Iterator

from ..rational import Fraction
from ..reckoning import Finding
from ..work import Work
from ..zonefindings import called
from ..zones import rooms

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


def zones_on_seams(work: Work, columns: Pieces, rows: Pieces) -> Iterator[Finding]:
    """A finding for every seam that meets a zone; `columns` and `rows` as (begin, length), mm of the document."""
    document = work.boxes.document
    for room in rooms(work, document):
        x, right = room.left, document.w - room.right
        y, bottom = room.top, document.h - room.bottom
        row, column = _holding(rows, (y + bottom) / 2), _holding(columns, (x + right) / 2)
        met = [
            (tile_name(row, number - 1), tile_name(row, number))
            for number in _seams_met(columns, x, right)
        ] + [
            (tile_name(number - 1, column), tile_name(number, column))
            for number in _seams_met(rows, y, bottom)
        ]
        for one, other in met:
            yield Finding(
                id="zone-on-seam",
                level="warn",
                step="edge",
                text=f"{called(room.zone.name)} lies on the seam between {one} and {other}.",
            )


def _holding(pieces: Pieces, at: Fraction) -> int:
    """The number of the last piece that begins before a place."""
    return max((number for number, (begin, _) in enumerate(pieces) if begin <= at), default=0)


def _seams_met(pieces: Pieces, begin: Fraction, end: Fraction) -> Iterator[int]:
    """The numbers of the pieces whose overlap with the one before is met by a stretch."""
    for number in range(1, len(pieces)):
        before, size = pieces[number - 1]
        if begin < before + size and end > pieces[number][0]:
            yield number
