"""Methods of enlarging, as people choose them, and what each of them is good for."""

from __future__ import annotations

from fractions import Fraction
from math import ceil
from typing import Literal, NamedTuple, get_args

MethodName = Literal["careful", "lanczos", "cubic"]
SourceName = Literal["plain", "soft", "sharpened"]


class Enlarging(NamedTuple):
    """A method: what it is called, what it does, and how many seconds a megapixel of the file takes that is
    interpolated (here, on two cores)."""

    label: str
    note: str
    seconds: float


METHODS: dict[MethodName, Enlarging] = {
    "careful": Enlarging(
        "Careful",
        "filters learned from photographs, one for each kind of surroundings",
        0.037,
    ),
    "lanczos": Enlarging(
        "Lanczos", "a little crisper than smooth, with fine rings at edges", 0.024
    ),
    "cubic": Enlarging("Smooth", "the plain cubic", 0.037),
}
assert set(METHODS) == set(get_args(MethodName))

#: Below this factor learned filters gain nothing over Lanczos (docs/pixels.md): then it is taken in their place.
CAREFUL_FROM = Fraction(5, 4)
#: Learned filters know these factors; after a first step a fifth more is left to interpolation: another would
#: make four times the pixels for it.
FACTORS = (2, 3, 4)
_LITTLE_LEFT = Fraction(6, 5)
#: Beyond this factor places are interpolated exactly: libvips' own bicubic knows 64ths of a pixel.
EXACT_BEYOND = 6


def method_used(wanted: MethodName, scale: Fraction) -> MethodName:
    """The method that makes a file of a picture whose pixels become `scale` times as many along a side.

    What is not enlarged is made the same way by all of them, which is called that of the cubic.

    >>> method_used("careful", Fraction(6, 5)), method_used("careful", Fraction(2))
    ('lanczos', 'careful')
    """
    if scale <= 1:
        return "cubic"
    return "lanczos" if wanted == "careful" and scale < CAREFUL_FROM else wanted


def careful_steps(scale: Fraction) -> list[int]:
    """The whole factors by which learned filters go to `scale` or beyond it, one after the other.

    >>> careful_steps(Fraction(3, 2)), careful_steps(Fraction(9, 2)), careful_steps(Fraction(10))
    ([2], [4], [4, 3])
    """
    steps: list[int] = []
    while scale > (_LITTLE_LEFT if steps else 1):
        steps.append(min(ceil(scale), max(FACTORS)))
        scale /= steps[-1]
    return steps


def streams(method: MethodName, scale: Fraction) -> bool:
    """Whether the picture's rows are read in their order, each once, and nothing waits on the disk.

    >>> streams("cubic", Fraction(2)), streams("careful", Fraction(2)), streams("cubic", Fraction(8))
    (True, False, False)
    """
    return method == "cubic" and scale <= EXACT_BEYOND
