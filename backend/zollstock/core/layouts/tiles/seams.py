"""Keep zones that lie where two tiles are glued, or are cut apart where nothing overlaps."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from math import ceil, floor
from typing import Any

from ...answer.reckoning import Finding
from ...ground.rational import Fraction
from ...ground.show import typed_length
from ...shapes.box import ZERO
from ...telling.zonefindings import display_name
from ...work.outcome import Work
from ...work.zones import rooms
from .split import Split
from .way import Cut

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


def zones_on_seams(
    work: Work, here: Cut, allowed: list[Cut], holder: str = ""
) -> Iterator[Finding]:
    """A finding for every seam that meets a zone; its fix moves the seams off all zones, where that can be.

    `allowed` are the document's cuts in each turn of the sheets that may be taken, `holder` the path to their way.
    """
    columns, rows = list(here.across.pieces()), list(here.down.pieces())
    held, document = list(rooms(work, work.boxes.document)), work.boxes.document
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
            fix = _off_all(allowed, spans_across, spans_down, holder)
        for one, other in met:
            yield Finding(
                id="zone-on-seam",
                level="warn",
                step="edge",
                text=f"{display_name(room.zone.name)} lies on the seam between {one} and {other}.",
                fix=fix or None,
                fix_label="Move the seams" if fix else None,
            )


def _off_all(
    allowed: list[Cut], spans_across: Pieces, spans_down: Pieces, holder: str
) -> dict[str, Any]:
    """The change with the fewest sheets that takes the seams off all zones; empty where none does."""
    found = []
    for cut in allowed:
        x, y = clear_shift(cut.across, spans_across), clear_shift(cut.down, spans_down)
        if x is not None and y is not None:
            across, down = replace(cut.across, shift=x), replace(cut.down, shift=y)
            found.append((across.count * down.count, cut.turn, x, y))
    if not found:
        return {}
    _, turn, x, y = min(found)
    shifts = {"shift_x": typed_length(x, "mm"), "shift_y": typed_length(y, "mm")}
    # With moved seams the other turn may need fewer sheets, but its seams are elsewhere.
    return {f"{holder}{name}": value for name, value in ({"turn": turn} | shifts).items()}


def clear_shift(split: Split, spans: Pieces) -> Fraction | None:
    """The shift with the fewest pieces, and of those the least, at which no seam meets a span (begin, end); None
    where every one does.

    >>> thirds = Split(Fraction(500), Fraction(200), Fraction(10))  # seams at 190 to 200 and at 380 to 390 mm
    >>> clear_shift(thirds, [(Fraction(180), Fraction(230))])
    Fraction(20, 1)
    """
    if split.count == 1:
        return ZERO
    period = split.period
    candidates = {split.shift, ZERO}
    for begin, end in spans:
        # A seam that ends where a span begins, or begins where it ends.
        for exact in ((split.overlap - begin) % period, -end % period):
            candidates |= {rounded for step in _STEPS for rounded in _on(exact, step)}
    found = []
    for shift in candidates:
        moved = replace(split, shift=shift)
        pieces = list(moved.pieces())
        if not any(any(_seams_met(pieces, begin, end)) for begin, end in spans):
            found.append((moved.count, abs(moved.moved), shift))
    return min(found)[2] if found else None


#: A shift is typed to a tenth of a millimetre, or as finely as lengths are typed at all.
_STEPS = (10, 10_000)


def _on(exact: Fraction, steps: int) -> tuple[Fraction, Fraction]:
    return Fraction(floor(exact * steps), steps), Fraction(ceil(exact * steps), steps)


def _holding(pieces: Pieces, at: Fraction) -> int:
    """The number of the last piece that begins before a place."""
    return max((number for number, (begin, _) in enumerate(pieces) if begin <= at), default=0)


def _seams_met(pieces: Pieces, begin: Fraction, end: Fraction) -> Iterator[int]:
    """The numbers (from 1) of the pieces whose overlap with the one before is met by a stretch."""
    for number in range(1, len(pieces)):
        before, size = pieces[number - 1]
        if begin < before + size and end > pieces[number][0]:
            yield number
