"""Layouts over the wire: beside the prints of a job, with revisions, undo and redo as those have them."""

from __future__ import annotations

import json
from typing import Annotated, Any, cast
from uuid import UUID

from django.db.models import Max, QuerySet
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.accounts.units import unit_of
from zollstock.core.layouts import (
    KINDS as LAYOUT_KINDS,
)
from zollstock.core.layouts import (
    AnyLayoutRequest,
    Beginning,
    LayoutKind,
    begin_layout,
    parse_layout,
)
from zollstock.core.layouts.book.request import MOST_PICTURES
from zollstock.core.sizes.lengthreadings import read_length
from zollstock.pictures.api import PictureFacts, facts, own_pictures
from zollstock.pictures.measured import measures_of
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import to_keep
from zollstock.sizes.rules import RULES
from zollstock.stock.kept import STOCK

from .api import VersionOnly, own_jobs, own_prints
from .firstplan import first_plan
from .kinds import KINDS, LAYOUT, WALL_PHOTO, plan_key
from .lists import LayoutSummary, layout_summaries
from .models import Design, Job
from .removed import bring_back, remove, removed_of
from .revisions import begin, earlier_than, later_than, save_document, step

router = Router(tags=["layouts"])


class NewLayout(Schema):
    """A layout of a picture, or of a print as it is planned now; of several `prints`, of any jobs, for a kind that
    takes several."""

    kind: LayoutKind
    picture: UUID | None = None
    print: int | None = None
    prints: Annotated[list[int], Field(max_length=MOST_PICTURES)] = []
    #: How broad the wall is, where somebody begins with that: panels take their size from it, a row its middle.
    wall: Annotated[str, Field(max_length=200)] = ""


class LayoutState(Schema):
    """A layout as its page needs it; `pictures` has the picture of each of its plans, `photo` that of its wall."""

    id: int
    job: int
    job_title: str
    kind: str
    pictures: list[PictureFacts]
    photo: PictureFacts | None = None
    document: AnyLayoutRequest
    version: int
    can_undo: bool
    can_redo: bool


class LayoutChange(Schema):
    document: dict[str, Any]
    version: int


def own_layouts(request: SignedRequest) -> QuerySet[Design]:
    held = who_asks(request).may_see(Design.objects).filter(kind=LAYOUT)
    return held.select_related("job").prefetch_related("under_keys__picture")


def layout_state(held: Design) -> LayoutState:
    layout, pictures = parse_layout(held.document), held.by_key()
    photographed = WALL_PHOTO in KINDS[LAYOUT].pictures(held.document)
    return LayoutState(
        id=held.id,
        job=held.job_id,
        job_title=held.job.title,
        kind=held.document["kind"],
        pictures=[facts(pictures[plan_key(number)]) for number in range(len(layout.plans))],
        photo=facts(pictures[WALL_PHOTO]) if photographed else None,
        document=cast(AnyLayoutRequest, layout),
        version=held.version,
        can_undo=earlier_than(held).exists(),
        can_redo=later_than(held).exists(),
    )


@router.get("/jobs/{int:job_id}/layouts", response=list[LayoutSummary])
@paged(ordering=("position", "id"), shown=layout_summaries)
def layouts_of_job(request: SignedRequest, job_id: int) -> QuerySet[Design]:
    """The layouts of a job, likewise."""
    return get_object_or_404(own_jobs(request), id=job_id).layouts


