"""Compile the loops ahead: `python -m zollstock.pixels.enlarge`. They stay compiled (beside their source)."""

from __future__ import annotations

from zollstock.core.grid import PixelBox
from zollstock.core.rational import Fraction
from zollstock.core.sheets import Sampling
from zollstock.core.straighten import UPRIGHT

from ..methods import METHODS, Way, method_of
from ..vips import pyvips


def compile_all() -> None:
    """Enlarge a few pixels by every method, with noise taken out."""
    grey = pyvips.Image.black(8, 8).copy(interpretation="b-w")
    colour = pyvips.Image.black(8, 8, bands=3).copy(interpretation="srgb")
    at = Sampling(Fraction(0), Fraction(0), Fraction(1, 2), copies=False)
    for image in (grey, colour):
        for name in METHODS:
            method_of(Way(name, denoise=0.5, sigma=2.0))(image, at, UPRIGHT, PixelBox(0, 0, 16, 16))


if __name__ == "__main__":
    compile_all()
