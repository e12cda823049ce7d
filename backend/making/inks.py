"""Invented inks on invented papers: what a device's numbers look like, by a spectral model.

Yule and Nielsen's modified Neugebauer equations: where dots of ink lie beside and on each other, the spectra of all their
overprints are averaged by Demichel's shares, to the power 1/n (J. A. C. Yule, W. J. Nielsen, TAGA 1951; H. E. J. Neugebauer
1937). Dots grow by a gain; how black is laid instead of three inks, and how much ink a paper takes, is part of the model, so
that a colour has three numbers whatever it is printed with.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import product

import colour
import numpy as np
from numpy.typing import NDArray

from zollstock.pixels.cielab import lab_of

Floats = NDArray[np.float64]
WAVES = np.arange(380.0, 731.0, 10.0)


def _observer() -> tuple[Floats, Floats]:
    """Weights of the CIE 1931 observer under D50, and its white (Y = 1)."""
    shape = colour.SpectralShape(380, 730, 10)
    matching = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(shape).values
    light = colour.SDS_ILLUMINANTS["D50"].copy().align(shape).values
    weights = matching * light[:, None]
    weights = weights / weights[:, 1].sum()
    return weights, weights.sum(axis=0)


WEIGHTS, LIGHT = _observer()
#: The white of the profile connection space (ICC.1, 6.3.4.3).
D50 = np.array([0.9642, 1.0, 0.8249])


def _absorbs(*bands: tuple[float, float, float]) -> Floats:
    """Density by wavelength: (peak, place nm, width nm) of each band."""
    return np.sum(
        [peak * np.exp(-(((WAVES - at) / wide) ** 2)) for peak, at, wide in bands], axis=0
    )


#: Densities of a full layer. None is pure: each keeps a little of what it should let through.
INKS = {
    "cyan": _absorbs((1.55, 640, 75), (0.35, 700, 60), (0.16, 520, 60), (0.10, 400, 40)),
    "magenta": _absorbs((1.60, 545, 38), (0.55, 510, 35), (0.22, 420, 45), (0.05, 640, 60)),
    "yellow": _absorbs((1.55, 430, 45), (0.45, 470, 22), (0.02, 560, 60)),
    "black": np.full(WAVES.size, 1.62) + 0.06 * (WAVES - 555) / 175,
}


@dataclass(frozen=True, slots=True)
class Paper:
    """A paper: its reflectance is `white`, less in blue by `yellow`; its surface sends back `veil` of the light whatever is
    printed (so no black is blacker); it takes so much of an ink (`takes`, 1 is a full layer) and `most` ink in all."""

    white: float
    yellow: float
    veil: float
    takes: float
    most: float = 3.0
    gain: float = 0.12
    screen: float = 2.0

    @property
    def spectrum(self) -> Floats:
        return self.white * (1 - self.yellow * np.exp(-(((WAVES - 400) / 70) ** 2)))


@dataclass(frozen=True, slots=True)
class Printing:
    """Inks on a paper: `mixes` says how three numbers (0 to 1, how much of each primary) become amounts of all inks."""

    paper: Paper
    black: str = "black"
    black_from: float = 0.35
    strength: float = 0.85

    def amounts(self, cmy: Floats) -> Floats:
        """Cyan, magenta, yellow and black (0 to 1) for three numbers a row: black takes the place of what is common to all
        three, and nothing is over the limit."""
        common = cmy.min(axis=1)
        part = np.clip((common - self.black_from) / (1 - self.black_from), 0, 1)
        key = self.strength * part**1.6
        # What black covers already needs less of the others.
        left = cmy - (0.55 * key)[:, None]
        inks = np.column_stack([np.clip(left, 0, 1), key])
        return limited(inks, self.paper.most)

    def xyz(self, inks: Floats) -> Floats:
        """XYZ (Y = 1 for all light) of amounts of the four inks, a row each."""
        paper = self.paper
        dots = grown(np.clip(inks, 0, 1), paper.gain)
        densities = [INKS[name] for name in ("cyan", "magenta", "yellow")] + [INKS[self.black]]
        mixed = np.zeros((len(dots), WAVES.size))
        for printed in product((0, 1), repeat=4):
            share = np.prod(
                [dots[:, i] if on else 1 - dots[:, i] for i, on in enumerate(printed)], axis=0
            )
            layers = sum((densities[i] for i, on in enumerate(printed) if on), np.zeros(WAVES.size))
            spectrum = paper.spectrum * 10 ** (-paper.takes * layers)
            mixed += share[:, None] * spectrum ** (1 / paper.screen)
        seen = paper.veil + (1 - paper.veil) * mixed**paper.screen
        return np.asarray(seen @ WEIGHTS)

    def white(self) -> Floats:
        """XYZ of the bare paper, adapted from the light's white to that of the connection space."""
        return np.asarray(self.xyz(np.zeros((1, 4)))[0] / LIGHT * D50)

    def lab(self, inks: Floats) -> Floats:
        """CIELAB relative to the bare paper."""
        bare = self.xyz(np.zeros((1, 4)))
        return lab_of(self.xyz(inks) / bare)


def limited(inks: Floats, most: float) -> Floats:
    """The three colours made less where all inks together are more than the paper takes."""
    over = np.maximum(0, inks.sum(axis=1) - most)
    three = inks[:, :3].sum(axis=1)
    share = np.where(three > 0, 1 - over / np.maximum(three, 1e-9), 1)
    return np.column_stack([inks[:, :3] * np.clip(share, 0, 1)[:, None], inks[:, 3]])


def grown(amounts: Floats, gain: float) -> Floats:
    """Dots as large as they print: most is gained at a half.

    >>> float(grown(np.array([0.5]), 0.12)[0])
    0.62
    """
    return np.asarray(amounts + 4 * gain * amounts * (1 - amounts))
