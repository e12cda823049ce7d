"""What every request for a layout has: plans, the sheet that lies in the printer, and whether marks are printed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from ..documents.formats import LAYOUT_FORMAT
from ..documents.plan import Plan, lengths_of
from ..documents.whole import WholeDocument
from ..edges import Problem
from ..ground.lengths import Length
from ..ground.plaintext import Line
from ..ground.rational import Fraction
from ..parts.part import Part, length_of
from ..shapes.box import ZERO, Box

#: More plans than this are no layout that somebody lays out.
MOST_PLANS = 200
#: The size of a sheet that a printer leaves as it is.
TRUE = Fraction(1)


class Margins(Part):
    """What the printer leaves white on each side of a standing sheet."""

    left: Length = length_of("5 mm")
    top: Length = length_of("5 mm")
    right: Length = length_of("5 mm")
    bottom: Length = length_of("5 mm")


class Paper(Part):
    """The sheet in the printer; its usable area is what its margins leave."""

    width: Length = length_of("210 mm")
    height: Length = length_of("297 mm")
    margins: Margins = Field(default_factory=Margins)

    def problems(self) -> list[Problem]:
        """What no sheet of paper has."""
        found = [
            (f"sheet.{name}", f"the {name} is 0; a sheet has a size")
            for name in ("width", "height")
            if getattr(self, name).mm <= 0
        ]
        margins = self.margins
        across = margins.left.mm + margins.right.mm
        down = margins.top.mm + margins.bottom.mm
        for name, taken in (("width", across), ("height", down)):
            if not found and taken >= getattr(self, name).mm:
                found.append(("sheet.margins", f"the margins take the whole {name} of the sheet"))
        return found

    def laid(self, turn: int, by: Fraction = TRUE) -> LaidPaper:
        """The sheet as it lies: turned clockwise by 0 or 90 degrees, its margins with it; all of it times `by`."""
        margins = self.margins
        left, top, right, bottom = (
            side.mm * by for side in (margins.left, margins.top, margins.right, margins.bottom)
        )
        width, height = self.width.mm * by, self.height.mm * by
        if turn:
            width, height = height, width
            left, top, right, bottom = bottom, left, top, right
        usable = Box(left, top, width - left - right, height - top - bottom)
        return LaidPaper(width, height, usable)


@dataclass(frozen=True, slots=True)
class LaidPaper:
    """A sheet as it lies, mm: its sides and its usable area."""

    width: Fraction
    height: Fraction
    usable: Box

    @property
    def media(self) -> Box:
        return Box(ZERO, ZERO, self.width, self.height)


class LayoutRequest(WholeDocument):
    """A layout request for a layout, `zollstock.layout/1`; its `kind` says which."""

    format: Literal["zollstock.layout/1"] = LAYOUT_FORMAT
    title: Line = Field(default="", max_length=200)
    plans: Annotated[list[Plan], Field(min_length=1, max_length=MOST_PLANS)]
    sheet: Paper = Field(default_factory=Paper)
    marks: bool = True

    @property
    def lengths(self) -> list[Length]:
        """What says in which unit it is spoken of: its first plan's, where a kind has no lengths of its own."""
        return lengths_of(self.plans[0])
