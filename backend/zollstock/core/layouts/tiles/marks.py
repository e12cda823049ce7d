"""Marks on a tile, all outside the image: where to cut, where the neighbour begins, how they register, a bar.

Lengths in mm of the sheet.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from ...ground.rational import Fraction
from ...shapes.box import ZERO, Box
from ...shapes.ink import Label, Stroke, StrokeKind
from ...sheet.marks import GAP, WIDTH

#: Ticks are so long where the margin has room.
_TICK = Fraction(3)
#: The bar that tells whether a driver fits to the page.
BAR = Fraction(100)
#: How far the bar and the number keep from the image's corner.
_ASIDE = Fraction(2)
_BAR_ASIDE = Fraction(6)
#: Smaller letters nobody reads on a floor; larger ones would be in the way.
_LEAST_LETTERS, _LETTERS = Fraction(3, 2), Fraction(3)


class Seams(NamedTuple):
    """At which sides of a tile a neighbour is glued, and how far it lies over."""

    overlap: Fraction
    left: bool
    top: bool
    right: bool
    bottom: bool


def tile_strokes(media: Box, usable: Box, box: Box, seams: Seams) -> Iterator[Stroke]:
    """Cut marks at the corners, glue marks where the neighbour begins, register marks in the middle of overlaps,
    and a bar of exactly 100 mm under the usable area where it has room.

    >>> sorted({one.kind for one in lay(tiles()).sheets[4].strokes})
    ['cut', 'glue', 'register', 'scale']
    """
    yield from _ticks("cut", media, box, [box.x, box.right], [box.y, box.bottom])
    over = seams.overlap
    if over:
        yield from _ticks(
            "glue",
            media,
            box,
            [box.right - over] if seams.right else [],
            [box.bottom - over] if seams.bottom else [],
        )
        across = [box.x + over / 2] * seams.left + [box.right - over / 2] * seams.right
        down = [box.y + over / 2] * seams.top + [box.bottom - over / 2] * seams.bottom
        yield from _ticks("register", media, box, across, down)
    bar = _bar(media, usable)
    if bar is not None:
        x, y = bar
        yield Stroke("scale", (x, y), (x + BAR, y), WIDTH)


def tile_labels(media: Box, usable: Box, name: str) -> Iterator[Label]:
    """The tile's number above its image, and what the bar measures.

    >>> [(label.text, float(label.height)) for label in tile_labels(box(0, 0, 210, 297), box(5, 5, 200, 287), "B2")]
    [('B2', 3.0), ('100 mm', 2.0)]
    """
    height = min(_LETTERS, usable.y - _ASIDE)
    if height < _LEAST_LETTERS:
        return
    yield Label(name, (usable.x + _ASIDE, usable.y - _ASIDE), height)
    bar = _bar(media, usable)
    if bar is not None:
        x, y = bar
        yield Label("100 mm", (x + BAR + _ASIDE, y + height / 3), height * 2 / 3)


def _bar(media: Box, usable: Box) -> tuple[Fraction, Fraction] | None:
    """Where the bar begins: low in the margin, clear of the ticks."""
    below = media.bottom - usable.bottom
    if below < _TICK or usable.w < BAR + _BAR_ASIDE:
        return None
    return usable.x + _BAR_ASIDE, media.bottom - below / 4


def _ticks(
    kind: StrokeKind, media: Box, box: Box, across: list[Fraction], down: list[Fraction]
) -> Iterator[Stroke]:
    """Ticks above and below at `across`, at the left and the right at `down`; none where there is no margin."""
    above, under = max(ZERO, box.y - GAP - _TICK), min(media.bottom, box.bottom + GAP + _TICK)
    before, after = max(ZERO, box.x - GAP - _TICK), min(media.right, box.right + GAP + _TICK)
    for x in across:
        if above < box.y - GAP:
            yield Stroke(kind, (x, above), (x, box.y - GAP), WIDTH)
        if under > box.bottom + GAP:
            yield Stroke(kind, (x, box.bottom + GAP), (x, under), WIDTH)
    for y in down:
        if before < box.x - GAP:
            yield Stroke(kind, (before, y), (box.x - GAP, y), WIDTH)
        if after > box.right + GAP:
            yield Stroke(kind, (box.right + GAP, y), (after, y), WIDTH)
