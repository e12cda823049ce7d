"""Own trials: what this studio's tests showed. It has no answer while there are none."""

from __future__ import annotations

from typing import ClassVar

from ..ground.rational import Fraction
from .criterion import Conditions, Criterion


class Trials(Criterion):
    id: ClassVar[str] = "trials"
    label: ClassVar[str] = "Own trials"
    counts_factor: ClassVar[bool] = False
    note: ClassVar[str] = "what this studio saw"
    by: ClassVar[str] = "by own trials"
    base: ClassVar[str] = "what the trials showed"
    source: ClassVar[str] = "What this studio's own trials showed for this medium and distance."

    def need(self, distance_mm: float, under: Conditions) -> Fraction | None:
        return None

    def reach(self, usable_ppi: float, under: Conditions) -> float | None:
        return None
