"""What a part of a plan's document shows of its picture."""

from __future__ import annotations

from ..ground.rational import Fraction
from ..shapes.box import ZERO
from ..shapes.drawing import BoxMm
from ..sheet.sheets import FilePart
from ..work.outcome import Work

Span = tuple[float, float]


class Regions:
    """The regions of excerpts of one plan. Sheets of a row, or a column, share its span: it is worked out once."""

    def __init__(self, work: Work) -> None:
        placed = work.placement
        printed, whole = placed.printed, placed.whole
        self._per_px = placed.mm_per_px
        self._across = printed.x, printed.right, whole.x
        self._down = printed.y, printed.bottom, whole.y
        self._columns: dict[tuple[int, int], Span] = {}
        self._rows: dict[tuple[int, int], Span] = {}

    def of(self, excerpt: FilePart) -> BoxMm:
        """px of the turned, straightened picture; of no size where only paper or edge is shown."""
        part = excerpt.part
        x, w = self._span(self._columns, part.x, part.w, self._across)
        y, h = self._span(self._rows, part.y, part.h, self._down)
        return x, y, w, h

    def _span(
        self,
        known: dict[tuple[int, int], Span],
        begin: Fraction,
        size: Fraction,
        axis: tuple[Fraction, Fraction, Fraction],
    ) -> Span:
        # By what they are, not by what they are worth: to compare fractions takes longer than to work with them.
        key = id(begin), id(size)
        if key not in known:
            first, last, zero = axis
            start = max(begin, first)
            length = max(ZERO, min(begin + size, last) - start)
            known[key] = (
                float((start - zero) / self._per_px),
                float(length / self._per_px),
            )
        return known[key]
