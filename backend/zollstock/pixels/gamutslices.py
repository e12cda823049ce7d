"""What a profile prints, cut through at some lightnesses: outlines to be drawn."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from .deltae import ciede2000
from .gamut import PrintColours

Floats = NDArray[np.float64]
LIGHTNESSES = (10, 20, 30, 40, 50, 60, 70, 80, 90)
#: Outlines have a point every so many degrees; along each the edge is sought to this many steps.
_DEGREES, _STEPS, _FARTHEST = 6, 12, 130.0
#: What comes back within this, CIEDE2000, is printed.
_PRINTED = 3.0


class GamutSlice(NamedTuple):
    """An outline in a* and b* at a lightness; empty where nothing is printed as light or as dark."""

    lightness: int
    outline: list[tuple[float, float]]


def slices_of(printing: PrintColours) -> list[GamutSlice]:
    """Where colours stop coming back, by halving along every hue."""
    hues = np.radians(np.arange(0, 360, _DEGREES))
    light = np.repeat(np.array(LIGHTNESSES, float), len(hues))
    hue = np.tile(hues, len(LIGHTNESSES))
    low, high = np.zeros(len(hue)), np.full(len(hue), _FARTHEST)
    there = _printed(printing, light, hue, low)
    for _ in range(_STEPS):
        middle = (low + high) / 2
        inside = _printed(printing, light, hue, middle)
        low, high = np.where(inside, middle, low), np.where(inside, high, middle)
    points = np.column_stack([low * np.cos(hue), low * np.sin(hue)]).round(1)
    found = []
    for number, lightness in enumerate(LIGHTNESSES):
        part = slice(number * len(hues), (number + 1) * len(hues))
        outline = [(float(a), float(b)) for a, b in points[part]] if there[part].all() else []
        found.append(GamutSlice(lightness, outline))
    return found


def _printed(
    printing: PrintColours, light: Floats, hue: Floats, chroma: Floats
) -> NDArray[np.bool_]:
    lab = np.column_stack([light, chroma * np.cos(hue), chroma * np.sin(hue)])
    return np.asarray(ciede2000(lab, printing.colours(printing.numbers(lab))) <= _PRINTED)
