"""The recipe of a print on paper: the sheet as it goes into the device, and every setting with a box to tick."""

from __future__ import annotations

from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from zollstock.core.devices.recipe import Recipe, RecipeLine
from zollstock.core.letters import in_plain_signs
from zollstock.core.shapes.drawing import BoxMm

from .paper import BOLD, FIGURE, LINE, MARGIN, SOFT, TEXT, Leaf

_ROOM = (64 * mm, 84 * mm)
_NAME = 42 * mm
_STEP = 8.4 * mm
_PARTS = {"before": "Before it", "dialog": "In the order of the dialog"}


def recipe_page(leaf: Leaf, title: str, recipe: Recipe) -> None:
    """A page of its own, so that it can lie beside the device."""
    room = leaf.width - 2 * MARGIN
    leaf.text(MARGIN, MARGIN + 6 * mm, f"{title}: at the device", 17, BOLD, room=room)
    where = f"{recipe.device_name}, {recipe.feed}"
    leaf.text(MARGIN, MARGIN + 13 * mm, where, 10, ink=SOFT, room=room)
    y = _paper(leaf, recipe, MARGIN + 28 * mm) + 10 * mm
    for part, heading in _PARTS.items():
        lines = [line for line in recipe.lines if line.part == part]
        if lines:
            leaf.text(MARGIN, y, heading, 11, BOLD)
            leaf.line(MARGIN, y + 1.6 * mm, leaf.width - MARGIN, y + 1.6 * mm, LINE, 0.5)
            y += 8 * mm
        for line in lines:
            y = _line(leaf, y, line, room)
        y += 3 * mm
    if recipe.logged:
        for part in simpleSplit(
            in_plain_signs(f"With both before: {recipe.logged}"), TEXT, 9.5, room
        ):
            leaf.text(MARGIN, y, part, 9.5)
            y += 4.6 * mm


def _line(leaf: Leaf, y: float, line: RecipeLine, room: float) -> float:
    """A box to tick, what is set, and how; the one size that is typed is the largest."""
    leaf.box(MARGIN, y - 3.6 * mm, 4 * mm, 4 * mm)
    leaf.text(MARGIN + 7 * mm, y, line.name, 10, room=_NAME - 2 * mm)
    size, font = (15, FIGURE) if line.key else (10.5, BOLD)
    left = MARGIN + 7 * mm + _NAME
    leaf.text(left, y, line.value, size, font, room=room - 7 * mm - _NAME)
    if line.why:
        leaf.text(left, y + 3.6 * mm, line.why, 7.5, ink=SOFT, room=room - 7 * mm - _NAME)
    return y + _STEP


def _paper(leaf: Leaf, recipe: Recipe, y: float) -> float:
    """The paper as it goes in, the end that goes in first on top; the y below it."""
    paper = recipe.paper
    _, _, w, h = paper.sheet
    scale = min(_ROOM[0] / w, _ROOM[1] / h)
    x = (leaf.width - w * scale) / 2
    leaf.text(leaf.width / 2 - 40 * mm, y - 6 * mm, f"{paper.first_end} goes in first, {paper.side}", 9.5, ink=SOFT, room=90 * mm)  # fmt: skip
    leaf.line(x - 6 * mm, y - 2 * mm, x + w * scale + 6 * mm, y - 2 * mm, wide=2)

    def box(mm_box: BoxMm, dashed: bool = False) -> None:
        leaf.box(x + mm_box[0] * scale, y + mm_box[1] * scale, mm_box[2] * scale, mm_box[3] * scale, dashed=dashed)  # fmt: skip

    box(paper.sheet)
    box(paper.printable, dashed=True)
    box(paper.file)
    box(paper.ink)
    # The print's own top, so that nobody lays it the wrong way round.
    left, top, wide, tall = (side * scale for side in paper.file)
    if paper.turned:
        leaf.text(x + left + wide - 14 * mm, y + top + tall / 2, "its top", 8.5, ink=SOFT)
    else:
        leaf.text(x + left + wide / 2 - 5 * mm, y + top + 5 * mm, "its top", 8.5, ink=SOFT)
    return y + h * scale
