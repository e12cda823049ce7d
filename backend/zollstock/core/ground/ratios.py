"""Ratios as people name them: 3:2, 4:5, 1:√2, and as a decimal."""

from __future__ import annotations

from functools import lru_cache

from .rational import Fraction
from .show import decimal

#: A ratio is called by a small name when it is within 0.1 % of it.
TOLERANCE = 0.001
_LARGEST_TERM = 20
_ROOT_TWO = 2**0.5


def small_ratio(ratio: Fraction) -> tuple[int, int] | None:
    """The nearest ratio of small whole numbers within 0.1 %, as its two terms, or None.

    >>> small_ratio(Fraction(5000, 3333)), small_ratio(Fraction(297, 210))
    ((3, 2), None)
    """
    value = float(ratio)
    for size in range(1, _LARGEST_TERM + 1):
        # For each larger term only the nearest smaller term can be within the tolerance.
        if value >= 1:
            first, second = size, max(1, round(size / value))
        else:
            first, second = max(1, round(size * value)), size
        if abs(value / (first / second) - 1) <= TOLERANCE:
            return first, second
    return None


def named_ratio(ratio: Fraction) -> Fraction:
    """The small whole-number ratio within 0.1 % of `ratio`, or `ratio` itself.

    >>> named_ratio(Fraction(5000, 3333))
    Fraction(3, 2)
    """
    terms = small_ratio(ratio)
    return Fraction(*terms) if terms else ratio


@lru_cache(maxsize=4096)
def ratio_name(ratio: Fraction) -> str | None:
    """The name of a ratio, or None where no small one is near.

    `ratio` is width ÷ height. A tall print keeps its order: 8 × 10 is 4:5. ISO sheets are
    named √2:1 or 1:√2.

    >>> ratio_name(Fraction(8, 10)), ratio_name(Fraction(420, 297)), ratio_name(Fraction(1732, 1000))
    ('4:5', '√2:1', None)
    """
    terms = small_ratio(ratio)
    if terms:
        return f"{terms[0]}:{terms[1]}"
    value = float(ratio)
    if abs(value / _ROOT_TWO - 1) <= TOLERANCE:
        return "√2:1"
    if abs(value * _ROOT_TWO - 1) <= TOLERANCE:
        return "1:√2"
    return None


def ratio_text(ratio: Fraction) -> str:
    """`5:3 (1.667)`, or the decimal alone where no small ratio is near.

    >>> ratio_text(Fraction(20, 12)), ratio_text(Fraction(297, 210))
    ('5:3 (1.667)', '√2:1 (1.414)')
    """
    name = ratio_name(ratio)
    number = decimal(ratio, 3)
    return f"{name} ({number})" if name else number


def short_ratio(ratio: Fraction) -> str:
    """The name alone, or `1.732:1` where there is none.

    >>> short_ratio(Fraction(3, 2)), short_ratio(Fraction(1732, 1000))
    ('3:2', '1.732:1')
    """
    return ratio_name(ratio) or f"{decimal(ratio, 3)}:1"
