"""A model of what is seen: fine enough is what nobody can tell from the best the surface can show."""

from __future__ import annotations

from typing import ClassVar

from .. import seeing, show
from ..rational import Fraction
from .school import Conditions, School


class Model(School):
    id: ClassVar[str] = "model"
    label: ClassVar[str] = "Model"
    note: ClassVar[str] = "no difference is seen"
    by: ClassVar[str] = "by the model of what is seen"
    measure: ClassVar[str] = "what a difference is seen to"
    base: ClassVar[str] = (
        f"the ppi that is {seeing.UNSEEN:g} just-noticeable step from the best this surface can show"
    )
    source: ClassVar[str] = (
        "A model, for which nobody was measured: detail of the picture × lens × pixels × spread of ink × the eye's "
        f"contrast sensitivity (Barten 1999). Needed is what comes within {seeing.UNSEEN:g} just-noticeable step of "
        "the best that the surface can show. The spread of ink stands for the medium, so its factor does not count."
    )

    def need(self, distance_mm: float, under: Conditions) -> Fraction:
        return Fraction(seeing.need(distance_mm, under.spread))

    def reach(self, usable_ppi: float, under: Conditions) -> float:
        return seeing.reach(usable_ppi, under.spread)

    def working(self, distance_mm: float, under: Conditions, need: Fraction) -> tuple[str, str]:
        values = f"from {show.decimal(distance_mm, 0)} mm, ink σ {show.decimal(under.spread, 3)} mm: {show.ppi(need)}"
        return self.base, values
