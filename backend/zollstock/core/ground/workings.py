"""Workings: arithmetic as people write it on a pad, that adds up as it stands there.

The numbers put in are rounded for reading, and so is the result. `20 + 2 × 0.2 = 20.39` is true of the
exact values and false of the shown ones; so many more places are shown, `20 + 2 × 0.197 = 20.39`, as
make the shown sum hold.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache, partial
from math import floor
from operator import mul
from typing import NamedTuple

from .lengths import MM_PER_INCH
from .rational import Fraction
from .show import LengthStyle, Number, decimal, rounded, whole

#: More places than this no reader follows; what does not hold with them is left to the exact value.
MOST_MORE_PLACES = 7

_POWERS = tuple(10**places for places in range(16))


class Put(NamedTuple):
    """A number put in: its exact value, the places it is shown with at least.

    `text` is how it is written where that is all of it; else it is rounded to the places.
    """

    value: Fraction
    places: int
    text: str | None


def number(value: Number, places: int) -> Put:
    """A plain number.

    >>> number(Fraction(1, 3), 2).places
    2
    """
    exact = value if isinstance(value, Fraction) else Fraction(value)
    whole_of_it = _POWERS[places] % exact.denominator == 0
    return Put(exact, places, decimal(exact, places) if whole_of_it else None)


def pixels(value: Number) -> Put:
    """A count of pixels: whole ones as they are, others with a place.

    >>> pixels(5000).text
    '5000'
    """
    exact = value if isinstance(value, Fraction) else Fraction(value)
    return Put(exact, 1, whole(exact)) if exact.denominator == 1 else number(exact, 1)


def length(mm: Number, style: LengthStyle) -> Put:
    """A length (mm) as a number in the style's unit; true fractions of an inch stay what they are."""
    if style.unit == "px":
        return _length(Fraction(mm), style)
    return _usual_length(*mm.as_integer_ratio(), style.unit, style.fractions)


@lru_cache(maxsize=8192)
def _usual_length(top: int, bottom: int, unit: str, fractions: bool) -> Put:
    """The same few lengths stand in many workings, and in every one of them while a crop is moved."""
    return _length(Fraction(top, bottom), LengthStyle(unit, fractions))


def _length(mm: Fraction, style: LengthStyle) -> Put:
    return Put(mm / style.mm, style.places, style.number(mm) if style.is_exact(mm) else None)


def length_shown(mm: Number, style: LengthStyle) -> tuple[Callable[[Fraction], str], str]:
    """How a sum in the style's unit is held against the length it comes to, and what that says.

    >>> length_shown(Fraction(254), LengthStyle("in"))[1]
    '10'
    """
    places = style.places + 1 if style.is_exact(mm) else style.places
    return partial(decimal, places=places), decimal(Fraction(mm) / style.mm, places)


def px_of_print(style: LengthStyle) -> Callable[[Fraction, Fraction], Fraction]:
    """Length × resolution = px, of lengths as they stand there in the style's unit, and ppi.

    >>> px_of_print(LengthStyle("cm"))(Fraction(254, 10), Fraction(300))
    Fraction(3000, 1)
    """
    if style.unit == "in":
        return mul
    inches = style.mm / MM_PER_INCH
    return lambda long, ppi: long * ppi * inches


def rounded_up_from(exact: Fraction, whole_number: int) -> str:
    """A count before it is rounded half up, in as many places (two at least) as show why.

    >>> rounded_up_from(Fraction(19_999, 8), 2500)
    '2499.88'
    """
    for places in range(2, 2 + MOST_MORE_PLACES):
        if floor(rounded(exact, places) + Fraction(1, 2)) == whole_number:
            break
    return decimal(exact, places)


def written(
    form: str,
    put_in: tuple[Put, ...],
    result: Callable[..., Number],
    shown: Callable[..., object],
    text: object,
) -> str:
    """`form` with its numbers, in as many places as make `shown(result(numbers))` say `text`.

    `result` is the formula itself, on exact fractions; `shown` words what it gives.

    >>> put_in = number(Fraction(5000, 3), 1), number(Fraction(25, 3), 1)
    >>> written("{} ÷ {}", put_in, lambda a, b: a / b, lambda x: decimal(x, 1), "200")
    '1666.667 ÷ 8.333'
    """
    more = 0
    for put in put_in:
        if put.text is None:
            break
    else:  # What is shown exactly needs no trying: its result is the exact one.
        return form.format(*[put.text for put in put_in])
    while more < MOST_MORE_PLACES and not _says(put_in, more, result, shown, text):
        more += 1
    return form.format(
        *[
            exactly if exactly is not None else decimal(value, places + more)
            for value, places, exactly in put_in
        ]
    )


def _says(
    put_in: tuple[Put, ...],
    more: int,
    result: Callable[..., Number],
    shown: Callable[..., object],
    text: object,
) -> bool:
    numbers = [
        value if exactly is not None else rounded(value, places + more)
        for value, places, exactly in put_in
    ]
    try:
        return shown(result(*numbers)) == text
    except ZeroDivisionError:
        # So small that it stands there as 0, which it is not.
        return False
