"""Readings of one length: how what was typed in a field was read, and how else it could be meant.

An edge, a distance, a side of something: a bare number takes the unit that its purpose makes likely.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from ..ground.lengths import Length, LengthError, parse_length
from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from .spelling import plain_spelling, with_thousands

#: What a length is for, with the least and the most that is believed without a question, mm.
Purpose = Literal["edge", "distance", "side"]
_BELIEVED: dict[Purpose, tuple[Fraction, Fraction]] = {
    "edge": (Fraction(0), Fraction(1000)),
    "distance": (Fraction(100), Fraction(100_000)),
    "side": (Fraction(20), Fraction(20_000)),
}
#: A bare distance under so many is one of metres (of feet, where inches rule): nobody looks from 1.5 cm.
_FAR_UNITS_UNDER = 10
#: A unit as it is asked for.
SPOKEN_UNITS = {"in": "inches?", "ft": "feet?", "cm": "cm?", "mm": "mm?", "m": "metres?"}
#: A number without a unit.
BARE = re.compile(r"[\d\s.,/½⅓⅔¼¾⅛⅜⅝⅞]+")


@dataclass(frozen=True, slots=True)
class Other:
    """Another way to read what was typed: `text` reads that way, `label` asks for it."""

    label: str
    text: str


@dataclass(frozen=True, slots=True)
class ReadLength:
    """A typed length; `said` tells how it was read where that was not written out.

    `open`: it may be the beginning of a longer one, as `1` is of `12 in`.
    """

    length: Length
    said: str = ""
    others: tuple[Other, ...] = ()
    open: bool = False


def read_length(text: str, unit: str, purpose: Purpose = "edge") -> ReadLength:
    """Read a length for `purpose`; a bare number takes `unit`. Raises `LengthError`.

    >>> found = read_length("1.5", "cm", "distance")  # nobody looks at a print from 1.5 cm
    >>> found.length.typed, found.said, [other.label for other in found.others]
    ('1.5 m', 'read as 1.5 m', ['feet?'])
    """
    spelled = plain_spelling(text)
    least, most = _BELIEVED[purpose]

    def believed(length: Length) -> bool:
        return least <= length.mm <= most

    thousands = with_thousands(spelled)
    if thousands is not None:
        small, large = parse_length(spelled, unit), length_or_none(thousands, unit)
        if large is None or (believed(small) and not believed(large)):
            return ReadLength(small)
        thousand = believed(large) and not believed(small)
        first, second = (large, small) if thousand else (small, large)
        return ReadLength(first, f"read as {length_shown(first)}", (_length_other(second),))
    length = parse_length(spelled, unit)
    if not BARE.fullmatch(spelled):
        return ReadLength(length)
    if purpose == "distance" and length.mm < _FAR_UNITS_UNDER * parse_length("1", unit).mm:
        unit = "ft" if unit == "in" else "m"
        length = parse_length(spelled, unit)
    others = _units_of(spelled, unit, purpose)
    return ReadLength(length, f"read as {length_shown(length)}", others, open=True)


def _units_of(spelled: str, unit: str, purpose: Purpose) -> tuple[Other, ...]:
    """The unit that a bare number may have had in mind instead."""
    units: tuple[str, ...]
    if purpose == "distance":
        others = {"in": ("ft", "m"), "ft": ("m", "in"), "m": ("ft", "cm")}
        units = others.get(unit, ("m", "in"))
        least, most = Fraction(200), Fraction(30_000)
    else:
        units = ("cm", "mm") if unit == "in" else ("in",)
        least, most = Fraction(1), Fraction(250)
    for other in units:
        meant = parse_length(spelled, other)
        if least <= meant.mm <= most:
            return (Other(SPOKEN_UNITS[other], meant.typed),)
    return ()


def _length_other(length: Length) -> Other:
    return Other(f"{length_shown(length)}?", typed_plainly(length))


def length_shown(length: Length) -> str:
    """A length in its own unit, to the step in which people say it.

    >>> length_shown(parse_length("1,5 cm"))
    '1.5 cm'
    """
    return LengthStyle(length.unit, fractions=False).length(length.mm)


def typed_plainly(length: Length) -> str:
    """A length in a spelling that nobody can read in two ways: 1.2 mm, not 1,200 mm.

    >>> from ..ground.lengths import parse_length
    >>> typed_plainly(parse_length("1,5 cm"))
    '1.5 cm'
    """
    return LengthStyle(length.unit).typed(length.mm)


def length_or_none(text: str, unit: str) -> Length | None:
    """The length of a text, or None where it is none.

    >>> length_or_none("11 1/ in", "cm") is None
    True
    """
    try:
        return parse_length(text, unit)
    except LengthError:
        return None
