"""What every criterion of viewing distances can be asked; each answers in its own file.

Practitioners disagree on how many pixels a print needs. The criteria stand side by side; one is
chosen for the verdict. Distances are in mm, needs in ppi.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass
from typing import ClassVar

from ..ground import show
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from ..ground.workings import number, written
from .known import NOTHING_KNOWN, Known

#: Nobody looks at a print from farther away, mm.
_FARTHEST = 1e6


@dataclass(frozen=True, slots=True)
class Conditions:
    """What a need depends on beside the distance: the medium's factor, how far ink spreads on it (σ, mm), the
    angle that the eye resolves, minutes of arc; which medium it is, by its key and its name, and what the studio knows."""

    factor: float = 1.0
    spread: float = 0.0
    arcmin: float = 1.0
    medium: str = ""
    name: str = ""
    known: Known = NOTHING_KNOWN


def times_factor(viewing_conditions: Conditions) -> str:
    """How the medium changes a need that is the same on every surface; nothing where it does not.

    >>> times_factor(Conditions(factor=0.6)), times_factor(Conditions())
    (', × 0.6 on this medium', '')
    """
    return (
        ""
        if viewing_conditions.factor == 1
        else f", × {show.decimal(viewing_conditions.factor, 2)} on this medium"
    )


class Criterion(ABC):
    """One answer to "how fine must it be, seen from there?"."""

    id: ClassVar[str]
    #: What it is called, and what it goes by, in a few words.
    label: ClassVar[str]
    note: ClassVar[str]
    #: How an offer names it: "What is needed (by acuity)".
    by: ClassVar[str]
    #: What the effective ppi is a multiple of.
    measure: ClassVar[str] = "the need there"
    #: The rule, in words.
    source: ClassVar[str]
    #: The need before the medium factor, as a formula names it.
    base: ClassVar[str]
    #: Whether the medium factor is in its need.
    counts_factor: ClassVar[bool] = True

    @abstractmethod
    def need(self, distance_mm: float, viewing_conditions: Conditions) -> Fraction | None:
        """ppi needed at a distance, the medium included; None where it has no answer."""

    def note_at(
        self, distance_mm: float, viewing_conditions: Conditions, style: LengthStyle
    ) -> str:
        """What stands beside its need there: its note, and what else that need hangs on."""
        return f"{self.note}{times_factor(viewing_conditions)}" if self.counts_factor else self.note

    @abstractmethod
    def reach(self, usable_ppi: float, viewing_conditions: Conditions) -> float | None:
        """The nearest distance, mm, at which `usable_ppi` is enough.

        0 where any distance will do; None where no distance helps.
        """

    def reach_working(
        self,
        usable_ppi: Fraction,
        viewing_conditions: Conditions,
        reach: float | None,
        style: LengthStyle,
    ) -> tuple[str, str]:
        """How `reach` comes about for `usable_ppi`, as (formula, values): a comparison with the need beyond it."""
        formula = f"the nearest distance at which no more is needed {self.by}"
        # A table counts its boundary to the nearer line. Where no distance helps, the farthest one needs least.
        beyond = _FARTHEST if reach is None else max(1.0, reach * (1 + 1e-9))
        sign = "<" if reach is None else "≥"
        need = self.need(beyond, viewing_conditions) or Fraction(0)
        return formula, f"{show.ppi(usable_ppi)} {sign} {show.ppi(need)} needed beyond it"

    def working(
        self, distance_mm: float, viewing_conditions: Conditions, need: Fraction
    ) -> tuple[str, str]:
        """The need as (formula, formula with its values)."""
        by = exact(viewing_conditions.factor)
        put_in = written(
            "{} × {}",
            (number(need / by, 0), number(by, 2)),
            lambda ppi, share: ppi * share,
            show.ppi,
            show.ppi(need),
        )
        return f"{self.base} × medium factor", put_in
