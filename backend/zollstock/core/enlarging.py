"""Methods of enlarging, as people choose them, and what each of them is good for."""

from __future__ import annotations

from fractions import Fraction
from typing import Literal, NamedTuple, get_args

MethodName = Literal["careful", "lanczos", "cubic"]
SourceName = Literal["plain", "soft", "sharpened"]


class Enlarging(NamedTuple):
    """A method: what it is called and what it does; `seconds` a megapixel of the enlarged file."""

    label: str
    note: str
    seconds: float


METHODS: dict[MethodName, Enlarging] = {
    "careful": Enlarging(
        "Careful",
        "filters learned from photographs, one for each kind of surroundings",
        0.19,
    ),
    "lanczos": Enlarging("Lanczos", "a little crisper than smooth, with fine rings at edges", 0.2),
    "cubic": Enlarging("Smooth", "the plain cubic", 0.09),
}
assert set(METHODS) == set(get_args(MethodName))

#: Below this factor learned filters gain nothing over Lanczos (docs/pixels.md): then it is taken in their place.
CAREFUL_FROM = Fraction(5, 4)
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


def streams(method: MethodName, scale: Fraction) -> bool:
    """Whether the picture's rows are read in their order, each once, and nothing waits on the disk."""
    return method == "cubic" and scale <= EXACT_BEYOND
