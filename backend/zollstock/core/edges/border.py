"""A border: unprinted margin inside the sheet, with a keyline and a caption in it on request."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, ClassVar, Literal, Self

from ..answer.reckoning import Finding
from ..ground import show
from ..ground.lengths import MM_PER_INCH, Length
from ..ground.rational import Fraction
from ..ground.show import LengthStyle, style_for
from ..parts.medium import Marks
from ..parts.part import Colour, length_of
from ..parts.target import Target
from ..shapes.box import Box
from ..shapes.ink import Ink
from .boxes import EdgeBoxes
from .caption import Caption
from .crafts import BLADE, Craft, Cut, fixings
from .grips import SIDES, Grip, SideName, four, gap, grip, inwards, is_flat, middle_of
from .keyline import Keyline
from .kind import WHITE, Axis, EdgeKind, Problem, Side
from .scaling import scaled_cut
from .usual import Pair, Usual

_SIDES: dict[Axis, tuple[str, str]] = {"width": ("left", "right"), "height": ("top", "bottom")}
_USUAL: Pair = (Fraction(30), MM_PER_INCH)
#: Prints of many sizes share one: what suits a small one too.
_OF_MANY: Pair = (Fraction(10), MM_PER_INCH / 2)
#: A border that is dragged leaves so much of a side, mm.
_LEFT_OVER = 5
#: A border that takes more than this share of a side is rarely meant, and what it then may take.
MOST_OF_A_SIDE = Fraction(1, 3)
_FITTING = Fraction(1, 5)
#: Rounding of a dragged or converted length is no border that is too narrow, mm.
_SLACK = Fraction(1, 100)


class Border(EdgeKind):
    kind: Literal["border"]
    left: Length = length_of("0 mm")
    top: Length = length_of("0 mm")
    right: Length = length_of("0 mm")
    bottom: Length = length_of("0 mm")
    colour: Colour = WHITE
    least: Length = length_of("0 mm")
    keyline: Keyline | None = None
    caption: Caption | None = None

    label: ClassVar[str] = "Border"
    says: ClassVar[str] = (
        "White or coloured paper around the picture, as part of the finished size or added to it."
    )
    target_word: ClassVar[str] = "sheet"
    source: ClassVar[str] = (
        "A border is unprinted margin inside the sheet: image box = sheet − borders."
    )
    sheet_follows: ClassVar[bool] = True
    scales: ClassVar[bool] = True

    def scaled(self, share: Fraction) -> Self:
        sides = {name: scaled_cut(getattr(self, name), share) for name in SIDES}
        within = {
            name: None if part is None else part.scaled(share)
            for name, part in (("keyline", self.keyline), ("caption", self.caption))
        }
        return self.model_copy(update=sides | within)

    def boxes(self, trim: Box) -> EdgeBoxes:
        """The boxes around a finished size, in its own coordinates.

        >>> edge = Border.model_validate({"kind": "border", "left": "3 cm", "bottom": "2 cm"})
        >>> edge.boxes(Box(Fraction(0), Fraction(0), Fraction(300), Fraction(200))).image.as_floats()
        (30.0, 0.0, 270.0, 180.0)
        """
        image = trim.inset(self.left.mm, self.top.mm, self.right.mm, self.bottom.mm)
        return EdgeBoxes(trim, trim, image, image)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        names = _SIDES[axis]
        first, second = self._pair(axis)
        formula = f"sheet {axis} − {names[0]} − {names[1]}"
        if first == second:
            return Side(formula, "{} − 2 × {}", (full, first), lambda a, b: a - 2 * b)
        return Side(formula, "{} − {} − {}", (full, first, second), lambda a, b, c: a - b - c)

    def seen(self, boxes: EdgeBoxes, printed: Box) -> Box:
        """Padding inside a border is nothing but more border."""
        return printed

    def ink(self, boxes: EdgeBoxes, printed: Box) -> Ink:
        strokes = () if self.keyline is None else self.keyline.strokes(printed)
        labels = () if self.caption is None else self.caption.labels(printed)
        return Ink(strokes, labels)

    def problems(self, target: Target) -> list[Problem]:
        """A box of nothing holds no picture; the lengths that ate it are named."""
        style = style_for([target.width])
        for axis, names in _SIDES.items():
            full, pair = getattr(target, axis).mm, self._pair(axis)
            if full <= sum(pair):
                one, other = (style.length(mm) for mm in pair)
                return [
                    (
                        f"edge.{names[0]}",
                        f"borders of {one} and {other} leave no picture of a sheet "
                        f"{style.length(full)} in {axis}",
                    )
                ]
        return []

    def findings(self, boxes: EdgeBoxes, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        if (printed.w, printed.h) != (boxes.image.w, boxes.image.h):
            left, top = printed.x - boxes.trim.x, printed.y - boxes.trim.y
            yield Finding(
                id="borders-differ",
                level="note",
                step="edge",
                text=f"The picture is whole, so the border differs: {style.length(left)} "
                f"at the left, {style.length(top)} at the top.",
            )
        yield from self._wide(boxes.trim, style)
        yield from self._unprintable(style)
        if self.keyline is not None:
            yield from self.keyline.findings(boxes.trim, printed, style)
        if self.caption is not None:
            outer = self.keyline.outer if self.keyline is not None else Fraction(0)
            yield from self.caption.findings(boxes.trim, printed, outer, self.colour, style)

    def _wide(self, trim: Box, style: LengthStyle) -> Iterator[Finding]:
        """A border that came along from a larger print eats a small one."""
        across, down = self.left.mm + self.right.mm, self.top.mm + self.bottom.mm
        if across <= MOST_OF_A_SIDE * trim.w and down <= MOST_OF_A_SIDE * trim.h:
            return
        taken = {"width": across / trim.w, "height": down / trim.h}
        axis = max(taken, key=lambda name: taken[name])
        narrower = self.scaled(_FITTING / taken[axis])
        yield Finding(
            id="border-wide",
            level="warn",
            step="edge",
            text=f"The border takes {show.percent(taken[axis])} of the {axis}, more than a third: is that what is "
            "meant on a print of this size?",
            fix={f"edge.{name}": getattr(narrower, name).typed for name in SIDES},
            fix_label="Make it narrower",
        )

    def _unprintable(self, style: LengthStyle) -> Iterator[Finding]:
        """A printer leaves a margin of its own, whatever the file says."""
        least = self.least
        enough = least.mm - _SLACK
        short = [
            name for names in _SIDES.values() for name in names if getattr(self, name).mm < enough
        ]
        if short:
            yield Finding(
                id="border-under-least",
                level="warn",
                step="edge",
                text=f"The unprintable margin is {style.length(least.mm)}: the border at the "
                f"{' and the '.join(short)} is narrower, and the picture would be cut off there.",
                fix={f"edge.{name}": least.typed for name in short},
                fix_label=f"Make it {style.length(least.mm)} there",
            )

    @classmethod
    def first(cls, trim: Box, usual: Usual) -> dict[str, Any]:
        return _all_round(usual.typed(usual.at_most(_USUAL, min(trim.w, trim.h), 6)))

    @classmethod
    def first_of_many(cls, usual: Usual) -> dict[str, Any] | None:
        return _all_round(usual.typed(usual.of(_OF_MANY)))

    def grips(self, boxes: EdgeBoxes, printed: Box) -> Iterator[Grip]:
        """While all sides are alike, one that is dragged takes the others along."""
        trim, image = boxes.trim, boxes.image
        alike = len({getattr(self, side).typed for side in SIDES}) == 1

        def of(side: SideName) -> Grip:
            most = (trim.w if is_flat(side) else trim.h) / 2 - _LEFT_OVER
            return grip(side, f"Border at the {side}", middle_of(image, side), getattr(self, side), gap(trim, image, side),
                        most, inwards(side), flat=is_flat(side),
                        fields=tuple(f"edge.{name}" for name in (SIDES if alike else (side,))))  # fmt: skip

        yield from four(of)
        if self.keyline is not None:
            yield from self.keyline.grips(trim, printed)
        if self.caption is not None:
            yield from self.caption.grips(trim, printed)

    def craft(
        self, boxes: EdgeBoxes, printed: Box, target: Target, marks: Marks, style: LengthStyle
    ) -> Craft:
        trim = boxes.trim
        white = ", ".join(f"{style.length(gap(trim, printed, side))} {side}" for side in SIDES)
        return Craft(
            [Cut("Sheet, cut to", style.size(trim.w, trim.h), f"white: {white}")],
            ["Mark the sheet from the picture outwards, not from the paper's edge.", "Cut the sheet."],
            [BLADE, *fixings(trim.w, trim.h)],
        )  # fmt: skip

    @property
    def caption_text(self) -> str:
        return "" if self.caption is None else self.caption.text

    def summary(self, style: LengthStyle) -> tuple[str, str]:
        sides = [side.mm for side in (self.left, self.top, self.right, self.bottom)]
        if len(set(sides)) == 1:
            return f"Border {style.length(sides[0])}", "captioned" if self.caption else "all round"
        key = f"{' · '.join(style.number(mm) for mm in sides)} {style.unit}"
        return key, "captioned" if self.caption else "border"

    def _pair(self, axis: Axis) -> tuple[Fraction, Fraction]:
        first, second = (getattr(self, name).mm for name in _SIDES[axis])
        return first, second


def _all_round(wide: str) -> dict[str, Any]:
    return {"kind": "border", "left": wide, "top": wide, "right": wide, "bottom": wide}
