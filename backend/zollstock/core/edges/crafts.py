"""What a workshop makes of an edge: pieces to cut, steps in their order, what to mind."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

from ..ground.rational import Fraction
from ..shapes.box import Box

#: Frames and boards with a side longer than this, mm, hang from two fixings.
TWO_FIXINGS_MM = 700

BLADE = "Cut with a steel rule and a fresh blade, away from the hand that holds."
_HEAVY = "Heavy frames and glass hang from two fixings that suit the wall."
CUT_TO, CUT_TO_SIZE = "Cut to", "Cut the print to size."


@dataclass(frozen=True, slots=True)
class Cut:
    """A piece: what it is, its size, and what is to be known of it."""

    what: str
    size: str
    note: str = ""


class Craft(NamedTuple):
    """The pieces beside the print itself, the order of work, the cautions."""

    cuts: list[Cut]
    steps: list[str]
    cautions: list[str]


class Board(NamedTuple):
    """A board with an opening, mm of the document; `note` is what else is to be known of it."""

    name: str
    outside: Box
    opening: Box
    note: str = ""


def fixings(width: Fraction, height: Fraction) -> list[str]:
    """The caution of what is heavy; sides in mm.

    >>> len(fixings(Fraction(900), Fraction(600))), len(fixings(Fraction(400), Fraction(300)))
    (1, 0)
    """
    return [_HEAVY] if max(width, height) > TWO_FIXINGS_MM else []
