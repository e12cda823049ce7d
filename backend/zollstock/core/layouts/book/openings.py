"""Openings: what lies open at once, the first page and the last alone, the others two and two."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from ...ground.rational import Fraction
from ...shapes.box import ZERO, Box

Side = Literal["left", "right"]
#: A side of a box nearer to the trim than this lies on it, mm: what is typed to a tenth meets it.
ON_TRIM = Fraction(1, 20)


@dataclass(frozen=True, slots=True)
class Opening:
    """What lies open: its pages in the order of reading, and where each lies, mm from the trim's upper left."""

    pages: tuple[int, ...]
    width: Fraction
    height: Fraction
    opens: Side = "left"

    @property
    def first(self) -> int:
        return self.pages[0]

    @property
    def is_spread(self) -> bool:
        return len(self.pages) == 2

    @property
    def trim(self) -> Box:
        return Box(ZERO, ZERO, self.width * len(self.pages), self.height)

    @property
    def name(self) -> str:
        """2–3, or 1."""
        return "–".join(str(page) for page in self.pages)

    @property
    def from_left(self) -> tuple[int, ...]:
        """The pages as they lie, from the left."""
        return self.pages if self.opens == "left" else self.pages[::-1]

    def page_box(self, page: int) -> Box:
        """Where a page of it lies."""
        return Box(self.from_left.index(page) * self.width, ZERO, self.width, self.height)

    def spine(self, page: int) -> Side:
        """On which of its sides a page is bound."""
        odd_is = self.opens
        return odd_is if page % 2 else ("right" if odd_is == "left" else "left")

    def gutter(self, swallowed: Fraction) -> Box | None:
        """What the binding swallows between its two pages; None of a page alone."""
        if not self.is_spread or not swallowed:
            return None
        return Box(self.width - swallowed, ZERO, 2 * swallowed, self.height)

    def pages_of(self, box: Box) -> str:
        """The page, or both, that a box lies on: 10–11."""
        on = [page for page in self.pages if _meets(box, self.page_box(page))]
        return "–".join(str(page) for page in on) or str(self.first)

    def crosses(self, box: Box) -> bool:
        """Whether a box lies on both of its pages."""
        return self.is_spread and box.x < self.width - ON_TRIM and box.right > self.width + ON_TRIM

    def with_bleed(self, box: Box, bleed: Fraction) -> Box:
        """A box with what it goes on into the bleed where it reaches the trim.

        >>> one = Opening((1,), Fraction(210), Fraction(280))
        >>> one.with_bleed(Box(*map(Fraction, (0, 40, 210, 100))), Fraction(3)).as_floats()
        (-3.0, 40.0, 216.0, 100.0)
        """
        trim = self.trim
        left = min(box.x, -bleed) if box.x <= ON_TRIM else box.x
        top = min(box.y, -bleed) if box.y <= ON_TRIM else box.y
        right = max(box.right, trim.right + bleed) if box.right >= trim.right - ON_TRIM else box.right  # fmt: skip
        bottom = max(box.bottom, trim.bottom + bleed) if box.bottom >= trim.bottom - ON_TRIM else box.bottom  # fmt: skip
        return Box(left, top, right - left, bottom - top)


def _meets(box: Box, page: Box) -> bool:
    return box.x < page.right - ON_TRIM and box.right > page.x + ON_TRIM


@lru_cache(maxsize=32)
def openings(
    pages: int, width: Fraction, height: Fraction, opens: Side = "left"
) -> tuple[Opening, ...]:
    """All openings of a book, in order.

    >>> [one.name for one in openings(6, Fraction(210), Fraction(280))]
    ['1', '2–3', '4–5', '6']
    """
    numbers: list[tuple[int, ...]] = [(1,)]
    numbers += [(page, page + 1) for page in range(2, pages, 2)]
    if pages > 1 and pages % 2 == 0:
        numbers.append((pages,))
    return tuple(Opening(these, width, height, opens) for these in numbers)


def opening_at(held: Sequence[Opening], first: int) -> Opening:
    """The opening that begins with a page. Raises KeyError where none does.

    >>> opening_at(book().openings, 2).pages
    (2, 3)
    """
    for one in held:
        if one.first == first:
            return one
    raise KeyError(first)
