"""The choices of an edge: its five kinds, and the ways in which one can fill its rim."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any

from ..documents.plan import PlanError, changed_plan
from ..edges import EDGES
from ..edges.first import first_edge
from ..ground.show import LengthStyle
from ..work.outcome import Work
from .offers import Offer, lost_in_short

#: No edge was left before.
NO_EDGES: Mapping[str, Any] = {}
#: In the order of the trade: from nothing to all round the back.
_KINDS = {"none": "None", "border": "Border", "mat": "Mat", "bleed": "Bleed", "wrap": "Wrap"}
assert set(_KINDS) == set(EDGES)


def edge_kinds(work: Work, style: LengthStyle, left: Mapping[str, Any]) -> Iterator[Offer]:
    """Every kind as this print would have it: the one in force, one that was left before, or a usual one."""
    edge = work.plan.edge
    if work.plan.target.in_pixels:
        return  # what is measured in pixels has no edge
    for kind, title in _KINDS.items():
        if kind == edge.kind:
            document = edge.model_dump(mode="json")
        elif _still_suits(work, kind, left.get(kind)):
            document = left[kind]
        else:
            first = first_edge(kind, work.boxes.trim, style)
            document = EDGES[kind].model_validate(first).model_dump(mode="json")
        fix = {"edge": document}
        yield Offer(f"edge-{kind}", title, fix, lambda outcome: _blade(outcome, style), "edge")


def _still_suits(work: Work, kind: str, document: Any) -> bool:
    """Whether an edge that was left can come back: the print may have become another meanwhile."""
    if not isinstance(document, dict) or document.get("kind") != kind:
        return False
    try:
        changed_plan(work.plan, {"edge": document})
    except PlanError:
        return False
    return True


def edge_fills(work: Work) -> Iterator[Offer]:
    """Canvas edge: every fill of the edge in force, with what it costs."""
    for fill in work.plan.edge.fills:
        fix = {"edge.fill": fill.id}
        yield Offer(f"fill-{fill.id}", fill.label, fix, lost_in_short, "fill")


def _blade(outcome: Work, style: LengthStyle) -> str:
    return outcome.plan.edge.blade(style)[0]
