"""The ticket of a job: a line a print with boxes to tick, what it costs, and a code that finds it again; and its contact sheet."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

import segno
from reportlab.lib.units import mm

from zollstock.core.counter.bill import Bill
from zollstock.core.counter.standing import Counts
from zollstock.core.shapes.drawing import Drawing

from .paper import BOLD, FIGURE, LINE, MARGIN, SOFT, Leaf

#: More prints than this are no ticket to carry about.
MOST_ON_TICKET = 400
_ROW, _PICTURE = 19 * mm, (24 * mm, 15 * mm)
_ACROSS, _DOWN, _GAP = 4, 5, 5 * mm
_QUIET = 4
#: With modules of a third of a millimetre: what a phone reads from a hand's distance.
_SMALL_CODE = 10 * mm
#: What a reader at the counter finds a job or a print by.
CODE = "ZS{number}"
_TICKS = ("printed", "checked", "collected")


@dataclass(frozen=True, slots=True)
class TicketPrint:
    """A print on a ticket; `drawing` as it is trimmed, `proof` where its small JPEG lies, empty where it is not there."""

    number: str
    title: str
    says: str
    counts: Counts
    finishes: Sequence[str]
    note: str
    drawing: Drawing
    proof: Path | None


@dataclass(frozen=True, slots=True)
class TicketHead:
    """Whose job it is; `received` are lines of what was quoted and paid, `balance` what is left."""

    number: str
    title: str
    about: str
    note: str
    received: Sequence[str] = ()
    balance: str = ""


def ticket_handout(head: TicketHead, prints: Sequence[TicketPrint], bill: Bill | None) -> bytes:
    """A PDF, A4 portrait: the code, a row a print, the bill at the end."""
    leaf = Leaf(f"Job {head.number}: {head.title}")
    y = _head(leaf, head)
    for one in prints:
        if y + _ROW > leaf.height - MARGIN:
            leaf.canvas.showPage()
            y = _again(leaf, head)
        _row(leaf, y, one)
        y += _ROW
    if bill is not None:
        _bill(leaf, y + 5 * mm, head, bill)
    return leaf.done()


def contact_of_job(head: TicketHead, prints: Sequence[TicketPrint]) -> bytes:
    """Every print in its true proportions, all to one scale, twenty a page."""
    leaf = Leaf(f"Job {head.number}: contact sheet")
    wide = (leaf.width - 2 * MARGIN - (_ACROSS - 1) * _GAP) / _ACROSS
    top = MARGIN + 18 * mm
    high = (leaf.height - MARGIN - top) / _DOWN
    room = (wide, high - 22 * mm)
    sides = [one.drawing.boxes["document"] for one in prints]
    scale = min((min(room[0] / side[2], room[1] / side[3]) for side in sides), default=1.0)
    per_page = _ACROSS * _DOWN
    pages = max(1, -(-len(prints) // per_page))
    for page in range(pages):
        if page:
            leaf.canvas.showPage()
        leaf.text(
            MARGIN, MARGIN + 6 * mm, head.title, 15, BOLD, room=leaf.width - 2 * MARGIN - 60 * mm
        )
        side = 15 * mm
        _code(
            leaf, leaf.width - MARGIN - side, MARGIN - 7 * mm, side, CODE.format(number=head.number)
        )
        leaf.text(
            leaf.width - MARGIN - side,
            MARGIN + 6 * mm,
            f"job {head.number}, page {page + 1} of {pages}",
            9,
            ink=SOFT,
            right=True,
        )
        leaf.line(MARGIN, MARGIN + 10 * mm, leaf.width - MARGIN, MARGIN + 10 * mm)
        for place, one in enumerate(prints[page * per_page : (page + 1) * per_page]):
            down, across = divmod(place, _ACROSS)
            _in_contact(leaf, MARGIN + across * (wide + _GAP), top + down * high, room, scale, one)
    return leaf.done()


def _in_contact(
    leaf: Leaf, x: float, y: float, room: tuple[float, float], scale: float, one: TicketPrint
) -> None:
    sheet = one.drawing.boxes["document"]
    left, above = x + (room[0] - sheet[2] * scale) / 2, y + room[1] - sheet[3] * scale
    _small(leaf, left, above, scale, one)
    below = leaf.lines(x, y + room[1] + 4 * mm, one.title, 9.5, BOLD, room[0], 2)
    code = CODE.format(number=one.number)
    _code(leaf, x + room[0] - _SMALL_CODE, below - 3 * mm, _SMALL_CODE, code)
    beside = room[0] - _SMALL_CODE - 1 * mm
    leaf.lines(x, below, f"{one.number} · {one.says}", 8, FIGURE, beside, 3)


def _head(leaf: Leaf, head: TicketHead) -> float:
    side = 27 * mm
    _code(leaf, leaf.width - MARGIN - side, MARGIN - 3 * mm, side, CODE.format(number=head.number))
    room = leaf.width - 2 * MARGIN - side - 4 * mm
    leaf.text(MARGIN, MARGIN + 6 * mm, f"Job {head.number}", 20, FIGURE)
    leaf.text(MARGIN, MARGIN + 13 * mm, head.title, 14, BOLD, room=room)
    leaf.text(MARGIN, MARGIN + 18 * mm, head.about, 9.5, ink=SOFT, room=room)
    leaf.text(MARGIN, MARGIN + 23 * mm, head.note.replace("\n", " · "), 9.5, room=room)
    return _columns(leaf, MARGIN + 30 * mm)


def _again(leaf: Leaf, head: TicketHead) -> float:
    leaf.text(
        MARGIN,
        MARGIN + 4 * mm,
        f"Job {head.number} · {head.title}",
        10,
        BOLD,
        room=leaf.width - 2 * MARGIN,
    )
    return _columns(leaf, MARGIN + 10 * mm)


def _columns(leaf: Leaf, y: float) -> float:
    for number, word in enumerate(_TICKS):
        leaf.text(_tick_x(leaf, number), y, word, 7.5, ink=SOFT)
    leaf.line(MARGIN, y + 2 * mm, leaf.width - MARGIN, y + 2 * mm)
    return y + 3 * mm


def _tick_x(leaf: Leaf, number: int) -> float:
    return leaf.width - MARGIN - (len(_TICKS) - number) * 17 * mm


def _row(leaf: Leaf, y: float, one: TicketPrint) -> None:
    sheet = one.drawing.boxes["document"]
    scale = min(_PICTURE[0] / sheet[2], _PICTURE[1] / sheet[3])
    _small(leaf, MARGIN, y + 1.5 * mm, scale, one)
    x = MARGIN + _PICTURE[0] + 4 * mm
    code = _ROW - 4 * mm
    room = _tick_x(leaf, 0) - x - 24 * mm - code
    _code(
        leaf, _tick_x(leaf, 0) - 23 * mm - code, y + 1.5 * mm, code, CODE.format(number=one.number)
    )
    leaf.text(x, y + 5 * mm, f"{one.number}  {one.title}", 10, BOLD, room=room)
    below = leaf.lines(x, y + 9.5 * mm, one.says, 9.5, FIGURE, room, 2)
    leaf.text(
        x,
        below,
        " · ".join((*one.finishes, one.note.replace("\n", " "))).strip(" ·"),
        8,
        ink=SOFT,
        room=room,
    )
    leaf.text(_tick_x(leaf, 0) - 21 * mm, y + 8 * mm, f"{one.counts.copies} ×", 15, FIGURE)
    for number, name in enumerate(_TICKS):
        at, done = _tick_x(leaf, number), getattr(one.counts, name)
        leaf.box(at, y + 4 * mm, 6 * mm, 6 * mm)
        if done >= one.counts.copies:
            leaf.line(at + 1.2 * mm, y + 7 * mm, at + 2.6 * mm, y + 8.8 * mm, wide=1.2)
            leaf.line(at + 2.6 * mm, y + 8.8 * mm, at + 5 * mm, y + 5.2 * mm, wide=1.2)
        elif done:
            leaf.text(at, y + 13.5 * mm, f"{done} of {one.counts.copies}", 7.5, ink=SOFT)
    leaf.line(MARGIN, y + _ROW - 0.5 * mm, leaf.width - MARGIN, y + _ROW - 0.5 * mm, LINE)


def _small(leaf: Leaf, x: float, y: float, scale: float, one: TicketPrint) -> None:
    sheet = one.drawing.boxes["document"]
    if one.proof is None:
        leaf.box(x, y, sheet[2] * scale, sheet[3] * scale, LINE, dashed=True)
    else:
        leaf.print_in_small(x, y, scale, one.drawing, str(one.proof), loss=False)


def _bill(leaf: Leaf, y: float, head: TicketHead, bill: Bill) -> None:
    lines = [
        (f"{one.number}  {one.text}", one.working or one.problem, one.amount_text or "—")
        for one in bill.lines
    ]
    totals = [
        ("Total", bill.tax_text, bill.total_text),
        *(("", words, "") for words in head.received),
    ]
    if head.balance:
        totals.append(("To be paid", "", head.balance))
    for number, (what, working, amount) in enumerate([*lines, *totals]):
        if y + 6 * mm > leaf.height - MARGIN:
            leaf.canvas.showPage()
            y = MARGIN + 6 * mm
        bold = number >= len(lines) and bool(what)
        if number == len(lines):
            leaf.line(MARGIN, y - 3.6 * mm, leaf.width - MARGIN, y - 3.6 * mm)
        leaf.text(MARGIN, y, what, 10 if bold else 9, BOLD if bold else "Barlow", room=72 * mm)
        leaf.text(MARGIN + 75 * mm, y, working, 8, ink=SOFT, room=70 * mm)
        leaf.text(leaf.width - MARGIN, y, amount, 12 if bold else 10, FIGURE, right=True)
        y += 5 * mm


def _code(leaf: Leaf, x: float, y: float, side: float, text: str) -> None:
    rows = [list(row) for row in segno.make(text, error="m", micro=False).matrix]
    module = side / (len(rows) + 2 * _QUIET)
    for down, row in enumerate(rows):
        for across, dark in enumerate(row):
            if dark:
                leaf.box(
                    x + (across + _QUIET) * module,
                    y + (down + _QUIET) * module,
                    module,
                    module,
                    None,
                    "#000000",
                )
