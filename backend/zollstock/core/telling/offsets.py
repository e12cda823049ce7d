"""A crop typed: where it lies and how large it is, in px of the picture or as the length it has in print."""

from __future__ import annotations

import re
from typing import Any, Literal

from ..documents.plan import Plan
from ..ground.lengths import LengthError, parse_length
from ..ground.rational import Fraction, exact, fraction_of
from ..ground.show import decimal
from ..parts.fit import MOST_ZOOM, Fit
from ..rules.fit import Placement, place, turned_size
from ..sizes.spelling import plain_spelling
from ..work.outcome import work_out

_PX = re.compile(r"\s*(\d{1,7}(?:[.,]\d{1,4})?)\s*(?:px)?\s*")
CropSide = Literal["left", "top", "right", "bottom", "width", "height"]
HALF = Fraction(1, 2)


def typed_crop(plan: Plan, side: CropSide, text: str) -> dict[str, Any]:
    """What makes the crop lie so far from a `side` of the picture, or so wide or high: changes to the plan's fit.

    `text` is like `120 px` or `2 cm`; a bare number is one of pixels, as the fields show them. At a side the crop moves
    and keeps its size; a width or height changes both in the ratio of the print, about the crop's own middle. Raises
    `LengthError` for what cannot be read, and for more than there is.

    >>> typed_crop(plan(target={"width": "40 cm", "height": "40 cm"}), "left", "120 px")
    {'fit.anchor': [0.07198560287942411, 0.5], 'fit.auto': False}
    """
    placed = work_out(plan).placement
    if plan.fit.mode == "contain":
        raise LengthError("the picture is whole; there is nothing to move the crop by")
    match = _PX.fullmatch(text)
    if match:
        px = fraction_of(match[1].replace(",", "."))
    else:
        px = parse_length(plain_spelling(text)).mm / placed.mm_per_px
    if side == "width" or side == "height":
        return _sized(plan, placed, side, px)
    return _moved(placed, side, px)


def _moved(placed: Placement, side: str, px: Fraction) -> dict[str, Any]:
    axis = 0 if side in ("left", "right") else 1
    spare = placed.spare[axis]
    if px > spare:
        words = "width" if axis == 0 else "height"
        raise LengthError(f"only {decimal(spare, 1)} px of the {words} are to spare here")
    anchor = list(placed.anchor)
    if spare:
        share = px / spare
        anchor[axis] = share if side in ("left", "top") else 1 - share
    return _fix((anchor[0], anchor[1]))


def _sized(plan: Plan, placed: Placement, side: str, px: Fraction) -> dict[str, Any]:
    crop = placed.crop
    now = crop.w if side == "width" else crop.h
    most = now * exact(plan.fit.zoom)
    if px <= 0:
        raise LengthError(f"a crop has a {side}")
    if px > most:
        raise LengthError(f"the largest crop of this ratio is {decimal(most, 1)} px {_WORD[side]}")
    zoom = most / px
    if zoom > MOST_ZOOM:
        least = decimal(most / MOST_ZOOM, 1)
        raise LengthError(f"the smallest crop here is {least} px {_WORD[side]}")
    return _fix(_about_middle(plan, placed, float(zoom))) | {"fit.zoom": float(zoom)}


_WORD = {"width": "wide", "height": "high"}


def _about_middle(plan: Plan, placed: Placement, zoom: float) -> tuple[Fraction, Fraction]:
    """The anchor that keeps the crop's middle where it is, as far as the picture goes."""
    fit: Fit = plan.fit.model_copy(update={"zoom": zoom, "auto": False})
    after = place(*turned_size(plan.picture, plan.fit.turn), placed.printed, fit)

    def held(axis: int) -> Fraction:
        way = (placed.anchor[axis] - HALF) * placed.spare[axis]
        room = after.spare[axis]
        return min(max(HALF + way / room, Fraction(0)), Fraction(1)) if room else HALF

    return held(0), held(1)


def _fix(anchor: tuple[Fraction, Fraction]) -> dict[str, Any]:
    return {"fit.anchor": [float(anchor[0]), float(anchor[1])], "fit.auto": False}
