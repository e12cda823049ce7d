"""What of a rescue is looked at: before, after, without a step, one step alone."""

from __future__ import annotations

from typing import Literal

from .chain import Rescue
from .steps import ORDER, StepKind

Showing = Literal["after", "before", "without", "alone", "marked"]


def shown_as(rescue: Rescue, show: Showing, step: StepKind | None) -> Rescue:
    """The chain that is shown: `before` none of it, `without` what comes before a step, `alone` that step and no other.

    >>> from .chain import parse_rescue
    >>> chain = parse_rescue({"picture": {"width_px": 9, "height_px": 9}, "steps": [{"kind": "clean"}, {"kind": "tone"}]})
    >>> [one.kind for one in shown_as(chain, "without", "tone").steps]
    ['clean']
    >>> [one.kind for one in shown_as(chain, "alone", "tone").steps]
    ['tone']
    """
    if show == "before":
        kept = []
    elif show == "without" and step is not None:
        kept = [one for one in rescue.steps if ORDER.index(one.kind) < ORDER.index(step)]
    elif show == "alone" and step is not None:
        kept = [one.model_copy(update={"on": True}) for one in rescue.steps if one.kind == step]
    else:
        kept = list(rescue.steps)
    return rescue.model_copy(update={"steps": kept})
