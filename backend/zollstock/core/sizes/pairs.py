"""Sizes: what people type for one, and the tables of the ISO series."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache

from ..ground.lengths import Length, LengthError, parse_length, pixel_side
from ..ground.rational import Fraction

#: ISO 216, mm, portrait. The standard rounds each step down to the millimetre, so these are
#: tables, not powers of √2.
ISO_A = ((841, 1189), (594, 841), (420, 594), (297, 420), (210, 297), (148, 210), (105, 148),
         (74, 105), (52, 74), (37, 52), (26, 37))  # fmt: skip
ISO_B = ((1000, 1414), (707, 1000), (500, 707), (353, 500), (250, 353), (176, 250), (125, 176),
         (88, 125), (62, 88), (44, 62), (31, 44))  # fmt: skip
#: ISO 269, envelopes.
ISO_C = ((917, 1297), (648, 917), (458, 648), (324, 458), (229, 324), (162, 229), (114, 162),
         (81, 114), (57, 81), (40, 57), (28, 40))  # fmt: skip

_ISO = re.compile(r"(?:DIN\s*|ISO\s*)?([ABC])\s?(\d{1,2})(?:\s+(landscape|portrait))?", re.I)
#: The tag of a target in pixels that names none (the plan says the same).
_SCREEN_PPI = Fraction(96)
#: What stands between two sides: `8x10`, `20 × 30`, `8 by 10`, `8in by 10in`, `20by30`.
BETWEEN = re.compile(r"\s*(?:[×xX*]|(?:(?<=[\s\d\"'])|\b)by(?:(?=[\s\d.,])|\b))\s*")

#: A side is believed from 2 cm to 20 m, and a ratio up to 12 : 1; beyond, somebody may have
#: slipped on a key.
LEAST_SIDE_MM = 20
MOST_SIDE_MM = 20_000
MOST_RATIO = 12
#: Beyond this ratio a bare side beside one with a unit was hardly meant in it: `70 x 1 m`, `24 x 2 ft`.
_MOST_IN_ONE_UNIT = 6
_IMPERIAL = ("in", "ft")
_NUMBER = re.compile(r"[\d\s.,/½⅓⅔¼¾⅛⅜⅝⅞]+")


@dataclass(frozen=True, slots=True)
class Sides:
    """A width and a height."""

    width: Length
    height: Length


def implausible(sides: Sides) -> str | None:
    """What is hard to believe of a size, in words; None for sizes that people print, and for px.

    >>> implausible(parse_size("30 x 5000 cm")), implausible(parse_size("30 x 50 cm"))
    ('a side is over 20 m', None)
    """
    width, height = sides.width.mm, sides.height.mm
    if sides.width.unit == "px":
        return None
    short, long = sorted((width, height))
    if short < LEAST_SIDE_MM:
        return f"a side is under {LEAST_SIDE_MM // 10} cm"
    if long > MOST_SIDE_MM:
        return f"a side is over {MOST_SIDE_MM // 1000} m"
    if long > MOST_RATIO * short:
        return f"one side is more than {MOST_RATIO} times the other"
    return None


def in_two_units(text: str, unit: str, in_one: Sides) -> Sides | None:
    """A pair with one bare side, which is in `unit` or centimetres beside a metric one, in inches beside another; None
    where it was meant as `in_one`.

    >>> found = in_two_units("70 x 1 m", "cm", parse_size("70 x 1 m"))
    >>> found.width.typed, found.height.typed
    ('70 cm', '1 m')
    >>> in_two_units("20 x 60 in", "cm", parse_size("20 x 60 in")) is None
    True
    """
    parts = BETWEEN.split(text.strip())
    bare = [_NUMBER.fullmatch(part) is not None for part in parts]
    if sum(bare) != 1 or in_one.width.unit == "px" or _ratio(in_one) <= _MOST_IN_ONE_UNIT:
        return None
    imperial = in_one.width.unit in _IMPERIAL
    for other in ("in",) if imperial else ("cm",) if unit in _IMPERIAL else (unit, "cm"):
        each = (f"{part} {other}" if one else part for part, one in zip(parts, bare, strict=True))
        try:
            sides = parse_size(" x ".join(each))
        except LengthError:
            continue
        if sides.width.unit != "px" and _ratio(sides) <= _MOST_IN_ONE_UNIT:
            return sides
    return None


def _ratio(sides: Sides) -> Fraction:
    short, long = sorted((sides.width.mm, sides.height.mm))
    return long / short


@lru_cache(maxsize=4096)
def parse_size(text: str, default_unit: str = "cm") -> Sides:
    """Read a size such as `8x10`, `20 × 30 cm`, `A3`, `A3 landscape` or `11 1/2" x 8"`.

    A side without a unit takes the other side's, then `default_unit`. ISO names are portrait
    unless `landscape` stands behind them. Raises `LengthError` naming what was not understood.

    >>> [float(parse_size(text).width.mm) for text in ("8x10in", "20 × 30 cm", "A3 landscape")]
    [203.2, 200.0, 420.0]
    """
    shown = text.strip()
    iso = _ISO.fullmatch(shown)
    if iso:
        return _iso_size(iso[1].upper(), int(iso[2]), (iso[3] or "").lower() == "landscape")
    in_pixels = default_unit == "px" or shown.lower().endswith("px")
    # The x of px stands between nothing.
    parts = BETWEEN.split(re.sub(r"(?i)\s*px\b", "", shown) if in_pixels else shown)
    if len(parts) != 2:
        raise LengthError(
            f"“{shown}” is not a size; type two sides like 20 × 30 cm, or a name like A3 landscape"
        )
    if in_pixels:
        return _pixels(parts, shown)
    unit = _own_unit(parts[1]) or _own_unit(parts[0]) or default_unit
    width = parse_length(parts[0], _own_unit(parts[0]) or unit)
    height = parse_length(parts[1], unit)
    for side, word in ((width, "width"), (height, "height")):
        if side.mm <= 0:
            raise LengthError(f"the {word} of “{shown}” is 0")
    return Sides(width, height)


def _iso_size(series: str, number: int, landscape: bool) -> Sides:
    table = {"A": ISO_A, "B": ISO_B, "C": ISO_C}[series]
    if number >= len(table):
        raise LengthError(f"there is no {series}{number}; the series ends at {series}10")
    short, long = table[number]
    width, height = (long, short) if landscape else (short, long)
    sides = [Length(Fraction(mm), "mm", f"{mm} mm") for mm in (width, height)]
    return Sides(sides[0], sides[1])


def _pixels(parts: list[str], shown: str) -> Sides:
    """`1920 × 1080 px`: a target in pixels, its lengths those at 96 ppi."""
    sides = [pixel_side(f"{part} px", _SCREEN_PPI) for part in parts]
    if sides[0] is None or sides[1] is None:
        raise LengthError(f"“{shown}”: both sides in px, such as 1920 × 1080 px")
    for side, word in zip(sides, ("width", "height"), strict=True):
        if side is not None and side.mm <= 0:
            raise LengthError(f"the {word} of “{shown}” is 0")
    return Sides(sides[0], sides[1])


def _own_unit(text: str) -> str | None:
    try:
        return parse_length(text).unit
    except LengthError:
        return None
