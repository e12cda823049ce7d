"""The finder: the sizes of a library by what people type, a name, numbers, or a size as in a field."""

from __future__ import annotations

import re
from collections.abc import Iterable

from ..ground.lengths import LengthError
from .library import Size
from .readings import read_size


def find(sizes: Iterable[Size], text: str, unit: str = "cm") -> list[Size]:
    """The sizes in which every typed piece is found: parts of name, group, note, or the numbers.

    `30 45`, `45x30` and `30 × 45 cm` all find 30 × 45 cm; nothing typed finds everything. Sizes
    whose sides are the typed numbers come first, and before them those that are the size itself as a
    field would read it (`4R`, `A2 landscape`, `8-1/2 x 11 in`; bare numbers in `unit`).

    >>> from .library import library
    >>> find(library(), "30x45", "cm")[0].key
    'cm-30x45'
    """
    everything = list(sizes)
    pieces = [
        piece for piece in re.split(r"[\s×xX*]+", text.strip().lower().replace(",", ".")) if piece
    ]
    if not pieces:
        return everything
    wanted = _sides(text, unit, everything)
    found: list[tuple[bool, int, int, Size]] = []
    for size in everything:
        words = f"{size.name} {size.group} {size.note}".lower()
        sides = [side.typed.split()[0] for side in (size.width, size.height)]
        same = frozenset((size.width.mm, size.height.mm)) == wanted
        if same or all(
            piece in words
            or any(side.startswith(piece) for side in sides)
            or piece == size.width.unit
            for piece in pieces
        ):
            exact_sides = sum(piece in sides for piece in pieces)
            found.append((not same, -exact_sides, len(found), size))
    return [size for *_, size in sorted(found, key=lambda item: item[:3])]


def _sides(text: str, unit: str, own: list[Size]) -> frozenset[object] | None:
    """The two sides, mm, of what is a size as a field reads it; None for parts of names."""
    try:
        read = read_size(text, unit, own=[size for size in own if size.key.startswith("own-")])
    except LengthError:
        return None
    return frozenset((read.sides.width.mm, read.sides.height.mm))
