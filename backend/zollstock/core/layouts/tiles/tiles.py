"""Tiles: one big print over many small sheets, glued together at their overlaps."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar, Literal

from ...answer.reckoning import Finding
from ...edges import Problem
from ...ground.lengths import ShownUnit
from ...ground.show import LengthStyle
from ...sheet.sheets import Sheet
from ...studio.studio import Studio
from ...telling.findings import stops_on_sheets
from ...work.outcome import Work, work_out
from ..beginning import OFFICE_SHEET, Beginning, Document, sheet
from ..kind import Kind, PageQuery, PlannedLayout
from ..onpaper import OnPaperRequest, driver_figures, driver_findings
from ..page import LayoutPage, Parts, assembled
from ..request import LaidPaper, LayoutRequest
from .figures import tile_figures
from .marks import tile_labels
from .overview import overview
from .page import glue_notes, tile_steps, tiles_drawn, what_step
from .seams import zones_on_seams
from .sheets import TileSheets
from .way import TilesWay
from .ways import tile_ways

_OVERLAP: dict[ShownUnit, str] = {"in": "3/8 in", "cm": "1 cm", "mm": "10 mm"}


class TilesRequest(TilesWay, OnPaperRequest):
    """One plan's document over sheets."""

    kind: Literal["tiles"] = "tiles"

    def contradictions(self) -> Iterator[Problem]:
        if len(self.plans) != 1:
            yield "plans", f"tiles are made of one plan; here are {len(self.plans)}"
            return
        if self.plans[0].target.in_pixels:
            yield "plans[0].target", "a target in pixels has no size on paper"
            return
        wrong = [*self.sheet.problems(), *self.bar_problems()]
        document = work_out(self.plans[0]).boxes.document
        yield from wrong or self.problems(self.as_printed, document, by=self.by)


class Tiles(Kind):
    name: ClassVar[str] = "tiles"
    request: ClassVar[type[LayoutRequest]] = TilesRequest
    label: ClassVar[str] = "Tiles"
    begins: ClassVar[str] = "Begin with tiles"
    says: ClassVar[str] = (
        "One big print over many small sheets, to be glued or traced: fewest sheets, seams off a face, "
        "a map of them all."
    )

    def first(self, plans: list[Document], at: Beginning) -> Document:
        (plan,) = plans
        return {
            "title": plan.get("title", ""),
            "plans": plans,
            "sheet": sheet(OFFICE_SHEET[at.unit]),
            "overlap": _OVERLAP[at.unit],
        }

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, TilesRequest)
        return laid_tiles(work_out(layout.plans[0], studio), layout, layout, style)

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, TilesRequest)
        (work,) = laid.works
        cut = layout.best(layout.as_printed, work.boxes.document, layout.by)
        on = cut.sheets if seen.on is None else seen.on
        parts = Parts(
            steps=[
                what_step(laid, work, style),
                *tile_steps(laid, layout, layout, cut, style, seen.studio),
            ],
            ways=tile_ways(work, layout.as_printed, layout, layout.by, style, "", on),
            tiles=tiles_drawn(cut, ""),
        )
        return assembled(parts, laid, style, glue_notes(cut), seen.sheet)


def laid_tiles(
    work: Work, layout: OnPaperRequest, way: TilesWay, style: LengthStyle, holder: str = ""
) -> PlannedLayout:
    """The document of a plan worked out, over the request's sheets in a way that is possible.

    `holder` is the path to the way in the request, for fixes. What the driver scales is made good at the very end: all
    is laid out as it comes out of the printer.
    """
    cut = way.best(layout.as_printed, work.boxes.document, layout.by)
    laid = TileSheets(work, cut.paper, cut.across, cut.down, layout.marks, layout.tone)
    sheets = [*_map(work, way, cut.paper, laid, layout.tone.grey), *laid.all(way.order)]
    if layout.by != 1:
        sheets = [sheet.enlarged(1 / layout.by) for sheet in sheets]
    return PlannedLayout(
        works=(work,),
        sheets=tuple(sheets),
        figures=[
            *tile_figures(cut.turn, cut.paper, cut.across, cut.down, style),
            *driver_figures(layout, style),
        ],
        findings=[
            *stops_on_sheets(work, style),
            *zones_on_seams(
                work, cut, way.cuts(layout.as_printed, work.boxes.document, layout.by), holder
            ),
            *_without_marks(layout, cut.paper, style),
            *driver_findings(layout),
        ],
    )


def _map(
    work: Work, way: TilesWay, paper: LaidPaper, laid: TileSheets, grey: bool
) -> Iterator[Sheet]:
    if way.overview:
        yield overview(work, paper, laid.columns, laid.rows, grey)


def _without_marks(
    layout: LayoutRequest, paper: LaidPaper, style: LengthStyle
) -> Iterator[Finding]:
    if layout.marks and not list(tile_labels(paper.media, paper.usable, "A1")):
        yield Finding(
            id="marks-no-room",
            level="note",
            step="edge",
            text=f"Above the picture are {style.length(paper.usable.y)} of margin: too little for numbers and bar.",
        )
