"""Tiles: one big print over many small sheets, glued together at their overlaps."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar, Literal, NamedTuple

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from ..edges import Problem
from ..findings import stops
from ..lengths import Length
from ..parts.part import length_of
from ..reckoning import Finding
from ..show import LengthStyle
from ..work import work_out
from .kind import Kind, Laid
from .split import Split, Spread
from .tilefigures import tile_figures
from .tilemarks import tile_labels
from .tileseams import zones_on_seams
from .tilesheets import TileSheets
from .wish import LaidPaper, Wish

#: More sheets than this nobody glues.
MOST_SHEETS = 1000
Turns = Literal["auto", 0, 90]


class TilesWish(Wish):
    """One plan's document over sheets; `overlap` lies over the neighbour and is glued."""

    kind: Literal["tiles"] = "tiles"
    overlap: Length = length_of("10 mm")
    turn: Turns = "auto"
    spread: Spread = "full"
    order: Literal["rows", "columns"] = "rows"

    @model_validator(mode="after")
    def _hangs_together(self) -> TilesWish:
        found = list(self._problems())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    def _problems(self) -> Iterator[Problem]:
        if len(self.plans) != 1:
            yield "plans", f"tiles are made of one plan; here are {len(self.plans)}"
            return
        if self.plans[0].target.in_pixels:
            yield "plans[0].target", "a target in pixels has no size on paper"
            return
        wrong = self.sheet.problems()
        yield from wrong
        if wrong:
            return
        if self.overlap.mm < 0:
            yield "overlap", "an overlap is not negative"
            return
        found = [cut for cut in self.cuts() if cut.possible]
        if not found:
            yield (
                "overlap",
                f"an overlap of {self.overlap.typed} leaves nothing of a sheet's usable area",
            )
        elif min(cut.sheets for cut in found) > MOST_SHEETS:
            yield "sheet", f"this takes more than {MOST_SHEETS} sheets"

    def cuts(self) -> list[Cut]:
        """The document cut for each turn of the sheet that the wish allows."""
        document = work_out(self.plans[0]).boxes.document
        turns: tuple[Literal[0, 90], ...] = (0, 90) if self.turn == "auto" else (self.turn,)
        found = []
        for turn in turns:
            paper = self.sheet.laid(turn)
            across, down = (
                Split(whole, room, self.overlap.mm, self.spread)
                for whole, room in ((document.w, paper.usable.w), (document.h, paper.usable.h))
            )
            found.append(Cut(turn, paper, across, down))
        return found


class Cut(NamedTuple):
    """A document cut across and down for sheets that lie in one way."""

    turn: Literal[0, 90]
    paper: LaidPaper
    across: Split
    down: Split

    @property
    def possible(self) -> bool:
        """Whether the overlap leaves something of every sheet where there is more than one."""
        return all(
            split.whole <= split.room or split.overlap < split.room
            for split in (self.across, self.down)
        )

    @property
    def sheets(self) -> int:
        return self.across.count * self.down.count


class Tiles(Kind):
    name: ClassVar[str] = "tiles"
    wish: ClassVar[type[Wish]] = TilesWish

    def lay(self, wish: Wish, style: LengthStyle) -> Laid:
        assert isinstance(wish, TilesWish)
        work = work_out(wish.plans[0])
        cut = min((cut for cut in wish.cuts() if cut.possible), key=lambda one: one.sheets)
        return Laid(
            works=(work,),
            sheets=tuple(
                TileSheets(work, cut.paper, cut.across, cut.down, wish.marks).all(wish.order)
            ),
            figures=tile_figures(cut.turn, cut.paper, cut.across, cut.down, style),
            findings=[
                *stops(work, style),
                *zones_on_seams(work, list(cut.across.pieces()), list(cut.down.pieces())),
                *_without_marks(wish, cut.paper, style),
            ],
        )


def _without_marks(wish: TilesWish, paper: LaidPaper, style: LengthStyle) -> Iterator[Finding]:
    if wish.marks and not list(tile_labels(paper.media, paper.usable, "A1")):
        yield Finding(
            id="marks-no-room",
            level="note",
            step="edge",
            text=f"Above the picture are {style.length(paper.usable.y)} of margin: too little for numbers and bar.",
        )
