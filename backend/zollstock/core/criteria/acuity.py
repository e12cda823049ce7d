"""Acuity: what a pair of eyes resolves."""

from __future__ import annotations

from math import radians, tan
from typing import ClassVar

from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from ..ground.workings import number, written
from .criterion import Conditions, Criterion


def acuity_need(distance_mm: float, arcmin: float = 1.0) -> float:
    """ppi that an eye resolving `arcmin` minutes of arc uses at a distance.

    ppi = 1 / (D · tan a), D in inches; 3437.75 / D for 1', which is 20/20.

    >>> round(acuity_need(500), 1)
    174.6
    >>> round(acuity_need(2000), 1)
    43.7
    """
    return 1 / (distance_mm / float(MM_PER_INCH) * tan(radians(arcmin / 60)))


def acuity_reach(effective_ppi: float, factor: float, arcmin: float = 1.0) -> float:
    """The nearest distance, mm, at which `effective_ppi` looks clean on a medium of `factor`.

    The same formula, solved for D.

    >>> round(acuity_reach(250, 1.0))
    349
    """
    return factor * float(MM_PER_INCH) / (effective_ppi * tan(radians(arcmin / 60)))


class Acuity(Criterion):
    id: ClassVar[str] = "acuity"
    label: ClassVar[str] = "Acuity"
    note: ClassVar[str] = "what the eye resolves"
    by: ClassVar[str] = "by acuity"
    measure: ClassVar[str] = "what the eye can use there"
    base: ClassVar[str] = "1 ÷ (distance in inches × tan(angle))"
    source: ClassVar[str] = (
        "An eye that resolves an angle a (1 minute of arc for 20/20) at a distance D uses "
        f"1 ÷ (D · tan a) pixels per inch, D in inches: {acuity_need(25.4):.2f} ÷ D for 1′. Times the "
        "medium factor."
    )

    def need(self, distance_mm: float, viewing_conditions: Conditions) -> Fraction:
        return Fraction(
            acuity_need(distance_mm, viewing_conditions.arcmin) * viewing_conditions.factor
        )

    def reach(self, usable_ppi: float, viewing_conditions: Conditions) -> float:
        return acuity_reach(usable_ppi, viewing_conditions.factor, viewing_conditions.arcmin)

    def reach_working(
        self,
        usable_ppi: Fraction,
        viewing_conditions: Conditions,
        reach: float | None,
        style: LengthStyle,
    ) -> tuple[str, str]:
        put_in = written(
            "{} × {} ÷ {} in",
            (
                number(acuity_need(25.4, viewing_conditions.arcmin), 2),
                number(exact(viewing_conditions.factor), 2),
                number(usable_ppi, 1),
            ),
            lambda one, factor, has: one * factor / has,
            lambda inches: style.far(inches * MM_PER_INCH),
            style.far(reach or 0),
        )
        return "1 ÷ tan(angle) × medium factor ÷ ppi, in inches", put_in

    def working(
        self, distance_mm: float, viewing_conditions: Conditions, need: Fraction
    ) -> tuple[str, str]:
        put_in = written(
            "1 ÷ ({} × tan({}′)) × {}",
            (
                number(distance_mm / 25.4, 2),
                number(exact(viewing_conditions.arcmin), 2),
                number(exact(viewing_conditions.factor), 2),
            ),
            lambda inches, angle, by: float(by) / (float(inches) * tan(radians(angle / 60))),
            show.ppi,
            show.ppi(need),
        )
        return f"{self.base} × medium factor", put_in
