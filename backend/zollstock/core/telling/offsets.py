"""Offsets: a crop's place typed in px of the picture, or as the length it has in print."""

from __future__ import annotations

import re
from typing import Literal

from ..documents.plan import Plan
from ..ground.lengths import LengthError, parse_length
from ..ground.rational import fraction_of
from ..ground.show import decimal
from ..sizes.spelling import plain_spelling
from ..work.outcome import work_out

_PX = re.compile(r"\s*(\d{1,7}(?:[.,]\d{1,4})?)\s*(?:px)?\s*")


def typed_offset(plan: Plan, side: Literal["left", "top"], text: str) -> tuple[float, float]:
    """The anchor (x, y) at which so much of the picture lies beyond the crop at `side`.

    `text` is like `120 px` or `2 cm`; a bare number is one of pixels, as the field shows them. Raises
    `LengthError` for what cannot be read, and for more than there is to spare.
    """
    placed = work_out(plan).placement
    axis = 0 if side == "left" else 1
    if plan.fit.mode == "contain":
        raise LengthError("the picture is whole; there is nothing to move the crop by")
    match = _PX.fullmatch(text)
    if match:
        px = fraction_of(match[1].replace(",", "."))
    else:
        px = parse_length(plain_spelling(text)).mm / placed.mm_per_px
    spare = placed.spare[axis]
    if px > spare:
        words = "width" if axis == 0 else "height"
        raise LengthError(f"only {decimal(spare, 1)} px of the {words} are to spare here")
    share = float(px / spare) if spare else float(placed.anchor[axis])
    anchor = [float(value) for value in placed.anchor]
    anchor[axis] = share
    return anchor[0], anchor[1]
