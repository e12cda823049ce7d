"""The edge that a print gets first when somebody takes a kind: what is usual, on small prints less."""

from __future__ import annotations

from typing import Any

from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..shapes.box import Box

#: What is usual, mm, in units that are cut in millimetres and in inches.
_BORDER = (Fraction(30), MM_PER_INCH)
_CARD = (Fraction(60), 2 * MM_PER_INCH)
_BLEED = (Fraction(3), MM_PER_INCH / 8)
_DEPTH = (Fraction(38), 3 * MM_PER_INCH / 2)
_TURN = (Fraction(12), MM_PER_INCH / 2)
_OVERLAP = (Fraction(4), MM_PER_INCH / 8)
#: Rulers are read in such steps, mm.
_STEPS = (Fraction(1), MM_PER_INCH / 8)


def first_edge(kind: str, trim: Box, style: LengthStyle) -> dict[str, Any]:
    """The document of a first edge of that kind around a finished size (mm)."""
    inches = style.unit in ("in", "ft")
    short = min(trim.w, trim.h)

    def at_most(usual: tuple[Fraction, Fraction], share: int) -> Fraction:
        """The usual length, or a share of the shorter side in whole steps where that is less."""
        step = _STEPS[inches]
        # A side shorter than a step is not eaten by it.
        least = min(step, short / share)
        return min(usual[inches], max(least, short / share // step * step))

    def typed(mm: Fraction) -> str:
        return style.typed(mm)

    if kind == "border":
        wide = typed(at_most(_BORDER, 6))
        return {"kind": kind, "left": wide, "top": wide, "right": wide, "bottom": wide}
    if kind == "mat":
        card = at_most(_CARD, 6)
        return {"kind": kind, "opening_width": typed(trim.w - 2 * card),
                "opening_height": typed(trim.h - 2 * card), "overlap": typed(min(_OVERLAP[inches], card / 2))}  # fmt: skip
    if kind == "bleed":
        wide = typed(at_most(_BLEED, 10))
        return {"kind": kind, "bleed": wide, "safe": wide}
    if kind == "wrap":
        return {"kind": kind, "depth": typed(at_most(_DEPTH, 4)), "turn": typed(at_most(_TURN, 8)),
                "fill": "soft-mirror"}  # fmt: skip
    return {"kind": kind}
