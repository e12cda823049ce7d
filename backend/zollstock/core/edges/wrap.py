"""A canvas wrap: the print goes round the sides of a stretcher, to its back."""

from __future__ import annotations

from collections.abc import Iterator
from math import hypot
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field

from ..answer.reckoning import Finding
from ..ground.lengths import MM_PER_INCH, Length
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from ..parts.medium import Marks
from ..parts.part import Colour, Part
from ..parts.target import Target
from ..shapes.box import Box
from .boxes import EdgeBoxes
from .crafts import BLADE, Craft, Cut, fixings
from .grips import Grip, gap, grip, middle_of
from .kind import WHITE, Axis, EdgeFill, EdgeKind, Fill, Side, too_shallow
from .usual import Pair, Usual

WrapFill = Literal["picture", "mirror", "soft-mirror", "stretch", "colour"]
#: The most that a canvas gives; more is a slip of the hand.
MOST_GIVE = 0.1
_DEPTH: Pair = (Fraction(38), 3 * MM_PER_INCH / 2)
_TURN: Pair = (Fraction(12), MM_PER_INCH / 2)
_STAPLES = "Wear eye protection at stapler and stretcher pliers; count the staples that fall."
_CANVAS = (
    "Solvent inks and varnish: air the room, and keep to the maker's safety sheet; let the print dry "
    "before it is stretched."
)


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

    label: ClassVar[str] = "Wrap"
    says: ClassVar[str] = (
        "Canvas that goes round the sides of a stretcher, with enough to staple behind."
    )
    read_on: ClassVar[str] = "canvas#measures"
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
        """The face as it is printed, what goes round its sides, and where it is folded.

        >>> wrap = Wrap.model_validate({"kind": "wrap", "depth": "4 cm", "turn": "1 cm", "give": {"x": 0.02, "y": 0.0}})
        >>> found = wrap.boxes(Box(Fraction(0), Fraction(0), Fraction(510), Fraction(400)))
        >>> float(found.trim.w), found.trim.h  # 510 mm once it is stretched by 2 %
        (500.0, Fraction(400, 1))
        """
        across, down = (self.give.along(axis) for axis in ("width", "height"))
        face = Box(trim.x, trim.y, trim.w / across, trim.h / down)
        around, side = self.depth.mm + self.turn.mm, self.depth.mm
        document = _grown(face, around / across, around / down)
        image = document if self.fill == "picture" else face
        back = _grown(face, side / across, side / down)
        return EdgeBoxes(document, face, image, face, {"fold": face, "fold_back": back})

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

    @classmethod
    def first(cls, trim: Box, usual: Usual) -> dict[str, Any]:
        short = min(trim.w, trim.h)
        return cls._usual(usual, usual.at_most(_DEPTH, short, 4), usual.at_most(_TURN, short, 8))

    @classmethod
    def first_of_many(cls, usual: Usual) -> dict[str, Any] | None:
        return cls._usual(usual, usual.of(_DEPTH), usual.of(_TURN))

    @staticmethod
    def _usual(usual: Usual, depth: Fraction, turn: Fraction) -> dict[str, Any]:
        sides = {"depth": usual.typed(depth), "turn": usual.typed(turn)}
        return {"kind": "wrap", **sides, "fill": "soft-mirror"}

    def grips(self, boxes: EdgeBoxes, printed: Box) -> Iterator[Grip]:
        """Depth and staple allowance are the same all round; one grip each, apart from each other."""
        fold, back = boxes.named["fold"], boxes.named["fold_back"]
        content = _grown_to(back, self)
        most = min(fold.w, fold.h) / 2
        wide, high = gap(back, fold, "right"), gap(content, back, "bottom")
        yield grip("depth", "Stretcher depth, on the drawing", middle_of(back, "right"), self.depth, wide, most, 1,
                   flat=True)  # fmt: skip
        yield grip("turn", "Staple allowance, on the drawing", middle_of(content, "bottom"), self.turn, high, most, 1)  # fmt: skip

    def craft(
        self, boxes: EdgeBoxes, printed: Box, target: Target, marks: Marks, style: LengthStyle
    ) -> Craft:
        face = target.width.mm, target.height.mm
        inner = boxes.document.grown(-marks.margin.mm)
        diagonal = style.length(Fraction(hypot(*map(float, face))))
        all_round = style.length(self.depth.mm + self.turn.mm)
        cuts = [
            Cut("Canvas, cut to", style.size(inner.w, inner.h), f"face {style.size(*face)} and {all_round} all round"),
            Cut("Bars", f"2 × {style.length(face[0])}, 2 × {style.length(face[1])}",
                f"{style.length(self.depth.mm)} deep, mitred"),
        ]  # fmt: skip
        if self.give.x or self.give.y:
            cuts.append(Cut("Printed smaller", f"{self.give.x:.1%} across, {self.give.y:.1%} down".replace("%", " %"),
                            "so that the stretched face is true"))  # fmt: skip
        where = "; the marks show them." if marks.fold else ", by measure."
        steps = [
            f"Put the bars together and check them for square: both diagonals {diagonal}.",
            "Lay the print face down on something soft and clean, and protect its face.",
            f"Lay the frame on the folds{where}",
            f"Staple the middle of one side, {style.length(self.turn.mm / 2)} in on the back; then the opposite "
            "side, then the other pair.",
            "Go on outwards in turns, a staple on each side, always against the one opposite.",
            "The corners last: fold them flat, the fold to the side that is seen least.",
            "Check it for square and even tension before anything is trimmed.",
            "Tape over the staples.",
        ]
        return Craft(cuts, steps, [_STAPLES, BLADE, _CANVAS, *fixings(*face)])

    @property
    def depth_on_wall(self) -> Fraction:
        return self.depth.mm

    def summary(self, style: LengthStyle) -> tuple[str, str]:
        return f"Wrap {style.length(self.depth.mm)}", self.fill_label()

    def rim(self) -> EdgeFill:
        return EdgeFill(self.fill, self.colour, self.softness)


def _grown_to(back: Box, wrap: Wrap) -> Box:
    """What is printed on: the sides as they go to the back, and the staple allowance beyond."""
    return _grown(
        back, wrap.turn.mm / wrap.give.along("width"), wrap.turn.mm / wrap.give.along("height")
    )


def _grown(box: Box, across: Fraction, down: Fraction) -> Box:
    return box.inset(-across, -down, -across, -down)


def _ratio(one: Fraction, other: Fraction) -> Fraction:
    return one / other
