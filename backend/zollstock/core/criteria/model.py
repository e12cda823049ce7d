"""A model of what is seen: fine enough is what nobody can tell from the best the surface can show."""

from __future__ import annotations

from typing import ClassVar

from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction, exact
from ..ground.workings import number, written
from ..seeing import contrast as seeing
from .criterion import Conditions, Criterion

#: A model says no more; so the same comes out whatever a machine makes of the last digits of a sine.
_PLACES = 6


class Model(Criterion):
    id: ClassVar[str] = "model"
    label: ClassVar[str] = "Model"
    counts_factor: ClassVar[bool] = False
    note: ClassVar[str] = "no difference is seen"
    by: ClassVar[str] = "by the model of what is seen"
    measure: ClassVar[str] = "what a difference is seen to"
    base: ClassVar[str] = (
        f"px along the distance that are {seeing.UNSEEN:g} just-noticeable step from the best of the surface"
    )
    source: ClassVar[str] = (
        "A model, for which nobody was measured: detail of the picture × lens × pixels × spread of ink × the eye's "
        f"contrast sensitivity (Barten 1999). Needed is what comes within {seeing.UNSEEN:g} just-noticeable step of "
        "the best that the surface can show. The spread of ink stands for the medium, so its factor does not count."
    )

    def need(self, distance_mm: float, viewing_conditions: Conditions) -> Fraction:
        return Fraction(round(seeing.need(distance_mm, viewing_conditions.spread), _PLACES))

    def reach(self, usable_ppi: float, viewing_conditions: Conditions) -> float:
        return round(seeing.reach(usable_ppi, viewing_conditions.spread), _PLACES)

    def working(
        self, distance_mm: float, viewing_conditions: Conditions, need: Fraction
    ) -> tuple[str, str]:
        along = need * exact(distance_mm) / MM_PER_INCH
        put_in = written(
            "{} px ÷ {} mm × 25.4 mm/in",
            (number(along, 0), number(exact(distance_mm), 1)),
            lambda px, far: px / far * MM_PER_INCH,
            show.ppi,
            show.ppi(need),
        )
        return (
            f"{self.base} ÷ distance, ink σ {show.decimal(viewing_conditions.spread, 3)} mm",
            put_in,
        )
