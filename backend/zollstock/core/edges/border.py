"""A border: unprinted margin inside the sheet."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar, Literal

from ..box import Box
from ..lengths import Length
from ..parts.part import Colour, length_of
from ..parts.target import Target
from ..rational import Fraction
from ..reckoning import Finding
from ..show import LengthStyle, style_for
from .kind import WHITE, Axis, EdgeKind, Layout, Problem, Side

_SIDES: dict[Axis, tuple[str, str]] = {"width": ("left", "right"), "height": ("top", "bottom")}


class Border(EdgeKind):
    kind: Literal["border"]
    left: Length = length_of("0 mm")
    top: Length = length_of("0 mm")
    right: Length = length_of("0 mm")
    bottom: Length = length_of("0 mm")
    colour: Colour = WHITE

    target_word: ClassVar[str] = "sheet"
    source: ClassVar[str] = (
        "A border is unprinted margin inside the sheet: image box = sheet − borders."
    )
    sheet_follows: ClassVar[bool] = True

    def layout(self, trim: Box) -> Layout:
        image = trim.inset(self.left.mm, self.top.mm, self.right.mm, self.bottom.mm)
        return Layout(trim, trim, image, image)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        names = _SIDES[axis]
        first, second = self._pair(axis)
        formula = f"sheet {axis} − {names[0]} − {names[1]}"
        if first == second:
            return Side(formula, "{} − 2 × {}", (full, first), lambda a, b: a - 2 * b)
        return Side(formula, "{} − {} − {}", (full, first, second), lambda a, b, c: a - b - c)

    def seen(self, boxes: Layout, printed: Box) -> Box:
        """Padding inside a border is nothing but more border."""
        return printed

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

    def findings(self, boxes: Layout, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        if (printed.w, printed.h) != (boxes.image.w, boxes.image.h):
            left, top = printed.x - boxes.trim.x, printed.y - boxes.trim.y
            yield Finding(
                id="borders-differ",
                level="note",
                step="edge",
                text=f"The picture is whole, so the border differs: {style.length(left)} "
                f"at the left, {style.length(top)} at the top.",
            )

    def blade(self, style: LengthStyle) -> tuple[str, str]:
        sides = [side.mm for side in (self.left, self.top, self.right, self.bottom)]
        if len(set(sides)) == 1:
            return f"Border {style.length(sides[0])}", "all round"
        return f"{' · '.join(style.number(mm) for mm in sides)} {style.unit}", "border"

    def _pair(self, axis: Axis) -> tuple[Fraction, Fraction]:
        first, second = (getattr(self, name).mm for name in _SIDES[axis])
        return first, second
