"""Reckoning for the working screen. Nothing is stored here."""

from __future__ import annotations

from typing import Annotated, Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.remembered import RememberedSession
from zollstock.accounts.signed import SignedRequest
from zollstock.core.answer.reckoning import Step
from zollstock.core.documents.plan import Plan, parse_plan
from zollstock.core.ground.lengths import LengthError, ShownUnit
from zollstock.core.ground.show import LengthStyle
from zollstock.core.schema import (
    canvas_schema,
    layout_schema,
    plan_schema,
    reckoning_schema,
    rescue_schema,
    sheets_schema,
    trial_schema,
)
from zollstock.core.sizes import lengthreadings, readings
from zollstock.core.sizes.lengthreadings import Purpose, read_length
from zollstock.core.sizes.readings import SizeNotRead, read_size
from zollstock.core.telling.offsets import CropSide, typed_crop
from zollstock.core.worksheet import Worksheet, worksheet
from zollstock.sizes.shelf import OWN, shelf_of
from zollstock.studio.composition import studio_of

router = Router(tags=["bench"], auth=RememberedSession())

Px = Annotated[int, Field(ge=1, le=10_000_000)]


class PlanDocument(Schema):
    plan: dict[str, Any]


class ReckonRequest(Schema):
    """A plan (checked by the core, so that errors carry the path into the document)."""

    plan: dict[str, Any]
    unit: ShownUnit | None = None
    #: Whose ways out are wanted; none under a moving hand, where the figures are enough.
    step: Step | None = "fit"
    #: Edges that the print had before, by their kinds: each comes back as it was left.
    edges: Annotated[dict[str, dict[str, Any]], Field(max_length=5)] = {}
    #: The picture that the plan is for: what was measured of it goes into the reckoning.
    picture: UUID | None = None


class TypedLength(Schema):
    text: Annotated[str, Field(max_length=200)]
    unit: ShownUnit = "cm"


class TypedPurpose(TypedLength):
    """A length as typed, and what it is for: that says how large it may be meant."""

    purpose: Purpose = "edge"


class TypedSize(TypedLength):
    """A size as typed; a single side takes the ratio of `picture`, its px as turned."""

    picture: tuple[Px, Px] | None = None


class OtherReading(Schema):
    """How else it could be meant: `text` is read that way, `label` asks for it."""

    label: str
    text: str


class NotRead(Schema):
    """What was typed is not understood, or not yet: half a length is no fault of a program, so it is no error of HTTP."""

    unread: str
    others: list[OtherReading] = []


class Reading(Schema):
    """What was understood. `said` tells how, where it was not written out; `open` says that it may be
    the beginning of something longer."""

    shown: str
    said: str = ""
    others: list[OtherReading] = []
    open: bool = False


class ReadLength(Reading):
    """A typed length with its unit."""

    typed: str
    mm: float


class ReadSize(Reading):
    width: str
    height: str


@router.post("/reckon", response=Worksheet, exclude_none=True)
def reckon(request: SignedRequest, wanted: ReckonRequest) -> HttpResponse:
    """The worksheet of a plan: reckoning, steps, the choices of a step, the distance rail."""
    studio = studio_of(request.user, wanted.picture)
    made = worksheet(parse_plan(wanted.plan), wanted.unit, wanted.step, studio, wanted.edges)
    # The model is what the response says; to check and copy it again would take a third as long.
    return HttpResponse(made.model_dump_json(exclude_none=True), content_type="application/json")


@router.post("/plans/read", response=Plan)
def read_plan(request: SignedRequest, given: PlanDocument) -> Plan:
    """A plan document from elsewhere as the whole plan it means, with every default; nothing is saved."""
    return parse_plan(given.plan)


class TypedCrop(Schema):
    """How far the crop lies from a side of the picture, or how wide or high it is, in px of the picture or as printed."""

    plan: dict[str, Any]
    side: CropSide
    text: Annotated[str, Field(max_length=60)]


class ReadCrop(Schema):
    """What makes it so: changes to the plan."""

    fix: dict[str, Any]
    open: bool


@router.post("/fit/crop", response=ReadCrop | NotRead)
def crop(request: SignedRequest, typed: TypedCrop) -> ReadCrop | NotRead:
    """What puts the crop so far from the picture's side, or makes it so large."""
    try:
        fix = typed_crop(parse_plan(typed.plan), typed.side, typed.text)
    except LengthError as error:
        return _not_read(error)
    return ReadCrop(fix=fix, open=typed.text.strip()[-1:].isdigit())


@router.post("/lengths/read", response=ReadLength | NotRead)
def length_read(request: SignedRequest, typed: TypedPurpose) -> ReadLength | NotRead:
    """Read a length as people type it: 11 1/2", 29,7 cm, 12in."""
    try:
        read = read_length(typed.text, typed.unit, typed.purpose)
    except LengthError as error:
        return _not_read(error)
    return ReadLength(
        typed=read.length.typed,
        shown=LengthStyle(typed.unit).length(read.length.mm),
        mm=float(read.length.mm),
        **_how(read),
    )


@router.post("/sizes/read", response=ReadSize | NotRead)
def size_read(request: SignedRequest, typed: TypedSize) -> ReadSize | NotRead:
    """Read a size as people type it: 8x10, A3 landscape, 4R, 30 cm square, a name, one side."""
    own = [size for size in shelf_of(request.user).sizes if size.key.startswith(OWN)]
    try:
        read = read_size(typed.text, typed.unit, typed.picture, own)
    except LengthError as error:
        return _not_read(error)
    width, height = read.sides.width, read.sides.height
    shown = LengthStyle(typed.unit).size(width.mm, height.mm)
    return ReadSize(width=width.typed, height=height.typed, shown=shown, **_how(read))


def _not_read(error: LengthError) -> NotRead:
    near = error.nearest if isinstance(error, SizeNotRead) else None
    return NotRead(
        unread=str(error), others=[OtherReading(label=near.label, text=near.text)] if near else []
    )


def _how(read: lengthreadings.ReadLength | readings.ReadSize) -> dict[str, Any]:
    others = [OtherReading(label=other.label, text=other.text) for other in read.others]
    return {"said": read.said, "others": others, "open": read.open}


@router.get("/schema/plan.json", auth=None, response=dict[str, Any])
def schema_of_plan(request: HttpRequest) -> dict[str, Any]:
    return plan_schema()


@router.get("/schema/layout.json", auth=None, response=dict[str, Any])
def schema_of_layout(request: HttpRequest) -> dict[str, Any]:
    return layout_schema()


@router.get("/schema/canvas.json", auth=None, response=dict[str, Any])
def schema_of_canvas(request: HttpRequest) -> dict[str, Any]:
    return canvas_schema()


@router.get("/schema/trial.json", auth=None, response=dict[str, Any])
def schema_of_trial(request: HttpRequest) -> dict[str, Any]:
    return trial_schema()


@router.get("/schema/rescue.json", auth=None, response=dict[str, Any])
def schema_of_rescue(request: HttpRequest) -> dict[str, Any]:
    return rescue_schema()


@router.get("/schema/sheets.json", auth=None, response=dict[str, Any])
def schema_of_sheets(request: HttpRequest) -> dict[str, Any]:
    return sheets_schema()


@router.get("/schema/reckoning.json", auth=None, response=dict[str, Any])
def schema_of_reckoning(request: HttpRequest) -> dict[str, Any]:
    return reckoning_schema()
