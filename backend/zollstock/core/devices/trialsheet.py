"""The trial sheet of a device: rulers from all four sides, a cross in the middle, bars of 100 mm both ways.

Printed at 100 %, it says what cannot be printed, how large the device prints, and whether it hits the middle; printed
borderless, how much is lost at each side.
"""

from __future__ import annotations

from collections.abc import Iterator

from ..ground.rational import Fraction
from ..parts.device import Feed
from ..shapes.box import ZERO, Box
from ..shapes.ink import Ink, Label, Point, Stroke
from ..sheet.sheets import Sheet

#: How long the bars are, mm; a paper that has no room for them has bars of half of it.
BAR, HALF_BAR = Fraction(100), Fraction(50)
#: So much of a roll is taken, mm; rulers reach so far in.
ROLL_LENGTH, RULER = Fraction(297), 25
_WIDTH, _PPI = Fraction(1, 5), Fraction(360)
_TICK, _FIFTH, _TENTH, _HALF = Fraction(3), Fraction(5), Fraction(7), Fraction(3, 2)
_LETTERS = Fraction(5, 2)


def bar_of(feed: Feed) -> Fraction:
    """How long the bars of its sheet are, mm.

    >>> float(bar_of(fog(device=chosen("desk/a4")).device.feed))
    100.0
    """
    w, h = paper_of(feed)
    return BAR if min(w, h) >= 125 else HALF_BAR


def paper_of(feed: Feed) -> tuple[Fraction, Fraction]:
    """The paper of the trial sheet, mm.

    >>> tuple(map(float, paper_of(fog(device=chosen("desk/a4")).device.feed)))
    (210.0, 297.0)
    """
    return feed.width.mm, feed.height.mm if feed.height is not None else ROLL_LENGTH


def trial_sheets(device: str, feed: Feed) -> list[Sheet]:
    """The sheet, and where the feed can print borderless one more for that.

    >>> [sheet.name for sheet in trial_sheets("Desk", fog(device=chosen("desk/a4")).device.feed)]
    ['Desk, A4: trial sheet', 'Desk, A4: trial sheet, borderless']
    """
    ways = (False, True) if feed.borderless else (False,)
    return [_sheet(device, feed, borderless) for borderless in ways]


def _sheet(device: str, feed: Feed, borderless: bool) -> Sheet:
    w, h = paper_of(feed)
    media = Box(ZERO, ZERO, w, h)
    bar = bar_of(feed)
    strokes = (*_rulers(w, h), *(() if borderless else (*_cross(w, h), *_bars(w, h, bar))))
    return Sheet(
        name=f"{device}, {feed.name}: trial sheet{', borderless' if borderless else ''}",
        width=w, height=h, ppi=_PPI, trim=media, bleed=media,
        items=(Ink(strokes, tuple(_labels(device, feed, borderless, w, h, bar))),),
    )  # fmt: skip


def _line(start: Point, end: Point) -> Stroke:
    return Stroke("scale", start, end, _WIDTH)


def _rulers(w: Fraction, h: Fraction) -> Iterator[Stroke]:
    """Ticks a millimetre (and half ones between), counted from each side of the paper."""
    for half in range(2 * RULER + 1):
        at = Fraction(half, 2)
        long = (
            _HALF if half % 2 else _TENTH if half % 20 == 0 else _FIFTH if half % 10 == 0 else _TICK
        )
        x, y = w / 4, h / 4
        for place in (at, w - at):
            yield _line((place, y - long), (place, y))
        for place in (at, h - at):
            yield _line((x - long, place), (x, place))


def _cross(w: Fraction, h: Fraction) -> Iterator[Stroke]:
    x, y, arm = w / 2, h / 2, Fraction(10)
    yield _line((x - arm, y), (x + arm, y))
    yield _line((x, y - arm), (x, y + arm))


def _bars(w: Fraction, h: Fraction, bar: Fraction) -> Iterator[Stroke]:
    """One across, under the middle, and one along, at the right of it, each with its ends marked."""
    end = Fraction(2)
    y, left = h / 2 + bar / 2 + 6, (w - bar) / 2
    yield _line((left, y), (left + bar, y))
    for x in (left, left + bar):
        yield _line((x, y - end), (x, y + end))
    x, top = w / 2 + bar * 7 / 20, (h - bar) / 2
    yield _line((x, top), (x, top + bar))
    for y in (top, top + bar):
        yield _line((x - end, y), (x + end, y))


def _labels(
    device: str, feed: Feed, borderless: bool, w: Fraction, h: Fraction, bar: Fraction
) -> Iterator[Label]:
    numbers = range(5, RULER + 1, 5)
    gap, x, y = Fraction(1), w / 4, h / 4
    for at in numbers:
        text = str(at)
        yield Label(text, (at - gap, y - _TENTH - gap), _LETTERS, "condensed")
        yield Label(text, (w - at - gap, y - _TENTH - gap), _LETTERS, "condensed")
        for place in (Fraction(at), h - at):
            yield Label(text, (x - _TENTH - 5, place + gap), _LETTERS, "condensed")
    lines = [f"{device}, {feed.name}", "The end with this line goes in first."]
    lines += (
        ["Print it borderless. At each side, which number", "lies at the edge of the paper?"]
        if borderless
        else ["Print it at 100 %. At each side, which is the", "first tick that is there? How long are the bars?"]
    )  # fmt: skip
    left, top = w / 4 + 4, Fraction(max(12, RULER // 2))
    for number, line in enumerate(lines):
        yield Label(line, (left, top + number * Fraction(9, 2)), _LETTERS)
    if not borderless:
        yield Label(f"{bar} mm", (w / 2 - 6, h / 2 + bar / 2 + 4), _LETTERS)
        yield Label(f"{bar} mm", (w / 2 + bar * 7 / 20 + 2, h / 2 + 14), _LETTERS)
        for number, line in enumerate(("from here to the left side", "and to the first end?")):
            yield Label(line, (w / 2 - bar / 2, h / 2 + 6 + number * Fraction(9, 2)), _LETTERS)
