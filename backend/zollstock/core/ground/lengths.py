"""Exact lengths, read as people type them and kept as typed.

A length is held as a fraction of millimetres, so that 1 in is 25.4 mm and 17 1/3 in stays
17 1/3 in; rounding happens only where something is shown or becomes a pixel.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Literal

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import PydanticCustomError, core_schema

from .oneline import one_line
from .rational import Fraction, fraction_of
from .refusal import Refusal

MM_PER_INCH = Fraction(127, 5)

#: The units that a person works in, of those that lengths are read in.
ShownUnit = Literal["mm", "cm", "in"]

#: Millimetres in one unit. 1 in = 25.4 mm exactly, 1 ft = 12 in, 1 pt = 1/72 in.
UNITS: dict[str, Fraction] = {
    "mm": Fraction(1),
    "cm": Fraction(10),
    "m": Fraction(1000),
    "in": MM_PER_INCH,
    "ft": 12 * MM_PER_INCH,
    "pt": MM_PER_INCH / 72,
}

#: The longest length that is taken for one: 1 km. Beyond it somebody slipped on a key.
LONGEST_MM = Fraction(1_000_000)

#: A text of more signs than this is no length.
LONGEST_TEXT = 60

#: The longest side of a target in pixels.
MOST_SIDE_PX = 200_000

_SPOKEN = {
    '"': "in",
    "''": "in",
    "inch": "in",
    "inches": "in",
    "'": "ft",
    "foot": "ft",
    "feet": "ft",
    "millimetre": "mm",
    "millimetres": "mm",
    "centimetre": "cm",
    "centimetres": "cm",
    "metre": "m",
    "metres": "m",
    "point": "pt",
    "points": "pt",
}
_MARKS = str.maketrans(
    {"″": '"', "“": '"', "”": '"', "„": '"', "′": "'", "’": "'", "‘": "'", "⁄": "/"}
    | dict.fromkeys("\u00a0\u2009\u202f", " ")
)
_VULGAR = {
    "½": "1/2", "⅓": "1/3", "⅔": "2/3", "¼": "1/4", "¾": "3/4",
    "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
}  # fmt: skip
_TOKEN = re.compile(
    r"\s*(?:(?P<fraction>\d{1,6}/\d{1,6})|(?P<number>\d{1,9}(?:[.,]\d{1,12})?|[.,]\d{1,12})(?!/)"
    r"|(?P<unit>[A-Za-z]+|''|[\"']))"
)


class LengthError(Refusal):
    """What was typed is not a length; the message names the part that was not understood."""


@dataclass(frozen=True, slots=True)
class Length:
    """A length.

    `mm` is exact, `unit` one of `UNITS` (or `px` for the side of a target in pixels), `typed` the
    text it came from.
    """

    mm: Fraction
    unit: str
    typed: str

    @property
    def inches(self) -> Fraction:
        return self.mm / MM_PER_INCH

    @classmethod
    def __get_pydantic_core_schema__(
        cls, source: Any, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        return core_schema.no_info_plain_validator_function(
            _from_document,
            serialization=core_schema.plain_serializer_function_ser_schema(
                lambda length: length.typed, return_schema=core_schema.str_schema()
            ),
        )

    @classmethod
    def __get_pydantic_json_schema__(
        cls, schema: core_schema.CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        return {
            "type": "string",
            "description": "A length with its unit (mm, cm, m, in, ft, pt), kept as typed.",
            "examples": ["24 in", '11 1/2"', "29,7 cm", "297mm"],
        }


def _from_document(value: Any) -> Length:
    if isinstance(value, Length):
        return value
    if not isinstance(value, str):
        raise PydanticCustomError("length", 'a length is a text with its unit, like "24 in"')
    try:
        return parse_length(value)
    except LengthError as error:
        raise PydanticCustomError("length", "{reason}", {"reason": one_line(str(error))}) from None


@lru_cache(maxsize=4096)
def parse_length(text: str, default_unit: str | None = None) -> Length:
    """Read a length such as `11 1/2"`, `2'6"`, `29,7 cm` or `0.3 m`.

    A bare number takes `default_unit`; without one it is an error. A comma is a decimal comma.
    Raises `LengthError` naming what was not understood. The result is exact, in mm.

    >>> [float(parse_length(text).mm) for text in ('11 1/2"', "2'6\\"", "29,7 cm")]
    [292.1, 762.0, 297.0]
    """
    shown = text.strip()
    if len(shown) > LONGEST_TEXT:
        raise LengthError("this is too long to be a length")
    if not shown:
        raise LengthError("there is no length here; type one like 24 in or 29,7 cm")
    terms = _terms(shown, default_unit)
    if len(terms) == 2 and (terms[0][1], terms[1][1]) != ("ft", "in"):
        raise LengthError(f"“{shown}” holds two lengths; only feet and inches go together")
    if len(terms) > 2:
        raise LengthError(f"“{shown}” holds more than one length")
    mm = sum((value * UNITS[unit] for value, unit in terms), Fraction(0))
    if mm > LONGEST_MM:
        raise LengthError(f"“{shown}” is longer than 1 km")
    unit = terms[-1][1]
    typed = shown if _ends_in_unit(shown) else f"{shown} {unit}"
    return Length(mm, unit, typed)


def pixel_side(text: str, ppi: Fraction) -> Length | None:
    """A side in whole pixels, such as `1920 px`, as the length it has at `ppi`; None for others.

    Raises `LengthError` for parts of a pixel and for more than `MOST_SIDE_PX`.

    >>> side = pixel_side("1920 px", Fraction(96))
    >>> float(side.mm), pixel_side("20 cm", Fraction(96))
    (508.0, None)
    """
    if len(text) > LONGEST_TEXT:
        raise LengthError("this is too long to be a length")
    match = re.fullmatch(r"\s*(\S+?)\s*px\s*", text)
    if match is None:
        return None
    # isdecimal, not isdigit: ² is a digit to Python, and no number.
    if not match[1].isdecimal():
        raise LengthError(f"“{text.strip()}”: pixels are whole; type a number like 1920 px")
    count = int(match[1])
    if count > MOST_SIDE_PX:
        raise LengthError(f"“{text.strip()}” is more than {MOST_SIDE_PX} px a side")
    return Length(count * MM_PER_INCH / ppi, "px", f"{count} px")


def _ends_in_unit(shown: str) -> bool:
    return shown[-1].isalpha() or shown[-1] in "\"'″′“”„’‘"


def _terms(shown: str, default_unit: str | None) -> list[tuple[Fraction, str]]:
    """The (value, unit) pairs of a typed length, in order."""
    text = shown.translate(_MARKS)
    for sign, plain in _VULGAR.items():
        text = text.replace(sign, f" {plain}")
    if text.lstrip().startswith(("-", "−")):
        raise LengthError(f"“{shown}” is negative; a length is 0 or more")
    terms: list[tuple[Fraction, str]] = []
    value: Fraction | None = None
    had_fraction = False
    position = 0
    while position < len(text.rstrip()):
        match = _TOKEN.match(text, position)
        if match is None:
            raise LengthError(_not_understood(shown, text[position:].strip()))
        if match["unit"]:
            unit = _unit(match["unit"], shown)
            if value is None:
                raise LengthError(f"“{shown}” has the unit {unit} without a number before it")
            terms.append((value, unit))
            value, had_fraction = None, False
        elif match["fraction"]:
            top, bottom = (int(part) for part in match["fraction"].split("/"))
            if bottom == 0:
                raise LengthError(f"“{shown}” divides by 0")
            if had_fraction or (value is not None and value.denominator != 1):
                raise LengthError(_not_understood(shown, match["fraction"]))
            value, had_fraction = (value or Fraction(0)) + Fraction(top, bottom), True
        else:
            if value is not None:
                raise LengthError(_not_understood(shown, match["number"]))
            value = fraction_of(match["number"].replace(",", "."))
        position = match.end()
    if value is not None:
        unit = "in" if terms and terms[-1][1] == "ft" else default_unit or ""
        if not unit:
            raise LengthError(f"“{shown}” has no unit; write mm, cm, m, in, ft or pt behind it")
        terms.append((value, unit))
    if not terms:
        raise LengthError(f"“{shown}” is not a length; type one like 24 in or 29,7 cm")
    return terms


def _unit(word: str, shown: str) -> str:
    unit = word.lower()
    unit = _SPOKEN.get(unit, unit)
    if unit not in UNITS:
        raise LengthError(f"“{shown}”: the unit “{word}” is not known; use mm, cm, m, in, ft or pt")
    return unit


def _not_understood(shown: str, rest: str) -> str:
    if re.match(r"\d+/(?!\d)", rest):
        piece = rest.split()[0]
        return f"“{shown}”: “{piece}” is half a fraction; the number below the stroke is missing"
    return f"“{shown}”: “{rest}” was not understood"
