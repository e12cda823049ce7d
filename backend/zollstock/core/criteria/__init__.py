"""Criteria of viewing distances, side by side in this order; one file each."""

from __future__ import annotations

from .acuity import Acuity, acuity_need, acuity_reach
from .criterion import Conditions, Criterion
from .device import Device
from .known import NOTHING_KNOWN, Known, TrialResult
from .model import Model
from .table import Table
from .trials import Trials

__all__ = ["ACUITY", "CRITERIA", "NOTHING_KNOWN", "Conditions", "Criterion", "Known", "TrialResult",
           "acuity_need", "acuity_reach"]  # fmt: skip

ACUITY = Acuity()
CRITERIA: dict[str, Criterion] = {
    school.id: school for school in (ACUITY, Table(), Device(), Trials(), Model())
}
