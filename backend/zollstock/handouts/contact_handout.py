"""The contact sheet of a log: every print as it lay on its sheet, what it was made with, and how it came out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from zollstock.core.handouts.pages import LINE, RUST, SOFT
from zollstock.core.printlog.entry import LogEntry
from zollstock.core.shapes.drawing import Drawing

from .paper import MARGIN, Handout

_ACROSS, _DOWN = 4, 5
_GAP = 5
_PICTURE = 27
#: More prints than this are no sheet to look at.
MOST_ON_CONTACT = 200
_RESULTS = {
    "": "not said yet",
    "kept": "kept",
    "again": "to be made again",
    "thrown": "thrown away",
}


@dataclass(frozen=True, slots=True)
class ContactPrint:
    """A print of the log; `drawing` and `proof` (where its small JPEG lies) where both are still there. A JPEG is put in as it is:
    two hundred of them unpacked would fill a web process."""

    entry: LogEntry
    drawing: Drawing | None
    proof: Path | None


def contact_handout(prints: Sequence[ContactPrint], what: str) -> bytes:
    """A PDF, A4 portrait, twenty prints a page; `what` says which part of the log it is."""
    handout = Handout("Log: contact sheet")
    per_page = _ACROSS * _DOWN
    pages = max(1, -(-len(prints) // per_page))
    wide = (handout.width - 2 * MARGIN - (_ACROSS - 1) * _GAP) / _ACROSS
    top = MARGIN + 18
    high = (handout.height - MARGIN - top) / _DOWN
    for page in range(pages):
        if page:
            handout.new_page()
        handout.text(MARGIN, MARGIN + 6, "Log", 17, "bold")
        handout.text(MARGIN + 18, MARGIN + 6, f"{what}; page {page + 1} of {pages}", 9, ink=SOFT,
                  room=handout.width - 2 * MARGIN - 18)  # fmt: skip
        handout.line(MARGIN, MARGIN + 10, handout.width - MARGIN, MARGIN + 10)
        for number, one in enumerate(prints[page * per_page : (page + 1) * per_page]):
            down, across = divmod(number, _ACROSS)
            _print(handout, MARGIN + across * (wide + _GAP), top + down * high, wide, one)
    return handout.done()


def _print(handout: Handout, x: float, y: float, wide: float, one: ContactPrint) -> None:
    entry = one.entry
    if one.drawing is not None and one.proof is not None:
        sheet = one.drawing.boxes["document"]
        scale = min(wide / sheet[2], _PICTURE / sheet[3])
        left, above = x + (wide - sheet[2] * scale) / 2, y + _PICTURE - sheet[3] * scale
        handout.print_in_small(
            left, above, scale, one.drawing, handout.picture(one.proof), loss=False
        )
    else:
        handout.box(x, y, wide, _PICTURE, LINE, dashed=True)
        handout.text(x + 2, y + _PICTURE / 2, "no picture here", 8, ink=SOFT)
    lines = [
        (entry.title or "untitled", 9.5, "bold", None),
        (" · ".join(part for part in (entry.size, entry.made_on) if part), 8.5, "condensed", None),
        (
            " · ".join(part for part in (entry.medium, entry.device or entry.lab) if part),
            8,
            None,
            SOFT,
        ),
        (_result(entry), 8, "bold" if entry.failed else None, RUST if entry.failed else SOFT),
    ]
    base = y + _PICTURE + 4
    for text, size, font, ink in lines:
        more: dict[str, Any] = {
            name: given for name, given in (("font", font), ("ink", ink)) if given
        }
        handout.text(x, base, text, size, room=wide, **more)
        base += 3.9


def _result(entry: LogEntry) -> str:
    return ": ".join(part for part in (_RESULTS[entry.result], ", ".join(entry.faults)) if part)
