"""Pixel counts: effective and output ppi, rounding, and the most a file may have."""

from __future__ import annotations

from collections.abc import Sequence
from math import floor

from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction, exact
from ..parts.file import Pixels

#: The most pixels a delivered file may have; beyond it something was mistyped.
MOST_OUTPUT_PIXELS = 4_000_000_000

#: For a device: steps of so many ppi, within these.
DEVICE_STEP, DEVICE_LEAST, DEVICE_MOST = 60, 300, 480

_HALF = Fraction(1, 2)


def round_px(exact_px: Fraction) -> int:
    """floor(x + 1/2): the one way a length becomes a pixel count.

    >>> round_px(Fraction(5, 2)), round_px(Fraction(-5, 2))
    (3, -2)
    """
    return floor(exact_px + _HALF)


def length_px(mm: Fraction, ppi: Fraction) -> Fraction:
    """Pixels (exact) of a length in mm at a ppi: length in inches × ppi.

    >>> length_px(Fraction(508), Fraction(250))
    Fraction(5000, 1)
    """
    return mm / MM_PER_INCH * ppi


def ppi_of(px: Fraction, mm: Fraction) -> Fraction:
    """Pixels per inch when `px` pixels cover `mm` millimetres: px ÷ length in inches.

    5000 px across an image box of 20 in:

    >>> ppi_of(Fraction(5000), Fraction(508))
    Fraction(250, 1)
    """
    return px * MM_PER_INCH / mm


def device_ppi(
    effective: Fraction, native: int | None = None, grids: Sequence[int] = ()
) -> Fraction:
    """The least grid of the chosen device at or above the effective ppi, or its greatest; the native ppi that was typed; else the effective ppi to the nearest step (half up), within bounds.

    >>> int(device_ppi(Fraction(356), None)), int(device_ppi(Fraction(120), None))
    (360, 300)
    >>> [int(device_ppi(Fraction(ppi), grids=(360, 720))) for ppi in (200, 360, 361, 900)]
    [360, 360, 720, 720]
    """
    if grids:
        return Fraction(min((grid for grid in grids if grid >= effective), default=max(grids)))
    if native is not None:
        return Fraction(native)
    stepped = round_px(effective / DEVICE_STEP) * DEVICE_STEP
    return Fraction(max(DEVICE_LEAST, min(DEVICE_MOST, stepped)))


def output_ppi(
    pixels: Pixels, effective: Fraction, need: Fraction | None, grids: Sequence[int] = ()
) -> Fraction:
    """ppi of the delivered file.

    `grids` are those of the chosen device, ppi. `need` is the chosen criterion's, in ppi; without one (no trials yet) the pixels stay as they are
    and the reckoning carries a `stop`.

    >>> output_ppi(Pixels(mode="keep"), Fraction(250), Fraction(180))
    Fraction(250, 1)
    >>> output_ppi(Pixels(mode="need"), Fraction(250), Fraction(180))
    Fraction(180, 1)
    """
    if pixels.mode == "need" and need is not None:
        return need
    if pixels.mode == "device":
        return device_ppi(effective, pixels.native_ppi, grids)
    if pixels.mode == "fixed" and pixels.ppi is not None:
        return exact(pixels.ppi)
    return effective
