"""The reckoning of a plan: figures, boxes, criteria and findings."""

from __future__ import annotations

from .answer.reckoning import Criterion, Reckoning
from .criteria import CRITERIA
from .documents.plan import Plan, lengths_of
from .figures import figures
from .ground.show import LengthStyle, style_for
from .rules import viewing
from .sheet.boxes import boxes
from .studio.studio import DEFAULT_STUDIO, Studio
from .telling.findings import findings
from .work.outcome import Work, work_out


def reckon(plan: Plan, unit: str | None = None, studio: Studio = DEFAULT_STUDIO) -> Reckoning:
    """Everything that follows from a plan.

    `unit` (mm, cm, in …) is the one used in texts; by default the unit of the target. It changes
    no value. `studio` is what goes into it beside the plan.

    >>> reckon(plan()).figure("effective_ppi").text
    '208.3 ppi'
    """
    return reckon_work(work_out(plan, studio), style_for(lengths_of(plan), unit), studio)


def reckon_work(work: Work, style: LengthStyle, studio: Studio = DEFAULT_STUDIO) -> Reckoning:
    """The same, for values already worked out."""
    return Reckoning(
        figures=figures(work, style, studio.measures),
        boxes=boxes(work),
        schools=criteria(work),
        findings=findings(work, style, studio),
    )


def criteria(work: Work) -> list[Criterion]:
    """Every criterion that has an answer for this print, in the order of the plan format.

    None for a target in pixels: its own grid decides, not the eye.
    """
    if work.plan.target.in_pixels:
        return []
    viewing_conditions = work.viewing_conditions
    found = []
    for name, school in CRITERIA.items():
        need = school.need(work.distance, viewing_conditions)
        if need is None:
            continue
        ratio = work.judged / need
        found.append(
            Criterion(
                id=name,
                need_ppi=float(need),
                quality_ratio=float(ratio),
                grade=viewing.grade(ratio),
                clean_from_mm=school.reach(float(work.judged), viewing_conditions),
            )
        )
    return found
