"""How a document is cut into tiles: overlap, turn of the sheets, spread, and the order of printing."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal, NamedTuple

from ...edges import Problem
from ...ground.lengths import Length
from ...ground.rational import Fraction
from ...parts.part import Part, length_of
from ...shapes.box import Box
from ..request import TRUE, LaidPaper, Paper
from .split import Split, Spread

#: More sheets than this nobody glues.
MOST_SHEETS = 1000


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


class TilesWay(Part):
    """`overlap` lies over the neighbour and is glued; `auto` takes the turn that needs fewer sheets.

    `shift_x` and `shift_y` move the seams left and up. With `overview` a sheet that shows the whole comes first.
    """

    overlap: Length = length_of("10 mm")
    turn: Literal["auto", 0, 90] = "auto"
    spread: Spread = "full"
    order: Literal["rows", "columns"] = "rows"
    shift_x: Length = length_of("0 mm")
    shift_y: Length = length_of("0 mm")
    overview: bool = False

    def cuts(
        self, sheet: Paper, document: Box, by: Fraction = TRUE, both: bool = False
    ) -> list[Cut]:
        """The document cut for each turn of the sheet that is allowed (or `both`) and possible.

        `by` is how large a sheet is printed: 1 where the printer leaves it as it is.
        """
        turns: tuple[Literal[0, 90], ...]
        turns = (0, 90) if both or self.turn == "auto" else (self.turn,)
        found = []
        for turn in turns:
            paper = sheet.laid(turn, by)
            across, down = (
                Split(whole, room, self.overlap.mm, self.spread, shift.mm)
                for whole, room, shift in (
                    (document.w, paper.usable.w, self.shift_x),
                    (document.h, paper.usable.h, self.shift_y),
                )
            )
            found.append(Cut(turn, paper, across, down))
        return [cut for cut in found if cut.possible]

    def best(self, sheet: Paper, document: Box, by: Fraction = TRUE) -> Cut:
        """The fewest sheets, standing where they are equal; there is one where there are no `problems`."""
        return min(self.cuts(sheet, document, by), key=lambda cut: cut.sheets)

    def problems(
        self, sheet: Paper, document: Box, holder: str = "", by: Fraction = TRUE
    ) -> Iterator[Problem]:
        """Why a document cannot be cut so, for a sound sheet; `holder` is the path to this part."""
        if self.overlap.mm < 0:
            yield f"{holder}overlap", "an overlap is not negative"
            return
        found = self.cuts(sheet, document, by)
        if not found:
            nothing = f"an overlap of {self.overlap.typed} leaves nothing of a sheet's usable area"
            yield f"{holder}overlap", nothing
        elif min(cut.sheets for cut in found) > MOST_SHEETS:
            yield "sheet", f"this takes more than {MOST_SHEETS} sheets"
