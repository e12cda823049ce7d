"""The learned filters: one file a factor, made by `python -m making.filters` (docs/pixels.md)."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

import numpy as np

from ..kernels import catmull_rom
from .shape import ANGLES, COUNT, OF_A_DIRECTION, SIDE, FilterSet, Floats

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
    return _exact(unfolded(half, factor), factor)


def folded(whole: Floats, factor: int) -> Floats:
    """The half of the directions that is stored: each the mean with the one at right angles, turned back."""
    split = _split(whole, factor)
    half = (split[: ANGLES // 2] + _quarter(split[ANGLES // 2 :], -1)) * np.float32(0.5)
    return half.reshape(COUNT // 2, factor * factor, SIDE * SIDE)


def unfolded(half: Floats, factor: int) -> Floats:
    split = half.reshape(ANGLES // 2, -1, factor, factor, SIDE, SIDE)
    both = np.concatenate([split, _quarter(split, 1)])
    return np.ascontiguousarray(both.reshape(COUNT, factor * factor, SIDE * SIDE))


def _exact(whole: Floats, factor: int) -> Floats:
    """What rounding took from the filters put back: a slope stays as steep, an even grey as light."""
    middle = SIDE * SIDE // 2
    side = np.arange(SIDE, dtype=np.float32) - _RADIUS
    at = (np.arange(factor, dtype=np.float32) + 0.5) / factor - 0.5
    for step, along, wanted in (
        (SIDE, np.repeat(side, SIDE), np.repeat(at, factor)),
        (1, np.tile(side, SIDE), np.tile(at, factor)),
    ):
        missing = (wanted - whole @ along) / 2
        whole[:, :, middle + step] += missing
        whole[:, :, middle - step] -= missing
    whole[:, :, middle] += 1 - whole.sum(axis=2)
    return whole


def _split(whole: Floats, factor: int) -> Floats:
    return whole.reshape(ANGLES, OF_A_DIRECTION, factor, factor, SIDE, SIDE)


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
        one[place, _RADIUS + first - 1 : _RADIUS + first + 3] = catmull_rom(at - first)
    return one
