"""What a new layout begins with beside its prints, and what several kinds have in common there."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from ..ground.lengths import Length, ShownUnit
from ..picture.measures import NOT_MEASURED, Measures
from ..studio.stock import Stock

Document = dict[str, Any]

#: The sheet in most printers, and the white that they leave.
OFFICE_SHEET: dict[ShownUnit, tuple[str, str, str]] = {
    "in": ("8.5 in", "11 in", "0.2 in"),
    "cm": ("21 cm", "29.7 cm", "0.5 cm"),
    "mm": ("210 mm", "297 mm", "5 mm"),
}
#: What a kind that decides the size leaves of a print's plan.
_NOT_ITS_OWN = ("target", "edge", "marks", "pixels")


@dataclass(frozen=True)
class Beginning:
    """The unit that somebody works in, the job's title, the length of the wall where one is said, the photo rule
    that comes first, the stock, and what was measured of the first picture."""

    unit: ShownUnit = "cm"
    title: str = ""
    wall: Length | None = None
    rule: Document = field(default_factory=dict)
    stock: Stock = field(default_factory=Stock)
    measures: Measures = NOT_MEASURED


def sheet(sides: tuple[str, str, str]) -> Document:
    """A sheet by its width, its height and the white all round.

    >>> sheet(("21 cm", "29.7 cm", "5 mm"))["margins"]["top"]
    '5 mm'
    """
    width, height, white = sides
    margins = dict.fromkeys(("left", "top", "right", "bottom"), white)
    return {"width": width, "height": height, "margins": margins}


def without_size(plan: Document) -> Document:
    """A plan whose size something else decides: its turn, colours and file come along.

    >>> sorted(without_size({"title": "Fog", "target": {}, "edge": {}, "picture": {}}))
    ['picture', 'title']
    """
    return {name: part for name, part in plan.items() if name not in _NOT_ITS_OWN}


def placed_anew(plan: Document) -> Document:
    """The same without the print's crop: turn and keep zones come along.

    >>> placed_anew({"picture": {}, "fit": {"turn": 90, "zoom": 2}})
    {'picture': {}, 'fit': {'turn': 90, 'keep': []}}
    """
    fit = plan["fit"]
    return without_size(plan) | {"fit": {"turn": fit.get("turn", 0), "keep": fit.get("keep", [])}}
