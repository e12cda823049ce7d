"""Strips: patches of one part of a picture, told apart by letters alone."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar

from ...ground.show import LengthStyle
from ...studio.studio import Studio
from ...work.outcome import Work
from ..beginning import OFFICE_SHEET, Beginning, Document, sheet
from ..kind import Kind, PageQuery, PlannedLayout
from ..page import LayoutPage, assembled
from ..request import LayoutRequest
from .figures import is_secret, strip_figures
from .findings import strip_findings
from .ladder import Rung
from .letters import Lettered, lettered
from .page import strip_parts
from .patches import (
    PatchGrid,
    PictureOnStrip,
    patch_grid,
    patch_work,
    picture_on_strip,
    sharp_places,
)
from .request import StripRequest
from .sheets import Room, room_on, strip_sheets

#: How a print comes to its colours.
_COLOURS = ("profile", "intent", "black_point")
#: More pictures than this do not go on a copy that somebody judges.
_MOST = 6


@dataclass(frozen=True, slots=True)
class Worked:
    """What everything on a strip comes of."""

    grid: PatchGrid
    pictures: list[PictureOnStrip]
    room: Room

    @property
    def sound(self) -> bool:
        """Whether there is anything to lay."""
        return bool(self.room.most) and all(
            on.fits and len(on.rungs.standing) > 1 for on in self.pictures
        )


def copies_of(layout: StripRequest, pictures: list[PictureOnStrip]) -> dict[int, list[Lettered]]:
    """The patches of every copy, in order, with their letters.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> made = worked(strip(), DEFAULT_STUDIO)
    >>> [one.letter for one in copies_of(strip(), made.pictures)[1]][:3]
    ['C', 'D', 'E']
    """
    rungs = [one for on in pictures for one in on.rungs.standing]
    alike = [one for on in pictures for one in on.rungs.alike]
    return {copy: lettered(rungs, alike, layout.seed, copy) for copy in range(1, layout.copies + 1)}


def worked(layout: StripRequest, studio: Studio) -> Worked:
    """The patches' pixels, what each picture shows on them, and the room on a sheet.

    >>> from ...studio.studio import DEFAULT_STUDIO
    >>> len(worked(strip(), DEFAULT_STUDIO).pictures)
    1
    """
    grid = patch_grid(layout)
    pictures = [picture_on_strip(layout, at, grid, studio) for at in range(len(layout.plans))]
    return Worked(grid, pictures, room_on(layout, grid))


class StripKind(Kind):
    name: ClassVar[str] = "strip"
    request: ClassVar[type[LayoutRequest]] = StripRequest
    label: ClassVar[str] = "Test strip"
    begins: ClassVar[str] = "Make a test strip"
    says: ClassVar[str] = (
        "The same part at a ladder of ppi, or made in several ways, told apart by letters alone: print it, step back, "
        "and see what can be told."
    )
    most: ClassVar[int] = _MOST

    def first(self, plans: list[Document], at: Beginning) -> Document:
        name, picture = plans[0].get("title", ""), plans[0]["picture"]
        turn = plans[0].get("fit", {}).get("turn", 0)
        places = sharp_places(at.measures, picture["width_px"], picture["height_px"], turn)
        return {
            # The sharpest place, where it is known: there most is seen.
            "part": places[0] if places else None,
            "title": f"Strip of {name}"[:200] if name else "Strip",
            "plans": [_plain(plan) for plan in plans],
            "sheet": sheet(OFFICE_SHEET[at.unit]),
            "patch": {"width": "6 cm", "height": "6 cm"} if at.unit != "in" else {"width": "2.25 in", "height": "2.25 in"},
            "distance": "60 cm" if at.unit != "in" else "24 in",
        }  # fmt: skip

    def with_more(self, document: Document, plans: list[Document]) -> Document:
        """Further pictures are shown at their middle until somebody says otherwise, on the same ladder."""
        return super().with_more(document, [_plain(plan) for plan in plans])

    def lay(self, layout: LayoutRequest, style: LengthStyle, studio: Studio) -> PlannedLayout:
        assert isinstance(layout, StripRequest)
        made = worked(layout, studio)
        findings = list(strip_findings(layout, made.grid, made.pictures, made.room, style))
        if not made.sound:
            alone = tuple(on.alone for on in made.pictures)
            return PlannedLayout(alone, (), [], findings)
        copies = copies_of(layout, made.pictures)
        works, plans, work_of = _works(layout, made)
        sheets = tuple(strip_sheets(layout, made.grid, made.room, copies, work_of))
        figures = list(strip_figures(layout, made.grid, made.pictures, copies, len(sheets), style))
        return PlannedLayout(works, sheets, figures, findings, plans)

    def in_short(self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle) -> str:
        assert isinstance(layout, StripRequest)
        count = layout.copies
        return f"{len(layout.ladder.steps)} steps, {count} {'copy' if count == 1 else 'copies'}"

    def page(
        self, layout: LayoutRequest, laid: PlannedLayout, style: LengthStyle, seen: PageQuery
    ) -> LayoutPage:
        assert isinstance(layout, StripRequest)
        made = worked(layout, seen.studio)
        parts = strip_parts(layout, made.pictures, made.grid, laid, style, seen)
        page = assembled(parts, laid, style, {}, seen.sheet)
        # Whoever looks at the page may judge later: the key is in the documents alone.
        return page.model_copy(update={"figures": [one for one in page.figures if not is_secret(one)]})  # fmt: skip


def _plain(plan: Document) -> Document:
    """A print whose patches are written without loss, in its print profile where it has one."""
    kept = {
        name: plan.get("output", {})[name] for name in _COLOURS if name in plan.get("output", {})
    }
    kept = kept if isinstance(kept.get("profile"), dict) else {}
    return plan | {"output": {"format": "pdf"} | kept}


def _works(
    layout: StripRequest, made: Worked
) -> tuple[tuple[Work, ...], tuple[int, ...], dict[Any, int]]:
    """The works that patches are cut from: one a picture, or one a rung where each goes its own way."""
    works: list[Work] = []
    plans: list[int] = []
    work_of: dict[Rung, int] = {}
    shared = layout.ladder.by in ("ppi", "exposure")
    for number, on in enumerate(made.pictures):
        for rung in on.rungs.standing:
            if not shared or rung is on.rungs.standing[0]:
                works.append(patch_work(layout, on, None if shared else rung, made.grid))
                plans.append(number)
            work_of[rung] = len(works) - 1
    return tuple(works), tuple(plans), work_of
