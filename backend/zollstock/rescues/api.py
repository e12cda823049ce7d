"""Rescues over the wire: begin one, change it, look at a part, have its picture made, the same for others."""

from __future__ import annotations

import json
from datetime import datetime
from pathlib import PurePosixPath
from typing import Annotated, Any
from uuid import UUID

from django.db.models import QuerySet
from django.http import HttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.naming import safe_name
from zollstock.core.ground.refusal import Refusal
from zollstock.core.rescue.chain import Rescue as Chain
from zollstock.core.rescue.chain import parse_rescue, rescue_document
from zollstock.core.rescue.report import RescueReport, report
from zollstock.core.rescue.showing import Showing
from zollstock.core.rescue.steps import StepKind
from zollstock.core.rescue.worked import work_out_rescue
from zollstock.jobs.api import own_prints
from zollstock.jobs.revisions import StaleVersion
from zollstock.pictures.api import own_pictures
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import stored, to_keep
from zollstock.pixels.rescue.svg import svg_of
from zollstock.pixels.rescue.wire import letterings_of

from .asking import call_off, give_order, known_of, look, rescue_for
from .models import Rescue, RescueOrder, RescueView
from .printing import print_of

router = Router(tags=["rescues"])
#: A view has so many px a side at most.
MOST_SIDE, LEAST_SIDE = 2000, 16
#: The same chain goes to so many other pictures at once.
MOST_OTHERS = 20


class RescueOrderState(Schema):
    """`result` is the picture that was made."""

    id: UUID
    state: str
    percent: int
    problem: str
    version: int
    result: UUID | None
    finished: datetime | None


class RescueState(Schema):
    """A rescue: its chain as saved, what it comes to, the picture, the print it is for, what was made of it last.

    `is_old` says that the chain was changed since that was made."""

    id: UUID
    version: int
    document: Chain
    report: RescueReport
    picture: UUID
    picture_name: str
    width_px: int
    height_px: int
    mm_per_px: float | None
    print: int | None
    title: str
    job: int | None
    job_title: str
    result: UUID | None
    is_old: bool
    order: RescueOrderState | None


class RescueChange(Schema):
    version: int
    document: dict[str, Any]


class RescueVersion(Schema):
    version: int


class RescueLook(Schema):
    """A part of a chain, saved or not: its top left corner in px of the picture, `scale` px of the screen to one."""

    document: dict[str, Any]
    x: Annotated[float, Field(ge=-200_000, le=200_000)]
    y: Annotated[float, Field(ge=-200_000, le=200_000)]
    scale: Annotated[float, Field(ge=0.01, le=64)]
    width: Annotated[int, Field(ge=LEAST_SIDE, le=MOST_SIDE)]
    height: Annotated[int, Field(ge=LEAST_SIDE, le=MOST_SIDE)]
    show: Showing = "after"
    step: StepKind | None = None


class OutlineColour(Schema):
    """Contours of one colour: each its start, then every segment as two numbers (straight) or six (a Bézier), px of the
    picture."""

    colour: str
    contours: list[list[list[float]]]


class RescueViewFound(Schema):
    """What the view holds in words, and the outlines as they were traced, before they are made thicker: what nodes are
    moved of."""

    report: RescueReport
    traced: list[OutlineColour]


class RescueViewState(Schema):
    """`state` is waiting, running, done, or failed with its `problem`."""

    id: UUID
    state: str
    problem: str
    found: RescueViewFound | None


class RescuedPrint(Schema):
    print: int
    job: int


class Others(Schema):
    """Pictures that the same steps are for; what was picked or dabbed in one picture is left out of the others'."""

    pictures: Annotated[list[UUID], Field(min_length=1, max_length=MOST_OTHERS)]


class OtherMade(Schema):
    picture: UUID
    name: str
    rescue: UUID | None
    problem: str


def own_rescues(request: SignedRequest) -> QuerySet[Rescue]:
    return who_asks(request).may_see(Rescue.objects).select_related("picture", "design__job")


def _order_state(row: RescueOrder) -> RescueOrderState:
    return RescueOrderState(
        id=row.id,
        state=row.state,
        percent=row.percent,
        problem=row.problem,
        version=row.version,
        result=row.result_id,
        finished=row.finished,
    )


def _state(row: Rescue) -> RescueState:
    chain = parse_rescue(row.document)
    work = work_out_rescue(chain, known_of(row))
    design, order = row.design, row.orders.first()
    return RescueState(
        id=row.id,
        version=row.version,
        document=chain,
        report=report(work),
        picture=row.picture_id,
        picture_name=row.picture.name,
        width_px=work.width,
        height_px=work.height,
        mm_per_px=None if work.mm_per_px is None else float(work.mm_per_px),
        print=None if design is None else design.pk,
        title="" if design is None else design.title,
        job=None if design is None else design.job_id,
        job_title="" if design is None else design.job.title,
        result=row.result_id,
        is_old=row.result_id is not None and row.made_version < row.version,
        order=None if order is None else _order_state(order),
    )


