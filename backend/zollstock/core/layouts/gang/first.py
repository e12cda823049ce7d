"""The roll that a new layout of several prints begins with."""

from __future__ import annotations

from ...ground.lengths import ShownUnit
from ...studio.stock import StockRoll
from ..beginning import Beginning, Document

#: What most printers take.
_ROLL: dict[ShownUnit, Document] = {
    "in": {"width": "24 in", "margin": "1/4 in", "gap": "1/4 in", "lead": "3/4 in", "tail": "3/4 in"},
    "cm": {"width": "61 cm", "margin": "0.5 cm", "gap": "0.5 cm", "lead": "2 cm", "tail": "2 cm"},
    "mm": {"width": "610 mm", "margin": "5 mm", "gap": "5 mm", "lead": "20 mm", "tail": "20 mm"},
}  # fmt: skip


def first_roll(at: Beginning) -> Document:
    """The first roll in stock, or one that most printers take."""
    usual = _ROLL[at.unit]
    found = next((paper for _, paper in at.stock.papers() if isinstance(paper, StockRoll)), None)
    if found is None:
        return usual
    document = found.model_dump(mode="json")
    kept = {name: document[name] for name in ("width", "margin")}
    priced = {
        "price_per_m": document["price"],
        "least_length": document["minimum"],
        "stock": found.key,
    }
    return usual | kept | priced
