"""Reckoning for the working screen. Nothing is stored here."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.remembered import RememberedSession
from zollstock.core.lengths import LengthError, parse_length
from zollstock.core.offsets import typed_offset
from zollstock.core.plan import parse_plan
from zollstock.core.reckoning import Step
from zollstock.core.schema import plan_schema, reckoning_schema
from zollstock.core.show import LengthStyle
from zollstock.core.sizes import Sides, parse_size
from zollstock.core.sources import SOURCES
from zollstock.core.viewing import MEDIA
from zollstock.core.worksheet import Worksheet, worksheet
from zollstock.sizes.shelf import shelf_of

router = Router(tags=["bench"], auth=RememberedSession())

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


class MediumItem(Schema):
    name: str
    factor: float


class Reference(Schema):
    """What the bench offers: media, and where rules come from."""

    media: list[MediumItem]
    sources: dict[str, str]


@router.post("/reckon", response=Worksheet, exclude_none=True)
def reckon(request: HttpRequest, wanted: ReckonRequest) -> HttpResponse:
    """The worksheet of a plan: reckoning, blades, the choices of a step, the distance rail."""
    # Only where near sizes are looked for does the studio's own library matter.
    sizes = shelf_of(request.user) if wanted.step in ("fit", "edge") else None
    made = worksheet(parse_plan(wanted.plan), wanted.unit, wanted.step, sizes)
    # The model is what the response says; to check and copy it again would take a third as long.
    return HttpResponse(made.model_dump_json(exclude_none=True), content_type="application/json")


class TypedOffset(Schema):
    """How far the crop lies from the left or the top, typed in px of the picture or as printed."""

    plan: dict[str, Any]
    side: Literal["left", "top"]
    text: Annotated[str, Field(max_length=60)]
    unit: ShownUnit = "cm"


class ReadOffset(Schema):
    anchor: tuple[float, float]


@router.post("/fit/offset", response=ReadOffset)
def offset(request: HttpRequest, typed: TypedOffset) -> ReadOffset:
    """The anchor that puts the crop so far from the picture's side."""
    try:
        return ReadOffset(
            anchor=typed_offset(parse_plan(typed.plan), typed.side, typed.text, typed.unit)
        )
    except LengthError as error:
        raise HttpError(422, str(error)) from None


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


def _shown(size: Sides, unit: str) -> str:
    return LengthStyle(unit).size(size.width.mm, size.height.mm)


@router.get("/reference", response=Reference)
def reference(request: HttpRequest) -> Reference:
    media = [MediumItem(name=medium.name, factor=medium.factor) for medium in MEDIA]
    return Reference(media=media, sources=SOURCES)


@router.get("/schema/plan.json", auth=None, response=dict[str, Any])
def schema_of_plan(request: HttpRequest) -> dict[str, Any]:
    return plan_schema()


@router.get("/schema/reckoning.json", auth=None, response=dict[str, Any])
def schema_of_reckoning(request: HttpRequest) -> dict[str, Any]:
    return reckoning_schema()
