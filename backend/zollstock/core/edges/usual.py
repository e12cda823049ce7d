"""What is usual for a first edge, in units that are cut in millimetres and in inches; on small prints less."""

from __future__ import annotations

from dataclasses import dataclass

from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..ground.show import LengthStyle

#: Rulers are read in such steps, mm.
_STEPS = (Fraction(1), MM_PER_INCH / 8)
#: A usual length, mm: in metric units, and in inches.
Pair = tuple[Fraction, Fraction]


@dataclass(frozen=True, slots=True)
class Usual:
    """Usual lengths as somebody types them who works in the unit of `style`."""

    style: LengthStyle

    @property
    def _inches(self) -> bool:
        return self.style.unit in ("in", "ft")

    def of(self, usual: Pair) -> Fraction:
        """The usual length, mm."""
        return usual[self._inches]

    def at_most(self, usual: Pair, short: Fraction, share: int) -> Fraction:
        """The usual length, or 1 ÷ `share` of the shorter side (mm) in whole steps where that is less."""
        step = _STEPS[self._inches]
        # A side shorter than a step is not eaten by it.
        least = min(step, short / share)
        return min(self.of(usual), max(least, short / share // step * step))

    def typed(self, mm: Fraction) -> str:
        return self.style.typed(mm)
