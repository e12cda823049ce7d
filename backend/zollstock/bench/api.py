"""Reckoning for the working screen. Nothing is stored here."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from django.http import HttpRequest
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.core.lengths import LengthError, parse_length
from zollstock.core.plan import parse_plan
from zollstock.core.reckoning import Step
from zollstock.core.schema import plan_schema, reckoning_schema
from zollstock.core.show import LengthStyle
from zollstock.core.sizes import Size, parse_size, shelf
from zollstock.core.sources import SOURCES
from zollstock.core.viewing import MEDIA
from zollstock.core.worksheet import Worksheet, worksheet

router = Router(tags=["bench"])

ShownUnit = Literal["mm", "cm", "in"]


class ReckonRequest(Schema):
    """A plan (checked by the core, so that errors carry the path into the document)."""

    plan: dict[str, Any]
    unit: ShownUnit | None = None
    step: Step = "fit"


class TypedLength(Schema):
    text: Annotated[str, Field(max_length=200)]
    unit: ShownUnit = "cm"


class ReadLength(Schema):
    """A typed length with its unit, and what was understood."""

    typed: str
    shown: str
    mm: float


class ReadSize(Schema):
    width: str
    height: str
    shown: str


class ShelfSize(Schema):
    name: str
    group: str
    width: str
    height: str


class MediumItem(Schema):
    name: str
    factor: float


class Reference(Schema):
    """What the bench offers: common sizes, media, and where rules come from."""

    sizes: list[ShelfSize]
    media: list[MediumItem]
    sources: dict[str, str]


@router.post("/reckon", response=Worksheet, exclude_none=True)
def reckon(request: HttpRequest, wanted: ReckonRequest) -> Worksheet:
    """The worksheet of a plan: reckoning, blades, the choices of a step, the distance rail."""
    return worksheet(parse_plan(wanted.plan), wanted.unit, wanted.step)


@router.post("/lengths/read", response=ReadLength)
def read_length(request: HttpRequest, typed: TypedLength) -> ReadLength:
    try:
        length = parse_length(typed.text, typed.unit)
    except LengthError as error:
        raise HttpError(422, str(error)) from None
    shown = LengthStyle(typed.unit).length(length.mm)
    return ReadLength(typed=length.typed, shown=shown, mm=float(length.mm))


@router.post("/sizes/read", response=ReadSize)
def read_size(request: HttpRequest, typed: TypedLength) -> ReadSize:
    """Read a size as people type it: 8x10, A3 landscape, 20 × 30 cm."""
    try:
        size = parse_size(typed.text, typed.unit)
    except LengthError as error:
        raise HttpError(422, str(error)) from None
    return ReadSize(
        width=size.width.typed, height=size.height.typed, shown=_shown(size, typed.unit)
    )


def _shown(size: Size, unit: str) -> str:
    return LengthStyle(unit).size(size.width.mm, size.height.mm)


@router.get("/reference", response=Reference)
def reference(request: HttpRequest) -> Reference:
    sizes = [
        ShelfSize(name=s.name, group=s.group, width=s.width.typed, height=s.height.typed)
        for s in shelf()
    ]
    media = [MediumItem(name=medium.name, factor=medium.factor) for medium in MEDIA]
    return Reference(sizes=sizes, media=media, sources=SOURCES)


@router.get("/schema/plan.json", auth=None, response=dict[str, Any])
def schema_of_plan(request: HttpRequest) -> dict[str, Any]:
    return plan_schema()


@router.get("/schema/reckoning.json", auth=None, response=dict[str, Any])
def schema_of_reckoning(request: HttpRequest) -> dict[str, Any]:
    return reckoning_schema()
