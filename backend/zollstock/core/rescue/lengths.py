"""Lengths of a rescue: on the print, or where there is none in px of the picture."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Any

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic_core import PydanticCustomError, core_schema

from ..ground.lengths import Length, LengthError, parse_length
from ..ground.rational import Fraction, fraction_of

_PX = re.compile(r"\s*([+-]?\d+(?:[.,]\d+)?)\s*px\s*")
_SIGNED = re.compile(r"\s*([+\-−]?)\s*(.+)", re.DOTALL)


@dataclass(frozen=True, slots=True)
class Span:
    """A length as typed: `mm` on the print, or `px` of the picture; thinner is less than nothing."""

    text: str
    mm: Fraction | None
    px: Fraction | None

    @classmethod
    def __get_pydantic_core_schema__(
        cls, source: Any, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        return core_schema.no_info_plain_validator_function(
            _read,
            serialization=core_schema.plain_serializer_function_ser_schema(
                lambda span: span.text, return_schema=core_schema.str_schema()
            ),
        )

    @classmethod
    def __get_pydantic_json_schema__(
        cls, schema: core_schema.CoreSchema, handler: GetJsonSchemaHandler
    ) -> dict[str, Any]:
        return {"type": "string", "examples": ["0.3 mm", "2 px"]}

    def in_px(self, mm_per_px: Fraction | None) -> float:
        """px of the picture, whose px are so large on the print. A length in mm needs one."""
        if self.px is not None:
            return float(self.px)
        assert self.mm is not None and mm_per_px is not None
        return float(self.mm / mm_per_px)


def parse_span(text: str) -> Span:
    """Read a length or `3 px`. Raises `LengthError`.

    >>> parse_span("0.3 mm").mm == Fraction(3, 10), float(parse_span("-2 px").px)
    (True, -2.0)
    """
    found = _PX.fullmatch(text)
    if found:
        return Span(text, None, fraction_of(found[1].replace(",", ".")))
    signed = _SIGNED.fullmatch(text)
    if signed is None:
        raise LengthError(f"{text!r} is not a length: type 0.3 mm, or 2 px")
    length: Length = parse_length(signed[2])
    return Span(text, -length.mm if signed[1] in ("-", "−") else length.mm, None)


def _read(value: Any) -> Span:
    if isinstance(value, Span):
        return value
    if not isinstance(value, str):
        raise PydanticCustomError("span", "a length is a text like 0.3 mm, or 2 px")
    try:
        return parse_span(value)
    except LengthError as error:
        raise PydanticCustomError("span", "{text}", {"text": str(error)}) from None
