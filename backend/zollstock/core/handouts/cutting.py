"""What a framer cuts: the cards of a mat with their openings, every measure named."""

from __future__ import annotations

from dataclasses import dataclass

from ..ground.rational import Fraction
from ..ground.show import LengthStyle
from ..shapes.box import ZERO, Box
from ..work.outcome import Work

_BEVEL = "Bevel of 45° round the opening, its face to the front; cut from the back."


@dataclass(frozen=True, slots=True)
class Dimension:
    """A measure along a side of a card, from `start` to `end` (mm) at `across` mm on the other axis."""

    upright: bool
    start: Fraction
    end: Fraction
    across: Fraction
    text: str


@dataclass(frozen=True, slots=True)
class Card:
    """A card to be cut: its outside from its own corner, its opening, its measures; mm."""

    name: str
    outside: Box
    opening: Box
    dimensions: tuple[Dimension, ...]
    notes: tuple[str, ...]


def cards(work: Work, style: LengthStyle) -> list[Card]:
    """The cards of a mat, the upper one first; none under another edge.

    >>> [card.name for card in cards(fog(), LengthStyle("cm"))]
    []
    """
    return [
        _card(
            board.name, board.outside, board.opening, style, *([board.note] if board.note else [])
        )
        for board in work.plan.edge.boards(work.boxes, style)
    ]


def _card(name: str, outside: Box, opening: Box, style: LengthStyle, *notes: str) -> Card:
    """A card from its own corner, with its sides and what is left of them beside the opening."""
    own = Box(opening.x - outside.x, opening.y - outside.y, opening.w, opening.h)
    whole = Box(ZERO, ZERO, outside.w, outside.h)
    middle = own.x + own.w / 2, own.y + own.h / 2

    def measure(upright: bool, start: Fraction, end: Fraction, across: Fraction) -> Dimension:
        return Dimension(upright, start, end, across, style.length(end - start))

    dimensions = (
        measure(False, ZERO, whole.w, ZERO),
        measure(True, ZERO, whole.h, ZERO),
        measure(False, own.x, own.right, own.y + own.h / 4),
        measure(True, own.y, own.bottom, own.x + own.w / 4),
        measure(False, ZERO, own.x, middle[1]),
        measure(False, own.right, whole.w, middle[1]),
        measure(True, ZERO, own.y, middle[0]),
        measure(True, own.bottom, whole.h, middle[0]),
    )
    return Card(name, whole, own, dimensions, (*notes, _BEVEL))
