"""Sizes: what people type for one, and the shelf of common ones."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache

from .lengths import Length, LengthError, parse_length
from .rational import Fraction

#: ISO 216, mm, portrait. The standard rounds each step down to the millimetre, so these are
#: tables, not powers of √2.
ISO_A = ((841, 1189), (594, 841), (420, 594), (297, 420), (210, 297), (148, 210), (105, 148),
         (74, 105), (52, 74), (37, 52), (26, 37))  # fmt: skip
ISO_B = ((1000, 1414), (707, 1000), (500, 707), (353, 500), (250, 353), (176, 250), (125, 176),
         (88, 125), (62, 88), (44, 62), (31, 44))  # fmt: skip

_ISO = re.compile(r"(?:DIN\s*|ISO\s*)?([AB])\s?(\d{1,2})(?:\s+(landscape|portrait))?", re.I)
_BETWEEN = re.compile(r"\s*(?:[×xX*]|\bby\b)\s*")
_INCH_SHELF = ("4x6", "5x7", "8x10", "8x12", "10x12", "11x14", "12x16", "12x18", "16x20", "16x24",
               "20x24", "20x30", "24x36")  # fmt: skip
_CM_SHELF = ("9x13", "10x15", "13x18", "15x20", "18x24", "20x30", "24x30", "30x40", "30x45",
             "40x50", "40x60", "50x70", "60x80", "60x90", "70x100")  # fmt: skip
_SQUARE_SHELF = ("20x20", "30x30", "40x40", "60x60")


@dataclass(frozen=True, slots=True)
class Size:
    """A width and a height, with the name it was asked by, if any."""

    width: Length
    height: Length
    name: str = ""
    group: str = ""

    def swapped(self) -> Size:
        return Size(self.height, self.width, self.name, self.group)


def parse_size(text: str, default_unit: str = "cm") -> Size:
    """Read a size such as `8x10`, `20 × 30 cm`, `A3`, `A3 landscape` or `11 1/2" x 8"`.

    A side without a unit takes the other side's, then `default_unit`. ISO names are portrait
    unless `landscape` stands behind them. Raises `LengthError` naming what was not understood.
    """
    shown = text.strip()
    iso = _ISO.fullmatch(shown)
    if iso:
        return _iso_size(iso[1].upper(), int(iso[2]), (iso[3] or "").lower() == "landscape")
    parts = _BETWEEN.split(shown)
    if len(parts) != 2:
        raise LengthError(
            f"“{shown}” is not a size; type two sides like 20 × 30 cm, or a name like A3 landscape"
        )
    unit = _own_unit(parts[1]) or _own_unit(parts[0]) or default_unit
    width = parse_length(parts[0], _own_unit(parts[0]) or unit)
    height = parse_length(parts[1], unit)
    for side, word in ((width, "width"), (height, "height")):
        if side.mm <= 0:
            raise LengthError(f"the {word} of “{shown}” is nought")
    return Size(width, height)


@lru_cache(maxsize=1)
def shelf() -> tuple[Size, ...]:
    """The common sizes, in groups, portrait: ISO A and B, inches, centimetres, squares."""
    sizes = [_iso_size("A", n, False) for n in range(8)]
    sizes += [_iso_size("B", n, False) for n in range(1, 6)]
    for group, unit, names in (
        ("Photo sizes, inches", "in", _INCH_SHELF),
        ("Photo sizes, centimetres", "cm", _CM_SHELF),
        ("Squares, centimetres", "cm", _SQUARE_SHELF),
    ):
        for name in names:
            size = parse_size(name, unit)
            label = f"{name.replace('x', ' × ')} {unit}"
            sizes.append(Size(size.width, size.height, label, group))
    return tuple(sizes)


def _iso_size(series: str, number: int, landscape: bool) -> Size:
    table = ISO_A if series == "A" else ISO_B
    if number >= len(table):
        raise LengthError(f"there is no {series}{number}; the series ends at {series}10")
    short, long = table[number]
    width, height = (long, short) if landscape else (short, long)
    sides = [Length(Fraction(mm), "mm", f"{mm} mm") for mm in (width, height)]
    return Size(sides[0], sides[1], f"{series}{number}", f"ISO {series}")


def _own_unit(text: str) -> str | None:
    try:
        return parse_length(text).unit
    except LengthError:
        return None
