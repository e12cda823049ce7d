"""The frames that new panels begin with: a print cut into three in a row, each as broad as a joiner makes them."""

from __future__ import annotations

from ...ground.lengths import UNITS, Length, ShownUnit, parse_length
from ...ground.rational import Fraction
from ...ground.show import typed_length
from ...shapes.box import ZERO, Box
from ..beginning import Document
from ..wall.usual import usual_heights
from .arrangements import ARRANGEMENTS

#: So many frames to begin with, and the gap between them, by the account's unit.
COUNT = 3
_GAP = {"in": "1 1/2 in", "cm": "4 cm", "mm": "40 mm"}
_WRAP = {
    "in": {"depth": "1 1/2 in", "turn": "1/2 in"},
    "cm": {"depth": "3.8 cm", "turn": "1.2 cm"},
    "mm": {"depth": "38 mm", "turn": "12 mm"},
}
#: A group looks right on a wall that it takes two thirds of: with less it is lost, with more it is cramped.
OF_A_WALL = Fraction(2, 3)
#: What a wrap of one print and that of panels have in common.
_OF_WRAP = ("depth", "turn", "fill", "colour", "softness")


def first_panels(plan: Document, unit: ShownUnit, wall: Length | None = None) -> Document:
    """Frames over the size of a print, with its wrap where it has one; in whole cm or half inches.

    With a `wall` the group is as broad as looks right on it, and as high as the print is to its width.

    >>> made = first_panels({"picture": {}, "target": {"width": "120 cm", "height": "40 cm"}}, "cm")
    >>> [(one["x"], one["width"]) for one in made["frames"]]
    [('0 cm', '37 cm'), ('41 cm', '37 cm'), ('82 cm', '37 cm')]
    """
    gap = parse_length(_GAP[unit]).mm
    width, height = (parse_length(plan["target"][side]).mm for side in ("width", "height"))
    if wall is not None and wall.mm > 0:
        width, height = wall.mm * OF_A_WALL, wall.mm * OF_A_WALL * height / width
    step = UNITS["in"] / 2 if unit == "in" else UNITS["cm"]
    wide, high = (_down(side, step) for side in ((width - (COUNT - 1) * gap) / COUNT, height))
    faces = ARRANGEMENTS["row"].place([(wide, high)] * COUNT, gap)
    edge = plan.get("edge", {})
    wrap = (
        {name: edge[name] for name in _OF_WRAP if name in edge}
        if edge.get("kind") == "wrap"
        else _WRAP[unit] | {"fill": "mirror"}
    )
    return {
        "frames": [_frame(face, unit) for face in faces],
        "wrap": wrap,
        "hang": usual_heights(unit),
    }


def _down(mm: Fraction, step: Fraction) -> Fraction:
    return max(step, mm // step * step)


def _frame(face: Box, unit: ShownUnit) -> Document:
    sides = {"width": typed_length(face.w, unit), "height": typed_length(face.h, unit)}
    place = {"x": typed_length(face.x, unit), "y": typed_length(face.y or ZERO, unit)}
    return place | sides | {"ordered": sides}
