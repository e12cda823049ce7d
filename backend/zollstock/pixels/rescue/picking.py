"""Lettering picked by its colour: how much of each pixel is paint, along the line from the ground around it to the paint."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw
from scipy.ndimage import binary_dilation, binary_erosion

from zollstock.core.ground.refusal import Refusal

from ..enlarge.shape import Floats
from .fill import Mask, diffused
from .lab import delta_e00, lab, light_of

#: As far as a letter's edge is blurred, px: the ground is looked at beyond, the paint within.
_EDGE = 3
#: So many px around lettering its ground is looked at; so many rows are told apart at once.
_GROUND, _STRIP = 48, 128
#: Letters have a middle where this share of their pixels lies 2 px inside.
_THICK = 0.1
#: A pick of more than this share of its area is not lettering but the ground.
MOST_SHARE = 0.6
#: Ground and paint must be so far apart, levels, or their line has no direction.
_LEAST_APART = 12.0


class PickProblem(Refusal):
    """A pick that finds nothing that could be outlined."""


@dataclass(frozen=True)
class Picked:
    """`alpha` (0 to 1, height × width) is how much of each pixel is paint of `colour` (levels); `linear` says that a lens
    drew the edges; `hole` is what has to be filled when it is taken off."""

    alpha: Floats
    colour: tuple[float, ...]
    linear: bool
    hole: Mask


def within(shape: tuple[int, int], outline: list[tuple[float, float]] | None) -> Mask:
    """The pixels inside a polygon of shares (0 to 1) of the picture; all of them without one."""
    high, wide = shape
    if outline is None:
        return np.ones(shape, bool)
    drawn = Image.new("1", (wide, high))
    ImageDraw.Draw(drawn).polygon([(x * wide, y * high) for x, y in outline], fill=1)
    return np.array(drawn)


def picked(
    planes: Floats,
    srgb: Floats,
    colour: str,
    near: float,
    outline: list[tuple[float, float]] | None,
) -> Picked:
    """Lettering of about that colour (#rrggbb; `near` in ΔE00). `srgb` are the same pixels as a screen shows them.

    Raises `PickProblem` where nothing of it is there, or nearly everything is.
    """
    inside = within(planes.shape[:2], outline)
    core = near_colour(srgb, colour, near) & inside
    if not core.any():
        raise PickProblem(
            f"Nothing there is within ΔE {near:g} of {colour}. Click the darkest part of a letter, or allow more."
        )
    if core.sum() > MOST_SHARE * inside.sum():
        raise PickProblem(
            f"{100 * core.sum() / inside.sum():.0f} % of the area is within ΔE {near:g} of {colour}: that is the ground, not "
            "lettering. Allow less, or draw round the letters."
        )
    at = _around(core)
    part = _taken(planes[at], core[at])
    if part.hole.all() and part.hole.shape == core.shape:
        raise PickProblem(
            "There is no ground left around that to tell letters from. Draw round less, or allow less."
        )
    alpha, hole = np.zeros(core.shape, np.float32), np.zeros(core.shape, bool)
    alpha[at], hole[at] = part.alpha, part.hole
    return Picked(alpha, part.colour, part.linear, hole)


def _around(core: Mask) -> tuple[slice, slice]:
    """The part of the picture that lettering and its ground lie in."""
    rows, columns = np.flatnonzero(core.any(axis=1)), np.flatnonzero(core.any(axis=0))
    return (
        slice(max(0, int(rows[0]) - _GROUND), int(rows[-1]) + _GROUND + 1),
        slice(max(0, int(columns[0]) - _GROUND), int(columns[-1]) + _GROUND + 1),
    )


def _taken(planes: Floats, core: Mask) -> Picked:
    """How much of each pixel is paint, from those that surely are."""
    reach = binary_dilation(core, iterations=_EDGE)
    ground = diffused(planes, reach)
    deep = binary_erosion(core, iterations=2)
    sure = deep if deep.sum() > 8 else core
    paint = np.median(planes[sure], axis=0).astype(np.float32)
    encoded = _along(planes, ground, paint)
    light = _along(light_of(planes), light_of(ground), light_of(paint))
    # Strokes of a few pixels are all ramp: nothing in them tells who drew it.
    thick = deep.sum() > _THICK * core.sum()
    linear = bool(thick and _lopsided(light, reach) < _lopsided(encoded, reach))
    alpha = np.where(reach, light if linear else encoded, 0).astype(np.float32)
    alpha[core & deep] = np.maximum(alpha[core & deep], 0.75)
    return Picked(alpha, tuple(float(part) for part in paint), linear, reach)


def near_colour(srgb: Floats, colour: str, near: float) -> Mask:
    """Which pixels of what a screen shows are near a colour, by ΔE00. A plain difference sorts out most: it is never more than so much larger."""
    wanted = np.array([int(colour[at : at + 2], 16) for at in (1, 3, 5)], np.float32)
    to = lab(wanted[None, :])[0]
    found = np.zeros(srgb.shape[:2], bool)
    # A strip at a time: the arithmetic of a whole picture would take gigabytes.
    for top in range(0, len(found), _STRIP):
        of = lab(srgb[top : top + _STRIP])
        perhaps = np.sqrt(((of - to) ** 2).sum(axis=2)) < 6 * near + 6
        strip = np.zeros(perhaps.shape, bool)
        strip[perhaps] = delta_e00(of[perhaps], to) <= near
        found[top : top + _STRIP] = strip
    return found


def _along(planes: Floats, ground: Floats, paint: NDArray[np.float32]) -> Floats:
    """Where each pixel lies on the line from its ground (0) to the paint (1)."""
    line = paint - ground
    length = (line * line).sum(axis=2)
    scale = np.float32(1) if paint.max() > 1.001 else np.float32(1 / 255)
    least = np.float32(_LEAST_APART) * scale
    share = ((planes - ground) * line).sum(axis=2) / np.maximum(length, least * least)
    return np.clip(share, 0, 1)


def _lopsided(alpha: Floats, reach: Mask) -> float:
    """How far the ramps of edges are from being the same on both sides of their middle."""
    ramp = alpha[reach & (alpha > 0.08) & (alpha < 0.92)]
    return abs(float(ramp.mean()) - 0.5) if ramp.size else 1.0
