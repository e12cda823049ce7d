"""The size that a new print begins with: of the picture's own ratio, so that nothing is lost before anybody chose."""

from __future__ import annotations

from math import log

from ..ground.lengths import MM_PER_INCH, parse_length
from ..ground.rational import Fraction
from ..ground.show import typed_length
from .library import Size, directed, library
from .pairs import Sides, parse_size

#: The long side of a modest first print, and the finest step that its other side is cut to, by the unit.
_LONG = {"in": "12 in", "cm": "30 cm", "mm": "300 mm"}
_STEPS_MM = {
    "in": (MM_PER_INCH / 2, MM_PER_INCH / 8, MM_PER_INCH / 64),
    "cm": (Fraction(5), Fraction(1), Fraction(1, 10)),
    "mm": (Fraction(5), Fraction(1), Fraction(1, 10)),
}
#: A usual size is near when its long side is within this factor of the modest one's.
_NEAR = 1.35
#: And it fits when it takes less than this share of the picture.
_FITS = Fraction(1, 100)
#: A side cut by steps may take so much; a finer step is tried beyond it.
_STEP_LOSS = Fraction(1, 500)
_GROUPS = {
    "in": ("Photo sizes, inches", "Squares, inches", "Panoramas, inches"),
    "cm": ("Photo sizes, centimetres", "Squares", "Panoramas", "ISO A"),
    "mm": ("Photo sizes, centimetres", "Squares", "Panoramas", "ISO A"),
}
_LEAST_MM = Fraction(1)


def first_size(width_px: int, height_px: int, unit: str) -> Sides:
    """The first size of a picture of `width_px` × `height_px` (upright), in `unit` (mm, cm, in).

    The nearest usual size that takes under 1 % of the picture; where there is none, the picture's ratio on
    a long side of 30 cm or 12 in.

    >>> [first_size(w, h, "cm").height.typed for w, h in ((6000, 4000), (6000, 2000), (6000, 2500))]
    ['20 cm', '10 cm', '12.5 cm']
    """
    ratio = Fraction(width_px, height_px)
    long = parse_length(_LONG[unit]).mm
    usual = _usual(ratio, unit, long)
    if usual is not None:
        laid = directed(usual, ratio >= 1)
        return _in_unit(laid.width.mm, laid.height.mm, unit)
    upright = max(ratio, 1 / ratio)
    for step in _STEPS_MM[unit]:
        short = max(_LEAST_MM, round(long / upright / step) * step)
        if _loss(long / short, upright) < _STEP_LOSS:
            break
    return _in_unit(long, short, unit) if ratio >= 1 else _in_unit(short, long, unit)


def _usual(ratio: Fraction, unit: str, long: Fraction) -> Size | None:
    """The usual size nearest to the modest one; of two as near, the smaller."""
    found = []
    for size in library():
        sides = sorted((size.width.mm, size.height.mm))
        if (
            size.group not in _GROUPS[unit]
            or _loss(sides[1] / sides[0], max(ratio, 1 / ratio)) >= _FITS
        ):
            continue
        apart = abs(log(sides[1] / long))
        if apart <= log(_NEAR):
            found.append((apart, sides[1], size.key, size))
    return min(found)[-1] if found else None


def _loss(one: Fraction, other: Fraction) -> Fraction:
    return 1 - min(one, other) / max(one, other)


def _in_unit(width: Fraction, height: Fraction, unit: str) -> Sides:
    return parse_size(f"{typed_length(width, unit)} x {typed_length(height, unit)}")
