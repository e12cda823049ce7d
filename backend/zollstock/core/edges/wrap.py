"""A canvas wrap: the print goes round the sides of a stretcher, to its back."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field

from ..answer.reckoning import Finding
from ..ground.lengths import Length
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from ..parts.part import Colour, Part
from ..shapes.box import Box
from .kind import WHITE, Axis, EdgeBoxes, EdgeFill, EdgeKind, Fill, Side, too_shallow

WrapFill = Literal["picture", "mirror", "soft-mirror", "stretch", "colour"]
#: The most that a canvas gives; more is a slip of the hand.
MOST_GIVE = 0.1


class Give(Part):
    """The share by which the canvas gets longer when it is stretched, in each direction."""

    x: Annotated[float, Field(ge=0, le=MOST_GIVE)] = 0.0
    y: Annotated[float, Field(ge=0, le=MOST_GIVE)] = 0.0

    def along(self, axis: Axis) -> Fraction:
        """1 + the share, exact."""
        return 1 + exact(self.x if axis == "width" else self.y)


class Wrap(EdgeKind):
    kind: Literal["wrap"]
    depth: Length
    turn: Length
    fill: WrapFill = "picture"
    colour: Colour = WHITE
    softness: Annotated[float, Field(ge=0, le=1)] = 0.5
    give: Give = Give()

    target_word: ClassVar[str] = "face"
    source: ClassVar[str] = (
        "A canvas is printed larger than its face: file = face + 2 × (stretcher depth + staple allowance). With every "
        "fill but picture the image box is the face. The stretch allowance is taken off "
        "before: printed = stretched ÷ (1 + stretch)."
    )
    cut_words: ClassVar[str] = "goes round"
    rim_words: ClassVar[str] = "its edge goes round the side"
    fold_cure: ClassVar[tuple[dict[str, Any], str] | None] = (
        {"edge.fill": "mirror"},
        "Mirror the picture round the side",
    )
    fills: ClassVar[tuple[Fill, ...]] = (
        Fill("picture", "Picture", "the picture goes on round the side"),
        Fill("mirror", "Mirror", "the edge is mirrored round the side"),
        Fill("soft-mirror", "Soft mirror", "mirrored, softer towards the back"),
        Fill("stretch", "Stretched edge", "the outermost pixels are drawn out"),
        Fill("colour", "A colour", "one colour all round"),
    )

    def boxes(self, trim: Box) -> EdgeBoxes:
        across, down = (self.give.along(axis) for axis in ("width", "height"))
        face = Box(trim.x, trim.y, trim.w / across, trim.h / down)
        around, side = self.depth.mm + self.turn.mm, self.depth.mm
        document = _grown(face, around / across, around / down)
        image = document if self.fill == "picture" else face
        back = _grown(face, side / across, side / down)
        return EdgeBoxes(document, face, image, face, fold=face, fold_back=back)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        if self.fill == "picture":
            return self.document_side(axis, full)
        give = self.give.along(axis)
        if give == 1:
            return None
        return Side(f"face {axis} ÷ (1 + stretch)", "{} ÷ {}", (full, give), _ratio, plain=(1,))

    def document_side(self, axis: Axis, full: Fraction) -> Side | None:
        give, formula = (
            self.give.along(axis),
            f"face {axis} + 2 × (stretcher depth + staple allowance)",
        )
        put_in = (full, self.depth.mm, self.turn.mm)
        if give == 1:
            return Side(formula, "{} + 2 × ({} + {})", put_in, lambda a, b, c: a + 2 * (b + c))
        return Side(
            f"({formula}) ÷ (1 + stretch)",
            "({} + 2 × ({} + {})) ÷ {}",
            (*put_in, give),
            lambda a, b, c, d: (a + 2 * (b + c)) / d,
            plain=(3,),
        )

    def findings(self, boxes: EdgeBoxes, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        if self.fill in ("mirror", "soft-mirror"):
            depth = self.depth.mm + self.turn.mm
            yield from too_shallow(depth, printed, "side", "face", style)

    def blade(self, style: LengthStyle) -> tuple[str, str]:
        return f"Wrap {style.length(self.depth.mm)}", self.fill_label()

    def rim(self) -> EdgeFill:
        return EdgeFill(self.fill, self.colour, self.softness)


def _grown(box: Box, across: Fraction, down: Fraction) -> Box:
    return box.inset(-across, -down, -across, -down)


def _ratio(one: Fraction, other: Fraction) -> Fraction:
    return one / other
