"""What papers show of pictures, over the wire: ask, and watch."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.shortcuts import get_object_or_404
from ninja import Router, Schema

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.pictures.api import own_pictures

from .asking import ask, forget_moment
from .found import GamutFound
from .models import GamutRow

router = Router(tags=["gamuts"])


class GamutAsked(Schema):
    """By the plan in hand, saved or not: its crop, its print profile and its intent."""

    plan: dict[str, Any]


class GamutState(Schema):
    """`state` is waiting, running, done, or failed with its `problem`; `found` is there when it is done."""

    id: UUID
    state: str
    problem: str
    found: GamutFound | None


@router.post("/pictures/{uuid:picture_id}/gamuts", response=GamutState)
def wanted(request: SignedRequest, picture_id: UUID, asked: GamutAsked) -> GamutState:
    """Have it measured what the paper shows of what is printed."""
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    return _state(ask(request.user, picture, asked.plan))


@router.get("/gamuts/{uuid:row_id}", response=GamutState)
def one(request: SignedRequest, row_id: UUID) -> GamutState:
    row = get_object_or_404(who_asks(request).may_see(GamutRow.objects), id=row_id)
    if row.found:
        # Whoever sees it done sees what follows of it from then on.
        forget_moment(row)
    return _state(row)


def _state(row: GamutRow) -> GamutState:
    found = GamutFound.model_validate(row.found) if row.found else None
    return GamutState(id=row.id, state=row.state, problem=row.problem, found=found)
