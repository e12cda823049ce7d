"""A mat (window mount): card with an opening that overlaps the image."""

from __future__ import annotations

from collections.abc import Iterator
from typing import ClassVar, Literal

from ..box import Box
from ..lengths import Length
from ..parts.part import Colour, length_of
from ..parts.target import Target
from ..rational import Fraction
from ..reckoning import Finding
from ..show import LengthStyle
from .kind import WHITE, Axis, EdgeKind, Layout, Problem, Side, around


class Mat(EdgeKind):
    kind: Literal["mat"]
    opening_width: Length
    opening_height: Length
    overlap: Length = length_of("0 mm")
    colour: Colour = WHITE

    target_word: ClassVar[str] = "sheet"
    source: ClassVar[str] = (
        "The mat overlaps the image so that no paper shows: image box = opening + 2 × overlap."
    )
    cut_words: ClassVar[str] = "hides under the mat at"
    rim_words: ClassVar[str] = "the mat covers its rim"

    def layout(self, trim: Box) -> Layout:
        """The opening lies in the middle of the sheet."""
        wide, high = self.opening_width.mm, self.opening_height.mm
        opening = Box((trim.w - wide) / 2, (trim.h - high) / 2, wide, high)
        return Layout(trim, trim, opening.grown(self.overlap.mm), opening, opening=opening)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        opening = getattr(self, f"opening_{axis}").mm
        return around(opening, self.overlap.mm, f"opening {axis} + 2 × overlap")

    def problems(self, target: Target) -> list[Problem]:
        for axis in ("width", "height"):
            if getattr(self, f"opening_{axis}").mm + 2 * self.overlap.mm <= 0:
                return [(f"edge.opening_{axis}", f"the opening's {axis} is 0")]
        return []

    def findings(self, boxes: Layout, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        trim, image = boxes.trim, boxes.image
        if image.w > trim.w or image.h > trim.h:
            yield Finding(id="image-beyond-sheet", level="stop", step="edge",
                          text=f"Opening and overlap need {style.size(image.w, image.h)}; the sheet "
                               f"is only {style.size(trim.w, trim.h)}.",
                          fix={"target.width": style.typed_at_least(max(image.w, trim.w)),
                               "target.height": style.typed_at_least(max(image.h, trim.h))},
                          fix_label="Take a sheet that holds it")  # fmt: skip

    def blade(self, style: LengthStyle) -> tuple[str, str]:
        return f"Mat {style.size(self.opening_width.mm, self.opening_height.mm)}", "mat"
