"""Spellings: what people write for a length, brought into the spelling that a document holds.

A document and the command line take exact spellings only (`lengths`). In a field people also write
`ins`, `12in.`, `8-1/2`, `12 000 mm` or `1.000,5`; here that becomes `in`, `12 in`, `8 1/2`, `12000 mm`
and `1000.5`. What can be read in two ways is left as it is: `readings` weighs that.
"""

from __future__ import annotations

import re

from ..ground.rational import fraction_of
from ..ground.show import decimal

_WORDS = {
    "ins": "in", "inchs": "in", "zoll": "in",
    "fts": "ft", "fuß": "ft", "fuss": "ft",
    "mms": "mm", "millimeter": "mm", "millimeters": "mm",
    "cms": "cm", "centimeter": "cm", "centimeters": "cm", "zentimeter": "cm",
    "meter": "m", "meters": "m", "mtr": "m",
    "pts": "pt",
}  # fmt: skip
_DOTTED = ("in", "inch", "inches", "ft", "mm", "cm", "m", "pt")
_WORD = re.compile(r"([A-Za-zß]+)(\.(?![A-Za-z\d]))?")
_SPACES = str.maketrans(dict.fromkeys("\u00a0\u2009\u202f", " "))
_HYPHEN = re.compile(r"(?<=\d)\s*[-\u2010-\u2013]\s*(?=\d+\s*/\s*\d|[½⅓⅔¼¾⅛⅜⅝⅞])")
#: `1m50`, `1 m 50 cm` and `1 cm 5 mm`: a length in two steps of one measure.
_SUMS = re.compile(
    r"(?<![\d.,])(\d+)\s*(?:m\s*(\d{2})(?:\s*cm)?|m\s*(\d)\s*cm|cm\s*(\d)\s*mm)(?![\d.,/]|\s*m\b)",
    re.I,
)
#: Units that a document does not hold, as those it does: so many inches a yard, centimetres a decimetre.
_SELDOM = re.compile(r"(\d+(?:[.,]\d+)?)\s*(yards?|yds?|dm)\b", re.I)
#: `12 000`: a group of three behind a space can be nothing else.
_SPACED = re.compile(r"(?<![\d.,/])([1-9]\d{0,2})((?: \d{3})+)(?![\d/])")
#: `1,000.5` and `1.000,5`: with both signs in it, one of them parts thousands.
_BOTH = re.compile(r"(?<![\d.,/])([1-9]\d{0,2}(?:,\d{3})+)\.(\d+)|([1-9]\d{0,2}(?:\.\d{3})+),(\d+)")
#: `1,000,000` and `1.000.000`: two groups behind the same sign are thousands.
_MANY = re.compile(r"(?<![\d.,/])[1-9]\d{0,2}(?:(?:,\d{3}){2,}|(?:\.\d{3}){2,})(?![\d.,/])")
#: `1,000` and `1.000`: three decimals, or thousands.
_EITHER = re.compile(r"(?<![\d.,/])([1-9]\d{0,2})[.,](\d{3})(?![\d.,/])")


def plain_spelling(text: str) -> str:
    """The text with units, hyphens and thousands as a document spells them; the rest untouched.

    >>> plain_spelling("30 Zentimeter"), plain_spelling("12 inches")
    ('30 cm', '12 inches')
    """
    text = text.strip().translate(_SPACES)
    text = _WORD.sub(_unit_word, text)
    text = _SUMS.sub(_as_one, text)
    text = _SELDOM.sub(_usual_unit, text)
    text = _HYPHEN.sub(" ", text)
    text = _SPACED.sub(lambda match: match[1] + match[2].replace(" ", ""), text)
    text = _BOTH.sub(_without_thousands, text)
    return _MANY.sub(lambda match: re.sub(r"[.,]", "", match[0]), text)


def with_thousands(text: str) -> str | None:
    """The other reading of `1,000` or `1.000`: one thousand; None where there is nothing to doubt.

    >>> with_thousands("1,000"), with_thousands("12")
    ('1000', None)
    """
    other = _EITHER.sub(r"\1\2", text)
    return None if other == text else other


def _unit_word(match: re.Match[str]) -> str:
    word, dot = match[1], match[2] or ""
    known = _WORDS.get(word.lower())
    if known:
        return known
    return word if dot and word.lower() in _DOTTED else word + dot


def _without_thousands(match: re.Match[str]) -> str:
    if match[1]:
        return f"{match[1].replace(',', '')}.{match[2]}"
    return f"{match[3].replace('.', '')}.{match[4]}"


def _as_one(match: re.Match[str]) -> str:
    whole, metres, single, millimetres = match[1], match[2], match[3], match[4]
    if millimetres:
        return f"{whole}.{millimetres} cm"
    return f"{whole}.{metres or f'0{single}'} m"


def _usual_unit(match: re.Match[str]) -> str:
    number = fraction_of(match[1].replace(",", "."))
    if match[2].lower() == "dm":
        return f"{decimal(number * 10, 6)} cm"
    return f"{decimal(number * 36, 6)} in"
