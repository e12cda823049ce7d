"""Edges: what border, mat, bleed and canvas wrap make of a finished size; one file a kind."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..parts.medium import Marks
from ..parts.target import Target
from ..shapes.box import ZERO, Box
from .bleed import Bleed
from .border import Border
from .boxes import EdgeBoxes, from_corner
from .kind import EdgeKind, Problem
from .mat import Mat
from .none import NoEdge
from .wrap import Wrap

__all__ = [
    "EDGES",
    "Bleed",
    "Border",
    "Edge",
    "EdgeBoxes",
    "EdgeKind",
    "Mat",
    "NoEdge",
    "Problem",
    "Wrap",
    "edge_boxes",
]  # fmt: skip

#: Every kind, by the word that tells it in a plan; in the order of the trade, from nothing to all round the back.
EDGES: dict[str, type[EdgeKind]] = {
    "none": NoEdge,
    "border": Border,
    "mat": Mat,
    "bleed": Bleed,
    "wrap": Wrap,
}
Edge = Annotated[NoEdge | Bleed | Border | Wrap | Mat, Field(discriminator="kind")]


def edge_boxes(edge: EdgeKind, target: Target, marks: Marks) -> EdgeBoxes:
    """The boxes that follow from edge, finished size and marks, mm from the document's corner.

    >>> canvas = Wrap.model_validate({"kind": "wrap", "depth": "4 cm", "turn": "1 cm", "fill": "mirror"})
    >>> face = Target.model_validate({"width": "60 cm", "height": "40 cm"})
    >>> found = edge_boxes(canvas, face, Marks())
    >>> found.document.as_floats(), found.image.as_floats()
    ((0.0, 0.0, 700.0, 500.0), (50.0, 50.0, 600.0, 400.0))
    """
    trim = Box(ZERO, ZERO, target.width.mm, target.height.mm)
    return from_corner(edge.boxes(trim), marks.margin.mm)
