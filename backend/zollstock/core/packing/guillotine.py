"""Cuts that go right through: whether pieces can be cut apart so, and in which order."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal, NamedTuple

from .piece import Placed


class Cut(NamedTuple):
    """A cut right through what is left: `across` at a height, or `down` at a place from the left; from where to where
    it goes. `frees` are the pieces that lie alone after it."""

    way: Literal["across", "down"]
    at: int
    begin: int
    end: int
    frees: tuple[int, ...]


def cuts(pieces: Sequence[Placed], x: int, y: int, right: int, bottom: int) -> list[Cut] | None:
    """The cuts that free every piece of one paper, in their order; None where some cannot be freed so.

    Where several cuts are possible the one across is taken first, as a roll is cut, and the first of these.

    >>> pieces = [Placed("a", 0, 0, 0, 5, 4, False), Placed("b", 0, 5, 0, 5, 4, False)]
    >>> [(cut.way, cut.at) for cut in cuts(pieces, 0, 0, 10, 4) or []]
    [('down', 5)]
    """
    if len(pieces) <= 1:
        return []
    for way in ("across", "down"):
        at = _first(pieces, way == "across")
        if at is None:
            continue
        if way == "across":
            parts = [one for one in pieces if one.bottom <= at], [one for one in pieces if one.y >= at]  # fmt: skip
            spots = (x, y, right, at), (x, at, right, bottom)
            made = Cut("across", at, x, right, _alone(parts))
        else:
            parts = [one for one in pieces if one.right <= at], [one for one in pieces if one.x >= at]  # fmt: skip
            spots = (x, y, at, bottom), (at, y, right, bottom)
            made = Cut("down", at, y, bottom, _alone(parts))
        rest = [cuts(part, *spot) for part, spot in zip(parts, spots, strict=True)]
        if rest[0] is None or rest[1] is None:
            return None  # a cut that is possible never makes another one impossible
        return [made, *rest[0], *rest[1]]
    return None


def _first(pieces: Sequence[Placed], across: bool) -> int | None:
    """Where the first cut goes that no piece lies on and that has pieces at both its sides."""
    spans = sorted((one.y, one.bottom) if across else (one.x, one.right) for one in pieces)
    end = spans[0][1]
    for begin, after in spans[1:]:
        if begin >= end:
            return end
        end = max(end, after)
    return None


def _alone(parts: tuple[list[Placed], list[Placed]]) -> tuple[int, ...]:
    return tuple(part[0].key for part in parts if len(part) == 1)
