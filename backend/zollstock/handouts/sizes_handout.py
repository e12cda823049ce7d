"""The sizes handout: which sizes a picture wants, for a client to take home."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from zollstock.core.handouts.insmall import SmallPicture
from zollstock.core.handouts.pages import LINE, RUST, SOFT
from zollstock.core.legend import WORDS
from zollstock.core.questions.survey import SizeVerdict
from zollstock.core.rules.sources import SOURCES
from zollstock.core.rules.viewing import grade_word
from zollstock.core.shapes.drawing import Drawing

from .paper import MARGIN, Handout

_ROW = 27
#: A card for a child is not drawn larger than this.
_MOST = 25.4 / 72
_DRAWING = (52, 21)
#: What the words beside the sizes mean, as the screens say it.
_GRADES = (WORDS["grades"].says, SOURCES["grades"])
#: A sheet is for reading: more sizes than this belong into the CSV.
MOST_ROWS = 200


def sizes_handout(
    title: str, picture_text: str, order_text: str, verdicts: Sequence[SizeVerdict], proof: Path
) -> bytes:
    """A PDF, A4 portrait: each size drawn to one scale on its page, with loss, ppi and grade.

    `proof` is the picture's small JPEG, upright. Sizes that cannot be reckoned are named at the end.
    """
    handout = Handout(f"{title}: sizes")
    shown = [item for item in verdicts if item.drawing][:MOST_ROWS]
    per_page = int((handout.height - 2 * MARGIN - 34) // _ROW)
    pages = max(1, -(-len(shown) // per_page))
    small = handout.picture(proof)
    for page in range(pages):
        rows = shown[page * per_page : (page + 1) * per_page]
        _head(handout, title, picture_text, f"{order_text}; page {page + 1} of {pages}")
        scale = _common_scale(rows)
        for line, text in enumerate(_GRADES):
            y = handout.height - MARGIN + 4.5 + 3.6 * line
            handout.text(MARGIN, y, text, 8, ink=SOFT, room=handout.width - 2 * MARGIN)
        for number, item in enumerate(rows):
            _row(handout, MARGIN + 30 + number * _ROW, item, scale, small)
        if page < pages - 1:
            handout.new_page()
    missing = [f"{item.size_text} ({item.problem})" for item in verdicts if item.problem]
    if missing:
        handout.text(MARGIN, handout.height - MARGIN, "Not possible: " + "; ".join(missing), 8,
                  ink=SOFT, room=handout.width - 2 * MARGIN)  # fmt: skip
    return handout.done()


def _head(handout: Handout, title: str, picture_text: str, below: str) -> None:
    room = handout.width - 2 * MARGIN
    handout.text(MARGIN, MARGIN + 6, title, 17, "bold", room=room)
    handout.text(MARGIN, MARGIN + 13, picture_text, 10, room=room)
    handout.text(MARGIN, MARGIN + 18.5, below, 9, ink=SOFT, room=room)
    handout.line(MARGIN, MARGIN + 22, handout.width - MARGIN, MARGIN + 22)


def _common_scale(rows: Sequence[SizeVerdict]) -> float:
    """How long a mm is at which the largest drawing of the page fits, its cropped-away part included."""
    scales = [_MOST]
    for item in rows:
        if item.drawing:
            w, h = _reach(item.drawing)
            scales.append(min(_DRAWING[0] / w, _DRAWING[1] / h))
    return min(scales)


def _reach(drawing: Drawing) -> tuple[float, float]:
    """Width and height, mm, of the sheet or of the picture, whichever is more."""
    sheet, picture = drawing.boxes["document"], drawing.pieces[0].picture
    return max(sheet[2], picture[2]), max(sheet[3], picture[3])


def _row(handout: Handout, y: float, item: SizeVerdict, scale: float, small: SmallPicture) -> None:
    drawing = item.drawing
    if drawing is None:
        return
    reach, picture = _reach(drawing), drawing.pieces[0].picture
    x = MARGIN + (_DRAWING[0] - reach[0] * scale) / 2 + max(0, -picture[0]) * scale
    top = y + (_DRAWING[1] - reach[1] * scale) / 2 + max(0, -picture[1]) * scale
    handout.print_in_small(x, top, scale, drawing, small)
    left, room = MARGIN + _DRAWING[0] + 8, 72
    handout.text(left, y + 5, item.size_text, 14, "condensed", room=room)
    handout.text(left, y + 10, f"{item.name} · {item.bought}" + (f" · {item.note}" if item.note else ""),
              9, ink=SOFT, room=room)  # fmt: skip
    lost = "nothing lost" if not item.loss else f"{item.loss_text} lost"
    sides = ", ".join(f"{side.side} {side.printed}" for side in item.sides)
    handout.text(left, y + 15, lost + (f": {sides}" if sides else ""), 9.5, room=room + 40)
    if item.zones_text:
        ink = RUST if item.zones == "cut" else SOFT
        handout.text(left, y + 19.5, item.zones_text, 9, ink=ink, room=room + 40)
    right = handout.width - MARGIN
    handout.text(right, y + 5, grade_word(item.grade), 13, "bold", right=True)
    where = f"{item.ppi_text}, from {item.from_text}" if item.from_text else item.ppi_text
    handout.text(right, y + 10, where, 9.5, right=True)
    handout.line(MARGIN, y + _ROW - 2.6, right, y + _ROW - 2.6, LINE, 0.5)
