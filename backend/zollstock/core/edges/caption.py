"""A caption: a line of text in the border, above or below the picture."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal, Self

from pydantic import Field

from ..answer.reckoning import Finding
from ..ground.lengths import Length
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..letters import PrintedFont, Reach, lacking, reach
from ..parts.part import Colour, Part, length_of
from ..shapes.box import Box
from ..shapes.ink import Label
from .grips import Grip, along_bottom, gap, grip
from .scaling import scaled_cut, scaled_ink

#: Letters lower than this, mm, nobody reads in the hand.
LEAST_LETTERS = Fraction(3, 2)
#: A cutter strays: nothing that matters lies nearer to the cut, mm.
SAFE_MARGIN = Fraction(3)
#: A caption is moved closer by whole steps, mm.
_STEP = Fraction(1, 10)
#: As much of its room as a caption that has to shrink takes.
_SNUG = Fraction(9, 10)


class Caption(Part):
    """`height` is that of the capitals, `offset` lies between the picture and the letters."""

    text: str = Field(max_length=300, pattern=r"^[^\x00-\x1f\x7f]*$")
    height: Length = length_of("3 mm")
    side: Literal["bottom", "top"] = "bottom"
    align: Literal["left", "centre", "right"] = "centre"
    offset: Length = length_of("6 mm")
    font: PrintedFont = "text"
    colour: Colour = "#22302f"

    def scaled(self, share: Fraction) -> Self:
        """Smaller or larger with the print, and never too small to be read in the hand."""
        height = scaled_ink(self.height, share, min(self.height.mm, LEAST_LETTERS))
        return self.model_copy(update={"height": height, "offset": scaled_cut(self.offset, share)})

    def labels(self, printed: Box) -> tuple[Label, ...]:
        """The caption beside the printed picture, whose sides it is set to."""
        if not self.text.strip():
            return ()
        room = self._reach()
        # By the ink, not by the room that letters keep around themselves: so a line is flush with the picture.
        x = {
            "left": printed.x - room.left,
            "centre": printed.x + (printed.w - room.width) / 2,
            "right": printed.right - room.right,
        }[self.align]
        if self.side == "bottom":
            y = printed.bottom + self.offset.mm + self.height.mm
        else:
            y = printed.y - self.offset.mm
        return (Label(self.text, (x, y), self.height.mm, self.font, self.colour),)

    def grips(self, trim: Box, printed: Box) -> Iterator[Grip]:
        """Its near side lies off the picture, its far side as much further as the letters are high."""
        labels = self.labels(printed)
        if not labels:
            return
        base, high = labels[0].at[1], self.height.mm
        under = self.side == "bottom"
        near, far = (base - high, base) if under else (base, base - high)
        by, room = (1 if under else -1), gap(trim, printed, self.side)
        yield grip("caption.offset", "The caption, on the drawing", along_bottom(printed, Fraction(1, 4), near), self.offset,
                   self.offset.mm, room, by)  # fmt: skip
        yield grip("caption.height", "Its letters, on the drawing", along_bottom(printed, Fraction(2, 25), far), self.height,
                   high, room, by)  # fmt: skip

    def findings(
        self, trim: Box, printed: Box, keyline: Fraction, paper: str, style: LengthStyle
    ) -> Iterator[Finding]:
        """What is wrong with it; `keyline` is how far (mm) the outer edge of one lies from the picture."""
        missing = lacking(self.text, self.font)
        if missing:
            yield Finding(
                id="caption-signs",
                level="stop",
                step="edge",
                text=f"The fonts that ship here have no sign for “{missing[:20]}”: it would be printed "
                "as empty boxes. They hold the Latin letters of Europe.",
            )
        if not self.text.strip() or self.height.mm <= 0:
            return
        yield from self._room(trim, printed, style)
        if self.height.mm < LEAST_LETTERS:
            yield Finding(
                id="caption-small",
                level="warn",
                step="edge",
                text=f"Letters of {style.length(self.height.mm)} are hard to read: "
                f"{style.length(LEAST_LETTERS)} is the least.",
                fix={"edge.caption.height": style.typed_at_least(LEAST_LETTERS)},
                fix_label=f"Make them {style.length(LEAST_LETTERS)}",
            )
        if self.offset.mm < keyline:
            yield Finding(
                id="caption-meets-keyline",
                level="warn",
                step="edge",
                text=f"The keyline runs through the caption: its outer edge lies {style.length(keyline)} "
                f"from the picture, the letters begin at {style.length(self.offset.mm)}.",
                fix={"edge.caption.offset": style.typed_at_least(keyline + self.height.mm)},
                fix_label="Move the caption clear of it",
            )
        if self.colour.lower() == paper.lower():
            yield Finding(
                id="caption-unseen",
                level="warn",
                step="edge",
                text="The caption has the colour of the border: nobody will see it.",
            )

    def _room(self, trim: Box, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        takes = self._reach()
        if self.side == "bottom":
            border = trim.bottom - printed.bottom
            needs, touches = (
                self.offset.mm + self.height.mm + takes.below,
                takes.above - self.height.mm,
            )
        else:
            border = printed.y - trim.y
            needs, touches = self.offset.mm + takes.above, takes.below
        if needs > border:
            letters = needs - self.offset.mm
            spare = border - letters
            fix = (
                {"edge.caption.offset": style.typed(spare / 2)}
                if spare / 2 > touches
                else {f"edge.{self.side}": style.typed_at_least(needs + self.height.mm)}
            )
            yield Finding(
                id="caption-beyond",
                level="stop",
                step="edge",
                text=f"The caption needs {style.length(needs)} {_PLACES[self.side]} the picture; the "
                f"border there is {style.length(border)}.",
                fix=fix,
                fix_label="Move it closer" if spare / 2 > touches else "Widen the border there",
            )
        elif border - needs < SAFE_MARGIN:
            closer = (self.offset.mm - (SAFE_MARGIN - (border - needs))) // _STEP * _STEP
            fix = (
                {"edge.caption.offset": style.typed(closer)}
                if closer > touches
                else {f"edge.{self.side}": style.typed_at_least(needs + SAFE_MARGIN)}
            )
            yield Finding(
                id="caption-near-trim",
                level="warn",
                step="edge",
                text=f"The caption ends {style.length(border - needs)} from the cut: closer than "
                f"{style.length(SAFE_MARGIN)} a slip of the cutter takes letters with it.",
                fix=fix,
                fix_label="Move it closer to the picture"
                if closer > touches
                else "Widen the border there",
            )
        elif touches > self.offset.mm:
            yield Finding(
                id="caption-beyond",
                level="stop",
                step="edge",
                text="The caption's letters reach into the picture.",
                fix={"edge.caption.offset": style.typed_at_least(touches + self.height.mm)},
                fix_label="Move it off the picture",
            )
        (label,) = self.labels(printed)
        left, right = label.at[0] + takes.left - trim.x, trim.right - label.at[0] - takes.right
        if 0 <= min(left, right) < SAFE_MARGIN:
            centred = (trim.w - takes.width) / 2 >= SAFE_MARGIN and self.align != "centre"
            yield Finding(
                id="caption-near-trim",
                level="warn",
                step="edge",
                text=f"The caption ends {style.length(min(left, right))} from the cut at the side: closer "
                f"than {style.length(SAFE_MARGIN)} a slip of the cutter takes letters with it.",
                fix={"edge.caption.align": "centre"} if centred else None,
                fix_label="Centre it" if centred else None,
            )
        if left < 0 or right < 0:
            holds = self.height.mm * trim.w / takes.width * _SNUG
            fix = {"edge.caption.height": style.typed(holds), "edge.caption.align": "centre"}
            yield Finding(
                id="caption-too-long",
                level="stop",
                step="edge",
                text=f"The caption is {style.length(takes.width)} long and runs off the sheet, which is "
                f"{style.length(trim.w)} wide.",
                fix=fix if holds >= LEAST_LETTERS else None,
                fix_label="Make its letters smaller" if holds >= LEAST_LETTERS else None,
            )

    def _reach(self) -> Reach:
        return reach(self.text, self.font, self.height.mm)


_PLACES = {"bottom": "below", "top": "above"}
