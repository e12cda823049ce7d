"""The job sheet: a page for each print, and for a job one before them that sums them up."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import NamedTuple

from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from zollstock.core.devices.recipe import Recipe
from zollstock.core.handouts.workshop import Workshop
from zollstock.core.letters import in_plain_signs
from zollstock.core.shapes.drawing import BoxMm, Drawing

from .paper import BOLD, FIGURE, INK, LINE, MARGIN, RUST, SOFT, TEXT, Leaf, image
from .recipe_page import recipe_page

_DRAWING = (112 * mm, 74 * mm)
_LINE = 4.6 * mm
#: So many prints stand on a page of the sum.
_ROWS = 20


class Sheet(NamedTuple):
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


def workshop_handout(sheets: Sequence[Sheet], job: str = "") -> bytes:
    """A PDF, A4 portrait, a page for each print; with `job` a page before them names all pieces."""
    leaf = Leaf(job or sheets[0].paper.title)
    if job:
        _sum(leaf, job, sheets)
    for number, sheet in enumerate(sheets):
        if job or number:
            leaf.canvas.showPage()
        _page(leaf, sheet)
        if sheet.recipe is not None:
            leaf.canvas.showPage()
            recipe_page(leaf, sheet.paper.title, sheet.recipe)
    return leaf.done()


def _sum(leaf: Leaf, job: str, sheets: Sequence[Sheet]) -> None:
    room = leaf.width - 2 * MARGIN
    for start in range(0, len(sheets), _ROWS):
        if start:
            leaf.canvas.showPage()
        leaf.text(MARGIN, MARGIN + 6 * mm, job, 17, BOLD, room=room)
        leaf.text(MARGIN, MARGIN + 13 * mm, f"{len(sheets)} prints, job sheet", 10, ink=SOFT)
        for row, sheet in enumerate(sheets[start : start + _ROWS]):
            y = MARGIN + 24 * mm + row * 11.5 * mm
            leaf.line(MARGIN, y - 5 * mm, leaf.width - MARGIN, y - 5 * mm, LINE, 0.5)
            leaf.text(
                MARGIN, y, f"{start + row + 1}  {sheet.paper.title}", 10.5, BOLD, room=room * 0.56
            )
            leaf.text(MARGIN + room * 0.58, y, sheet.paper.edge, 9.5, ink=SOFT, room=room * 0.42)
            pieces = "; ".join(f"{cut.what} {cut.size}" for cut in sheet.paper.cuts)
            leaf.text(MARGIN + 4 * mm, y + 4.4 * mm, pieces, 9, room=room - 4 * mm)


def _page(leaf: Leaf, sheet: Sheet) -> None:
    paper, room = sheet.paper, leaf.width - 2 * MARGIN
    leaf.text(MARGIN, MARGIN + 6 * mm, paper.title, 17, BOLD, room=room)
    leaf.text(MARGIN, MARGIN + 13 * mm, paper.edge, 10, ink=SOFT, room=room)
    for row, line in enumerate(sheet.about):
        leaf.text(MARGIN, MARGIN + 18.4 * mm + row * _LINE, line, 9.5, room=room)
    y = _drawing(leaf, sheet, MARGIN + 26 * mm + len(sheet.about) * _LINE) + 13 * mm
    y = _heading(leaf, y, "Pieces")
    for cut in paper.cuts:
        leaf.text(MARGIN, y, cut.what, 10, room=38 * mm)
        leaf.text(MARGIN + 40 * mm, y, cut.size, 12, FIGURE, room=48 * mm)
        leaf.text(MARGIN + 90 * mm, y, cut.note, 9, ink=SOFT, room=room - 90 * mm)
        y += 5.4 * mm
    y = _list(leaf, _heading(leaf, y + 3 * mm, "Order of work"), paper.steps, numbered=True)
    y = _list(leaf, _heading(leaf, y + 3 * mm, "Material"), paper.material)
    _list(leaf, _heading(leaf, y + 3 * mm, "Mind"), paper.cautions, ink=RUST)


def _drawing(leaf: Leaf, sheet: Sheet, y: float) -> float:
    """The file to scale with its folds and cuts, its sides dimensioned; the y below it."""
    boxes = sheet.drawing.boxes
    _, _, w, h = boxes["document"]
    scale = min(_DRAWING[0] / w, _DRAWING[1] / h)
    x = (leaf.width - w * scale) / 2
    leaf.print_in_small(x, y, scale, sheet.drawing, image(sheet.proof), loss=False)

    def outline(box: BoxMm | None, dashed: bool) -> None:
        if box is not None:
            leaf.box(
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
        leaf.line(x + stroke.start[0] * scale, y + stroke.start[1] * scale,
                  x + stroke.end[0] * scale, y + stroke.end[1] * scale, wide=0.4)  # fmt: skip
    _dimension(leaf, (x, y - 5 * mm), (x + w * scale, y - 5 * mm), sheet.width_text)
    _dimension(leaf, (x - 6 * mm, y), (x - 6 * mm, y + h * scale), sheet.height_text)
    one_to = 1 / (scale / mm)
    leaf.text(x, y + h * scale + 5 * mm, f"drawn 1 : {one_to:.3g}", 8.5, ink=SOFT)
    return y + h * scale


def _dimension(leaf: Leaf, start: tuple[float, float], end: tuple[float, float], text: str) -> None:
    (x1, y1), (x2, y2) = start, end
    tick = 1.5 * mm
    leaf.line(x1, y1, x2, y2, wide=0.5)
    if y1 == y2:
        for x in (x1, x2):
            leaf.line(x, y1 - tick, x, y1 + tick, wide=0.5)
        leaf.text((x1 + x2) / 2 - 8 * mm, y1 - 1.5 * mm, text, 11, FIGURE)
    else:
        for y in (y1, y2):
            leaf.line(x1 - tick, y, x1 + tick, y, wide=0.5)
        leaf.text(x1 - 2 * mm, (y1 + y2) / 2, text, 11, FIGURE, right=True)


def _heading(leaf: Leaf, y: float, text: str) -> float:
    leaf.text(MARGIN, y, text, 11, BOLD)
    leaf.line(MARGIN, y + 1.6 * mm, leaf.width - MARGIN, y + 1.6 * mm, LINE, 0.5)
    return y + 6.4 * mm


def _list(
    leaf: Leaf, y: float, lines: Sequence[str], numbered: bool = False, ink: str = INK
) -> float:
    for number, text in enumerate(lines, 1):
        mark = f"{number}" if numbered else "·"
        leaf.text(MARGIN, y, mark, 9.5, FIGURE)
        width = leaf.width - 2 * MARGIN - 6 * mm
        for part in simpleSplit(in_plain_signs(text), TEXT, 9.5, width):
            leaf.text(MARGIN + 6 * mm, y, part, 9.5, ink=ink)
            y += _LINE
    return y
