"""The report of one step of a rescue: what it comes to in large and in small, its figures, its words."""

from __future__ import annotations

from typing import Literal

from ..answer.reckoning import Figure, Record
from .steps import StepKind
from .worked import Worked

STEP_LABELS: dict[StepKind, str] = {
    "clean": "Clean", "smooth": "Smooth", "lettering": "Lettering", "enlarge": "Enlarge",
    "rim": "Rim", "tone": "Tone", "sharpen": "Sharpen",
}  # fmt: skip


class RescueNote(Record):
    """A word about a step: what to know of it, or what to look at."""

    id: str
    level: Literal["note", "warn", "stop"]
    text: str


class StepReport(Record):
    """One step as it is shown: `value` large, `corner` small; its figures with their arithmetic, its words."""

    kind: StepKind
    label: str
    on: bool
    value: str
    corner: str
    figures: list[Figure]
    notes: list[RescueNote]


def step_report(
    kind: StepKind,
    work: Worked,
    value: str,
    corner: str,
    figures: list[Figure],
    notes: list[RescueNote],
) -> StepReport:
    """As it was worked out where the step is on; `as it is`, without figures and words, where it is off."""
    on = any(one.kind == kind and one.on for one in work.rescue.steps)
    return StepReport(
        kind=kind,
        label=STEP_LABELS[kind],
        on=on,
        value=value if on else "as it is",
        corner=corner if on else "off",
        figures=figures if on else [],
        notes=notes if on else [],
    )
