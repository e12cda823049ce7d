"""The cutting plan for the framer as sheets: a card a page at a scale that a ruler can be laid on, or one at 1 : 1.

Lengths are mm of the paper.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ..ground.rational import Fraction, fraction_of
from ..letters import FontName, in_plain_signs, reach
from ..shapes.box import ZERO, Box
from ..shapes.ink import BLACK, Ink, Label, Outline, Stroke
from ..sheet.sheets import Item, Sheet
from ..sheet.textblock import TextBlock
from .cutting import Card, Dimension

#: Scales that a ruler can be laid on.
SCALES = tuple(map(fraction_of, ("1", "2", "2.5", "4", "5", "10", "20", "25", "50", "100")))
#: A4, standing, what is kept free round it, and the room of the drawing in it.
WIDTH, HEIGHT, MARGIN = Fraction(210), Fraction(297), Fraction(16)
_ROOM = (Fraction(150), Fraction(190))
#: Dimension lines of the outside stand so far off it, and ticks are so long.
_OFF, _TICK = Fraction(7), Fraction(3, 2)
#: So far letters stay clear of a line.
_CLEAR = Fraction(3, 2)
#: Resolution of paper on which is nothing but lines and letters.
_PPI = Fraction(72)
_THIN, _FIRM = Fraction(1, 5), Fraction(1, 4)
_FONT: FontName = "condensed"
_SOFT, _RUST, _OPENING = "#56635f", "#a8482a", "#f1ede1"
#: Heights of capitals: title, measures, notes, small print.
_TITLE, _MEASURE, _NOTES, _SMALL = map(fraction_of, ("4.2", "2.9", "2.5", "2.1"))


@dataclass(frozen=True, slots=True)
class _Drawing:
    """Where a card lies on the paper: its corner at `x`, `y`, a mm of it `scale` mm long; `letters` high are its measures."""

    x: Fraction
    y: Fraction
    scale: Fraction
    letters: Fraction
    colour: str

    def box(self, box: Box) -> Box:
        drawn = box.times(self.scale)
        return Box(self.x + drawn.x, self.y + drawn.y, drawn.w, drawn.h)


def cutting_pages(title: str, cards: Sequence[Card]) -> list[Sheet]:
    """A4, a page for each card, the scale named, its notes below, and a bar of 100 mm to measure."""
    return [_page(title, card) for card in cards]


def cutting_drawing(card: Card) -> Sheet:
    """A card at 1 : 1 on paper as large as it needs; its measures in a colour of their own."""
    outside = card.outside
    letters = max(Fraction(4), min(outside.w, outside.h) / 40) * Fraction(7, 10)
    margin = _OFF + 6 * letters
    drawn = _Drawing(margin, margin, Fraction(1), letters, _RUST)
    width, below = outside.w + 2 * margin, margin + outside.h + letters
    high = max(_notes_high(card, letters), 4 * letters) + letters
    media = Box(ZERO, ZERO, width, below + high)
    notes = TextBlock(_notes(card), Box(margin, below, outside.w, high), letters, colour=_SOFT)
    return Sheet(card.name, media.w, media.h, _PPI, media, media, (_card(card, drawn, None), notes))


def _page(title: str, card: Card) -> Sheet:
    by = next(
        (
            by
            for by in SCALES
            if card.outside.w / by <= _ROOM[0] and card.outside.h / by <= _ROOM[1]
        ),
        SCALES[-1],
    )
    media, wide = Box(ZERO, ZERO, WIDTH, HEIGHT), WIDTH - 2 * MARGIN
    x, y = (WIDTH - card.outside.w / by) / 2 + 4, MARGIN + 30
    drawn = _Drawing(x, y, 1 / by, _MEASURE, BLACK)
    below = y + card.outside.h / by + 10
    high = _notes_high(card, _NOTES)
    items: tuple[Item, ...] = (
        _card(card, drawn, _OPENING),
        # A title may be long: its first line is what there is room for. Which board it is stands below as well.
        TextBlock(in_plain_signs(f"{title}: {card.name.lower()}"), Box(MARGIN, MARGIN + 2, wide, _TITLE), _TITLE),
        TextBlock(f"{card.name.lower()}, scale 1 : {float(by):g}", Box(MARGIN, MARGIN + 11, wide, _NOTES), _NOTES, "condensed", _SOFT),
        TextBlock(_notes(card), Box(MARGIN, below, wide, high), _NOTES),
        _bar(below + high + 5),
    )  # fmt: skip
    return Sheet(card.name, WIDTH, HEIGHT, _PPI, media, media, items)


def _notes(card: Card) -> str:
    return in_plain_signs("\n".join(card.notes))


def _notes_high(card: Card, letters: Fraction) -> Fraction:
    """Room for each note on two lines."""
    return len(card.notes) * 2 * letters * Fraction(9, 5)


def _bar(y: Fraction) -> Ink:
    """A bar of 100 mm."""
    left, right, thick = MARGIN, MARGIN + 100, Fraction(7, 20)
    ends = (Stroke("scale", (at, y - _TICK), (at, y + _TICK), thick) for at in (left, right))
    label = Label("100 mm on paper", (right + 3, y + 1), _SMALL, colour=_SOFT)
    return Ink((Stroke("scale", (left, y), (right, y), thick), *ends), (label,))


def _card(card: Card, drawn: _Drawing, fill: str | None) -> Ink:
    """Both outlines to be cut, and every measure."""
    outlines = (
        Outline("cut", "outside", drawn.box(card.outside), _FIRM),
        Outline("cut", "opening", drawn.box(card.opening), _FIRM, fill=fill),
    )
    strokes: list[Stroke] = []
    labels: list[Label] = []
    for dimension in card.dimensions:
        strokes += _lines(dimension, drawn)
        labels.append(_figure(dimension, drawn))
    return Ink(tuple(strokes), tuple(labels), outlines)


def _lines(told: Dimension, drawn: _Drawing) -> Iterator[Stroke]:
    """A dimension line with a tick at each end."""
    start, end = told.start * drawn.scale, told.end * drawn.scale
    across = told.across * drawn.scale if told.across else -_OFF

    def line(begin: tuple[Fraction, Fraction], to: tuple[Fraction, Fraction]) -> Stroke:
        (u, v), (to_u, to_v) = begin, to
        ends = ((v, u), (to_v, to_u)) if told.upright else ((u, v), (to_u, to_v))
        (x, y), (to_x, to_y) = ends
        return Stroke("measure", (drawn.x + x, drawn.y + y), (drawn.x + to_x, drawn.y + to_y), _THIN, drawn.colour)  # fmt: skip

    yield line((start, across), (end, across))
    for at in (start, end):
        yield line((at, across - _TICK), (at, across + _TICK))


def _figure(told: Dimension, drawn: _Drawing) -> Label:
    """The measure beside its line; where it is longer than that, beyond its end, in the opening."""
    text = in_plain_signs(told.text)
    start, end = told.start * drawn.scale, told.end * drawn.scale
    across, middle = told.across * drawn.scale if told.across else -_OFF, (start + end) / 2
    long = Fraction(reach(text, _FONT, drawn.letters).width)
    half = drawn.letters / 2
    if told.upright:
        left = across + _CLEAR if told.across else across - 2 - long
        at = left, middle + half
    elif long + 2 * _CLEAR <= end - start:
        at = middle - long / 2, across - _CLEAR
    elif told.start == 0:
        # A narrow card: its length stands beside it in the opening, not over its outlines.
        at = end + _CLEAR, across + half
    else:
        at = start - _CLEAR - long, across + half
    return Label(text, (drawn.x + at[0], drawn.y + at[1]), drawn.letters, _FONT, drawn.colour)
