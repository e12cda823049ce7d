"""The reckoning of a plan: figures, boxes, schools and findings."""

from __future__ import annotations

from . import viewing
from .edges import Box
from .figures import figures
from .findings import findings
from .plan import SCHOOLS, Plan, lengths_of
from .reckoning import Boxes, BoxMm, Reckoning, School
from .show import LengthStyle, style_for
from .work import Work, work_out


def reckon(plan: Plan, unit: str | None = None) -> Reckoning:
    """Everything that follows from a plan.

    `unit` (mm, cm, in …) is the one used in texts; by default the unit of the target. It changes
    no value.
    """
    return reckon_work(work_out(plan), style_for(lengths_of(plan), unit))


def reckon_work(work: Work, style: LengthStyle) -> Reckoning:
    """The same, for values already worked out."""
    return Reckoning(
        figures=figures(work, style),
        boxes=boxes(work),
        schools=schools(work),
        findings=findings(work, style),
    )


def boxes(work: Work) -> Boxes:
    lay, placed = work.boxes, work.placement
    padded = (placed.printed.w, placed.printed.h) != (lay.image.w, lay.image.h)
    return Boxes(
        document=lay.document.as_floats(),
        trim=lay.trim.as_floats(),
        image=lay.image.as_floats(),
        picture=placed.whole.as_floats(),
        printed=placed.printed.as_floats(),
        visible=work.visible.as_floats(),
        padding=lay.image.as_floats() if padded else None,
        safe=_floats(lay.safe),
        opening=_floats(lay.opening),
        fold=_floats(lay.fold),
        fold_back=_floats(lay.fold_back),
    )


def schools(work: Work) -> list[School]:
    """Every school that has an answer for this print, in the order of the plan format."""
    effective, arcmin = float(work.effective), work.plan.viewing.arcmin
    found = []
    for name in SCHOOLS:
        need = viewing.need(name, work.distance, work.factor, arcmin)
        if need is None:
            continue
        ratio = effective / need
        found.append(
            School(
                id=name,
                need_ppi=need,
                quality_ratio=ratio,
                grade=viewing.grade(ratio),
                clean_from_mm=viewing.reach(name, effective, work.factor, arcmin),
            )
        )
    return found


def _floats(box: Box | None) -> BoxMm | None:
    return None if box is None else box.as_floats()
