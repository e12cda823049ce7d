"""Layouts over the wire: beside the prints of a job, with revisions, undo and redo as those have them."""

from __future__ import annotations

import json
from typing import Annotated, Any
from uuid import UUID

from django.db.models import Max, QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.lifewish import LifeWish
from zollstock.core.layouts.photo import IdWish
from zollstock.core.layouts.tiles import TilesWish
from zollstock.pictures.api import PictureFacts, facts, own_pictures
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import to_keep
from zollstock.sizes.rules import rules_of

from .api import VersionOnly, own_jobs, own_prints
from .firstlayout import LayoutKind, first_layout
from .kinds import LAYOUT, plan_key
from .models import Design
from .revisions import begin, save_document, step

router = Router(tags=["layouts"])

AnyWish = Annotated[TilesWish | IdWish | LifeWish, Field(discriminator="kind")]


class NewLayout(Schema):
    """A layout of a picture, or of a print as it is planned now."""

    kind: LayoutKind
    picture: UUID | None = None
    print: int | None = None


class LayoutState(Schema):
    """A layout as its page needs it; `pictures` has the picture of each of its plans."""

    id: int
    job: int
    job_title: str
    kind: str
    pictures: list[PictureFacts]
    document: AnyWish
    version: int
    can_undo: bool
    can_redo: bool


class LayoutChange(Schema):
    document: dict[str, Any]
    version: int


def own_layouts(request: SignedRequest) -> QuerySet[Design]:
    held = Design.objects.filter(job__account=request.user, kind=LAYOUT)
    return held.select_related("job").prefetch_related("under_keys__picture")


def layout_state(held: Design) -> LayoutState:
    wish, pictures = parse_layout(held.document), held.by_key()
    assert isinstance(wish, TilesWish | IdWish | LifeWish)
    return LayoutState(
        id=held.id,
        job=held.job_id,
        job_title=held.job.title,
        kind=held.document["kind"],
        pictures=[facts(pictures[plan_key(number)]) for number in range(len(wish.plans))],
        document=wish,
        version=held.version,
        can_undo=held.head > 1,
        can_redo=held.revisions.filter(number__gt=held.head).exists(),
    )


@router.post("/jobs/{int:job_id}/layouts", response=LayoutState, by_alias=True)
def make_layout(request: SignedRequest, job_id: int, wanted: NewLayout) -> LayoutState:
    """Begin a layout; of a print it takes the plan along, as it is now."""
    holder = get_object_or_404(own_jobs(request), id=job_id)
    plan = None
    if wanted.print is not None:
        source = get_object_or_404(own_prints(request), id=wanted.print, job=holder)
        picture, plan = source.picture, source.document
    elif wanted.picture is not None:
        picture = get_object_or_404(own_pictures(request), id=wanted.picture)
    else:
        raise HttpError(422, "Say of which picture or print the layout is to be.")
    if picture.state == Picture.State.REFUSED:
        raise HttpError(422, picture.problem)
    unit = getattr(getattr(request.user, "preferences", None), "unit", "cm")
    rules, _ = rules_of(request.user)
    document = first_layout(wanted.kind, picture, plan, unit, rules)
    last = holder.designs.aggregate(last=Max("position"))["last"]
    return layout_state(begin(holder, LAYOUT, document, {plan_key(0): picture}, (last or 0) + 1))


@router.get("/layouts/{int:layout_id}", response=LayoutState, by_alias=True)
def get_layout(request: SignedRequest, layout_id: int) -> LayoutState:
    return layout_state(get_object_or_404(own_layouts(request), id=layout_id))


@router.delete("/layouts/{int:layout_id}", response={204: None})
def remove_layout(request: SignedRequest, layout_id: int) -> tuple[int, None]:
    get_object_or_404(own_layouts(request), id=layout_id).delete()
    return 204, None


@router.put("/layouts/{int:layout_id}/document", response=LayoutState, by_alias=True)
def save_layout(request: SignedRequest, layout_id: int, change: LayoutChange) -> LayoutState:
    """Save a wish. `version` must be the one in force, else 409 and nothing is changed."""
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