@router.post("/prints/{int:print_id}/rescue", response=RescueState)
def for_print(request: SignedRequest, print_id: int) -> RescueState:
    """The rescue of a print's picture, begun if there is none. Of a rescued picture it is that of what it was made of."""
    design = get_object_or_404(own_prints(request), id=print_id)
    picture = design.picture
    made_by = _made_by(request, picture)
    return _state(made_by if made_by is not None else rescue_for(picture, design))


@router.post("/pictures/{uuid:picture_id}/rescue", response=RescueState)
def for_picture(request: SignedRequest, picture_id: UUID) -> RescueState:
    """The rescue of a picture without a print, begun if there is none."""
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    made_by = _made_by(request, picture)
    return _state(made_by if made_by is not None else rescue_for(picture, None))


def _made_by(request: SignedRequest, picture: Picture) -> Rescue | None:
    """The rescue that made a picture, so that its chain can be changed later."""
    recipe = picture.recipe or {}
    if recipe.get("kind") != "rescue":
        return None
    return own_rescues(request).filter(id=str(recipe.get("rescue"))).first()


@router.get("/rescues/{uuid:rescue_id}", response=RescueState)
def one(request: SignedRequest, rescue_id: UUID) -> RescueState:
    return _state(get_object_or_404(own_rescues(request), id=rescue_id))


@router.get("/rescues/{uuid:rescue_id}/chain.json", include_in_schema=False)
def exported(request: SignedRequest, rescue_id: UUID) -> HttpResponse:
    """The chain as saved, for the command line."""
    row = get_object_or_404(own_rescues(request), id=rescue_id)
    document = json.dumps(rescue_document(parse_rescue(row.document)), indent=1)
    response = HttpResponse(document, "application/json")
    to_keep(
        response, f"{safe_name(PurePosixPath(row.picture.name).stem)}_rescue", ".json", "rescue"
    )
    return response


@router.put("/rescues/{uuid:rescue_id}", response=RescueState)
def change(request: SignedRequest, rescue_id: UUID, to: RescueChange) -> RescueState:
    """Save the chain; `version` must be the one in force, unless it says the same."""
    chain = _chain_for(get_object_or_404(own_rescues(request), id=rescue_id), to.document)
    document = rescue_document(chain)
    mine = who_asks(request).may_see(Rescue.objects).filter(id=rescue_id)
    if not mine.filter(version=to.version).update(document=document, version=to.version + 1):
        held = get_object_or_404(own_rescues(request), id=rescue_id)
        if rescue_document(parse_rescue(held.document)) != document:
            raise StaleVersion(held.version, "rescue")
    row = get_object_or_404(own_rescues(request), id=rescue_id)
    if row.result_id is not None:
        own_pictures(request).filter(id=row.result_id).update(
            recipe_old=row.made_version < row.version
        )
    return _state(row)


def _chain_for(row: Rescue, document: dict[str, Any]) -> Chain:
    """A chain for this rescue's own picture. Raises `RescueError` or `Refusal`."""
    chain = parse_rescue(document)
    if chain.picture != parse_rescue(row.document).picture:
        raise Refusal("This chain is for another picture.")
    return chain


@router.post("/rescues/{uuid:rescue_id}/report", response=RescueReport)
def reckoned(request: SignedRequest, rescue_id: UUID, to: RescueChange) -> RescueReport:
    """What a chain comes to before it is saved; what only the pixels tell is not in it."""
    row = get_object_or_404(own_rescues(request), id=rescue_id)
    return report(work_out_rescue(_chain_for(row, to.document), known_of(row)))


@router.post("/rescues/{uuid:rescue_id}/views", response=RescueViewState)
def looked_at(request: SignedRequest, rescue_id: UUID, asked: RescueLook) -> RescueViewState:
    """Have a part shown, as a worker makes it."""
    row = get_object_or_404(own_rescues(request), id=rescue_id)
    part = asked.model_dump(exclude={"document"})
    return _view_state(look(row, _chain_for(row, asked.document), part))


def own_views(request: SignedRequest) -> QuerySet[RescueView]:
    return who_asks(request).may_see(RescueView.objects)


def _view_state(row: RescueView) -> RescueViewState:
    found = RescueViewFound.model_validate(row.found) if row.found else None
    return RescueViewState(id=row.id, state=row.state, problem=row.problem, found=found)


@router.get("/rescue-views/{uuid:view_id}", response=RescueViewState)
def view(request: SignedRequest, view_id: UUID) -> RescueViewState:
    return _view_state(get_object_or_404(own_views(request), id=view_id))


