"""The request that a new layout of several prints begins with: a row on a wall, or a gang on a roll."""

from __future__ import annotations

from typing import Any

from zollstock.core.ground.lengths import Length
from zollstock.core.layouts import LAYOUT_FORMAT
from zollstock.core.studio.stock import Stock, StockRoll

from .firstpanels import hang_in

Document = dict[str, Any]
#: The kinds that take several prints.
SEVERAL = ("hang", "gang")
_GAP = {"in": "3 in", "cm": "8 cm", "mm": "80 mm"}
_ROLL = {
    "in": {"width": "24 in", "margin": "1/4 in", "gap": "1/4 in", "lead": "3/4 in", "tail": "3/4 in"},
    "cm": {"width": "61 cm", "margin": "0.5 cm", "gap": "0.5 cm", "lead": "2 cm", "tail": "2 cm"},
    "mm": {"width": "610 mm", "margin": "5 mm", "gap": "5 mm", "lead": "20 mm", "tail": "20 mm"},
}  # fmt: skip


def first_of_several(
    kind: str,
    plans: list[Document],
    title: str,
    unit: str,
    stock: Stock,
    wall: Length | None = None,
) -> Document:
    """A layout request of that kind for prints as they are planned now; a row hangs in the middle of a `wall`."""
    begun = {"format": LAYOUT_FORMAT, "kind": kind, "plans": plans}
    more: Document
    if kind == "hang":
        more = {"gap": _GAP[unit], "hang": hang_in(unit), "pieces": [{} for _ in plans]}
        on_wall: Document = {} if wall is None else {"wall": wall.typed}
        return begun | more | on_wall | {"title": f"{title[:190]}, hung"}
    more = {"copies": [1] * len(plans), "may_turn": [True] * len(plans), "roll": _roll(unit, stock)}
    return begun | more | {"title": f"{title[:190]}, ganged"}


def _roll(unit: str, stock: Stock) -> Document:
    """The first roll in stock, or one that most printers take."""
    found = next((paper for _, paper in stock.papers() if isinstance(paper, StockRoll)), None)
    if found is None:
        return _ROLL[unit]
    document = found.model_dump(mode="json")
    kept = {name: document[name] for name in ("width", "margin")}
    return (
        _ROLL[unit]
        | kept
        | {"price_per_m": found.price, "least_length": document["minimum"], "stock": found.key}
    )


def with_more(document: Document, plans: list[Document]) -> Document:
    """The request with more prints behind those that it has."""
    count = len(document["plans"])
    more: Document = {"plans": [*document["plans"], *plans]}
    if document["kind"] == "hang":
        held = document["pieces"] + [{}] * (count - len(document["pieces"]))
        return document | more | {"pieces": [*held, *[{} for _ in plans]]}
    copies = document["copies"] + [1] * (count - len(document["copies"]))
    turns = document["may_turn"] + [True] * (count - len(document["may_turn"]))
    return (
        document
        | more
        | {"copies": [*copies, *[1] * len(plans)], "may_turn": [*turns, *[True] * len(plans)]}
    )
