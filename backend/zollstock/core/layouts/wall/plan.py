"""The hanging plan: a sheet for the wall with every piece, its nails and its distances, to scale, and a list of them.

Lengths are mm of the paper; the drawing is reduced by a whole number, which the sheet says.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import NamedTuple

from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...letters import FontName, reach
from ...shapes.box import ZERO, Box
from ...shapes.ink import Ink, Label, Stroke
from ...sheet.sheets import Sheet
from .hanging import CAUTION, Hang, Hung, ToHang, hung
from .page import nails_along

#: A4, lying; what is kept free round it.
WIDTH, HEIGHT, MARGIN = Fraction(297), Fraction(210), Fraction(12)
#: The scales that a ruler reads without a calculator.
SCALES = (2, 5, 10, 15, 20, 25, 30, 40, 50, 75, 100, 150, 200, 250, 300, 400, 500, 750, 1000)
#: Resolution of the sheet's paper, on which is nothing but lines and letters.
PPI = Fraction(72)
#: The drawing's room: below the title, above the list.
_ROOM = Box(MARGIN + 14, Fraction(30), WIDTH - 2 * MARGIN - 30, Fraction(98))
_HAIR, _THIN, _FIRM = Fraction(1, 10), Fraction(1, 5), Fraction(2, 5)
_SOFT, _NAIL = "#56635f", "#a8482a"
_CROSS = Fraction(3, 2)
_LETTERS, _SMALL, _TITLE = Fraction(21, 10), Fraction(17, 10), Fraction(4)
_LINE = Fraction(9, 2)
_ROWS = 38
#: More lines than this of figures between nails nobody reads: the list has them all.
_MOST_LINES = 8
_COLUMNS = tuple(map(Fraction, (0, 62, 96, 126, 158, 214, 246)))
_HEADS = ("", "size", "left edge", "upper edge", "nails from the left", "nail height", "")


class _Scaled(NamedTuple):
    """The wall on paper: reduced by `by`, its left end at `x` and its floor at `floor`."""

    by: int
    x: Fraction
    floor: Fraction

    def across(self, mm: Fraction) -> Fraction:
        return self.x + mm / self.by

    def up(self, mm: Fraction) -> Fraction:
        """The place on paper of a height above the floor."""
        return self.floor - mm / self.by


def hanging_plan(
    title: str,
    pieces: Sequence[ToHang],
    hang: Hang,
    style: LengthStyle,
    length: Fraction | None = None,
) -> list[Sheet]:
    """The plan on A4, lying; where the list is longer than its room it goes on on further sheets."""
    at = hung(pieces, hang)
    right = max(piece.right for piece in at)
    whole = right if length is None else max(right, length)
    high = max(max(piece.top for piece in at), hang.centre_height.mm)
    by = _scale(whole, high)
    scaled = _Scaled(by, _ROOM.x + (_ROOM.w - whole / by) / 2, _ROOM.bottom)
    strokes = [*_wall(at, hang, whole, length, scaled), *_dimension_lines(at, hang, scaled)]
    labels = [
        *_head(title, by, style, length, len(pieces)),
        *_names(at, scaled),
        *_middle(hang, scaled, style),
    ]
    chain, lines = _chain_figures(at, hang, scaled, style)
    labels += chain
    top = _ROOM.bottom + 13 + 3 * lines
    fit = int((HEIGHT - MARGIN - top) / _LINE)
    rows = list(at)
    first, rest = rows[:fit], rows[fit:]
    strokes += _rules(first, top)
    labels += [*_list(first, 0, top, style), *_caution()]
    sheets = [_sheet("Hanging plan", strokes, labels)]
    for number, begin in enumerate(range(0, len(rest), _ROWS), 2):
        part = rest[begin : begin + _ROWS]
        sheets.append(
            _sheet(
                f"Hanging plan {number}",
                list(_rules(part, MARGIN + 14)),
                [_text(_cut(title, _TITLE, WIDTH - 2 * MARGIN), MARGIN, MARGIN + 4, _TITLE), *_list(part, fit + begin, MARGIN + 14, style)],
            )
        )  # fmt: skip
    return sheets


def _scale(width: Fraction, height: Fraction) -> int:
    """The largest scale at which the wall fits its room."""
    least = max(width / _ROOM.w, height / _ROOM.h)
    return next((by for by in SCALES if by >= least), SCALES[-1] * (1 + int(least / SCALES[-1])))


def _sheet(name: str, strokes: list[Stroke], labels: list[Label]) -> Sheet:
    media = Box(ZERO, ZERO, WIDTH, HEIGHT)
    return Sheet(name, WIDTH, HEIGHT, PPI, media, media, (Ink(tuple(strokes), tuple(labels)),))


def _head(
    title: str, by: int, style: LengthStyle, length: Fraction | None, count: int
) -> Iterator[Label]:
    yield _text(_cut(title or "Hanging", _TITLE, WIDTH - 2 * MARGIN), MARGIN, MARGIN + 4, _TITLE)
    wall = "" if length is None else f", wall {style.length(length)}"
    pieces = "1 piece" if count == 1 else f"{count} pieces"
    yield _text(f"Hanging plan 1 : {by}, lengths in {style.unit}{wall}, {pieces}", MARGIN, MARGIN + 10, _LETTERS, _SOFT)  # fmt: skip


def _wall(
    at: Sequence[Hung], hang: Hang, whole: Fraction, length: Fraction | None, scaled: _Scaled
) -> Iterator[Stroke]:
    """Floor, the line of the middle, the ends of a measured wall, every piece, a cross for every nail."""
    left, right = scaled.across(ZERO), scaled.across(whole)
    yield Stroke("outline", (left - 4, scaled.floor), (right + 4, scaled.floor), _FIRM)
    middle = scaled.up(hang.centre_height.mm)
    yield from _dashed(left - 4, right + 4, middle)
    if length is not None:
        for end in (left, scaled.across(length)):
            yield Stroke("outline", (end, middle - 6), (end, scaled.floor), _THIN, _SOFT)
    for piece in at:
        yield from _box(piece, scaled)
        for x, y in piece.nails:
            across, up = scaled.across(x), scaled.up(y)
            yield Stroke("nail", (across - _CROSS, up), (across + _CROSS, up), _THIN, _NAIL)
            yield Stroke("nail", (across, up - _CROSS), (across, up + _CROSS), _THIN, _NAIL)


def _dashed(left: Fraction, right: Fraction, y: Fraction) -> Iterator[Stroke]:
    x = left
    while x < right:
        yield Stroke("centre", (x, y), (min(x + 2, right), y), _HAIR, _SOFT)
        x += 3


def _box(piece: Hung, scaled: _Scaled) -> Iterator[Stroke]:
    x, right = scaled.across(piece.left), scaled.across(piece.right)
    top, bottom = scaled.up(piece.top), scaled.up(piece.bottom)
    for y in (top, bottom):
        yield Stroke("outline", (x, y), (right, y), _THIN)
    for across in (x, right):
        yield Stroke("outline", (across, top), (across, bottom), _THIN)


def _names(at: Sequence[Hung], scaled: _Scaled) -> Iterator[Label]:
    """The number of each piece in the list, in its lower left corner."""
    for number, piece in enumerate(at, 1):
        yield _text(str(number), scaled.across(piece.left) + 1, scaled.up(piece.bottom) - 1, _LETTERS, _SOFT)  # fmt: skip


def _chain(at: Sequence[Hung], hang: Hang) -> list[Fraction]:
    """From the wall's left end to the first nail, then from nail to nail."""
    return [ZERO, *(hang.from_left.mm + place for place in nails_along(at, hang))]


