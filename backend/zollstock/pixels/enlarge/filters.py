"""The learned filters: one file a factor, made by `python -m making.filters` (docs/pixels.md)."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path
from typing import Literal, get_args

import numpy as np

from .classes import ANGLES, COHERENCES, COUNT, STRENGTHS, Floats

FilterSet = Literal["plain", "soft", "sharpened", "noisy", "noisier", "jpeg"]
SETS: tuple[FilterSet, ...] = get_args(FilterSet)
FACTORS = (2, 3, 4)
#: A filter looks at so many px a side of the small picture.
SIDE = 7
_RADIUS = SIDE // 2
_PLACE = Path(__file__).parent


def file_of(factor: int) -> Path:
    return _PLACE / f"filters_{factor}.npz"


@lru_cache(maxsize=18)
def filters(factor: int, name: FilterSet) -> Floats:
    """The filters of a set: class × place in the pixel (rows first, factor²) × 49 px of the small picture.

    Half of the directions are stored: the other half lies at right angles to them.
    """
    with np.load(file_of(factor)) as stored:
        half = stored[name].astype(np.float32)
    return unfolded(half, factor)


def folded(whole: Floats, factor: int) -> Floats:
    """The half of the directions that is stored: each the mean with the one at right angles, turned back."""
    split = _split(whole, factor)
    half = (split[: ANGLES // 2] + _quarter(split[ANGLES // 2 :], -1)) / 2
    return half.reshape(COUNT // 2, factor * factor, SIDE * SIDE)


def unfolded(half: Floats, factor: int) -> Floats:
    split = half.reshape(ANGLES // 2, -1, factor, factor, SIDE, SIDE)
    both = np.concatenate([split, _quarter(split, 1)])
    return np.ascontiguousarray(both.reshape(COUNT, factor * factor, SIDE * SIDE))


def _split(whole: Floats, factor: int) -> Floats:
    return whole.reshape(ANGLES, STRENGTHS * COHERENCES, factor, factor, SIDE, SIDE)


def _quarter(split: Floats, turns: int) -> Floats:
    """Filters turned by a quarter, the places in the pixel along with them."""
    return np.rot90(np.rot90(split, -turns, (2, 3)), -turns, (4, 5))


def cubic(factor: int) -> Floats:
    """Catmull-Rom as such a filter: place in the pixel × 49."""
    one = cubic_along(factor)
    both = np.einsum("ia,jb->ijab", one, one)
    return both.reshape(factor * factor, SIDE * SIDE).astype(np.float32)


def cubic_along(factor: int) -> Floats:
    """Catmull-Rom along one side: place in the pixel × 7."""
    one = np.zeros((factor, SIDE), np.float32)
    for place in range(factor):
        at = (place + 0.5) / factor - 0.5
        first = int(np.floor(at))
        t = at - first
        one[place, _RADIUS + first - 1 : _RADIUS + first + 3] = (
            -0.5 * t + t * t - 0.5 * t**3,
            1 - 2.5 * t * t + 1.5 * t**3,
            0.5 * t + 2 * t * t - 1.5 * t**3,
            -0.5 * t * t + 0.5 * t**3,
        )
    return one
