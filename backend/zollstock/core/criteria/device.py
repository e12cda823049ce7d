"""The device: as much as it can use, from wherever it is looked at."""

from __future__ import annotations

from typing import ClassVar

from ..ground.rational import Fraction, exact
from .criterion import Conditions, Criterion

#: This criterion never goes below it, ppi.
LEAST = 300


class Device(Criterion):
    id: ClassVar[str] = "device"
    label: ClassVar[str] = "Device"
    note: ClassVar[str] = f"never below {LEAST} ppi"
    by: ClassVar[str] = "by the device"
    base: ClassVar[str] = f"{LEAST} ppi"
    source: ClassVar[str] = (
        f"The device criterion never goes below {LEAST} ppi. Times the medium factor."
    )

    def need(self, distance_mm: float, viewing_conditions: Conditions) -> Fraction:
        return LEAST * exact(viewing_conditions.factor)

    def reach(self, usable_ppi: float, viewing_conditions: Conditions) -> float | None:
        return 0.0 if usable_ppi >= LEAST * viewing_conditions.factor else None
