"""Edges: what border, mat, bleed and canvas wrap make of a finished size; one file a kind."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..parts.surface import Marks
from ..parts.target import Target
from ..shapes.box import ZERO, Box
from .bleed import Bleed
from .border import Border
from .kind import EdgeKind, Layout, Problem, from_corner
from .mat import Mat
from .none import NoEdge
from .wrap import Wrap

__all__ = ["EDGES", "Bleed", "Border", "Edge", "EdgeKind", "Layout", "Mat", "NoEdge", "Problem",
           "Wrap", "layout"]  # fmt: skip

#: Every kind, by the word that tells it in a plan.
EDGES: dict[str, type[EdgeKind]] = {
    "none": NoEdge,
    "bleed": Bleed,
    "border": Border,
    "wrap": Wrap,
    "mat": Mat,
}
Edge = Annotated[NoEdge | Bleed | Border | Wrap | Mat, Field(discriminator="kind")]


def layout(edge: EdgeKind, target: Target, marks: Marks) -> Layout:
    """The boxes that follow from edge, finished size and marks, mm from the document's corner."""
    trim = Box(ZERO, ZERO, target.width.mm, target.height.mm)
    return from_corner(edge.layout(trim), marks.margin.mm)
