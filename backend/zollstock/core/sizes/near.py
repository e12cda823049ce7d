"""Near sizes: those of a shelf that a picture needs little or no crop for.

They are looked for at every move of a crop, and do not change with it: what was found is kept.
"""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache

from ..ground.rational import Fraction
from .library import Size, directed, library

#: Near sizes lose less than this share of the picture.
_LITTLE = Fraction(2, 100)
#: So many are told, and so far off in area they may be.
_MOST, _FARTHEST = 3, 3
_FRAME_WEIGHT = {"common": 1.0, "seldom": 1.5, "order": 2.25}


class Shelf:
    """Sizes that are looked through again and again; two shelves are the same only when they are one."""

    def __init__(self, sizes: Iterable[Size]) -> None:
        self.sizes = tuple(sizes)
        self._laid: dict[bool, tuple[Size, ...]] = {}
        self._by_sides: dict[frozenset[Fraction], Size] = {}
        for size in self.sizes:
            if not size.in_pixels:
                self._by_sides.setdefault(frozenset((size.width.mm, size.height.mm)), size)

    def laid(self, wide: bool) -> tuple[Size, ...]:
        """All sizes lying (`wide`) or standing."""
        if wide not in self._laid:
            self._laid[wide] = tuple(directed(size, wide) for size in self.sizes)
        return self._laid[wide]

    def with_sides(self, one: Fraction, other: Fraction) -> Size | None:
        """The first size with these sides, mm, lying or standing."""
        return self._by_sides.get(frozenset((one, other)))


@lru_cache(maxsize=1)
def library_shelf() -> Shelf:
    """The sizes that everybody has.

    >>> library_shelf() is library_shelf()
    True
    """
    return Shelf(library())


@lru_cache(maxsize=1024)
def nearest(
    shelf: Shelf,
    wide: bool,
    in_pixels: bool,
    picture: Fraction,
    trim: tuple[Fraction, Fraction],
    rest: tuple[Fraction, Fraction],
) -> tuple[Size, ...]:
    """The sizes nearest in area that need little or no crop; those bought easily come first.

    `picture` is its ratio, `trim` the finished size and `rest` what the edge takes of it, mm. By ratio
    sizes are found, by area they are ordered: half again the area weighs as much as frames that are
    seldom instead of common.

    >>> from .library import library
    >>> sheet, whole = (Fraction(400), Fraction(300)), (Fraction(0), Fraction(0))
    >>> [size.name for size in nearest(Shelf(library()), True, False, Fraction(3, 2), sheet, whole)]
    ['12 × 18 in', '30 × 45 cm', '20 × 30 cm']
    """
    area = trim[0] * trim[1]
    rated = []
    for size in shelf.laid(wide):
        if size.in_pixels != in_pixels:
            continue
        w, h = size.width.mm - rest[0], size.height.mm - rest[1]
        if w <= 0 or h <= 0 or {size.width.mm, size.height.mm} == set(trim):
            continue
        ratio = w / h
        loss = 1 - min(ratio, picture) / max(ratio, picture)
        if loss <= _LITTLE and _apart(size, area) <= _FARTHEST:
            rated.append((easily_bought(size, area), size.key, size))
    return tuple(size for *_, size in sorted(rated, key=lambda item: item[:2])[:_MOST])


def easily_bought(size: Size, area: Fraction) -> float:
    """How far a size is from an area (mm²) and from the next shop: the less, the better.

    >>> from .library import library
    >>> a3 = next(one for one in library() if one.key == "iso-a3")
    >>> easily_bought(a3, Fraction(420 * 297))
    1.0
    """
    return float(_apart(size, area)) * _FRAME_WEIGHT[size.frames]


def _apart(size: Size, area: Fraction) -> Fraction:
    return max(size.area / area, area / size.area)
