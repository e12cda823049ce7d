"""A hanging: prints of a job in a row on a wall; its sheet is the plan for who hangs them."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar

from ...answer.reckoning import Figure, Finding
from ...figures.figure import figure
from ...ground.lengths import ShownUnit
from ...ground.rational import Fraction
from ...ground.show import LengthStyle
from ...ground.workings import length, length_shown, written
from ...shapes.box import ZERO, Box
from ...sheet.sheets import Sheet
from ...studio.studio import Studio
from ...work.outcome import Work
from ..beginning import Beginning, Document
from ..kind import Kind, PageQuery, PlannedLayout
from ..page import LayoutPage, LayoutStepSummary, LayoutWay, Parts, assembled, step_summary
from ..request import LayoutRequest
from ..wall.hanging import CAUTION, hang_figures, hang_findings
from ..wall.page import Shown, seen_step, wall_drawn
from ..wall.plan import hanging_plan
from ..wall.scene import Scene
from ..wall.usual import usual_heights
from .onwall import row_scene
from .request import HangRequest, hang_of, row_to_hang, row_width

_LINES = {
    "middle": ("One middle line", "the middle of every piece at one height"),
    "top": ("One upper edge", "for a rail or a picture wire"),
    "bottom": ("One lower edge", "over a sofa, a shelf, a dado"),
}
#: Between the prints of a row.
_GAP: dict[ShownUnit, str] = {"in": "3 in", "cm": "8 cm", "mm": "80 mm"}
_OF_ROW = {"row-too-long", "row-touches"}


class HangKind(Kind):
    name: ClassVar[str] = "hang"
    request: ClassVar[type[LayoutRequest]] = HangRequest
    label: ClassVar[str] = "Hang them"
    begins: ClassVar[str] = "Plan the hanging"
    says: ClassVar[str] = (
        "In a row on a wall, on one middle line or one edge: where each begins, where its nail goes, as a plan to print."
    )
    of_several: ClassVar[bool] = True

    def first(self, plans: list[Document], at: Beginning) -> Document:
        begun = {"title": f"{at.title[:190]}, hung", "plans": plans, "pieces": [{} for _ in plans]}
        on_wall = {} if at.wall is None else {"wall": at.wall.typed}
        return begun | {"gap": _GAP[at.unit], "hang": usual_heights(at.unit)} | on_wall

    def with_more(self, document: Document, plans: list[Document]) -> Document:
        held = document["pieces"]
        missing = len(document["plans"]) - len(held) + len(plans)
        return super().with_more(document, plans) | {
            "pieces": [*held, *({} for _ in range(missing))]
        }

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, HangRequest)
        pieces, hang = row_to_hang(layout), hang_of(layout)
        return PlannedLayout(
            works=tuple(self.works(layout, studio)),
            sheets=tuple(self.hanging_plan(layout, style)),
            figures=[*_row_figures(layout, style), *hang_figures(pieces, hang, style)],
            findings=[
                *_row_findings(layout, style),
                *hang_findings(
                    pieces, hang, style, [f"pieces.{number}.fixings" for number in layout.hung]
                ),
            ],
        )

    def in_short(self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle) -> str:
        assert isinstance(layout, HangRequest)
        count = len(layout.hung)
        return f"{count} piece{'s' if count != 1 else ''}, {style.length(row_width(layout))}"

    def scene(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> Scene:
        assert isinstance(layout, HangRequest)
        return row_scene(layout, style, studio)

    def hanging_plan(self, layout: LayoutRequest, style: LengthStyle) -> list[Sheet]:
        assert isinstance(layout, HangRequest)
        wall = None if layout.wall is None else layout.wall.mm
        return hanging_plan(layout.title, row_to_hang(layout), hang_of(layout), style, wall)

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, HangRequest)
        pieces, hang = row_to_hang(layout), hang_of(layout)
        shown = [
            _shown(number, laid.works[number], piece.box)
            for number, piece in zip(layout.hung, pieces, strict=True)
        ]
        typed = [("", "")] * len(pieces)
        wall = None if layout.wall is None else layout.wall.mm
        parts = Parts(
            steps=_steps(layout, laid, style),
            ways=list(_lines(layout)),
            wall=wall_drawn(pieces, hang, shown, typed, wall, style),
            scene=row_scene(layout, style, seen.studio),
            hint=CAUTION,
        )
        return assembled(parts, laid, style, {}, seen.sheet)


def _shown(number: int, work: Work, outer: Box) -> Shown:
    """The finished print in the middle of its card or frame."""
    trim = work.boxes.trim
    at = Box(outer.x + (outer.w - trim.w) / 2, outer.y + (outer.h - trim.h) / 2, trim.w, trim.h)
    return Shown(number, trim, at, "")


def _row_figures(layout: HangRequest, style: LengthStyle) -> Iterator[Figure]:
    widths = [piece.box.w for piece in row_to_hang(layout)]
    mm, gaps = row_width(layout), len(widths) - 1
    shown, said = length_shown(mm, style)
    form = " + ".join(["{}"] * len(widths)) + (f" + {gaps} × {{}}" if gaps else "")
    put_in = [*widths, layout.gap.mm] if gaps else widths

    def added(*numbers: Fraction) -> Fraction:
        return sum(numbers[: len(widths)], ZERO) + (gaps * numbers[-1] if gaps else 0)

    put = written(form, tuple(length(one, style) for one in put_in), added, shown, said)
    yield figure("row_width", "Row", mm, "mm", style.length(mm), "pieces + gaps", put, "hanging")
    if layout.wall is not None and layout.centred and layout.wall.mm >= mm:
        left = (layout.wall.mm - mm) / 2
        shown, said = length_shown(left, style)
        put = written("({} − {}) ÷ 2", (length(layout.wall.mm, style), length(mm, style)), lambda a, b: (a - b) / 2, shown, said)  # fmt: skip
        yield figure("free_at_ends", "Free at each end", left, "mm", style.length(left), "(wall − row) ÷ 2", put, "hanging")  # fmt: skip


def _row_findings(layout: HangRequest, style: LengthStyle) -> Iterator[Finding]:
    width = row_width(layout)
    if layout.wall is not None:
        begins = hang_of(layout).from_left.mm
        over = begins + width - layout.wall.mm
        if over > 0:
            gaps = len(layout.hung) - 1
            # What every gap must lose, down to nothing.
            less = layout.gap.mm - over / gaps if gaps else Fraction(-1)
            fix = {"gap": style.typed(_down(less, style))} if less >= 0 else None
            yield Finding(
                id="row-too-long",
                level="warn",
                step="handover",
                text=f"The row is {style.length(over)} longer than the wall.",
                fix=fix,
                fix_label="Close the gaps so far" if fix else None,
            )
    if not layout.gap.mm and len(layout.hung) > 1:
        yield Finding(id="row-touches", level="note", step="handover",
                      text="Without a gap the pieces touch: leave a finger's breadth, to take one down.")  # fmt: skip


def _down(mm: Fraction, style: LengthStyle) -> Fraction:
    """A length down to the tenth of the style's unit."""
    step = style.mm / 10
    return (mm // step) * step


def _steps(layout: HangRequest, laid: PlannedLayout, style: LengthStyle) -> list[LayoutStepSummary]:
    count = len(layout.hung)
    of_row = [one for one in laid.findings if one.id in _OF_ROW]
    rest = [one for one in laid.findings if one not in of_row]
    nails = sum(piece.fixings for piece in row_to_hang(layout))
    of_hanging = [one.id for one in laid.figures if one.id.startswith(("hang_", "nail_"))]
    where = "centred" if layout.centred and layout.wall is not None else "from the left"
    return [
        step_summary("row", "Row", style.length(row_width(layout)), f"{count} piece{'s' * (count > 1)}", ["row_width"], of_row),
        step_summary("wall", "Wall", "not measured" if layout.wall is None else style.length(layout.wall.mm), where,
              ["row_width", "free_at_ends"], []),
        step_summary("hanging", "Hanging", f"middle {style.length(layout.hang.centre_height.mm)}", f"{nails} nail{'s' * (nails > 1)}",
              of_hanging, rest),
        seen_step(layout.view, style),
    ]  # fmt: skip


def _lines(layout: HangRequest) -> Iterator[LayoutWay]:
    for line, (title, text) in _LINES.items():
        yield LayoutWay(
            id=f"line-{line}", title=title, text=text, fix={"line": line}, taken=line == layout.line
        )