def _dimension_lines(at: Sequence[Hung], hang: Hang, scaled: _Scaled) -> Iterator[Stroke]:
    y = scaled.floor + 6
    chain = [scaled.across(mm) for mm in _chain(at, hang)]
    yield Stroke("measure", (chain[0], y), (chain[-1], y), _HAIR, _NAIL)
    for x in chain:
        yield Stroke("measure", (x, y - 1), (x, y + 1), _THIN, _NAIL)
    x = scaled.across(ZERO) - 7
    upper = scaled.up(hang.centre_height.mm)
    yield Stroke("measure", (x, upper), (x, scaled.floor), _HAIR)
    for end in (upper, scaled.floor):
        yield Stroke("measure", (x - 1, end), (x + 1, end), _THIN)


def _chain_figures(
    at: Sequence[Hung], hang: Hang, scaled: _Scaled, style: LengthStyle
) -> tuple[list[Label], int]:
    """The figures of the chain, those without room one line lower than their neighbour; and how many lines these
    are. Where they would be too many there are none: the list says it all."""
    ends: list[Fraction] = []
    found = []
    for begin, end in pairwise(_chain(at, hang)):
        text = style.number(end - begin)
        width = reach(text, "condensed", _LETTERS).width
        x = max(MARGIN, scaled.across((begin + end) / 2) - width / 2)
        line = next((n for n, taken in enumerate(ends) if x >= taken), len(ends))
        if line == len(ends):
            ends.append(ZERO)
        ends[line] = x + width + 1
        found.append(_text(text, x, scaled.floor + 9 + line * 3, _LETTERS, _NAIL, "condensed"))
    return (found, len(ends)) if len(ends) <= _MOST_LINES else ([], 0)


