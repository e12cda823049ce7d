"""Methods of enlarging, as people choose them, and what each of them is good for."""

from __future__ import annotations

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
