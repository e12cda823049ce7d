"""The job sheet: a page for each print, and for a job one before them that sums them up."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import NamedTuple

from zollstock.core.devices.recipe import Recipe
from zollstock.core.handouts.pages import INK, LINE, RUST, SOFT
from zollstock.core.handouts.workshop import Workshop
from zollstock.core.shapes.drawing import BoxMm, Drawing

from .paper import MARGIN, Handout
from .recipe_page import recipe_page

_DRAWING = (112, 74)
_LINE = 4.6
#: A step of the work takes three lines at most.
_MOST_LINES = 2 * _LINE
#: So many prints stand on a page of the sum.
_ROWS = 20


class PrintOnJobSheet(NamedTuple):
    """A print on the job sheet: its paper, its whole drawing, the sizes at its sides, and its small JPEG."""

    paper: Workshop
    drawing: Drawing
    width_text: str
    height_text: str
    proof: Path
    #: Whose print it is, what it says, which file it is: a line each (`core.jobsheet`).
    about: Sequence[str] = ()
    #: How the print dialog is set, where it goes to a device.
    recipe: Recipe | None = None


def workshop_handout(sheets: Sequence[PrintOnJobSheet], job: str = "") -> bytes:
    """A PDF, A4 portrait, a page for each print; with `job` a page before them names all pieces."""
    handout = Handout(job or sheets[0].paper.title)
    if job:
        _sum(handout, job, sheets)
    for number, sheet in enumerate(sheets):
        if job or number:
            handout.new_page()
        _page(handout, sheet)
        if sheet.recipe is not None:
            handout.new_page()
            recipe_page(handout, sheet.paper.title, sheet.recipe)
    return handout.done()


def _sum(handout: Handout, job: str, sheets: Sequence[PrintOnJobSheet]) -> None:
    room = handout.width - 2 * MARGIN
    for start in range(0, len(sheets), _ROWS):
        if start:
            handout.new_page()
        handout.text(MARGIN, MARGIN + 6, job, 17, "bold", room=room)
        handout.text(MARGIN, MARGIN + 13, f"{len(sheets)} prints, job sheet", 10, ink=SOFT)
        for row, sheet in enumerate(sheets[start : start + _ROWS]):
            y = MARGIN + 24 + row * 11.5
            handout.line(MARGIN, y - 5, handout.width - MARGIN, y - 5, LINE, 0.5)
            handout.text(
                MARGIN, y, f"{start + row + 1}  {sheet.paper.title}", 10.5, "bold", room=room * 0.56
            )
            handout.text(MARGIN + room * 0.58, y, sheet.paper.edge, 9.5, ink=SOFT, room=room * 0.42)
            pieces = "; ".join(f"{cut.what} {cut.size}" for cut in sheet.paper.cuts)
            handout.text(MARGIN + 4, y + 4.4, pieces, 9, room=room - 4)


def _page(handout: Handout, sheet: PrintOnJobSheet) -> None:
    paper, room = sheet.paper, handout.width - 2 * MARGIN
    handout.text(MARGIN, MARGIN + 6, paper.title, 17, "bold", room=room)
    handout.text(MARGIN, MARGIN + 13, paper.edge, 10, ink=SOFT, room=room)
    for row, line in enumerate(sheet.about):
        handout.text(MARGIN, MARGIN + 18.4 + row * _LINE, line, 9.5, room=room)
    y = _drawing(handout, sheet, MARGIN + 26 + len(sheet.about) * _LINE) + 13
    y = _heading(handout, y, "Pieces")
    for cut in paper.cuts:
        y = handout.room_for(y, 0)
        handout.text(MARGIN, y, cut.what, 10, room=38)
        handout.text(MARGIN + 40, y, cut.size, 12, "condensed", room=48)
        handout.text(MARGIN + 90, y, cut.note, 9, ink=SOFT, room=room - 90)
        y += 5.4
    y = _list(handout, _heading(handout, y + 3, "Order of work"), paper.steps, numbered=True)
    y = _list(handout, _heading(handout, y + 3, "Material"), paper.material)
    _list(handout, _heading(handout, y + 3, "Mind"), paper.cautions, ink=RUST)


def _drawing(handout: Handout, sheet: PrintOnJobSheet, y: float) -> float:
    """The file to scale with its folds and cuts, its sides dimensioned; the y below it."""
    boxes = sheet.drawing.boxes
    _, _, w, h = boxes["document"]
    scale = min(_DRAWING[0] / w, _DRAWING[1] / h)
    x = (handout.width - w * scale) / 2
    handout.print_in_small(x, y, scale, sheet.drawing, handout.picture(sheet.proof), loss=False)

    def outline(box: BoxMm | None, dashed: bool) -> None:
        if box is not None:
            handout.box(
                x + box[0] * scale,
                y + box[1] * scale,
                box[2] * scale,
                box[3] * scale,
                dashed=dashed,
            )

    outline(boxes["trim"] if boxes["trim"] != boxes["document"] else None, dashed=False)
    for name in (
        boxes.get("fold"),
        boxes.get("fold_back"),
        boxes.get("opening"),
        boxes.get("safe"),
    ):
        outline(name, dashed=True)
    for stroke in sheet.drawing.strokes:
        handout.line(x + stroke.start[0] * scale, y + stroke.start[1] * scale,
                  x + stroke.end[0] * scale, y + stroke.end[1] * scale, wide=0.4)  # fmt: skip
    _dimension(handout, (x, y - 5), (x + w * scale, y - 5), sheet.width_text)
    _dimension(handout, (x - 6, y), (x - 6, y + h * scale), sheet.height_text)
    one_to = 1 / scale
    handout.text(x, y + h * scale + 5, f"drawn 1 : {one_to:.3g}", 8.5, ink=SOFT)
    return y + h * scale


def _dimension(
    handout: Handout, start: tuple[float, float], end: tuple[float, float], text: str
) -> None:
    (x1, y1), (x2, y2) = start, end
    tick = 1.5
    handout.line(x1, y1, x2, y2, wide=0.5)
    if y1 == y2:
        for x in (x1, x2):
            handout.line(x, y1 - tick, x, y1 + tick, wide=0.5)
        handout.text((x1 + x2) / 2 - 8, y1 - 1.5, text, 11, "condensed")
    else:
        for y in (y1, y2):
            handout.line(x1 - tick, y, x1 + tick, y, wide=0.5)
        handout.text(x1 - 2, (y1 + y2) / 2, text, 11, "condensed", right=True)


def _heading(handout: Handout, y: float, text: str) -> float:
    y = handout.room_for(y, 6.4 + _MOST_LINES)
    handout.text(MARGIN, y, text, 11, "bold")
    handout.line(MARGIN, y + 1.6, handout.width - MARGIN, y + 1.6, LINE, 0.5)
    return y + 6.4


def _list(
    handout: Handout, y: float, lines: Sequence[str], numbered: bool = False, ink: str = INK
) -> float:
    for number, text in enumerate(lines, 1):
        y = handout.room_for(y, _MOST_LINES)
        mark = f"{number}" if numbered else "·"
        handout.text(MARGIN, y, mark, 9.5, "condensed")
        width = handout.width - 2 * MARGIN - 6
        y = handout.paragraph(MARGIN + 6, y, text, 9.5, width, ink)
    return y