def _middle(hang: Hang, scaled: _Scaled, style: LengthStyle) -> Iterator[Label]:
    """The height of the middle, at the left of its line."""
    text = style.number(hang.centre_height.mm)
    width = reach(text, "condensed", _LETTERS).width
    half = (scaled.up(hang.centre_height.mm) + scaled.floor) / 2
    yield _text(text, scaled.across(ZERO) - 8 - width, half, _LETTERS, font="condensed")


def _list(rows: Sequence[Hung], first: int, top: Fraction, style: LengthStyle) -> Iterator[Label]:
    for x, head in zip(_COLUMNS, _HEADS, strict=True):
        yield _text(head, MARGIN + x, top, _SMALL, _SOFT)
    for line, piece in enumerate(rows, 1):
        number, y = first + line, top + line * _LINE
        nails = " and ".join(style.number(x) for x, _ in piece.nails)
        yield _text(str(number), MARGIN, y, _LETTERS, _SOFT)
        name = _cut(piece.name, _LETTERS, _COLUMNS[1] - 8)
        yield _text(name, MARGIN + 6, y, _LETTERS)
        told = (style.size(piece.width, piece.height), style.number(piece.left), style.number(piece.top),
                nails, style.number(piece.nails[0][1]))  # fmt: skip
        for x, text in zip(_COLUMNS[1:], told, strict=False):
            yield _text(text, MARGIN + x, y, _LETTERS, font="condensed")


def _rules(rows: Sequence[Hung], top: Fraction) -> Iterator[Stroke]:
    for number in range(len(rows) + 1):
        y = top + number * _LINE + Fraction(6, 5)
        yield Stroke("outline", (MARGIN, y), (WIDTH - MARGIN, y), _HAIR, "#d9d3c4")


def _caution() -> Iterator[Label]:
    yield _text(_cut(CAUTION, _SMALL, WIDTH - 2 * MARGIN), MARGIN, HEIGHT - 7, _SMALL, _SOFT)


def _text(
    text: str,
    x: Fraction,
    y: Fraction,
    height: Fraction,
    colour: str = "#22302f",
    font: FontName = "text",
) -> Label:
    return Label(text, (x, y), height, font, colour)


def _cut(text: str, height: Fraction, room: Fraction) -> str:
    """As much of a text as there is room for."""
    if reach(text, "text", height).width <= room:
        return text
    while text and reach(f"{text}…", "text", height).width > room:
        text = text[:-1]
    return f"{text.rstrip()}…"
