"""The choices of an edge: its five kinds, and the ways in which one can fill its rim."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any

from ..documents.plan import PlanError, changed_plan
from ..edges import EDGES
from ..edges.usual import Usual
from ..ground.show import LengthStyle
from ..work.outcome import Work
from .offers import Offer, lost_in_short

#: No edge was left before.
NO_EDGES: Mapping[str, Any] = {}


def edge_kinds(work: Work, style: LengthStyle, left: Mapping[str, Any]) -> Iterator[Offer]:
    """Every kind as this print would have it: the one in force, one that was left before, or a usual one.

    >>> [one.title for one in edge_kinds(fog(), LengthStyle("cm"), {})]
    ['None', 'Border', 'Mat', 'Bleed', 'Wrap']
    """
    edge = work.plan.edge
    if work.plan.target.in_pixels:
        return  # what is measured in pixels has no edge
    for kind, known in EDGES.items():
        if kind == edge.kind:
            document = edge.model_dump(mode="json")
        elif _still_suits(work, kind, left.get(kind)):
            document = left[kind]
        else:
            first = known.first(work.boxes.trim, Usual(style))
            document = known.model_validate(first).model_dump(mode="json")
        fix = {"edge": document}
        yield Offer(
            f"edge-{kind}", known.label, fix, lambda outcome: _summary(outcome, style), "edge"
        )


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
    """Canvas edge: every fill of the edge in force, with what it costs.

    >>> [one.title for one in edge_fills(fog(edge=wrap("mirror")))]
    ['Picture', 'Mirror', 'Soft mirror', 'Stretched edge', 'A colour']
    """
    for fill in work.plan.edge.fills:
        fix = {"edge.fill": fill.id}
        yield Offer(f"fill-{fill.id}", fill.label, fix, lost_in_short, "fill")


def _summary(outcome: Work, style: LengthStyle) -> str:
    return outcome.plan.edge.summary(style)[0]
