"""Bleed: image beyond the trim, that is cut away; inside the trim a safe area."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, ClassVar, Literal, NamedTuple

from ..answer.reckoning import Finding
from ..ground.lengths import MM_PER_INCH, Length
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..parts.medium import Marks
from ..parts.part import Colour, length_of
from ..parts.target import Target
from ..shapes.box import Box
from ..shapes.drawing import BoxName
from .boxes import EdgeBoxes
from .crafts import BLADE, Craft, Cut, fixings
from .grips import SIDES, Grip, SideName, along_bottom, four, gap, grip, inwards, is_flat, middle_of
from .kind import (
    WHITE,
    Axis,
    EdgeFill,
    EdgeKind,
    Fill,
    Problem,
    Side,
    around,
    too_shallow,
)
from .usual import Pair, Usual

#: Where the bleed comes from: more of the picture, or made of the picture that fills the trim.
BleedFill = Literal["picture", "mirror", "stretch", "colour"]
_USUAL: Pair = (Fraction(3), MM_PER_INCH / 8)


class _Sides(NamedTuple):
    left: Fraction
    top: Fraction
    right: Fraction
    bottom: Fraction


class Bleed(EdgeKind):
    """`left`, `top`, `right` and `bottom`, where they are given, go before `bleed`."""

    kind: Literal["bleed"]
    bleed: Length
    left: Length | None = None
    top: Length | None = None
    right: Length | None = None
    bottom: Length | None = None
    safe: Length = length_of("0 mm")
    fill: BleedFill = "picture"
    colour: Colour = WHITE

    label: ClassVar[str] = "Bleed"
    says: ClassVar[str] = (
        "More picture than is wanted at every side, to be cut away, so that no paper shows at the edge."
    )
    target_word: ClassVar[str] = "trim"
    source: ClassVar[str] = (
        "Bleed is image beyond the trim that is cut away: file = trim + bleed on both sides. Made of "
        "more picture, the image box is the file; mirrored, stretched or coloured, it is the trim."
    )
    cut_words: ClassVar[str] = "is trimmed away at"
    rim_words: ClassVar[str] = "the trim takes its edge"
    fold_cure: ClassVar[tuple[dict[str, Any], str] | None] = None
    fills: ClassVar[tuple[Fill, ...]] = (
        Fill("picture", "More picture", "the crop reaches into the bleed"),
        Fill("mirror", "Mirrored", "the edge is mirrored outwards"),
        Fill("stretch", "Stretched edge", "the outermost pixels are drawn out"),
        Fill("colour", "A colour", "one colour all round"),
    )

    def sides(self) -> _Sides:
        """The bleed of each side, mm."""
        given = (self.left, self.top, self.right, self.bottom)
        return _Sides(*(self.bleed.mm if side is None else side.mm for side in given))

    def boxes(self, trim: Box) -> EdgeBoxes:
        """The boxes around a finished size, in its own coordinates.

        >>> edge = Bleed.model_validate({"kind": "bleed", "bleed": "3 mm"})
        >>> edge.boxes(Box(Fraction(0), Fraction(0), Fraction(300), Fraction(200))).image.as_floats()
        (-3.0, -3.0, 306.0, 206.0)
        """
        left, top, right, bottom = self.sides()
        document = trim.inset(-left, -top, -right, -bottom)
        inside = trim.grown(-self.safe.mm)
        # Margins that meet leave none; `problems` names that as an error.
        named: dict[BoxName, Box] = {"safe": inside} if inside.w > 0 and inside.h > 0 else {}
        image = document if self.fill == "picture" else trim
        return EdgeBoxes(document, trim, image, trim, named)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        return self.document_side(axis, full) if self.fill == "picture" else None

    def document_side(self, axis: Axis, full: Fraction) -> Side | None:
        left, top, right, bottom = self.sides()
        names = ("left", "right") if axis == "width" else ("top", "bottom")
        one, other = (left, right) if axis == "width" else (top, bottom)
        if one == other:
            return around(full, one, f"trim {axis} + 2 × bleed")
        formula = f"trim {axis} + bleed at the {names[0]} + at the {names[1]}"
        return Side(formula, "{} + {} + {}", (full, one, other), lambda a, b, c: a + b + c)

    def problems(self, target: Target) -> list[Problem]:
        if min(target.width.mm, target.height.mm) <= 2 * self.safe.mm:
            return [("edge.safe", "the safe margins meet; nothing is left inside them")]
        return []

    def findings(self, boxes: EdgeBoxes, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        if self.fill == "mirror":
            yield from too_shallow(max(self.sides()), printed, "bleed", "trim", style)

    @classmethod
    def first(cls, trim: Box, usual: Usual) -> dict[str, Any]:
        wide = usual.typed(usual.at_most(_USUAL, min(trim.w, trim.h), 10))
        return {"kind": "bleed", "bleed": wide, "safe": wide}

    @classmethod
    def first_of_many(cls, usual: Usual) -> dict[str, Any] | None:
        return {"kind": "bleed", "bleed": usual.typed(usual.of(_USUAL))}

    def grips(self, boxes: EdgeBoxes, printed: Box) -> Iterator[Grip]:
        trim = boxes.trim
        left, top, right, bottom = self.sides()
        content = trim.inset(-left, -top, -right, -bottom)
        single = any(getattr(self, side) is not None for side in SIDES)
        most = min(trim.w, trim.h) / 2

        def of(side: SideName) -> Grip:
            length = getattr(self, side) or self.bleed
            return grip(side, f"Bleed at the {side}", middle_of(content, side), length, gap(content, trim, side), most,
                        -inwards(side), flat=is_flat(side),
                        fields=(f"edge.{side}" if single else "edge.bleed",))  # fmt: skip

        yield from four(of)
        safe = boxes.get("safe")
        if safe is not None:
            yield grip("safe", "Safe margin, on the drawing", along_bottom(safe, Fraction(1, 4)), self.safe,
                       gap(trim, safe, "bottom"), most - 1, -1)  # fmt: skip

    def craft(
        self, boxes: EdgeBoxes, printed: Box, target: Target, marks: Marks, style: LengthStyle
    ) -> Craft:
        trim = boxes.trim
        off = ", ".join(
            f"{style.length(mm)} {name}" for name, mm in zip(SIDES, self.sides(), strict=True)
        )
        where = "along the crop marks" if marks.crop else "by measure; the file has no crop marks"
        return Craft(
            [Cut("Trim to", style.size(trim.w, trim.h), f"off: {off}")],
            [f"Trim {where}, the long sides first."],
            [BLADE, *fixings(trim.w, trim.h)],
        )

    def summary(self, style: LengthStyle) -> tuple[str, str]:
        sides = self.sides()
        if len(set(sides)) == 1:
            key = f"Bleed {style.length(sides[0])}"
        else:
            key = f"Bleed {' · '.join(style.number(mm) for mm in sides)} {style.unit}"
        return key, "trimmed" if self.fill == "picture" else self.fill_label()

    def rim(self) -> EdgeFill:
        return EdgeFill(self.fill, self.colour)
