"""The table of distances that many studios use."""

from __future__ import annotations

from typing import ClassVar

from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle, decimal
from .criterion import Conditions, Criterion, times_factor

#: Up to this distance (mm), this many ppi; beyond the last line, `BEYOND`.
TABLE: tuple[tuple[int, int], ...] = (
    (400, 300),
    (800, 240),
    (1500, 200),
    (2500, 150),
    (5000, 100),
    (10_000, 50),
)
BEYOND = 15


def table_need(distance_mm: float) -> int:
    """ppi by the table; the boundary itself still counts to the nearer line.

    >>> table_need(400), table_need(401), table_need(20_000)
    (300, 240, 15)
    """
    for limit, need in TABLE:
        if distance_mm <= limit:
            return need
    return BEYOND


def _in_words() -> str:
    lines = [f"{decimal(Fraction(limit, 1000), 1)} m {ppi}" for limit, ppi in TABLE]
    return f"to {', '.join(lines)}, beyond {BEYOND} ppi"


class Table(Criterion):
    id: ClassVar[str] = "table"
    label: ClassVar[str] = "By distance"
    note: ClassVar[str] = f"a table, from {BEYOND} to {TABLE[0][1]} ppi"
    by: ClassVar[str] = "by the table of distances"
    base: ClassVar[str] = "table of distances"
    source: ClassVar[str] = (
        f"Table of distances, as many studios use it: {_in_words()}. Times the medium factor."
    )

    def need(self, distance_mm: float, viewing_conditions: Conditions) -> Fraction:
        """Exact: 204 ppi on a medium of 0.85 are just 0.8 of the 300 asked for."""
        return table_need(distance_mm) * exact(viewing_conditions.factor)

    def note_at(
        self, distance_mm: float, viewing_conditions: Conditions, style: LengthStyle
    ) -> str:
        """Its need goes in steps, and so does the grade: the next one is told."""
        here = next((limit for limit, _ in TABLE if distance_mm <= limit), None)
        if here is None:
            return f"{BEYOND} ppi from here on{times_factor(viewing_conditions)}"
        then = table_need(here + 1)
        return f"in steps: {then} ppi beyond {style.far(here)}{times_factor(viewing_conditions)}"

    def reach(self, usable_ppi: float, viewing_conditions: Conditions) -> float | None:
        start = 0.0
        for limit, ppi in TABLE:
            if usable_ppi >= ppi * viewing_conditions.factor:
                return start
            start = float(limit)
        return start if usable_ppi >= BEYOND * viewing_conditions.factor else None
