"""Pixel counts: effective and output ppi, rounding, and what a file will weigh."""

from __future__ import annotations

from math import floor
from typing import TYPE_CHECKING

from .lengths import MM_PER_INCH
from .rational import Fraction, exact

if TYPE_CHECKING:
    from .plan import Pixels

#: Limits of the file formats: px a side, and bytes.
JPEG_LONGEST_SIDE = 65_535
CLASSIC_TIFF_BYTES = 2**32
#: The most pixels a delivered file may have; beyond it something was mistyped.
MOST_OUTPUT_PIXELS = 4_000_000_000

_HALF = Fraction(1, 2)


def round_px(exact_px: Fraction) -> int:
    """floor(x + 1/2): the one way a length becomes a pixel count."""
    return floor(exact_px + _HALF)


def length_px(mm: Fraction, ppi: Fraction) -> Fraction:
    """Pixels (exact) of a length in mm at a ppi."""
    return mm / MM_PER_INCH * ppi


def ppi_of(px: Fraction, mm: Fraction) -> Fraction:
    """Pixels per inch when `px` pixels cover `mm` millimetres."""
    return px * MM_PER_INCH / mm


def device_ppi(effective: Fraction, native: int | None) -> Fraction:
    """The printer's native ppi, else the effective ppi to the nearest step of 60 (half up), 300..480."""
    if native is not None:
        return Fraction(native)
    return Fraction(max(300, min(480, round_px(effective / 60) * 60)))


def output_ppi(pixels: Pixels, effective: Fraction, need: Fraction | None) -> Fraction:
    """ppi of the delivered file.

    `need` is the chosen school's, in ppi; without one (no trials yet) the pixels stay as they are
    and the reckoning carries a `stop`.
    """
    if pixels.mode == "need" and need is not None:
        return need
    if pixels.mode == "device":
        return device_ppi(effective, pixels.native_ppi)
    if pixels.mode == "fixed" and pixels.ppi is not None:
        return exact(pixels.ppi)
    return effective
