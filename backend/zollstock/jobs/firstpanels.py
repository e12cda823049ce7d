"""The frames that new panels begin with: a print cut into three in a row, each as broad as a joiner makes them."""

from __future__ import annotations

from typing import Any

from zollstock.core.ground.lengths import UNITS, Length, parse_length
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.show import typed_length
from zollstock.core.layouts.panels.arrangements import ARRANGEMENTS
from zollstock.core.shapes.box import ZERO, Box

Document = dict[str, Any]
#: So many frames to begin with, and the gap between them, by the account's unit.
COUNT = 3
_GAP = {"in": "1 1/2 in", "cm": "4 cm", "mm": "40 mm"}
_WRAP = {
    "in": {"depth": "1 1/2 in", "turn": "1/2 in"},
    "cm": {"depth": "3.8 cm", "turn": "1.2 cm"},
    "mm": {"depth": "38 mm", "turn": "12 mm"},
}
_HANG = {
    "in": {"centre_height": "59 in", "nail_drop": "1 1/8 in"},
    "cm": {"centre_height": "150 cm", "nail_drop": "3 cm"},
    "mm": {"centre_height": "1500 mm", "nail_drop": "30 mm"},
}
#: A group looks right on a wall that it takes two thirds of: with less it is lost, with more it is cramped.
OF_A_WALL = Fraction(2, 3)
#: What a wrap of one print and that of panels have in common.
_OF_WRAP = ("depth", "turn", "fill", "colour", "softness")


def first_panels(plan: Document, unit: str, wall: Length | None = None) -> Document:
    """Frames over the size of a print, with its wrap where it has one; in whole cm or half inches.

    With a `wall` the group is as broad as looks right on it, and as high as the print is to its width.
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
        "hang": hang_in(unit),
    }


def hang_in(unit: str) -> Document:
    """The usual heights, in the account's unit."""
    return dict(_HANG[unit], from_left=f"0 {unit}")


def _down(mm: Fraction, step: Fraction) -> Fraction:
    return max(step, mm // step * step)


def _frame(face: Box, unit: str) -> Document:
    sides = {"width": typed_length(face.w, unit), "height": typed_length(face.h, unit)}
    place = {"x": typed_length(face.x, unit), "y": typed_length(face.y or ZERO, unit)}
    return place | sides | {"ordered": sides}
