"""Black and white points and the middle, on encoded levels."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from ..enlarge.shape import Floats

#: Left out, the ends are where this share of the pixels lies beyond, and never farther in than so many levels.
_BEYOND, _FARTHEST = 0.001, 40.0


class ToneCurve(NamedTuple):
    """Levels that become black and white; the middle as the exponent's inverse."""

    black: float
    white: float
    middle: float

    def of(self, levels: Floats) -> Floats:
        """255 · ((v − black) ÷ (white − black)) ^ (1 ÷ middle), held to 0 and 255."""
        share = np.clip((levels - self.black) / max(1.0, self.white - self.black), 0, 1)
        made: Floats = (255 * share ** (1 / self.middle)).astype(np.float32)
        return made

    def colour(self, colour: str) -> str:
        """#rrggbb likewise."""
        parts = np.array([int(colour[at : at + 2], 16) for at in (1, 3, 5)], np.float32)
        return "#" + "".join(f"{round(float(part)):02x}" for part in self.of(parts))


def tone_curve(
    planes: Floats, black: float | None, white: float | None, middle: float
) -> ToneCurve:
    """The curve as given, what is left out by the ends of the histogram of luma."""
    luma = planes.mean(axis=2)[::2, ::2]
    low, high = (float(value) for value in np.quantile(luma, [_BEYOND, 1 - _BEYOND]))
    found_black = min(low, _FARTHEST) if black is None else black
    found_white = max(high, 255 - _FARTHEST) if white is None else white
    return ToneCurve(round(found_black, 1), round(max(found_white, found_black + 1), 1), middle)
