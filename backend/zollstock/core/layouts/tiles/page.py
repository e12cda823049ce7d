"""The page of tiles: What, Sheets, Overlap and Marks, and the seams over the whole."""

from __future__ import annotations

from ...ground import show
from ...ground.show import LengthStyle
from ...rules.viewing import grade_word
from ...studio.studio import Studio
from ...work.outcome import Work
from ..kind import PlannedLayout
from ..onpaper import OnPaperRequest
from ..page import LayoutStepSummary, TilesDrawn, paper_name, step_summary
from .seams import tile_name
from .way import Cut, TilesWay

_OF_OVERLAP = {"zone-on-seam"}
_OF_MARKS = {"marks-no-room", "driver-scales", "driver-corrected"}
_SIZE = ["columns", "rows", "cut_saves_column", "cut_saves_row", "waste"]


def tile_steps(
    laid: PlannedLayout,
    layout: OnPaperRequest,
    way: TilesWay,
    cut: Cut,
    style: LengthStyle,
    studio: Studio,
) -> list[LayoutStepSummary]:
    """Sheets, Overlap and Marks; what is laid out is a step of its own."""
    of_overlap = [one for one in laid.findings if one.id in _OF_OVERLAP]
    of_marks = [one for one in laid.findings if one.id in _OF_MARKS]
    paper = paper_name(layout.sheet, style, studio)
    overlap = way.overlap.mm
    printed = layout.printed
    marked = "cut, glue, numbers" if layout.marks else "none"
    return [
        step_summary("sheets", "Sheets", f"{paper}, {cut.sheets}", "lying" if cut.turn else "standing",
              [*_SIZE, "usable_width", "usable_height"], []),
        step_summary("overlap", "Overlap", style.length(overlap) if overlap else "none", "glued" if overlap else "side by side",
              ["columns", "rows"], of_overlap),
        step_summary("marks", "Marks", marked, f"prints {show.percent(printed.scale)}" if printed else "100 mm bar",
              ["driver_scale"] if printed else [], of_marks),
    ]  # fmt: skip


def what_step(laid: PlannedLayout, work: Work, style: LengthStyle) -> LayoutStepSummary:
    """What is laid out: the finished size and its grade.

    >>> what_step(lay(tiles()), lay(tiles()).works[0], LengthStyle("cm")).key
    '57 × 85.5 cm'
    """
    trim = work.boxes.trim
    rest = [one for one in laid.findings if one.id not in _OF_OVERLAP | _OF_MARKS]
    return step_summary(
        "what",
        "What",
        style.size(trim.w, trim.h),
        grade_word(work.grade or "no trials"),
        ["sheets_count"],
        rest,
    )


def tiles_drawn(cut: Cut, path: str) -> TilesDrawn:
    across, down = cut.across, cut.down
    columns, rows = ([(float(b), float(s)) for b, s in split.pieces()] for split in (across, down))
    return TilesDrawn(
        columns=columns,
        rows=rows,
        overlap=float(across.overlap),
        moved=(float(across.moved), float(down.moved)),
        period=(float(across.period), float(down.period)),
        path=path,
    )


def glue_notes(cut: Cut) -> dict[str, str]:
    """For every tile the sides at which the next one lies over it: right, below, or that it is the last.

    >>> layout = tiles()
    >>> glue_notes(layout.best(layout.as_printed, lay(layout).works[0].boxes.document, layout.by))["A1"]
    'glue → ↓'
    """
    notes = {}
    columns, rows = cut.across.count, cut.down.count
    verb = "glue" if cut.across.overlap else "next"
    for row in range(rows):
        for column in range(columns):
            arrows = "→" * (column < columns - 1), "↓" * (row < rows - 1)
            told = " ".join(arrow for arrow in arrows if arrow)
            notes[tile_name(row, column)] = f"{verb} {told}" if told else "last"
    return notes
