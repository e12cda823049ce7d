"""Parcels over the wire: announce a file, send its pieces, ask how far it is, close it."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest

from . import parcels
from .api import Arrival, facts
from .models import Parcel
from .receiving import announced_length, body

router = Router(tags=["pictures"])
_GONE = "This file was given up meanwhile. Nothing was stored; add it again."


class Announced(Schema):
    name: Annotated[str, Field(max_length=1000)]
    size: Annotated[int, Field(ge=1, le=2**50)]


class ParcelState(Schema):
    """How far a parcel is: `received` of `size` bytes; pieces are `piece` bytes at the most."""

    id: UUID
    size: int
    received: int
    piece: int


def _state(parcel: Parcel) -> ParcelState:
    return ParcelState(
        id=parcel.id, size=parcel.size, received=parcel.received, piece=parcels.PIECE_MOST_BYTES
    )


def _own(request: SignedRequest, parcel_id: UUID) -> Parcel:
    return get_object_or_404(who_asks(request).may_see(Parcel.objects), id=parcel_id)


@router.post("/parcels", response=ParcelState)
def begin(request: SignedRequest, announced: Announced) -> ParcelState:
    """Announce a file that comes in pieces. Refuses at once what is too large."""
    return _state(parcels.begin(request.user, announced.name, announced.size))


@router.get("/parcels/{uuid:parcel_id}", response=ParcelState)
def how_far(request: SignedRequest, parcel_id: UUID) -> ParcelState:
    """Where to go on after a line broke; one that has become a picture has arrived whole."""
    there = parcels.finished(request.user, parcel_id)
    if there is not None:
        _, size = there
        return ParcelState(id=parcel_id, size=size, received=size, piece=parcels.PIECE_MOST_BYTES)
    return _state(_own(request, parcel_id))


@router.put("/parcels/{uuid:parcel_id}", response=ParcelState)
def add(request: SignedRequest, parcel_id: UUID, at: Annotated[int, Query(ge=0)]) -> ParcelState:
    """Add the piece that begins at byte `at`; the request's body is the piece as it is.

    A piece that does not follow on what is there is refused (409); ask then how far the parcel is.
    """
    _own(request, parcel_id)
    if announced_length(request) > parcels.PIECE_MOST_BYTES:
        raise HttpError(413, f"A piece has {parcels.PIECE_MOST_BYTES} bytes at the most.")
    piece = bytearray()
    for chunk in body(request):
        piece += chunk
        if len(piece) > parcels.PIECE_MOST_BYTES:
            raise HttpError(413, f"A piece has {parcels.PIECE_MOST_BYTES} bytes at the most.")
    try:
        return _state(parcels.add(request.user, parcel_id, at, bytes(piece)))
    except Parcel.DoesNotExist:  # given up meanwhile, in another window
        raise HttpError(404, _GONE) from None


@router.post("/parcels/{uuid:parcel_id}/picture", response=Arrival)
def finish(request: SignedRequest, parcel_id: UUID) -> Arrival:
    """All pieces are sent: take the file in as a picture; asked again, the same answer."""
    there = parcels.finished(request.user, parcel_id)
    if there is not None:
        return Arrival(picture=facts(there[0]), known=False)
    _own(request, parcel_id)
    try:
        picture, known = parcels.finish(request.user, parcel_id)
    except (Parcel.DoesNotExist, FileNotFoundError):  # given up meanwhile, in another window
        raise HttpError(404, _GONE) from None
    return Arrival(picture=facts(picture), known=known)


@router.delete("/parcels/{uuid:parcel_id}", response={204: None})
def give_up(request: SignedRequest, parcel_id: UUID) -> tuple[int, None]:
    _own(request, parcel_id).delete()
    return 204, None