@router.post("/jobs/{int:job_id}/layouts", response=LayoutState, by_alias=True)
def make_layout(request: SignedRequest, job_id: int, wanted: NewLayout) -> LayoutState:
    """Begin a layout; of a print it takes the plan along, as it is now."""
    holder = get_object_or_404(own_jobs(request), id=job_id)
    unit = unit_of(request.user)
    wall = read_length(wanted.wall, unit, "side").length if wanted.wall.strip() else None
    if LAYOUT_KINDS[wanted.kind].of_several:
        sources = prints_of(request, wanted.prints or ([wanted.print] if wanted.print else []))
        plans = [one.document for one in sources]
        pictures = {plan_key(number): one.picture for number, one in enumerate(sources)}
    else:
        picture, plan = _picture_and_plan(request, holder, wanted)
        if picture.state == Picture.State.REFUSED:
            raise HttpError(422, picture.problem)
        plans = [plan or first_plan(picture, unit)]
        pictures = {plan_key(0): picture}
    stock, rules = STOCK.of(request.user)[0], RULES.of(request.user)[0]
    rule = rules.rules[0].model_dump(mode="json") if rules.rules else {}
    measures = measures_of(request.user, pictures[plan_key(0)].id)
    at = Beginning(unit, holder.title, wall, rule, stock, measures)
    document = begin_layout(wanted.kind, plans, at)
    last = holder.designs.aggregate(last=Max("position"))["last"]
    return layout_state(begin(holder, LAYOUT, document, pictures, (last or 0) + 1))


def _picture_and_plan(
    request: SignedRequest, holder: Job, wanted: NewLayout
) -> tuple[Picture, dict[str, Any] | None]:
    if wanted.print is not None:
        source = get_object_or_404(own_prints(request), id=wanted.print, job=holder)
        return source.picture, source.document
    if wanted.picture is not None:
        return get_object_or_404(own_pictures(request), id=wanted.picture), None
    raise HttpError(422, "Say of which picture or print the layout is to be.")


def prints_of(request: SignedRequest, numbers: list[int]) -> list[Design]:
    """The account's own prints of these numbers, in their order, each once. Raises 404 where one is not."""
    wanted = list(dict.fromkeys(numbers))
    if not wanted:
        raise HttpError(422, "Choose the prints that it is to be made of.")
    found = {held.id: held for held in own_prints(request).filter(id__in=wanted)}
    if len(found) != len(wanted):
        raise Http404
    return [found[number] for number in wanted]


@router.get("/layouts/{int:layout_id}", response=LayoutState, by_alias=True)
def get_layout(request: SignedRequest, layout_id: int) -> LayoutState:
    return layout_state(get_object_or_404(own_layouts(request), id=layout_id))


@router.delete("/layouts/{int:layout_id}", response={204: None})
def remove_layout(request: SignedRequest, layout_id: int) -> tuple[int, None]:
    """Remove a layout; for 30 days it can be brought back."""
    remove(get_object_or_404(own_layouts(request), id=layout_id))
    return 204, None


@router.post("/layouts/{int:layout_id}/back", response={204: None})
def bring_layout_back(request: SignedRequest, layout_id: int) -> tuple[int, None]:
    """Undo its removal; one that is there stays as it is."""
    if not own_layouts(request).filter(id=layout_id).exists():
        bring_back(get_object_or_404(removed_of(request.user, LAYOUT), id=layout_id))
    return 204, None


@router.put("/layouts/{int:layout_id}/document", response=LayoutState, by_alias=True)
def save_layout(request: SignedRequest, layout_id: int, change: LayoutChange) -> LayoutState:
    """Save a layout request. `version` must be the one in force, else 409 and nothing is changed."""
    found = get_object_or_404(own_layouts(request), id=layout_id)
    return layout_state(save_document(found.id, change.document, change.version))


@router.post("/layouts/{int:layout_id}/undo", response=LayoutState, by_alias=True)
def undo_layout(request: SignedRequest, layout_id: int, at: VersionOnly) -> LayoutState:
    found = get_object_or_404(own_layouts(request), id=layout_id)
    return layout_state(step(found.id, at.version, -1))


@router.post("/layouts/{int:layout_id}/redo", response=LayoutState, by_alias=True)
def redo_layout(request: SignedRequest, layout_id: int, at: VersionOnly) -> LayoutState:
    found = get_object_or_404(own_layouts(request), id=layout_id)
    return layout_state(step(found.id, at.version, 1))


@router.get("/layouts/{int:layout_id}/layout.json", include_in_schema=False)
def layout_file(request: SignedRequest, layout_id: int) -> HttpResponse:
    """The document to take along."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    text = json.dumps(held.document, ensure_ascii=False, indent=2)
    response = HttpResponse(text, content_type="application/json")
    to_keep(response, held.title, ".layout.json")
    return response
