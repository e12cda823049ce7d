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
#: A box is no smaller, mm.
LEAST_SIDE = Fraction(1)
#: Under a picture, for its caption: so many heights of its capitals.
CAPTION_ROOM = Fraction(3)


@dataclass(frozen=True, slots=True)
class Arrangement:
    """Boxes on an opening, mm from its trim, in the order in which pictures take them."""

    id: str
    boxes: tuple[Box, ...]


@dataclass(frozen=True, slots=True)
class _Grid:
    """A page by rows of columns; `full` goes to the trim, `ratio` is that of every picture in its cell."""

    id: str
    rows: tuple[int, ...]
    heights: tuple[int, ...] = ()
    full: bool = False
    ratio: Fraction | None = None
    share: Fraction = _WHOLE


def _of_ratios(name: str, rows: tuple[int, ...], *ratios: str, heights: tuple[int, ...] = ()) -> list[_Grid]:  # fmt: skip
    """The cells whole, and in each of those ratios (width to height)."""
    found = [_Grid(name, rows, heights)]
    for text in ratios:
        width, height = text.split(":")
        found.append(
            _Grid(
                f"{name}-{width}-{height}", rows, heights, ratio=Fraction(int(width), int(height))
            )
        )
    return found


#: A page's own arrangements: cameras' and painters' ratios, lying and standing, panoramas.
_PAGES: tuple[_Grid, ...] = (
    _Grid("full", (1,), full=True),
    *_of_ratios("one", (1,), "3:2", "4:3", "1:1", "3:4", "2:3", "2:1", "3:1"),
    _Grid("small-3-2", (1,), ratio=Fraction(3, 2), share=Fraction(2, 3)),
    _Grid("small-2-3", (1,), ratio=Fraction(2, 3), share=Fraction(2, 3)),
    *_of_ratios("two-over", (1, 1), "3:2", "4:3", "1:1", "2:1", "3:1"),
    *_of_ratios("two-beside", (2,), "2:3", "3:4", "1:1"),
    *_of_ratios("one-two", (1, 2), "3:2", "1:1", heights=(3, 2)),
    *_of_ratios("two-one", (2, 1), "3:2", "1:1", heights=(2, 3)),
    *_of_ratios("three-over", (1, 1, 1), "3:2", "2:1", "3:1"),
    *_of_ratios("four", (2, 2), "3:2", "2:3", "1:1"),
)


def usable(opening: Opening, page: int, safe: Fraction, swallowed: Fraction) -> Box:
    """Where pictures of a page lie: within the safe edge, on the inner side clear of the gutter too.

    >>> [float(side) for side in usable(book().openings[1], book().openings[1].pages[0], Fraction(5), Fraction(8)).as_floats()]
    [5.0, 5.0, 197.0, 270.0]
    """
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
        w, h = area.w * grid.share, area.h * grid.share
        held = Box(area.x + (area.w - w) / 2, area.y + (area.h - h) / 2, w, h)
        yield Arrangement(
            grid.id, tuple(_in_ratio(cell, grid.ratio) for cell in _cells(grid, held, gap, below))
        )


def _in_ratio(cell: Box, ratio: Fraction | None) -> Box:
    """The largest box of a ratio in the middle of a cell.

    >>> _in_ratio(Box(ZERO, ZERO, Fraction(90), Fraction(90)), Fraction(3, 2)).as_floats()
    (0.0, 15.0, 90.0, 60.0)
    """
    if ratio is None:
        return cell
    w = min(cell.w, cell.h * ratio)
    h = w / ratio
    return Box(cell.x + (cell.w - w) / 2, cell.y + (cell.h - h) / 2, w, h)


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


@dataclass(frozen=True, slots=True)
class Ways:
    """How an opening may be arranged: each of its pages by itself, in their order, or across both."""

    pages: tuple[tuple[Arrangement, ...], ...]
    across: tuple[Arrangement, ...]

    @property
    def most(self) -> int:
        """So many pictures find place."""
        return sum(max(len(way.boxes) for way in page) for page in self.pages)

    @property
    def count(self) -> int:
        """How many arrangements that makes, with one page left empty but not both.

        >>> one = Opening((2, 3), Fraction(210), Fraction(280))
        >>> ways_of(one, Fraction(6), Fraction(8), ZERO).count
        1301
        """
        many = 1
        for page in self.pages:
            many *= len(page) + (len(self.pages) > 1)
        return many - (len(self.pages) > 1) + len(self.across)


@lru_cache(maxsize=64)
def ways_of(opening: Opening, safe: Fraction, swallowed: Fraction, captions: Fraction) -> Ways:
    """Every arrangement of an opening; `captions` is the height of their capitals, 0 where none are printed.

    >>> [one.id for one in ways_of(book().openings[1], Fraction(5), Fraction(8), Fraction(0)).across][:2]
    ['across-full', 'across']
    """
    below = captions * CAPTION_ROOM
    pages = tuple(
        tuple(filter(_has_room, _of_page(opening, page, safe, swallowed, below)))
        for page in opening.pages
    )
    across = filter(_has_room, _across(opening, safe, below)) if opening.is_spread else ()
    return Ways(pages, tuple(across))


def _has_room(way: Arrangement) -> bool:
    """Whether each of its boxes is one: of a tiny page, captions and gaps may leave nothing."""
    return all(min(box.w, box.h) >= LEAST_SIDE for box in way.boxes)


@lru_cache(maxsize=8192)
def beside(first: Arrangement, second: Arrangement) -> Arrangement:
    """Two pages' own, side by side.

    >>> beside(Arrangement("full", ()), Arrangement("half", ())).id
    'full+half'
    """
    return Arrangement(f"{first.id}+{second.id}", (*first.boxes, *second.boxes))
