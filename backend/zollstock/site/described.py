"""The API's description, with the errors that every operation may answer with, in one shape."""

from __future__ import annotations

from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

_PROBLEM = {
    "title": "Problem",
    "description": "Why a request was refused, in words for people; with the faults of a document.",
    "type": "object",
    "required": ["message", "problems"],
    "properties": {
        "message": {"type": "string"},
        "problems": {
            "type": "array",
            "items": {
                "type": "object",
                "required": ["path", "message"],
                "properties": {"path": {"type": "string"}, "message": {"type": "string"}},
            },
        },
        "version": {"type": "integer", "description": "With 409: the version in force."},
    },
}
_ERRORS = {
    "4XX": "The request was refused; nothing was changed.",
    "503": "A part of the application is away for a moment.",
    "507": "The disk is full; nothing was stored.",
}


class DescribedAPI(NinjaAPI):
    """Ninja's API; its OpenAPI document declares the errors."""

    def get_openapi_schema(self, **given: Any) -> OpenAPISchema:
        schema = super().get_openapi_schema(**given)
        schema.setdefault("components", {}).setdefault("schemas", {})["Problem"] = _PROBLEM
        shape = {"application/json": {"schema": {"$ref": "#/components/schemas/Problem"}}}
        for operations in schema["paths"].values():
            for operation in operations.values():
                for status, words in _ERRORS.items():
                    operation["responses"][status] = {"description": words, "content": shape}
        return schema