@router.get("/rescue-views/{uuid:view_id}.png", include_in_schema=False)
def image(request: SignedRequest, view_id: UUID) -> HttpResponseBase:
    row = get_object_or_404(own_views(request), id=view_id, state=RescueView.State.DONE)
    response = stored(row.file, "image/png")
    response["Cache-Control"] = "private, max-age=3600, immutable"
    return response


@router.get("/rescue-views/{uuid:view_id}.svg", include_in_schema=False)
def outlines(request: SignedRequest, view_id: UUID) -> HttpResponse:
    """The lettering of a view as SVG, true to size where there is a print."""
    row = get_object_or_404(own_views(request), id=view_id, state=RescueView.State.DONE)
    work = work_out_rescue(parse_rescue(row.document))
    letterings = letterings_of(row.found["letterings"])
    if not letterings:
        raise Refusal("This chain picks no lettering: there is nothing to outline.")
    wide = None if work.mm_per_px is None else float(work.mm_per_px) * work.width
    response = HttpResponse(svg_of(letterings, work.width, work.height, wide), "image/svg+xml")
    name = PurePosixPath(row.rescue.picture.name).stem
    to_keep(response, f"{safe_name(name)}_lettering", ".svg", "lettering")
    return response


@router.post("/rescues/{uuid:rescue_id}/orders", response=RescueOrderState)
def make(request: SignedRequest, rescue_id: UUID, at: RescueVersion) -> RescueOrderState:
    """Have the picture made as the chain is saved; `version` must be the one in force."""
    row = get_object_or_404(own_rescues(request), id=rescue_id)
    if row.version != at.version:
        raise StaleVersion(row.version, "rescue")
    return _order_state(give_order(row))


def own_rescue_orders(request: SignedRequest) -> QuerySet[RescueOrder]:
    return who_asks(request).may_see(RescueOrder.objects)


@router.get("/rescue-orders/{uuid:order_id}", response=RescueOrderState)
def order(request: SignedRequest, order_id: UUID) -> RescueOrderState:
    return _order_state(get_object_or_404(own_rescue_orders(request), id=order_id))


@router.post("/rescue-orders/{uuid:order_id}/cancel", response=RescueOrderState)
def cancel(request: SignedRequest, order_id: UUID) -> RescueOrderState:
    call_off(get_object_or_404(own_rescue_orders(request), id=order_id))
    return _order_state(get_object_or_404(own_rescue_orders(request), id=order_id))


@router.post("/rescues/{uuid:rescue_id}/print", response=RescuedPrint)
def printed(request: SignedRequest, rescue_id: UUID) -> RescuedPrint:
    """A print like the rescue's own, beside it, of the picture that was made: size, edge and medium go along."""
    row = get_object_or_404(own_rescues(request), id=rescue_id)
    if row.design is None or row.result is None:
        raise Refusal("There is no print, or no picture was made yet.")
    made = print_of(row.design, row.result, work_out_rescue(parse_rescue(row.document)))
    return RescuedPrint(print=made.pk, job=made.job_id)


@router.post("/rescues/{uuid:rescue_id}/others", response=list[OtherMade])
def others(request: SignedRequest, rescue_id: UUID, to: Others) -> list[OtherMade]:
    """The same chain for other pictures, each made at once; what cannot be is said, and does not stop the others."""
    row = get_object_or_404(own_rescues(request), id=rescue_id)
    mine = own_pictures(request).filter(id__in=to.pictures)
    return [_other(picture, parse_rescue(row.document)) for picture in mine]


def _other(picture: Picture, chain: Chain) -> OtherMade:
    steps = [_without_places(step) for step in rescue_document(chain)["steps"]]
    document = {
        "picture": picture.plan_part(),
        "print": rescue_document(chain)["print"],
        "steps": steps,
    }
    made = rescue_for(picture, None)
    try:
        made.document = rescue_document(parse_rescue(document))
        made.version += 1
        made.save()
        give_order(made)
    except Refusal as refusal:
        return OtherMade(
            picture=picture.id, name=picture.name, rescue=made.id, problem=str(refusal)
        )
    return OtherMade(picture=picture.id, name=picture.name, rescue=made.id, problem="")


def _without_places(step: dict[str, Any]) -> dict[str, Any]:
    """A step without what was pointed at in one picture: dust, areas, outlines, nodes. Colours stay."""
    if step["kind"] == "clean":
        return step | {"dabs": []}
    if step["kind"] == "smooth" and step["areas"] != "ground":
        return step | {"areas": [area | {"area": None} for area in step["areas"]]}
    if step["kind"] == "lettering":
        picks = [pick | {"area": None, "moved": [], "smoothed": []} for pick in step["picks"]]
        return step | {"picks": picks}
    return step
