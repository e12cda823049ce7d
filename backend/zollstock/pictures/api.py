"""Pictures over the wire: bring one, list them, see their previews."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Annotated
from uuid import UUID

from django.db import transaction
from django.db.models import ProtectedError, QuerySet
from django.http import HttpRequest
from django.http.response import HttpResponseBase
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.inorder import overtaken
from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.quota import check_room
from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.show import size_of_file
from zollstock.core.parts.fit import MOST_ZONES, KeepZone
from zollstock.core.picture.copies import copied
from zollstock.core.picture.measurewords import MeasureWords, describe_measures

from .intake import take_in
from .measured import measures_of
from .models import Inspection, Picture
from .receiving import announced_length, body
from .serving import bench_preview, seen_again, stored
from .signals import picture_goes

router = Router(tags=["pictures"])


class PictureFacts(Schema):
    """A picture; `width_px` and `height_px` are upright, after orientation."""

    id: UUID
    name: str
    state: str
    problem: str
    width_px: int
    height_px: int
    orientation: int
    format: str
    bits: int
    channels: int
    profile: str
    camera: str
    taken: str
    ppi_tag: float | None
    sha256: str
    size_text: str
    keep: list[KeepZone]
    verdict: str
    note: str
    created: datetime


class Arrival(Schema):
    picture: PictureFacts
    known: bool


def facts(picture: Picture) -> PictureFacts:
    width, height = picture.upright
    names = ("id", "name", "state", "problem", "orientation", "format", "bits", "channels",
             "profile", "camera", "taken", "ppi_tag", "sha256", "keep", "verdict", "note", "created")  # fmt: skip
    return PictureFacts(
        **{name: getattr(picture, name) for name in names},
        width_px=width,
        height_px=height,
        size_text=size_of_file(picture.bytes),
    )


def own_pictures(request: SignedRequest) -> QuerySet[Picture]:
    return who_asks(request).may_see(Picture.objects)


@router.post("/pictures", response=Arrival)
def bring(request: SignedRequest, name: Query[str]) -> Arrival:
    """Take a picture in. The file is the request's body as it is; `name` its file name."""
    check_room(request.user, announced_length(request))
    picture, known = take_in(request.user, name, body(request))
    return Arrival(picture=facts(picture), known=known)


def _shown(request: HttpRequest, found: Sequence[Picture]) -> list[PictureFacts]:
    return [facts(picture) for picture in found]


@router.get("/pictures", response=list[PictureFacts])
@paged(ordering=("-created", "-id"), shown=_shown, page_size=60)
def every(
    request: SignedRequest,
    job: int | None = None,
    search: Annotated[str, Field(max_length=200)] = "",
) -> QuerySet[Picture]:
    """Pictures, the newest first; with `job` those of its prints, with `search` those whose names have these words."""
    # Outlines of lettering may weigh more than all else of a row.
    found = own_pictures(request).defer("recipe")
    if job is not None:
        in_job = found.filter(designs__job=job, designs__removed=None, designs__kind="print")
        found = found.filter(id__in=in_job.values("id"))
    for word in search.split():
        found = found.filter(name__icontains=word)
    return found


@router.get("/pictures/{uuid:picture_id}", response=PictureFacts)
def one(request: SignedRequest, picture_id: UUID) -> PictureFacts:
    return facts(get_object_or_404(own_pictures(request), id=picture_id))


class Measured(Schema):
    """What was measured of a picture; `state` waiting, running, done, or failed with its `problem`."""

    state: str
    problem: str
    measures: list[MeasureWords]


@router.get("/pictures/{uuid:picture_id}/measures", response=Measured)
def measured(request: SignedRequest, picture_id: UUID) -> Measured:
    """What was measured of its pixels, in the background after it was brought."""
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    row = Inspection.objects.filter(picture=picture).first()
    if row is None:
        return Measured(state="waiting", problem="", measures=[])
    width, height = picture.upright
    words = list(describe_measures(measures_of(request.user, picture_id), width * height))
    if words:
        words += copied(picture.name, width, height, picture.camera, picture.format)
    return Measured(state=row.state, problem=row.problem, measures=words)


class Kept(Schema):
    """What must survive of a picture, in fractions of it as it stands upright."""

    keep: Annotated[list[KeepZone], Field(max_length=MOST_ZONES)]


@router.put("/pictures/{uuid:picture_id}/keep", response=PictureFacts)
def keep(request: SignedRequest, picture_id: UUID, wanted: Kept) -> PictureFacts:
    """Set the keep zones that new prints begin with; prints that are there keep their own."""
    with transaction.atomic():
        picture = get_object_or_404(own_pictures(request).select_for_update(), id=picture_id)
        if not overtaken(request):
            picture.keep = [zone.model_dump(mode="json") for zone in wanted.keep]
            picture.save(update_fields=["keep"])
    return facts(picture)


@router.delete("/pictures/{uuid:picture_id}", response={204: None})
def remove(request: SignedRequest, picture_id: UUID) -> tuple[int, None]:
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    picture_goes.send(Picture, picture=picture)
    try:
        picture.delete()
    except ProtectedError:
        raise HttpError(
            409, "Prints or files are made of this picture. Remove them first."
        ) from None
    return 204, None


@router.get("/pictures/{uuid:picture_id}/{kind}.jpg", include_in_schema=False)
def preview(request: SignedRequest, picture_id: UUID, kind: str) -> HttpResponseBase:
    """A preview for the screen: `bench` or `small`."""
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    file = bench_preview(picture) if kind == "bench" else picture.small if kind == "small" else None
    if not file:
        raise HttpError(404, "This preview is not made yet.")
    response = stored(file, "image/jpeg")
    seen_again(response, picture)
    return response
