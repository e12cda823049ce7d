"""Lengths of an edge on a print of another size, in steps that people measure and cut."""

from __future__ import annotations

from ..ground.lengths import UNITS, Length, parse_length
from ..ground.rational import Fraction
from ..ground.show import typed_length

#: What is cut goes by half millimetres and sixteenths of an inch, what is printed by tenths of a millimetre.
_CUT = {True: UNITS["in"] / 16, False: Fraction(1, 2)}
_INK = Fraction(1, 10)


def scaled_cut(length: Length, share: Fraction) -> Length:
    """A length that is cut, times `share`, to the nearest step; what was there does not vanish.

    >>> scaled_cut(parse_length("3 cm"), Fraction(1, 4)).typed, scaled_cut(parse_length("1 in"), Fraction(1, 3)).typed
    ('0.75 cm', '5/16 in')
    """
    return _scaled(length, share, _CUT[length.unit in ("in", "ft")])


def scaled_ink(length: Length, share: Fraction, least: Fraction = _INK) -> Length:
    """A length that is printed, times `share`, to the nearest step and no less than `least`, mm.

    >>> scaled_ink(parse_length("0.5 mm"), Fraction(1, 10)).typed
    '0.1 mm'
    """
    return _scaled(length, share, _INK, least)


def _scaled(
    length: Length, share: Fraction, step: Fraction, least: Fraction | None = None
) -> Length:
    if not length.mm or share == 1:
        return length
    mm = max(step if least is None else least, round(length.mm * share / step) * step)
    return parse_length(typed_length(mm, length.unit))
