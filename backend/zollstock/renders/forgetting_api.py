"""How long a picture is kept, over the wire; and its going at once."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated
from uuid import UUID

from django.db import transaction
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.inorder import overtaken
from zollstock.accounts.signed import SignedRequest
from zollstock.pictures.api import own_pictures
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import being_backed_up

from .forgetting import forget, keep_for, made_of

router = Router(tags=["pictures"])


class Keeping(Schema):
    """When a picture goes by itself (null: never), and what goes with it."""

    forget_at: datetime | None
    pictures: int
    prints: int
    layouts: int
    files: int


class KeepFor(Schema):
    """So many days from now; null: as long as nobody deletes it."""

    days: Annotated[int, Field(ge=1, le=3650)] | None


def _keeping(picture: Picture) -> Keeping:
    return Keeping(forget_at=picture.forget_at, **made_of(picture)._asdict())


@router.get("/pictures/{uuid:picture_id}/keeping", response=Keeping)
def keeping(request: SignedRequest, picture_id: UUID) -> Keeping:
    return _keeping(get_object_or_404(own_pictures(request), id=picture_id))


@router.put("/pictures/{uuid:picture_id}/keeping", response=Keeping)
def keep(request: SignedRequest, picture_id: UUID, wanted: KeepFor) -> Keeping:
    with transaction.atomic():
        picture = get_object_or_404(own_pictures(request).select_for_update(), id=picture_id)
        if not overtaken(request):
            keep_for(picture, wanted.days)
    return _keeping(picture)


class Forgotten(Schema):
    """That a picture is gone, and what of it is still on a disk, in words; empty where nothing is."""

    held_back: str


_BACKUP = (
    "It is gone from Zollstock. A backup is being made, and holds its files on the disk until that is done; they are "
    "removed within an hour and a half after it."
)


@router.post("/pictures/{uuid:picture_id}/forget", response=Forgotten)
def forget_now(request: SignedRequest, picture_id: UUID) -> Forgotten:
    """Delete the picture at once: its prints, layouts and files go with it, and that cannot be undone."""
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    held = being_backed_up()
    forget(picture)
    return Forgotten(held_back=_BACKUP if held else "")
