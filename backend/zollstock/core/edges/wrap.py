"""A canvas wrap: the print goes round the sides of a stretcher, to its back."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, ClassVar, Literal

from ..box import Box
from ..lengths import Length
from ..parts.part import Colour
from ..rational import Fraction
from ..reckoning import Finding
from ..show import LengthStyle
from .kind import WHITE, Axis, EdgeKind, Layout, Rim, Side

WrapFill = Literal["picture", "mirror", "soft-mirror", "stretch", "colour"]


class Wrap(EdgeKind):
    kind: Literal["wrap"]
    depth: Length
    turn: Length
    fill: WrapFill = "picture"
    colour: Colour = WHITE

    target_word: ClassVar[str] = "face"
    source: ClassVar[str] = (
        "A canvas is printed larger than its face: file = face + 2 × (depth + turn). With every "
        "fill but picture the image box is the face."
    )
    cut_words: ClassVar[str] = "goes round"
    rim_words: ClassVar[str] = "its rim goes round the side"
    fold_cure: ClassVar[tuple[dict[str, Any], str] | None] = (
        {"edge.fill": "mirror"},
        "Mirror the picture round the side",
    )

    def layout(self, trim: Box) -> Layout:
        document = trim.grown(self.depth.mm + self.turn.mm)
        image = document if self.fill == "picture" else trim
        return Layout(document, trim, image, trim, fold=trim, fold_back=trim.grown(self.depth.mm))

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        return self.document_side(axis, full) if self.fill == "picture" else None

    def document_side(self, axis: Axis, full: Fraction) -> Side | None:
        return Side(
            f"face {axis} + 2 × (depth + turn)",
            "{} + 2 × ({} + {})",
            (full, self.depth.mm, self.turn.mm),
            lambda a, b, c: a + 2 * (b + c),
        )

    def findings(self, boxes: Layout, printed: Box, style: LengthStyle) -> Iterator[Finding]:
        if self.fill not in ("mirror", "soft-mirror"):
            return
        needed, has = self.depth.mm + self.turn.mm, min(printed.w, printed.h)
        if has < needed:
            yield Finding(
                id="mirror-too-shallow",
                level="stop",
                step="edge",
                text=f"A mirrored side needs {style.length(needed)} of picture; the face "
                f"has only {style.length(has)}.",
                fix={"edge.fill": "stretch"},
                fix_label="Stretch the outermost pixels",
            )

    def blade(self, style: LengthStyle) -> tuple[str, str]:
        return f"Wrap {style.length(self.depth.mm)}", self.fill.replace("-", " ")

    def rim(self) -> Rim:
        return Rim(self.fill, self.colour)
