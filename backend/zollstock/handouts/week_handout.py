"""The week on one page: what must begin on each day, and what is late or lost."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from reportlab.lib.units import mm

from .paper import BOLD, FIGURE, LINE, MARGIN, RUST, SOFT, Leaf

_GAP, _LINE, _ROW = 3 * mm, 4 * mm, 13 * mm
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
    leaf = Leaf(f"Week from {today}", landscape=True)
    leaf.text(MARGIN, MARGIN + 5 * mm, f"What must begin, from {today}", 16, BOLD)
    top = MARGIN + 12 * mm
    for one in troubled[:_MOST_TROUBLED]:
        leaf.text(MARGIN, top + 3 * mm, one.what, 9, BOLD, ink=RUST)
        leaf.text(
            MARGIN + 42 * mm,
            top + 3 * mm,
            f"{one.title} ({one.job}). {one.says}",
            9,
            room=leaf.width - 2 * MARGIN - 42 * mm,
        )
        top += _LINE + 1 * mm
    if len(troubled) > _MOST_TROUBLED:
        leaf.text(
            MARGIN,
            top + 3 * mm,
            f"and {len(troubled) - _MOST_TROUBLED} more that are late or lost",
            9,
            ink=SOFT,
        )
        top += _LINE + 1 * mm
    top += 3 * mm
    wide = (leaf.width - 2 * MARGIN - (len(days) - 1) * _GAP) / len(days)
    for number, day in enumerate(days):
        _day(leaf, MARGIN + number * (wide + _GAP), top, wide, day)
    return leaf.done()


def _day(leaf: Leaf, x: float, top: float, wide: float, day: WeekDay) -> None:
    leaf.text(x, top + 4 * mm, day.text, 10.5, BOLD, room=wide)
    leaf.line(x, top + 6 * mm, x + wide, top + 6 * mm, ink=LINE, wide=1.2)
    y, most = top + 8 * mm, int((leaf.height - MARGIN - top - 12 * mm) // _ROW)
    if not day.lines:
        leaf.text(x, y + 4 * mm, "nothing" if day.works else "closed", 9, ink=SOFT)
    shown = day.lines if len(day.lines) <= most else day.lines[: most - 1]
    for line in shown:
        leaf.box(x, y + 1 * mm, 3 * mm, 3 * mm)
        leaf.text(x + 4.5 * mm, y + 3.6 * mm, line.what, 9, FIGURE, room=wide - 4.5 * mm)
        leaf.text(x, y + 7.6 * mm, line.title, 8.5, room=wide)
        leaf.text(x, y + 11 * mm, line.job, 7.5, ink=SOFT, room=wide)
        y += _ROW
    if len(shown) < len(day.lines):
        leaf.text(x, y + 4 * mm, f"and {len(day.lines) - len(shown)} more", 9, ink=SOFT)
