"""The ticket of a job: a line a print with boxes to tick, what it costs, and a code that finds it again; and its contact sheet."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from zollstock.core.counter.bill import Bill
from zollstock.core.counter.standing import Counts
from zollstock.core.handouts.pages import LINE, SOFT
from zollstock.core.shapes.drawing import Drawing

from .paper import MARGIN, Handout

#: More prints than this are no ticket to carry about.
MOST_ON_TICKET = 400
_ROW, _PICTURE = 19, (24, 15)
_ACROSS, _DOWN, _GAP = 4, 5, 5
#: With modules of a third of a millimetre: what a phone reads from a hand's distance.
_SMALL_CODE = 10
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
    handout = Handout(f"Job {head.number}: {head.title}")
    y = _head(handout, head)
    for one in prints:
        if y + _ROW > handout.height - MARGIN:
            handout.new_page()
            y = _again(handout, head)
        _row(handout, y, one)
        y += _ROW
    if bill is not None:
        _bill(handout, y + 5, head, bill)
    return handout.done()


def contact_of_job(head: TicketHead, prints: Sequence[TicketPrint]) -> bytes:
    """Every print in its true proportions, all to one scale, twenty a page."""
    handout = Handout(f"Job {head.number}: contact sheet")
    wide = (handout.width - 2 * MARGIN - (_ACROSS - 1) * _GAP) / _ACROSS
    top = MARGIN + 18
    high = (handout.height - MARGIN - top) / _DOWN
    room = (wide, high - 22)
    sides = [one.drawing.boxes["document"] for one in prints]
    scale = min((min(room[0] / side[2], room[1] / side[3]) for side in sides), default=1.0)
    per_page = _ACROSS * _DOWN
    pages = max(1, -(-len(prints) // per_page))
    for page in range(pages):
        if page:
            handout.new_page()
        handout.text(
            MARGIN, MARGIN + 6, head.title, 15, "bold", room=handout.width - 2 * MARGIN - 60
        )
        side = 15
        handout.code(
            handout.width - MARGIN - side,
            MARGIN - 7,
            side,
            CODE.format(number=head.number),
        )
        handout.text(
            handout.width - MARGIN - side,
            MARGIN + 6,
            f"job {head.number}, page {page + 1} of {pages}",
            9,
            ink=SOFT,
            right=True,
        )
        handout.line(MARGIN, MARGIN + 10, handout.width - MARGIN, MARGIN + 10)
        for place, one in enumerate(prints[page * per_page : (page + 1) * per_page]):
            down, across = divmod(place, _ACROSS)
            _in_contact(
                handout, MARGIN + across * (wide + _GAP), top + down * high, room, scale, one
            )
    return handout.done()


def _in_contact(
    handout: Handout, x: float, y: float, room: tuple[float, float], scale: float, one: TicketPrint
) -> None:
    sheet = one.drawing.boxes["document"]
    left, above = x + (room[0] - sheet[2] * scale) / 2, y + room[1] - sheet[3] * scale
    _small(handout, left, above, scale, one)
    below = handout.lines(x, y + room[1] + 4, one.title, 9.5, "bold", room[0], 2)
    code = CODE.format(number=one.number)
    handout.code(x + room[0] - _SMALL_CODE, below - 3, _SMALL_CODE, code)
    beside = room[0] - _SMALL_CODE - 1
    handout.lines(x, below, f"{one.number} · {one.says}", 8, "condensed", beside, 3)


def _head(handout: Handout, head: TicketHead) -> float:
    side = 27
    handout.code(handout.width - MARGIN - side, MARGIN - 3, side, CODE.format(number=head.number))
    room = handout.width - 2 * MARGIN - side - 4
    handout.text(MARGIN, MARGIN + 6, f"Job {head.number}", 20, "condensed")
    handout.text(MARGIN, MARGIN + 13, head.title, 14, "bold", room=room)
    handout.text(MARGIN, MARGIN + 18, head.about, 9.5, ink=SOFT, room=room)
    handout.text(MARGIN, MARGIN + 23, head.note.replace("\n", " · "), 9.5, room=room)
    return _columns(handout, MARGIN + 30)


def _again(handout: Handout, head: TicketHead) -> float:
    handout.text(
        MARGIN,
        MARGIN + 4,
        f"Job {head.number} · {head.title}",
        10,
        "bold",
        room=handout.width - 2 * MARGIN,
    )
    return _columns(handout, MARGIN + 10)


def _columns(handout: Handout, y: float) -> float:
    for number, word in enumerate(_TICKS):
        handout.text(_tick_x(handout, number), y, word, 7.5, ink=SOFT)
    handout.line(MARGIN, y + 2, handout.width - MARGIN, y + 2)
    return y + 3


def _tick_x(handout: Handout, number: int) -> float:
    return handout.width - MARGIN - (len(_TICKS) - number) * 17


def _row(handout: Handout, y: float, one: TicketPrint) -> None:
    sheet = one.drawing.boxes["document"]
    scale = min(_PICTURE[0] / sheet[2], _PICTURE[1] / sheet[3])
    _small(handout, MARGIN, y + 1.5, scale, one)
    x = MARGIN + _PICTURE[0] + 4
    code = _ROW - 4
    room = _tick_x(handout, 0) - x - 24 - code
    handout.code(_tick_x(handout, 0) - 23 - code, y + 1.5, code, CODE.format(number=one.number))
    handout.text(x, y + 5, f"{one.number}  {one.title}", 10, "bold", room=room)
    below = handout.lines(x, y + 9.5, one.says, 9.5, "condensed", room, 2)
    handout.text(
        x,
        below,
        " · ".join((*one.finishes, one.note.replace("\n", " "))).strip(" ·"),
        8,
        ink=SOFT,
        room=room,
    )
    handout.text(_tick_x(handout, 0) - 21, y + 8, f"{one.counts.copies} ×", 15, "condensed")
    for number, name in enumerate(_TICKS):
        at, done = _tick_x(handout, number), getattr(one.counts, name)
        handout.box(at, y + 4, 6, 6)
        if done >= one.counts.copies:
            handout.line(at + 1.2, y + 7, at + 2.6, y + 8.8, wide=1.2)
            handout.line(at + 2.6, y + 8.8, at + 5, y + 5.2, wide=1.2)
        elif done:
            handout.text(at, y + 13.5, f"{done} of {one.counts.copies}", 7.5, ink=SOFT)
    handout.line(MARGIN, y + _ROW - 0.5, handout.width - MARGIN, y + _ROW - 0.5, LINE)


def _small(handout: Handout, x: float, y: float, scale: float, one: TicketPrint) -> None:
    sheet = one.drawing.boxes["document"]
    if one.proof is None:
        handout.box(x, y, sheet[2] * scale, sheet[3] * scale, LINE, dashed=True)
    else:
        handout.print_in_small(x, y, scale, one.drawing, handout.picture(one.proof), loss=False)


def _bill(handout: Handout, y: float, head: TicketHead, bill: Bill) -> None:
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
        if y + 6 > handout.height - MARGIN:
            handout.new_page()
            y = MARGIN + 6
        bold = number >= len(lines) and bool(what)
        if number == len(lines):
            handout.line(MARGIN, y - 3.6, handout.width - MARGIN, y - 3.6)
        handout.text(MARGIN, y, what, 10 if bold else 9, "bold" if bold else "text", room=72)
        handout.text(MARGIN + 75, y, working, 8, ink=SOFT, room=70)
        handout.text(handout.width - MARGIN, y, amount, 12 if bold else 10, "condensed", right=True)
        y += 5
