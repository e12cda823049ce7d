"""The fraction that lengths and pixels are held in.

quicktions is the standard library's Fraction made fast: a reckoning takes some hundred steps
with it while a finger drags. It brings no types; those of the original describe it.

Texts are read by `fraction_of`, never by `Fraction(text)`: quicktions 1.24 writes a text of one digit
into the interpreter's own zero byte (`bytes([0])`), and whatever uses that byte afterwards is wrong.
"""

from __future__ import annotations

import fractions
from functools import lru_cache
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from fractions import Fraction
else:
    from quicktions import Fraction

__all__ = ["Fraction", "exact", "fraction_of"]


def fraction_of(text: str) -> Fraction:
    """The fraction a decimal or a stroke writes: `0.1` is 1/10. Raises ValueError for other texts.

    >>> fraction_of("0.1"), fraction_of("1/3")
    (Fraction(1, 10), Fraction(1, 3))
    """
    read = fractions.Fraction(text)
    return Fraction(read.numerator, read.denominator)


@lru_cache(maxsize=8192)
def exact(number: float) -> Fraction:
    """A typed decimal as the fraction it was meant to be: 0.1 is 1/10, not its binary neighbour.

    >>> exact(0.1)
    Fraction(1, 10)
    """
    return fraction_of(repr(number))
