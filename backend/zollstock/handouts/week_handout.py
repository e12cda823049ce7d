"""The week on one page: what must begin on each day, and what is late or lost."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from zollstock.core.handouts.pages import LINE, RUST, SOFT

from .paper import MARGIN, Handout

_GAP, _LINE, _ROW = 3, 4, 13
#: So many that are late or lost stand on the page; the rest is told by its number.
_MOST_TROUBLED = 5


class WeekLine(NamedTuple):
    """A step: when and what, of which print, of which job; or what is wrong with it, in a sentence."""

    what: str
    title: str
    job: str
    says: str


class WeekDay(NamedTuple):
    text: str
    works: bool
    lines: Sequence[WeekLine]


def week_handout(today: str, days: Sequence[WeekDay], troubled: Sequence[WeekLine]) -> bytes:
    """A PDF, A4 lying: a column a day; what does not find room is told by its number, never left out unsaid."""
    handout = Handout(f"Week from {today}", landscape=True)
    handout.text(MARGIN, MARGIN + 5, f"What must begin, from {today}", 16, "bold")
    top = MARGIN + 12
    for one in troubled[:_MOST_TROUBLED]:
        handout.text(MARGIN, top + 3, one.what, 9, "bold", ink=RUST)
        handout.text(
            MARGIN + 42,
            top + 3,
            f"{one.title} ({one.job}). {one.says}",
            9,
            room=handout.width - 2 * MARGIN - 42,
        )
        top += _LINE + 1
    if len(troubled) > _MOST_TROUBLED:
        handout.text(
            MARGIN,
            top + 3,
            f"and {len(troubled) - _MOST_TROUBLED} more that are late or lost",
            9,
            ink=SOFT,
        )
        top += _LINE + 1
    top += 3
    wide = (handout.width - 2 * MARGIN - (len(days) - 1) * _GAP) / len(days)
    for number, day in enumerate(days):
        _day(handout, MARGIN + number * (wide + _GAP), top, wide, day)
    return handout.done()


def _day(handout: Handout, x: float, top: float, wide: float, day: WeekDay) -> None:
    handout.text(x, top + 4, day.text, 10.5, "bold", room=wide)
    handout.line(x, top + 6, x + wide, top + 6, ink=LINE, wide=1.2)
    y, most = top + 8, int((handout.height - MARGIN - top - 12) // _ROW)
    if not day.lines:
        handout.text(x, y + 4, "nothing" if day.works else "closed", 9, ink=SOFT)
    shown = day.lines if len(day.lines) <= most else day.lines[: most - 1]
    for line in shown:
        handout.box(x, y + 1, 3, 3)
        handout.text(x + 4.5, y + 3.6, line.what, 9, "condensed", room=wide - 4.5)
        handout.text(x, y + 7.6, line.title, 8.5, room=wide)
        handout.text(x, y + 11, line.job, 7.5, ink=SOFT, room=wide)
        y += _ROW
    if len(shown) < len(day.lines):
        handout.text(x, y + 4, f"and {len(day.lines) - len(shown)} more", 9, ink=SOFT)
