"""Arrangements: how many pictures lie on an opening, and where; the page's own, two of them side by side, and across.

An arrangement is given in shares of a page's usable area (within its safe edge, clear of what the binding swallows) or of
the whole page; so it fits any format.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from ...ground.rational import Fraction
from ...shapes.box import ZERO, Box
from .openings import Opening

_WHOLE = Fraction(1)
#: Between two pictures of a page, mm; on small pages this share of the shorter side.
_BETWEEN, _BETWEEN_SHARE = Fraction(5), Fraction(1, 40)
#: Under a picture, for its caption: so many heights of its capitals.
CAPTION_ROOM = Fraction(3)


@dataclass(frozen=True, slots=True)
class Arrangement:
    """Boxes on an opening, mm from its trim, in the order in which pictures take them."""

    id: str
    boxes: tuple[Box, ...]


@dataclass(frozen=True, slots=True)
class _Grid:
    """A page by rows of columns; `full` goes to the trim."""

    id: str
    rows: tuple[int, ...]
    heights: tuple[int, ...] = ()
    full: bool = False
    w: Fraction = _WHOLE
    h: Fraction = _WHOLE


#: A page's own arrangements. `w` and `h`: how much of the usable area is taken, from its middle.
_PAGES: tuple[_Grid, ...] = (
    _Grid("full", (1,), full=True),
    _Grid("whole", (1,)),
    _Grid("tall", (1,), w=Fraction(3, 4)),
    _Grid("wide", (1,), h=Fraction(3, 5)),
    _Grid("band", (1,), h=Fraction(2, 5)),
    _Grid("small", (1,), w=Fraction(3, 4), h=Fraction(1, 2)),
    _Grid("slip", (1,), w=Fraction(1, 2), h=Fraction(1, 2)),
    _Grid("two-over", (1, 1)),
    _Grid("two-over-low", (1, 1), (2, 1)),
    _Grid("two-over-high", (1, 1), (1, 2)),
    _Grid("two-beside", (2,), h=Fraction(3, 5)),
    _Grid("two-beside-tall", (2,)),
    _Grid("one-two", (1, 2), (3, 2)),
    _Grid("two-one", (2, 1), (2, 3)),
    _Grid("three-over", (1, 1, 1)),
    _Grid("four", (2, 2)),
    _Grid("four-low", (2, 2), w=Fraction(1), h=Fraction(3, 4)),
)


def usable(opening: Opening, page: int, safe: Fraction, swallowed: Fraction) -> Box:
    """Where pictures of a page lie: within the safe edge, on the inner side clear of the gutter too."""
    held = opening.page_box(page)
    inner = max(safe, swallowed)
    left, right = (inner, safe) if opening.spine(page) == "left" else (safe, inner)
    return held.inset(left, safe, right, safe)


def _of_page(opening: Opening, page: int, safe: Fraction, swallowed: Fraction, below: Fraction) -> Iterator[Arrangement]:  # fmt: skip
    area, whole = usable(opening, page, safe, swallowed), opening.page_box(page)
    gap = min(_BETWEEN, _BETWEEN_SHARE * min(whole.w, whole.h))
    for grid in _PAGES:
        if grid.full:
            yield Arrangement(grid.id, (whole,))
            continue
        w, h = area.w * grid.w, area.h * grid.h
        held = Box(area.x + (area.w - w) / 2, area.y + (area.h - h) / 2, w, h)
        yield Arrangement(grid.id, tuple(_cells(grid, held, gap, below)))


def _cells(grid: _Grid, held: Box, gap: Fraction, below: Fraction) -> Iterator[Box]:
    shares = grid.heights or (1,) * len(grid.rows)
    gaps = gap * (len(grid.rows) - 1)
    y = held.y
    for columns, share in zip(grid.rows, shares, strict=True):
        high = (held.h - gaps) * share / sum(shares)
        wide = (held.w - gap * (columns - 1)) / columns
        for column in range(columns):
            yield Box(held.x + column * (wide + gap), y, wide, high - below)
        y += high + gap


def _across(opening: Opening, safe: Fraction, below: Fraction) -> Iterator[Arrangement]:
    """One picture over both pages, alone or beside others."""
    trim, page = opening.trim, opening.width
    yield Arrangement("across-full", (trim,))
    yield Arrangement("across", (trim.inset(safe, safe, safe, safe + below),))
    for name, share in (("across-band", Fraction(3, 5)), ("across-strip", Fraction(2, 5))):
        h = trim.h * share
        yield Arrangement(name, (Box(ZERO, (trim.h - h) / 2, trim.w, h),))
    wide = page * Fraction(3, 2)
    first = opening.from_left[0]
    rest = Box(wide + _BETWEEN, safe, trim.w - wide - _BETWEEN - safe, trim.h - 2 * safe - below)
    mirrored = Box(safe, rest.y, rest.w, rest.h)
    if first == opening.first:
        yield Arrangement("across-left", (Box(ZERO, ZERO, wide, trim.h), rest))
        yield Arrangement("across-right", (mirrored, Box(trim.w - wide, ZERO, wide, trim.h)))
    else:
        yield Arrangement("across-left", (rest, Box(ZERO, ZERO, wide, trim.h)))
        yield Arrangement("across-right", (Box(trim.w - wide, ZERO, wide, trim.h), mirrored))


EMPTY = Arrangement("empty", ())


@lru_cache(maxsize=64)
def arrangements(
    opening: Opening, safe: Fraction, swallowed: Fraction, captions: Fraction
) -> tuple[Arrangement, ...]:
    """Every arrangement of an opening; `captions` is the height of their capitals, 0 where none are printed.

    >>> one = Opening((2, 3), Fraction(210), Fraction(280))
    >>> found = arrangements(one, Fraction(6), Fraction(8), ZERO)
    >>> len(found), max(len(one.boxes) for one in found)
    (329, 8)
    """
    below = captions * CAPTION_ROOM
    alone = [list(_of_page(opening, page, safe, swallowed, below)) for page in opening.pages]
    if not opening.is_spread:
        return tuple(alone[0])
    found = []
    for first in (EMPTY, *alone[0]):
        for second in (EMPTY, *alone[1]):
            if first.boxes or second.boxes:
                found.append(Arrangement(f"{first.id}+{second.id}", (*first.boxes, *second.boxes)))
    return (*found, *_across(opening, safe, below))
