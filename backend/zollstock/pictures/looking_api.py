"""Inspection over the wire: where to look, the tiles, and what somebody found."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from django.db import transaction
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.inorder import overtaken
from zollstock.accounts.signed import SignedRequest
from zollstock.core.parts.fit import KeepZone
from zollstock.core.picture.lookplaces import LookPlace, look_places
from zollstock.pixels.pyramid import OVERLAP, TILE, levels

from .api import PictureFacts, facts, own_pictures
from .looking import tile_of
from .measured import measures_of
from .models import Inspection, Picture
from .serving import seen_again

router = Router(tags=["pictures"])


class Look(Schema):
    """How a picture is looked at: `ready` when its tiles are there, `complete` when all places are known.

    Tiles are `tile` px a side and reach `overlap` px over each neighbour; level `top` has all pixels, each below half as many along a side. `places`
    are worth a look, in shares of the upright picture.
    """

    ready: bool
    complete: bool
    tile: int
    overlap: int
    top: int
    places: list[LookPlace]


class PictureVerdict(Schema):
    """What its owner found of a picture; an empty `verdict` takes it back."""

    verdict: Literal["", "good", "bearable", "no"]
    note: Annotated[str, Field(max_length=400)] = ""


def _is_measured(picture: Picture) -> bool:
    """Whether nothing more comes of measuring it: it was done, or given up."""
    over = (Inspection.State.DONE, Inspection.State.FAILED)
    return Inspection.objects.filter(picture=picture, state__in=over).exists()


@router.get("/pictures/{uuid:picture_id}/look", response=Look)
def look(request: SignedRequest, picture_id: UUID) -> Look:
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    width, height = picture.upright
    keep = [KeepZone.model_validate(zone) for zone in picture.keep]
    # Asked in this order: measured in between, it would be called complete without what was measured.
    complete = _is_measured(picture)
    measures = measures_of(request.user, picture_id)
    return Look(
        ready=bool(picture.tiles),
        complete=complete,
        tile=TILE,
        overlap=OVERLAP,
        top=levels(width, height),
        places=list(look_places(measures, keep, width, height)),
    )


@router.get(
    "/pictures/{uuid:picture_id}/tiles/{int:level}/{int:column}_{int:row}.jpg",
    include_in_schema=False,
)
def tile(
    request: SignedRequest, picture_id: UUID, level: int, column: int, row: int
) -> HttpResponse:
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    found = tile_of(picture, level, column, row)
    if found is None:
        raise HttpError(404, "There is no such tile, or it is not made yet.")
    response = HttpResponse(found, content_type="image/jpeg")
    seen_again(response, picture)
    return response


@router.put("/pictures/{uuid:picture_id}/verdict", response=PictureFacts)
def judge(request: SignedRequest, picture_id: UUID, found: PictureVerdict) -> PictureFacts:
    """Keep what its owner found of a picture."""
    with transaction.atomic():
        picture = get_object_or_404(own_pictures(request).select_for_update(), id=picture_id)
        if not overtaken(request):
            picture.verdict, picture.note = found.verdict, found.note.strip()
            picture.save(update_fields=["verdict", "note"])
    return facts(picture)
