"""Panels: one picture over several frames, each its own file, and how they hang."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, ClassVar

from ...answer.reckoning import Finding
from ...ground.show import LengthStyle, typed_length
from ...sheet.sheets import Sheet
from ...studio.studio import Studio
from ...telling.findings import stops_on_sheets
from ...work.outcome import Work
from ..beginning import Beginning, Document, without_size
from ..kind import Kind, PageQuery, PlannedLayout
from ..page import LayoutPage, assembled
from ..request import LayoutRequest
from ..wall.faces import bounds
from ..wall.hanging import hang_findings
from ..wall.plan import hanging_plan
from ..wall.scene import Scene
from .figures import panel_figures
from .first import first_panels
from .onwall import frames_to_hang, panels_scene
from .page import panel_parts
from .request import Frame, PanelsRequest
from .work import Panels, beyond_picture, grown, panel_sheet, panels_of
from .zones import panel_work, panel_zone_findings

_MIRROR: dict[str, Any] = {
    "fix": {"wrap.fill": "mirror"},
    "fix_label": "Mirror the picture round the sides",
}
#: A measured side that is off what was ordered by more than this share is no joiner's work.
_MEANT = 0.1


class PanelsKind(Kind):
    name: ClassVar[str] = "panels"
    request: ClassVar[type[LayoutRequest]] = PanelsRequest
    label: ClassVar[str] = "Panels"
    begins: ClassVar[str] = "Begin with panels"
    says: ClassVar[str] = (
        "One picture over two to twelve frames, each as it was measured: a file a frame, and how they hang, "
        "nail by nail."
    )
    sizes: ClassVar[bool] = True

    def first(self, plans: list[Document], at: Beginning) -> Document:
        (plan,) = plans
        begun = {"title": plan.get("title", ""), "plans": [without_size(plan)]}
        return begun | first_panels(plan, at.unit, at.wall)

    def completed(self, document: dict[str, Any]) -> dict[str, Any]:
        """A plan without a target has the size of the spread."""
        plans = document.get("plans")
        if not isinstance(plans, list):
            return document
        size = _spread_of(document)
        return document | {
            "plans": [{"target": size} | plan if isinstance(plan, dict) else plan for plan in plans]
        }

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, PanelsRequest)
        work = panel_work(layout, studio)
        panels = panels_of(layout, work)
        pieces = frames_to_hang(layout)
        return PlannedLayout(
            works=(grown(panels),),
            sheets=tuple(panel_sheet(panels, number) for number in range(len(layout.frames))),
            figures=list(panel_figures(layout, work, style)),
            findings=[
                *stops_on_sheets(work, style),
                *_sides(panels, style),
                *panel_zone_findings(layout, work, style),
                *_measured(layout, style),
                *hang_findings(pieces, layout.hang, style, _fixings(layout)),
            ],
        )

    def in_short(self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle) -> str:
        assert isinstance(layout, PanelsRequest)
        spread, count = bounds(layout.on_spread), len(layout.frames)
        return f"{count} frame{'s' if count != 1 else ''}, {style.size(spread.w, spread.h)}"

    def works(self, layout: LayoutRequest, studio: Studio) -> list[Work]:
        assert isinstance(layout, PanelsRequest)
        return [panel_work(layout, studio)]

    def scene(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> Scene:
        assert isinstance(layout, PanelsRequest)
        return panels_scene(layout, style, studio)

    def hanging_plan(self, layout: LayoutRequest, style: LengthStyle) -> list[Sheet]:
        assert isinstance(layout, PanelsRequest)
        return hanging_plan(layout.title, frames_to_hang(layout), layout.hang, style)

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, PanelsRequest)
        work = panel_work(layout, seen.studio)
        return assembled(panel_parts(layout, work, laid, style), laid, style, {}, seen.sheet)


def _fixings(layout: PanelsRequest) -> list[str]:
    return [f"frames.{number}.fixings" for number in range(len(layout.frames))]


def _spread_of(document: dict[str, Any]) -> dict[str, str]:
    """The spread that frames make; a metre each way where they are not understood, which is told later."""
    try:
        layout = PanelsRequest.model_construct(
            plans=[],
            frames=[Frame.model_validate(frame) for frame in document["frames"]],
            mode=document.get("mode", "window"),
        )
        spread = bounds(layout.on_spread)
        if not spread.area:
            raise ValueError("a frame without a size, which is told by the layout")
        unit = layout.frames[0].width.unit
        return {"width": typed_length(spread.w, unit), "height": typed_length(spread.h, unit)}
    except (KeyError, TypeError, ValueError, AttributeError):
        return {"width": "1 m", "height": "1 m"}


def _sides(panels: Panels, style: LengthStyle) -> Iterator[Finding]:
    """Where the picture ends before the sides are covered, or a face is too shallow to be mirrored."""
    layout, work = panels.layout, panels.work
    wrap = layout.wrap
    if wrap is None:
        return
    for number, face in enumerate(layout.on_spread):
        name = layout.name_of(number)
        if wrap.fill == "picture":
            over = beyond_picture(work, face.grown(wrap.around))
            # Less than a px of the file is held to the picture's edge: nobody could see it.
            if over * panels.grid.per_mm > 1:
                yield Finding(
                    id="picture-ends",
                    level="stop",
                    step="edge",
                    text=f"The picture ends {style.length(over)} before the sides of frame {name} are covered.",
                    **_MIRROR,
                )
        elif wrap.fill in ("mirror", "soft-mirror") and min(face.w, face.h) < wrap.around:
            yield Finding(
                id="mirror-too-shallow",
                level="stop",
                step="edge",
                text=f"A mirrored side needs {style.length(wrap.around)} of picture; frame {name} has only "
                f"{style.length(min(face.w, face.h))}.",
                fix={"wrap.fill": "stretch"},
                fix_label="Stretch the outermost pixels",
            )


def _measured(layout: PanelsRequest, style: LengthStyle) -> Iterator[Finding]:
    """Sizes that were measured and cannot be those that were ordered."""
    for number, frame in enumerate(layout.frames):
        if frame.ordered is None:
            continue
        wanted = frame.ordered.width.mm, frame.ordered.height.mm
        found = frame.width.mm, frame.height.mm
        if all(abs(a - b) <= _off(b) for a, b in zip(found, wanted, strict=True)):
            continue
        swapped = all(abs(a - b) <= _off(b) for a, b in zip(found[::-1], wanted, strict=True))
        doubt = ": are its sides exchanged?" if swapped else "."
        yield Finding(
            id="measured-otherwise",
            level="warn",
            step="size",
            text=f"Frame {layout.name_of(number)} was ordered {style.size(*wanted)} and measured {style.size(*found)}{doubt}",
            fix={f"frames.{number}.width": frame.height.typed, f"frames.{number}.height": frame.width.typed}
            if swapped
            else None,
            fix_label="Exchange them" if swapped else None,
        )  # fmt: skip


def _off(mm: Any) -> float:
    return float(mm) * _MEANT
