"""Life size: two points on a picture and their real distance say how large everything is printed."""

from __future__ import annotations

from typing import Any, ClassVar

from ...answer.reckoning import Finding
from ...ground.lengths import MM_PER_INCH, LengthError, parse_length
from ...ground.rational import Fraction, exact
from ...ground.show import LengthStyle, typed_length
from ...letters import reach
from ...parts.picture import Picture
from ...rules.fit import turned_size
from ...rules.pixelcount import round_px
from ...shapes.box import Box
from ...shapes.ink import Ink
from ...sheet.grid import Grid, PixelBox
from ...sheet.sheets import FilePart, Sheet
from ...studio.studio import Studio
from ...telling.findings import stops_on_sheets
from ...work.outcome import Work, work_out
from ..beginning import OFFICE_SHEET, Beginning, Document, placed_anew, sheet
from ..kind import Kind, PageQuery, PlannedLayout
from ..marking import not_marked
from ..onpaper import driver_figures, driver_findings
from ..page import LayoutPage, assembled
from ..request import LaidPaper, LayoutRequest
from ..tiles.marks import Seams, tile_labels, tile_strokes
from ..tiles.page import glue_notes
from ..tiles.tiles import laid_tiles
from .figures import life_figures
from .page import life_parts
from .request import LifePart, LifeRequest, Measure, life_ppi

_ALONE = Seams(Fraction(0), left=False, top=False, right=False, bottom=False)


class Life(Kind):
    name: ClassVar[str] = "life"
    request: ClassVar[type[LayoutRequest]] = LifeRequest
    label: ClassVar[str] = "Life size"
    begins: ClassVar[str] = "Begin with life size"
    says: ClassVar[str] = (
        "Two points whose distance you know give the true size, or any scale of it: the parts you want, or all of it."
    )
    sizes: ClassVar[bool] = True

    def first(self, plans: list[Document], at: Beginning) -> Document:
        (plan,) = plans
        return {
            "title": plan.get("title", ""),
            "plans": [placed_anew(plan)],
            "sheet": sheet(OFFICE_SHEET[at.unit]),
            "parts": [{"name": "", "x": 0.5, "y": 0.5}],
        }

    def completed(self, document: dict[str, Any]) -> dict[str, Any]:
        """A plan without a target has the size that two points and their distance give it."""
        plans = document.get("plans")
        if not isinstance(plans, list):
            return document
        return document | {"plans": [_sized(plan, document) for plan in plans]}

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, LifeRequest)
        work = work_out(layout.plans[0], studio)
        if layout.unmarked:
            cure = "put the rings on something that you can measure, and type how long it is"
            return PlannedLayout((work,), (), [], [not_marked(layout.unmarked, cure)])
        figures = list(life_figures(layout, work, style))
        if layout.tiles is not None:
            laid = laid_tiles(work, layout, layout.tiles, style, "tiles.")
            return PlannedLayout(laid.works, laid.sheets, [*figures, *laid.figures], laid.findings)
        paper = layout.as_printed.laid(0, layout.by)
        sheets = tuple(
            _sheet(layout, work, paper, part, f"Part {number}").enlarged(1 / layout.by)
            for number, part in enumerate(layout.parts, 1)
        )
        findings: list[Finding] = [*stops_on_sheets(work, style), *driver_findings(layout)]
        return PlannedLayout((work,), sheets, [*figures, *driver_figures(layout, style)], findings)

    def in_short(self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle) -> str:
        assert isinstance(layout, LifeRequest)
        return "not marked yet" if layout.unmarked else super().in_short(layout, laid, style)

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, LifeRequest)
        (work,) = laid.works
        notes = {}
        if layout.tiles is not None and not layout.unmarked:
            notes = glue_notes(layout.tiles.best(layout.as_printed, work.boxes.document, layout.by))
        parts = life_parts(layout, work, laid, style, seen.studio, seen.on)
        return assembled(parts, laid, style, notes, seen.sheet)


def _sized(plan: Any, document: dict[str, Any]) -> Any:
    """The plan with its true target; as it is where what decides it is not understood, which is told later."""
    if not isinstance(plan, dict) or "target" in plan:
        return plan
    size = {"width": "1 m", "height": "1 m"}
    try:
        picture = Picture.model_validate(plan.get("picture"))
        measure = Measure.model_validate(document.get("measure") or {})
        turn = plan.get("fit", {}).get("turn", 0)
        ppi = life_ppi(picture, turn, measure.waiting(), float(document.get("scale", 1.0)))
        sides = turned_size(picture, turn)
        size = {
            name: typed_length(px / ppi * MM_PER_INCH, "mm")
            for name, px in zip(("width", "height"), sides, strict=True)
        }
        for text in size.values():
            parse_length(text)
    except (KeyError, TypeError, ValueError, AttributeError, ZeroDivisionError, LengthError):
        pass
    return {"target": size} | plan


def _sheet(layout: LifeRequest, work: Work, paper: LaidPaper, part: LifePart, number: str) -> Sheet:
    """The usable area around the part's middle, moved into the picture; smaller where the picture is."""
    document, usable = work.boxes.document, paper.usable
    w, h = min(usable.w, document.w), min(usable.h, document.h)
    x = min(max(exact(part.x) * document.w - w / 2, Fraction(0)), document.w - w)
    y = min(max(exact(part.y) * document.h - h / 2, Fraction(0)), document.h - h)
    grid = Grid.over(document.w, document.h, work.output_ppi)
    left, top = round_px(x * grid.per_mm), round_px(y * grid.per_mm)
    right = min(grid.width, left + round_px(w * grid.per_mm))
    bottom = min(grid.height, top + round_px(h * grid.per_mm))
    box, name = Box(usable.x, usable.y, w, h), part.name or number
    return Sheet(
        name=name,
        width=paper.width,
        height=paper.height,
        ppi=work.output_ppi,
        trim=paper.media,
        bleed=paper.media,
        items=(
            FilePart(
                name,
                0,
                Box(x, y, w, h),
                PixelBox(left, top, right - left, bottom - top),
                box,
                tone=layout.tone,
            ),
            Ink(
                tuple(tile_strokes(paper.media, usable, box, _ALONE)),
                tuple(tile_labels(paper.media, usable, _fitting(name, usable))),
            )
            if layout.marks
            else Ink(),
        ),
    )


def _fitting(name: str, usable: Box) -> str:
    """As much of a name as stands above the picture."""
    while name and reach(name, "text", Fraction(3)).width > usable.w - 4:
        name = name[:-1]
    return name
