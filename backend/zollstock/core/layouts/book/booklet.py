"""A booklet printed at home: two pages a side, both sides, folded into one another and stapled."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...ground.rational import Fraction
from ...rules.pixelcount import round_px
from ...shapes.box import ZERO, Box
from ...shapes.ink import Ink, Stroke
from ...sheet.grid import Grid, PixelBox
from ...sheet.marks import WIDTH
from ...sheet.sheets import FilePart, Item, Sheet
from ...sheet.textblock import TextBlock
from .binding import creep
from .request import BookRequest

_TICK, _AWAY = Fraction(4), Fraction(1)


def pairs(pages: int, opens_left: bool = True) -> list[tuple[tuple[int, int], tuple[int, int]]]:
    """Of every sheet from the outermost: the pages of its front and of its back, from the left.

    >>> pairs(8)
    [((8, 1), (2, 7)), ((6, 3), (4, 5))]
    """
    found = []
    for at in range(pages // 4):
        front = (pages - 2 * at, 1 + 2 * at)
        back = (2 + 2 * at, pages - 1 - 2 * at)
        found.append((front, back) if opens_left else (front[::-1], back[::-1]))
    return found


def fits(layout: BookRequest) -> int | None:
    """How the paper lies under two pages with their bleed, by the printable area: 0, turned by 90, None: it does not.

    >>> fits(book()) is None
    True
    """
    wide, high = 2 * layout.page.width.mm, layout.page.height.mm
    for turn in (90, 0):
        usable = layout.as_printed.laid(turn).usable
        if usable.w >= wide and usable.h >= high:
            return turn
    return None


def flip_edge(layout: BookRequest) -> str:
    """On which of the paper's edges a printer must flip it: the one along the fold.

    >>> flip_edge(book())
    'long'
    """
    turn = fits(layout) or 0
    paper = layout.as_printed.laid(turn)
    return "short" if paper.width > paper.height else "long"


def inwards(layout: BookRequest, sheet: int) -> Fraction:
    """How far the pages of a sheet (0 outermost) are moved to the fold, mm, so that all trims meet: its creep.

    >>> float(inwards(book(), 0)), float(inwards(book(), 2))
    (0.0, 0.36)
    """
    return layout.paper.leaf * sheet if sheet else ZERO


def booklet_sheets(layout: BookRequest, pages: dict[int, Sheet], ppi: Fraction) -> Iterator[Sheet]:
    """Sheets with a front and a back, from the outermost; nothing where the paper is too small."""
    turn = fits(layout)
    if turn is None or layout.pages % 4:
        return
    paper = layout.as_printed.laid(turn)
    for number, (front, back) in enumerate(pairs(layout.pages, layout.opens == "left")):
        moved = inwards(layout, number)
        sides = [
            _side(layout, paper.width, paper.height, pages, pair, moved, ppi)
            for pair in (front, back)
        ]
        media = Box(ZERO, ZERO, paper.width, paper.height)
        trim = _trim(layout, paper.width, paper.height)
        yield Sheet(
            f"Sheet {number + 1}, pages {front[0]}, {front[1]} and {back[0]}, {back[1]}",
            paper.width,
            paper.height,
            ppi,
            trim,
            media,
            tuple(sides[0]),
            tuple(sides[1]),
        )


def _trim(layout: BookRequest, width: Fraction, height: Fraction) -> Box:
    wide, high = 2 * layout.page.width.mm, layout.page.height.mm
    return Box((width - wide) / 2, (height - high) / 2, wide, high)


def _side(
    layout: BookRequest,
    width: Fraction,
    height: Fraction,
    pages: dict[int, Sheet],
    pair: tuple[int, int],
    moved: Fraction,
    ppi: Fraction,
) -> list[Item]:
    """Two pages beside the fold; each as far as its own half and its bleed go."""
    trim, bleed, page_w = _trim(layout, width, height), layout.bleed.mm, layout.page.width.mm
    fold = trim.x + page_w
    items: list[Item] = []
    for page, left in zip(pair, (True, False), strict=True):
        x = fold - page_w + moved if left else fold - moved
        window = (
            Box(x - bleed, ZERO, fold - x + bleed, height)
            if left
            else Box(fold, ZERO, x + page_w + bleed - fold, height)
        )
        at = (x - bleed, trim.y - bleed)
        items += [
            put
            for item in pages[page].items
            if (put := _put(item, at, window, Grid.over(width, height, ppi))) is not None
        ]
    # A side with nothing on it is printed as well: the next one must not come in its place.
    ticks = tuple(_ticks(trim, fold, width, height)) if layout.marks else ()
    return [*items, Ink(ticks)]


def _put(item: Item, at: tuple[Fraction, Fraction], window: Box, grid: Grid) -> Item | None:
    """An item of a page on the paper; pictures end at the fold and at the paper's edge."""
    x, y = at
    if isinstance(item, TextBlock):
        return replace(item, box=Box(item.box.x + x, item.box.y + y, item.box.w, item.box.h))
    if isinstance(item, Ink):
        labels = tuple(
            replace(label, at=(label.at[0] + x, label.at[1] + y)) for label in item.labels
        )
        return Ink(labels=labels)
    if not isinstance(item, FilePart):
        return None
    per_mm = grid.per_mm
    left, top = round_px((item.box.x + x) * per_mm), round_px((item.box.y + y) * per_mm)
    low, high = round_px(window.x * per_mm), round_px(window.right * per_mm)
    begin, end = max(left, low, 0), min(left + item.shown.w, high, grid.width)
    upper, lower = max(top, 0), min(top + item.shown.h, grid.height)
    if end <= begin or lower <= upper:
        return None
    shown = PixelBox(
        item.shown.x + begin - left, item.shown.y + upper - top, end - begin, lower - upper
    )
    box = Box(*(Fraction(px) / per_mm for px in (begin, upper, shown.w, shown.h)))
    part = Box(*(Fraction(px) / per_mm for px in (shown.x, shown.y, shown.w, shown.h)))
    return replace(item, box=box, shown=shown, part=part)


def _ticks(trim: Box, fold: Fraction, width: Fraction, height: Fraction) -> Iterator[Stroke]:
    """Where to cut, outside the trim, and where to fold; none that runs off the paper."""
    for x, kind in ((trim.x, "cut"), (fold, "fold"), (trim.right, "cut")):
        for begin, end in (
            (trim.y - _AWAY - _TICK, trim.y - _AWAY),
            (trim.bottom + _AWAY, trim.bottom + _AWAY + _TICK),
        ):
            if begin >= 0 and end <= height:
                yield Stroke("fold" if kind == "fold" else "cut", (x, begin), (x, end), WIDTH)
    for y in (trim.y, trim.bottom):
        for begin, end in (
            (trim.x - _AWAY - _TICK, trim.x - _AWAY),
            (trim.right + _AWAY, trim.right + _AWAY + _TICK),
        ):
            if begin >= 0 and end <= width:
                yield Stroke("cut", (begin, y), (end, y), WIDTH)


def booklet_creep(layout: BookRequest) -> Fraction:
    """How far the innermost pages of a booklet stand out beyond the outermost, mm.

    >>> float(booklet_creep(book()))
    0.18
    """
    return creep(layout.pages, layout.paper.leaf)
