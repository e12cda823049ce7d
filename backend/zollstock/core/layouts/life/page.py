"""The page of life size: Measure, Parts, Sheets and Marks, and the parts over the picture."""

from __future__ import annotations

from ...ground import show
from ...ground.rational import exact
from ...ground.show import LengthStyle
from ...studio.studio import Studio
from ...work.outcome import Work
from ..kind import PlannedLayout
from ..page import (
    LayoutStepSummary,
    LayoutWay,
    PartDrawn,
    Parts,
    RingsDrawn,
    paper_name,
    step_summary,
)
from ..tiles.page import tile_steps, tiles_drawn
from ..tiles.ways import tile_ways
from .request import LifeRequest


def life_parts(
    layout: LifeRequest,
    work: Work,
    laid: PlannedLayout,
    style: LengthStyle,
    studio: Studio,
    on: int | None,
) -> Parts:
    """What stands on the page of a picture in life size."""
    if layout.unmarked:
        return _unmarked_parts(layout, laid, style, studio)
    grade = next(one for one in laid.figures if one.id == "grade")
    measure = step_summary("measure", "Measure", f"{style.length(layout.measured.length.mm)}, {scale_text(layout.scale)}",
                    grade.text, ["effective_ppi", "whole_width", "whole_height", "grade"], [])  # fmt: skip
    if layout.tiles is not None:
        cut = layout.tiles.best(layout.as_printed, work.boxes.document, layout.by)
        count = on if on is not None else cut.sheets
        return Parts(
            steps=[
                measure,
                step_summary(
                    "parts", "Parts", "the whole", f"{cut.sheets} tiles", ["sheets_count"], []
                ),
                *tile_steps(laid, layout, layout.tiles, cut, style, studio),
            ],
            ways=[
                *_scales(layout),
                *tile_ways(
                    work, layout.as_printed, layout.tiles, layout.by, style, "tiles.", count
                ),
            ],
            tiles=tiles_drawn(cut, "tiles."),
            rings=_rings(layout),
        )
    return Parts(
        steps=[measure, *_part_steps(layout, laid, style, studio)],
        ways=_scales(layout),
        parts=_drawn(work, laid),
        rings=_rings(layout),
    )


def _rings(layout: LifeRequest) -> RingsDrawn:
    start, end, _ = layout.measured
    return RingsDrawn(start=start, end=end, unmarked=layout.unmarked)


def _unmarked_parts(
    layout: LifeRequest, laid: PlannedLayout, style: LengthStyle, studio: Studio
) -> Parts:
    """Until points and distance are set there is nothing to tell but that."""
    length = layout.measure and layout.measure.length
    typed = style.length(length.mm) if length else "no distance yet"
    measure = step_summary(
        "measure", "Measure", f"{typed}, {scale_text(layout.scale)}", "", [], laid.findings
    )
    paper = paper_name(layout.sheet, style, studio)
    rest = [
        step_summary("parts", "Parts", "not marked yet", "", [], []),
        step_summary("sheets", "Sheets", paper, "", [], []),
        step_summary("marks", "Marks", "cut, bar" if layout.marks else "none", "", [], []),
    ]
    if layout.tiles is not None:
        rest.insert(
            2, step_summary("overlap", "Overlap", style.length(layout.tiles.overlap.mm), "", [], [])
        )
    return Parts(steps=[measure, *rest], ways=_scales(layout), parts=[], rings=_rings(layout))


def _part_steps(
    layout: LifeRequest, laid: PlannedLayout, style: LengthStyle, studio: Studio
) -> list[LayoutStepSummary]:
    count, printed = len(layout.parts), layout.printed
    of_driver = [one for one in laid.findings if one.id.startswith("driver")]
    rest = [one for one in laid.findings if one not in of_driver]
    return [
        step_summary("parts", "Parts", layout.parts[0].name or "1 part" if count == 1 else f"{count} parts", "a sheet each",
              ["effective_ppi"], rest),
        step_summary("sheets", "Sheets", paper_name(layout.sheet, style, studio), "standing", ["effective_ppi"], []),
        step_summary("marks", "Marks", "cut, bar" if layout.marks else "none",
              f"prints {show.percent(printed.scale)}" if printed else "100 mm bar",
              ["driver_scale"] if printed else [], of_driver),
    ]  # fmt: skip


def _drawn(work: Work, laid: PlannedLayout) -> list[PartDrawn]:
    document = work.boxes.document
    found = []
    for sheet in laid.sheets:
        (excerpt,) = sheet.file_parts
        part = excerpt.part
        box = (part.x / document.w, part.y / document.h, part.w / document.w, part.h / document.h)
        found.append(
            PartDrawn(
                name=sheet.name,
                box=(float(box[0]), float(box[1]), float(box[2]), float(box[3])),
                width=float(part.w),
                height=float(part.h),
            )
        )
    return found


def scale_text(scale: float) -> str:
    """How a scale is said.

    >>> scale_text(1), scale_text(2), scale_text(0.1)
    ('1 : 1', '2 ×', '1 : 10')
    """
    if scale > 1:
        return f"{show.decimal(exact(scale), 3)} ×"
    return f"1 : {show.decimal(1 / exact(scale), 3)}"


#: Scales that are asked for most.
_USUAL = (0.1, 0.5, 1.0, 2.0)


def _scales(layout: LifeRequest) -> list[LayoutWay]:
    return [
        LayoutWay(
            id=f"scale-{scale:g}",
            title=scale_text(scale),
            text="life size" if scale == 1 else "",
            fix={"scale": scale},
            taken=layout.scale == scale,
        )
        for scale in _USUAL
    ]
