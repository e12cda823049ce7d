"""Designs of a job put elsewhere, named and counted many at once, over the wire."""

from __future__ import annotations

from typing import Annotated

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.counter.standing import MOST_COPIES
from zollstock.core.ground.plaintext import Line
from zollstock.core.ground.refusal import Refusal

from .api import JobState, job_state, own_jobs
from .counter_api import Counter, JobRow, counter_of, own_designs, row_of
from .models import Design
from .moving import duplicate, move, next_delivery, rename, reorder
from .removed import remove
from .standing import set_copies

router = Router(tags=["counter"])
Ids = Annotated[list[int], Field(min_length=1, max_length=2000)]


class SomeDesigns(Schema):
    ids: Ids


class NewOrder(Schema):
    """These, put before another one; at the end where none is named."""

    ids: Ids
    before: int | None = None


class ToJob(Schema):
    ids: Ids
    to: int


class CopiesOfSome(Schema):
    ids: Ids
    copies: Annotated[int, Field(ge=1, le=MOST_COPIES)]


class NewTitle(Schema):
    title: Annotated[Line, Field(max_length=200)]


@router.put("/jobs/{int:job_id}/order", response={204: None})
def put_in_order(request: SignedRequest, job_id: int, given: NewOrder) -> tuple[int, None]:
    reorder(get_object_or_404(own_jobs(request), id=job_id), given.ids, given.before)
    return 204, None


@router.post("/jobs/{int:job_id}/next", response=JobState)
def make_next(request: SignedRequest, job_id: int) -> JobState:
    """A job for the next delivery, with the settings of this one and no pictures yet."""
    return job_state(next_delivery(get_object_or_404(own_jobs(request), id=job_id)))


class Duplicates(Schema):
    """The ids of what was made, in the order of what it was made of."""

    ids: list[int]


@router.post("/jobs/{int:job_id}/duplicates", response=Duplicates)
def make_again(request: SignedRequest, job_id: int, given: SomeDesigns) -> Duplicates:
    """Each of these once more, at the end of the job."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    held = list(_some(request, job_id, given.ids).prefetch_related("under_keys__picture"))
    return Duplicates(ids=[made.pk for made in duplicate(job, held)])


@router.post("/jobs/{int:job_id}/moved", response=Counter)
def put_elsewhere(request: SignedRequest, job_id: int, given: ToJob) -> Counter:
    """These into another job of one's own."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    to = get_object_or_404(own_jobs(request), id=given.to)
    if to.archived is not None:
        raise Refusal("That job is in the archive. Take it out of there first.")
    move(list(_some(request, job_id, given.ids).select_related("job")), to, request.user)
    return counter_of(job)


@router.post("/jobs/{int:job_id}/removed", response=Counter)
def take_out(request: SignedRequest, job_id: int, given: SomeDesigns) -> Counter:
    """Remove these; they can be restored for a while."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    for held in _some(request, job_id, given.ids):
        remove(held)
    return counter_of(job)


@router.put("/jobs/{int:job_id}/copies", response=Counter)
def copies_of_some(request: SignedRequest, job_id: int, given: CopiesOfSome) -> Counter:
    """So many copies of each of these. Refused, for all of them, where more are printed of one already."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    set_copies(job, given.ids, given.copies, request.user)
    return counter_of(job)


@router.put("/designs/{int:design_id}/title", response=JobRow)
def name(request: SignedRequest, design_id: int, given: NewTitle) -> JobRow:
    """Another title. It is one more change of the document, and can be undone there."""
    held = get_object_or_404(own_designs(request), id=design_id)
    rename(held, given.title, held.version)
    return row_of(request, design_id)


def _some(request: SignedRequest, job_id: int, ids: list[int]) -> QuerySet[Design]:
    return own_designs(request).filter(job=job_id, id__in=ids).order_by("position", "id")
