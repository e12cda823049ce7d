"""The request that a new layout of one picture begins with, by its kind: from a print as it is planned, or from a picture."""

from __future__ import annotations

from typing import Any, Literal

from zollstock.core.ground.lengths import Length
from zollstock.core.layouts import LAYOUT_FORMAT
from zollstock.core.layouts.idphotos.rules import RuleBook
from zollstock.pictures.models import Picture

from .firstpanels import first_panels
from .firstplan import first_plan

LayoutKind = Literal["tiles", "id", "life", "panels", "hang", "gang"]
Document = dict[str, Any]
#: The sheet in most printers by the account's unit, and the white that they leave.
_SHEETS = {
    "in": ("8.5 in", "11 in", "0.2 in"),
    "cm": ("21 cm", "29.7 cm", "0.5 cm"),
    "mm": ("210 mm", "297 mm", "5 mm"),
}
#: What a photo shop prints on.
_LAB = {
    "in": ("6 in", "4 in", "1/8 in"),
    "cm": ("15.2 cm", "10.2 cm", "0.3 cm"),
    "mm": ("152 mm", "102 mm", "3 mm"),
}
_OVERLAP = {"in": "3/8 in", "cm": "1 cm", "mm": "10 mm"}
_GAP = {"in": "1/8 in", "cm": "0.2 cm", "mm": "2 mm"}
_NOT_HERE = ("target", "edge", "marks", "pixels")


def first_layout(
    kind: LayoutKind,
    picture: Picture,
    plan: Document | None,
    unit: str,
    rules: RuleBook,
    wall: Length | None = None,
) -> Document:
    """A layout request of that kind for a picture, with the plan of a print where it begins with one.

    Where the kind decides the size, the print's own size, edge and ppi stay behind; its turn, colours and file come along.
    """
    begun = plan or first_plan(picture, unit)
    if kind == "tiles":
        more = _tiles(unit)
    elif kind == "panels":
        more = first_panels(begun, unit, wall)
        begun = {name: part for name, part in begun.items() if name not in _NOT_HERE}
    else:
        begun = {name: part for name, part in begun.items() if name not in _NOT_HERE}
        begun["fit"] = {"turn": begun["fit"].get("turn", 0), "keep": begun["fit"].get("keep", [])}
        more = _id(unit, rules) if kind == "id" else _life(unit)
    return {
        "format": LAYOUT_FORMAT,
        "kind": kind,
        "title": begun.get("title", ""),
        "plans": [begun],
    } | more


def _sheet(sides: tuple[str, str, str]) -> Document:
    width, height, white = sides
    margins = dict.fromkeys(("left", "top", "right", "bottom"), white)
    return {"width": width, "height": height, "margins": margins}


def _tiles(unit: str) -> Document:
    return {"sheet": _sheet(_SHEETS[unit]), "overlap": _OVERLAP[unit]}


def _id(unit: str, rules: RuleBook) -> Document:
    rule = rules.rules[0].model_dump(mode="json")
    return {"sheet": _sheet(_LAB[unit]), "gap": _GAP[unit], "rule": rule}


def _life(unit: str) -> Document:
    return {
        "sheet": _sheet(_SHEETS[unit]),
        "parts": [{"name": "", "x": 0.5, "y": 0.5}],
    }
