"""A print as a sheet: the first and simplest planner, one sheet with one piece."""

from __future__ import annotations

from ..shapes.ink import Ink
from ..work.outcome import Work
from .marks import mark_strokes
from .sheets import PicturePart, Sheet


def print_sheet(work: Work) -> Sheet:
    """The sheet of a plan worked out; its file has exactly the pixels of the reckoning.

    >>> sheet = print_sheet(fog(edge=border("2 in")))
    >>> float(sheet.width), sheet.grid.width, sheet.grid.height
    (609.6, 6000, 4000)
    >>> [round(float(side), 1) for side in sheet.picture_parts[0].box.as_floats()]
    [50.8, 50.8, 508.0, 304.8]
    """
    plan, boxes, placed = work.plan, work.boxes, work.placement
    ink = plan.edge.ink(boxes, placed.printed)
    content = boxes.document.grown(-plan.marks.margin.mm)
    piece = PicturePart(
        name=plan.title,
        plan=0,
        picture=(placed.picture_w, placed.picture_h),
        region=placed.crop,
        box=placed.printed,
        image=boxes.image,
        content=content,
        padding=work.padding_colour,
        rim=plan.edge.rim(),
        lean=placed.lean,
    )
    return Sheet(
        name=plan.title,
        width=boxes.document.w,
        height=boxes.document.h,
        ppi=work.output_ppi,
        trim=boxes.trim,
        bleed=content,
        items=(piece, Ink((*ink.strokes, *mark_strokes(plan.marks, boxes)), ink.labels)),
    )
