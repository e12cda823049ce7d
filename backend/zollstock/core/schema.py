"""JSON Schemas of the documents, generated from the models."""

from __future__ import annotations

from typing import Any

from pydantic.json_schema import models_json_schema

from .answer.reckoning import RECKONING_FORMAT, Reckoning
from .documents.formats import CANVAS_FORMAT
from .documents.plan import PLAN_FORMAT, Plan
from .layouts import KINDS, LAYOUT_FORMAT
from .layouts.document import SHEETS_FORMAT, Sheets
from .questions.canvas.request import Canvas
from .rescue.chain import RESCUE_FORMAT, Rescue
from .trials.document import TRIAL_FORMAT, Trial

_DIALECT = "https://json-schema.org/draft/2020-12/schema"


def plan_schema() -> dict[str, Any]:
    """The schema of `zollstock.plan/1`."""
    return {"$schema": _DIALECT, "$id": PLAN_FORMAT} | Plan.model_json_schema()


def reckoning_schema() -> dict[str, Any]:
    """The schema of `zollstock.reckoning/1`."""
    schema = Reckoning.model_json_schema(mode="serialization")
    return {"$schema": _DIALECT, "$id": RECKONING_FORMAT} | schema


def layout_schema() -> dict[str, Any]:
    """The schema of `zollstock.layout/1`, of all its kinds."""
    kinds = models_json_schema([(kind.request, "validation") for kind in KINDS.values()])[1]
    parts = kinds["$defs"]
    parts["SizedPlan"] = parts["Plan"] | {"required": ["picture"]}
    for kind in KINDS.values():
        if kind.sizes:
            plans = parts[kind.request.__name__]["properties"]["plans"]
            plans["items"] = {"$ref": "#/$defs/SizedPlan"}
    ways = [{"$ref": f"#/$defs/{kind.request.__name__}"} for kind in KINDS.values()]
    return {"$schema": _DIALECT, "$id": LAYOUT_FORMAT, "oneOf": ways} | kinds


def rescue_schema() -> dict[str, Any]:
    """The schema of `zollstock.rescue/1`."""
    return {"$schema": _DIALECT, "$id": RESCUE_FORMAT} | Rescue.model_json_schema()


def canvas_schema() -> dict[str, Any]:
    """The schema of `zollstock.canvas/1`."""
    return {"$schema": _DIALECT, "$id": CANVAS_FORMAT} | Canvas.model_json_schema()


def trial_schema() -> dict[str, Any]:
    """The schema of `zollstock.trial/1`."""
    return {"$schema": _DIALECT, "$id": TRIAL_FORMAT} | Trial.model_json_schema()


def sheets_schema() -> dict[str, Any]:
    """The schema of `zollstock.sheets/1`."""
    schema = Sheets.model_json_schema(mode="serialization")
    return {"$schema": _DIALECT, "$id": SHEETS_FORMAT} | schema
