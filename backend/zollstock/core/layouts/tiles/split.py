"""One length over many: how many pieces, where each begins and how long it is. Exact, in mm."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import ceil
from typing import Literal

from ...ground.rational import Fraction
from ...shapes.box import ZERO

Spread = Literal["full", "even"]


@dataclass(frozen=True, slots=True)
class Split:
    """A length of `whole` over pieces of at most `room`, each over its neighbour by `overlap`.

    The seams lie `shift` nearer to the beginning. Pieces repeat, so that a shift counts up to one of them; even ones
    are moved the shorter way round, as far as the first or the last has room (`moved`).
    """

    whole: Fraction
    room: Fraction
    overlap: Fraction
    spread: Spread = "full"
    shift: Fraction = ZERO

    @property
    def count(self) -> int:
        """The fewest pieces: 1 where it fits, else ceil((whole − overlap) ÷ (room − overlap)).

        Full pieces that are moved have `moved` more to cover.

        >>> Split(Fraction(570), Fraction(200), Fraction(10)).count
        3
        """
        if self.whole <= self.room:
            return 1
        return ceil((self._covered - self.overlap) / (self.room - self.overlap))

    @property
    def moved(self) -> Fraction:
        """How far the seams are moved in truth.

        >>> float(Split(Fraction(570), Fraction(200), Fraction(10), shift=Fraction(200)).moved)
        10.0
        """
        if self.whole <= self.room:
            return ZERO
        if self.spread == "full":
            return self.shift % self.period
        period, most = self.period, self.room - self._size
        shift = self.shift % period
        return max(-most, min(most, shift if 2 * shift <= period else shift - period))

    @property
    def period(self) -> Fraction:
        """From the beginning of a whole piece to that of the next."""
        return self._size - self.overlap

    @property
    def _covered(self) -> Fraction:
        return self.whole + self.moved if self.spread == "full" else self.whole

    @property
    def _size(self) -> Fraction:
        """What a piece is long where nothing cuts it off."""
        if self.spread == "full":
            return self.room
        count = self.count
        return (self.whole + (count - 1) * self.overlap) / count

    def pieces(self) -> Iterator[tuple[Fraction, Fraction]]:
        """(begin, length) of every piece, in their order; the first begins, and the last ends, with the whole."""
        count, size, moved = self.count, self._size, self.moved
        for number in range(count):
            begin = number * (size - self.overlap) - moved
            end = self.whole if number == count - 1 else begin + size
            begin = ZERO if number == 0 else begin
            yield begin, end - begin

    @property
    def saves_one(self) -> Fraction | None:
        """How much less of the whole would take a piece less; None where there is but one.

        whole − (room + (count − 2) · (room − overlap)).

        >>> Split(Fraction(855), Fraction(287), Fraction(10)).saves_one
        Fraction(14, 1)
        """
        if self.count == 1:
            return None
        return self._covered - (self.room + (self.count - 2) * (self.room - self.overlap))

    def most(self, count: int) -> Fraction:
        """The longest whole that so many pieces cover.

        >>> float(Split(Fraction(855), Fraction(287), Fraction(10)).most(3))
        841.0
        """
        return self.room + (count - 1) * (self.room - self.overlap)
