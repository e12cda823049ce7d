"""Prints as a customer says them, over the wire: read back as cards, and taken into the job."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.db import transaction
from django.db.models import Max
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.accounts.units import unit_of
from zollstock.core.counter.said import SaidCard, SaidLine, document_of, said
from zollstock.core.layouts import Beginning, begin_layout
from zollstock.pictures.api import own_pictures
from zollstock.pictures.models import Picture
from zollstock.sizes.rules import RULES
from zollstock.studio.composition import studio_of

from .api import own_jobs
from .billing import prices_of
from .counter_api import Counter, counter_of
from .firstplan import first_plan, standard_of
from .kinds import LAYOUT, plan_key
from .models import Design, Job
from .revisions import begin, begin_print

router = Router(tags=["counter"])


class SaidOf(Schema):
    """What is said, for a picture."""

    picture: UUID
    text: Annotated[str, Field(max_length=2000)]


class SaidTaken(Schema):
    """The same, to be taken: the cards by their place, those that are left out are not made."""

    picture: UUID
    text: Annotated[str, Field(max_length=2000)]
    cards: Annotated[list[int], Field(min_length=1, max_length=40)]


class MadeOf(Schema):
    """What was made of it."""

    ids: list[int]
    counter: Counter


@router.post("/jobs/{int:job_id}/said/read", response=SaidLine)
def read(request: SignedRequest, job_id: int, given: SaidOf) -> SaidLine:
    """Read what is said, card by card. Nothing is changed."""
    job, picture = _both(request, job_id, given.picture)
    return _said(request, job, picture, given.text)


@router.post("/jobs/{int:job_id}/said/prints", response=MadeOf)
def take(request: SignedRequest, job_id: int, given: SaidTaken) -> MadeOf:
    """Make the prints of some of the cards; all of them or none."""
    job, picture = _both(request, job_id, given.picture)
    cards = _said(request, job, picture, given.text).cards
    wanted = [cards[place] for place in sorted(set(given.cards)) if 0 <= place < len(cards)]
    if not wanted or any(card.problem for card in wanted):
        raise HttpError(422, "What was not understood cannot be taken. Nothing was made.")
    with transaction.atomic():
        made = [_made(request, job, picture, card) for card in wanted]
    return MadeOf(ids=[one.id for one in made], counter=counter_of(job))


def _both(request: SignedRequest, job_id: int, picture_id: UUID) -> tuple[Job, Picture]:
    job = get_object_or_404(own_jobs(request), id=job_id)
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    if picture.state == Picture.State.REFUSED:
        raise HttpError(422, picture.problem)
    return job, picture


def _base(request: SignedRequest, job: Job, picture: Picture) -> dict[str, object]:
    """What nobody says stands as in any new print of the job; its size and its edge are said."""
    return first_plan(picture, unit_of(request.user), standard_of(job))


def _said(request: SignedRequest, job: Job, picture: Picture, text: str) -> SaidLine:
    prices = prices_of(job)
    finishes = tuple(prices.finishes) if prices else ()
    return said(
        text,
        _base(request, job, picture),
        unit_of(request.user),
        studio_of(request.user, picture.id),
        finishes,
    )


def _made(request: SignedRequest, job: Job, picture: Picture, card: SaidCard) -> Design:
    base = _base(request, job, picture)
    position = (job.designs.aggregate(last=Max("position"))["last"] or 0) + 1
    if card.kind == "id":
        rules, stock = RULES.of(request.user)[0], studio_of(request.user).stock
        rule = rules.rules[0].model_dump(mode="json") if rules.rules else {}
        at = Beginning(unit_of(request.user), job.title, rule=rule, stock=stock)
        document = begin_layout("id", [base], at) | {"copies": card.copies}
        return begin(job, LAYOUT, document, {plan_key(0): picture}, position)
    made = begin_print(job, picture, document_of(card, base), position)
    made.copies, made.finishes = card.copies, card.finishes
    made.save(update_fields=["copies", "finishes"])
    return made
