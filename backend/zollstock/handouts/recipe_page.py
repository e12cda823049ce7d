"""The recipe of a print on paper: the sheet as it goes into the device, and every setting with a box to tick."""

from __future__ import annotations

from zollstock.core.devices.recipe import Recipe, RecipeLine
from zollstock.core.handouts.pages import LINE, SOFT
from zollstock.core.shapes.drawing import BoxMm

from .paper import MARGIN, Handout

_ROOM = (64, 84)
_NAME = 42
_STEP = 8.4
_PARTS = {"before": "Before it", "dialog": "In the order of the dialog"}


def recipe_page(handout: Handout, title: str, recipe: Recipe) -> None:
    """A page of its own, so that it can lie beside the device."""
    room = handout.width - 2 * MARGIN
    handout.text(MARGIN, MARGIN + 6, f"{title}: at the device", 17, "bold", room=room)
    where = f"{recipe.device_name}, {recipe.feed}"
    handout.text(MARGIN, MARGIN + 13, where, 10, ink=SOFT, room=room)
    y = _paper(handout, recipe, MARGIN + 28) + 10
    for part, heading in _PARTS.items():
        lines = [line for line in recipe.lines if line.part == part]
        if lines:
            handout.text(MARGIN, y, heading, 11, "bold")
            handout.line(MARGIN, y + 1.6, handout.width - MARGIN, y + 1.6, LINE, 0.5)
            y += 8
        for line in lines:
            y = _line(handout, y, line, room)
        y += 3
    if recipe.logged:
        handout.paragraph(MARGIN, y, f"With both before: {recipe.logged}", 9.5, room)


def _line(handout: Handout, y: float, line: RecipeLine, room: float) -> float:
    """A box to tick, what is set, and how; the one size that is typed is the largest."""
    handout.box(MARGIN, y - 3.6, 4, 4)
    handout.text(MARGIN + 7, y, line.name, 10, room=_NAME - 2)
    left = MARGIN + 7 + _NAME
    if line.key:
        handout.text(left, y, line.value, 15, "condensed", room=room - 7 - _NAME)
    else:
        handout.text(left, y, line.value, 10.5, "bold", room=room - 7 - _NAME)
    if line.why:
        handout.text(left, y + 3.6, line.why, 7.5, ink=SOFT, room=room - 7 - _NAME)
    return y + _STEP


def _paper(handout: Handout, recipe: Recipe, y: float) -> float:
    """The paper as it goes in, the end that goes in first on top; the y below it."""
    paper = recipe.paper
    _, _, w, h = paper.sheet
    scale = min(_ROOM[0] / w, _ROOM[1] / h)
    x = (handout.width - w * scale) / 2
    handout.text(handout.width / 2 - 40, y - 6, f"{paper.first_end} goes in first, {paper.side}", 9.5, ink=SOFT, room=90)  # fmt: skip
    handout.line(x - 6, y - 2, x + w * scale + 6, y - 2, wide=2)

    def box(mm_box: BoxMm, dashed: bool = False) -> None:
        handout.box(x + mm_box[0] * scale, y + mm_box[1] * scale, mm_box[2] * scale, mm_box[3] * scale, dashed=dashed)  # fmt: skip

    box(paper.sheet)
    box(paper.printable, dashed=True)
    box(paper.file)
    box(paper.ink)
    # The print's own top, so that nobody lays it the wrong way round.
    left, top, wide, tall = (side * scale for side in paper.file)
    if paper.turned:
        handout.text(x + left + wide - 14, y + top + tall / 2, "its top", 8.5, ink=SOFT)
    else:
        handout.text(x + left + wide / 2 - 5, y + top + 5, "its top", 8.5, ink=SOFT)
    return y + h * scale
