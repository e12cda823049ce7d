"""Bindings: what each asks of the number of pages, and how thick paper and boards make a book."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ...ground.rational import Fraction

BindingName = Literal["stapled", "glued", "sewn", "lay-flat"]
#: What a binding swallows of a page on its inner side unless somebody says otherwise, mm.
USUAL_GUTTER = Fraction(8)
#: A narrower spine carries no text, mm.
LEAST_SPINE_FOR_TEXT = Fraction(5)


@dataclass(frozen=True, slots=True)
class Binding:
    """A binding: its word, how many pages it is made of at a time, and whether it lies open flat."""

    label: str
    note: str
    step: int
    flat: bool = False
    in_signatures: bool = False
    has_spine: bool = True


BINDINGS: dict[BindingName, Binding] = {
    "stapled": Binding(
        "Stapled",
        "folded sheets in one another, two staples",
        4,
        in_signatures=True,
        has_spine=False,
    ),
    "glued": Binding("Glued", "single pages glued at the spine", 2),
    "sewn": Binding("Sewn", "folded sheets sewn together", 4, in_signatures=True),
    "lay-flat": Binding("Lay-flat", "boards that lie open, nothing is swallowed", 2, flat=True),
}


def neighbours(pages: int, step: int) -> tuple[int, int]:
    """The next fewer and the next more pages that a binding can be made of; none fewer: 0.

    >>> neighbours(26, 4), neighbours(1, 2)
    ((24, 28), (0, 2))
    """
    fewer = pages // step * step
    return fewer, fewer + step


def spine_width(pages: int, leaf: Fraction, board: Fraction) -> Fraction:
    """Pages ÷ 2 leaves, and two boards, mm.

    >>> float(spine_width(24, Fraction(1, 5), Fraction(5, 2)))
    7.4
    """
    return Fraction(pages, 2) * leaf + 2 * board


def creep(pages: int, leaf: Fraction) -> Fraction:
    """How far the innermost of sheets folded into one another stands out, mm: thickness × sheets inside the outermost.

    >>> float(creep(24, Fraction(1, 5)))  # six sheets, five of them inside the first
    1.0
    """
    return leaf * max(0, pages // 4 - 1)


def leaf_of(grammage: Fraction, bulk: Fraction) -> Fraction:
    """Thickness of a leaf, mm: g/m² × cm³/g ÷ 1000.

    >>> float(leaf_of(Fraction(150), Fraction(12, 10)))
    0.18
    """
    return grammage * bulk / 1000
