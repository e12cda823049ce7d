"""JSON Schemas of the two documents, generated from the models."""

from __future__ import annotations

from typing import Any

from .plan import PLAN_FORMAT, Plan
from .reckoning import RECKONING_FORMAT, Reckoning

_DIALECT = "https://json-schema.org/draft/2020-12/schema"


def plan_schema() -> dict[str, Any]:
    """The schema of `zollstock.plan/1`."""
    return {"$schema": _DIALECT, "$id": PLAN_FORMAT} | Plan.model_json_schema()


def reckoning_schema() -> dict[str, Any]:
    """The schema of `zollstock.reckoning/1`."""
    schema = Reckoning.model_json_schema(mode="serialization")
    return {"$schema": _DIALECT, "$id": RECKONING_FORMAT} | schema
