"""A keyline: a thin line around the printed picture, inside the border."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Self

from ..answer.reckoning import Finding
from ..ground.lengths import Length
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.part import Colour, Part, length_of
from ..shapes.box import Box
from ..shapes.ink import Stroke
from .grips import Grip, along_bottom, gap, grip
from .scaling import scaled_cut, scaled_ink


class Keyline(Part):
    """`gap` from the picture to the line, and the line's `width`."""

    gap: Length = length_of("2 mm")
    width: Length = length_of("0.3 mm")
    colour: Colour = "#22302f"

    def scaled(self, share: Fraction) -> Self:
        widths = {"gap": scaled_cut(self.gap, share), "width": scaled_ink(self.width, share)}
        return self.model_copy(update=widths)

    @property
    def outer(self) -> Fraction:
        """How far its outer edge lies from the picture, mm."""
        return self.gap.mm + self.width.mm

    def strokes(self, printed: Box) -> tuple[Stroke, ...]:
        """Four strokes around the printed picture; those above and below reach over the corners."""
        wide = self.width.mm
        if wide <= 0:
            return ()
        middle = printed.grown(self.gap.mm + wide / 2)
        outer, inner = printed.grown(self.outer), printed.grown(self.gap.mm)
        return (
            self._stroke((outer.x, middle.y), (outer.right, middle.y)),
            self._stroke((outer.x, middle.bottom), (outer.right, middle.bottom)),
            self._stroke((middle.x, inner.y), (middle.x, inner.bottom)),
            self._stroke((middle.right, inner.y), (middle.right, inner.bottom)),
        )

    def grips(self, trim: Box, printed: Box) -> Iterator[Grip]:
        """Its gap, and how wide it is, on the line below the picture."""
        if self.width.mm <= 0:
            return
        room = gap(trim, printed, "bottom")
        inner = printed.bottom + self.gap.mm
        yield grip("keyline.gap", "The keyline, on the drawing", along_bottom(printed, Fraction(7, 10), inner), self.gap,
                   self.gap.mm, room, 1)  # fmt: skip
        yield grip("keyline.width", "How wide the keyline is",
                   along_bottom(printed, Fraction(9, 10), inner + self.width.mm), self.width, self.width.mm, room, 1)  # fmt: skip

    def findings(self, trim: Box, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        room = min(printed.x - trim.x, printed.y - trim.y, trim.right - printed.right,
                   trim.bottom - printed.bottom)  # fmt: skip
        if self.outer <= room:
            return
        fits = room - self.width.mm
        yield Finding(
            id="keyline-beyond-sheet",
            level="stop",
            step="edge",
            text=f"The keyline lies up to {style.length(self.outer)} from the picture; the narrowest "
            f"border is {style.length(room)}.",
            fix={"edge.keyline.gap": style.typed(fits / 2)} if fits > 0 else {"edge.keyline": None},
            fix_label="Bring it closer" if fits > 0 else "Leave it out",
        )

    def _stroke(self, start: tuple[Fraction, Fraction], end: tuple[Fraction, Fraction]) -> Stroke:
        return Stroke("keyline", start, end, self.width.mm, self.colour)
