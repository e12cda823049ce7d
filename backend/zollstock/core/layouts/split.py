"""One length over many: how many pieces, where each begins and how long it is. Exact, in mm."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import ceil
from typing import Literal

from ..rational import Fraction

Spread = Literal["full", "even"]


@dataclass(frozen=True, slots=True)
class Split:
    """A length of `whole` over pieces of at most `room`, each over its neighbour by `overlap`."""

    whole: Fraction
    room: Fraction
    overlap: Fraction
    spread: Spread = "full"

    @property
    def count(self) -> int:
        """The fewest pieces: 1 where it fits, else ceil((whole − overlap) ÷ (room − overlap)).

        >>> Split(Fraction(570), Fraction(200), Fraction(10)).count
        3
        """
        if self.whole <= self.room:
            return 1
        return ceil((self.whole - self.overlap) / (self.room - self.overlap))

    def pieces(self) -> Iterator[tuple[Fraction, Fraction]]:
        """(begin, length) of every piece, in their order."""
        count = self.count
        if self.spread == "even":
            size = (self.whole + (count - 1) * self.overlap) / count
            for number in range(count):
                yield number * (size - self.overlap), size
            return
        for number in range(count):
            begin = number * (self.room - self.overlap)
            yield begin, min(self.room, self.whole - begin)

    @property
    def saves_one(self) -> Fraction | None:
        """How much less of the whole would take a piece less; None where there is but one.

        whole − (room + (count − 2) · (room − overlap)).

        >>> Split(Fraction(855), Fraction(287), Fraction(10)).saves_one
        Fraction(14, 1)
        """
        if self.count == 1:
            return None
        return self.whole - (self.room + (self.count - 2) * (self.room - self.overlap))
