"""What lies on the openings of a book, as its request has it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ...ground.lengths import Length
from ...ground.plaintext import Text
from ...letters import PrintedFont
from ...parts.part import Colour, Part, length_of
from ...shapes.box import Box

#: So many boxes an opening has at most.
MOST_ON_OPENING = 40


class BookBox(Part):
    """A picture, or a text, on an opening; places in mm from the trim's upper left corner."""

    plan: int | None = Field(default=None, ge=0)
    x: Length
    y: Length
    width: Length
    height: Length
    text: Annotated[Text, Field(max_length=4000)] | None = None
    capitals: Length = length_of("2 mm")
    font: PrintedFont = "text"
    align: Literal["left", "centre", "right"] = "left"
    colour: Colour = "#000000"

    @property
    def box(self) -> Box:
        return Box(self.x.mm, self.y.mm, self.width.mm, self.height.mm)


class BookSpread(Part):
    """What lies on the opening that begins with page `from`: 1, or an even one."""

    start: int = Field(alias="from", ge=1)
    boxes: Annotated[list[BookBox], Field(max_length=MOST_ON_OPENING)] = []
