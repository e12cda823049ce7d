"""Bleed: image beyond the trim, that is cut away; inside the trim a safe area."""

from __future__ import annotations

from typing import ClassVar, Literal

from ..box import Box
from ..lengths import Length
from ..parts.part import length_of
from ..parts.target import Target
from ..rational import Fraction
from ..show import LengthStyle
from .kind import Axis, EdgeKind, Layout, Problem, Side, around


class Bleed(EdgeKind):
    kind: Literal["bleed"]
    bleed: Length
    safe: Length = length_of("0 mm")

    target_word: ClassVar[str] = "trim"
    source: ClassVar[str] = (
        "Bleed is image beyond the trim that is cut away: image box = file = trim + 2 × bleed."
    )
    cut_words: ClassVar[str] = "is trimmed away at"
    rim_words: ClassVar[str] = "the trim takes its rim"

    def layout(self, trim: Box) -> Layout:
        document = trim.grown(self.bleed.mm)
        inside = trim.grown(-self.safe.mm)
        # Margins that meet leave none; `problems` names that as an error.
        safe = inside if inside.w > 0 and inside.h > 0 else None
        return Layout(document, trim, document, trim, safe=safe)

    def image_side(self, axis: Axis, full: Fraction) -> Side | None:
        return around(full, self.bleed.mm, f"trim {axis} + 2 × bleed")

    def document_side(self, axis: Axis, full: Fraction) -> Side | None:
        return self.image_side(axis, full)

    def problems(self, target: Target) -> list[Problem]:
        if min(target.width.mm, target.height.mm) <= 2 * self.safe.mm:
            return [("edge.safe", "the safe margins meet; nothing is left inside them")]
        return []

    def blade(self, style: LengthStyle) -> tuple[str, str]:
        return f"Bleed {style.length(self.bleed.mm)}", "trimmed"
