"""The compiled loops, made ready before somebody waits for them."""

from __future__ import annotations

from zollstock.core.ground.rational import Fraction
from zollstock.core.rules.straighten import UPRIGHT
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling

from ..methods import METHODS, Way, method_of
from ..vips import pyvips


def compile_all() -> None:
    """Enlarge a few pixels by every method, with noise taken out: compiled, or read in where that was done."""
    grey = pyvips.Image.black(8, 8).copy(interpretation="b-w")
    colour = pyvips.Image.black(8, 8, bands=3).copy(interpretation="srgb")
    at = Sampling(Fraction(0), Fraction(0), Fraction(1, 2), copies=False)
    for image in (grey, colour):
        for name in METHODS:
            method_of(Way(name, denoise=0.5, sigma=2.0))(image, at, UPRIGHT, PixelBox(0, 0, 16, 16))
