"""Tiles: one big print over many small sheets, glued together at their overlaps."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar, Literal

from ..edges import Problem
from ..findings import stops
from ..reckoning import Finding
from ..show import LengthStyle
from ..work import Work, work_out
from .kind import Kind, Laid
from .tilefigures import tile_figures
from .tilemarks import tile_labels
from .tileseams import zones_on_seams
from .tilesheets import TileSheets
from .tileway import TilesWay
from .wish import LaidPaper, Wish


class TilesWish(TilesWay, Wish):
    """One plan's document over sheets."""

    kind: Literal["tiles"] = "tiles"

    def contradictions(self) -> Iterator[Problem]:
        if len(self.plans) != 1:
            yield "plans", f"tiles are made of one plan; here are {len(self.plans)}"
            return
        if self.plans[0].target.in_pixels:
            yield "plans[0].target", "a target in pixels has no size on paper"
            return
        wrong = self.sheet.problems()
        yield from wrong or self.problems(self.sheet, work_out(self.plans[0]).boxes.document)


class Tiles(Kind):
    name: ClassVar[str] = "tiles"
    wish: ClassVar[type[Wish]] = TilesWish

    def lay(self, wish: Wish, style: LengthStyle) -> Laid:
        assert isinstance(wish, TilesWish)
        return laid_tiles(work_out(wish.plans[0]), wish, wish, style)


def laid_tiles(work: Work, wish: Wish, way: TilesWay, style: LengthStyle) -> Laid:
    """The document of a plan worked out, over the wish's sheets in a way that is possible."""
    cut = way.best(wish.sheet, work.boxes.document)
    return Laid(
        works=(work,),
        sheets=tuple(TileSheets(work, cut.paper, cut.across, cut.down, wish.marks).all(way.order)),
        figures=tile_figures(cut.turn, cut.paper, cut.across, cut.down, style),
        findings=[
            *stops(work, style),
            *zones_on_seams(work, list(cut.across.pieces()), list(cut.down.pieces())),
            *_without_marks(wish, cut.paper, style),
        ],
    )


def _without_marks(wish: Wish, paper: LaidPaper, style: LengthStyle) -> Iterator[Finding]:
    if wish.marks and not list(tile_labels(paper.media, paper.usable, "A1")):
        yield Finding(
            id="marks-no-room",
            level="note",
            step="edge",
            text=f"Above the picture are {style.length(paper.usable.y)} of margin: too little for numbers and bar.",
        )
