"""All files of a job over the wire: ordered at once, watched as a whole, fetched as one ZIP; and what they are called."""

from __future__ import annotations

from typing import Annotated

from django.db.models import F
from django.http import StreamingHttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import size_of_file
from zollstock.jobs.api import own_jobs
from zollstock.jobs.models import Job
from zollstock.jobs.names import FIELDS, USUAL, check, previewed
from zollstock.jobs.tickets_api import ticket_of
from zollstock.pictures.apps import held_bytes
from zollstock.pictures.serving import to_keep

from .bundle import current_files, zipped_job
from .joborders import newest, order_job, wanting
from .models import Order, OrderLine
from .orders_api import OrderState, order_states

router = Router(tags=["counter"])
#: So many names are shown of a pattern.
SHOWN = 12
Pattern = Annotated[str, Field(max_length=120)]


class JobFiles(Schema):
    """How much of a job has its file: `current` of `total` prints and layouts; those that were collected and whose files
    were tidied away are neither current nor wanting; `order` is what was ordered of all last."""

    total: int
    current: int
    wanting: int
    size_text: str
    order: OrderState | None


class JobNames(Schema):
    """What the files of prints are called: the pattern (empty: as usual), the names it makes, and the fields that there are."""

    pattern: str
    usual: str
    names: list[str]
    fields: dict[str, str]


class NamePattern(Schema):
    pattern: Pattern = ""


@router.get("/jobs/{int:job_id}/files", response=JobFiles)
def files(request: SignedRequest, job_id: int) -> JobFiles:
    return _files(get_object_or_404(own_jobs(request), id=job_id))


@router.post("/jobs/{int:job_id}/files", response=JobFiles)
def make_files(request: SignedRequest, job_id: int) -> JobFiles:
    """Have all files made that are not there of the prints as they are. Asked again while they are made, nothing more is."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    order_job(job)
    return _files(job)


@router.get("/jobs/{int:job_id}/files.zip", include_in_schema=False)
def zip_of_job(request: SignedRequest, job_id: int) -> StreamingHttpResponse:
    """Every file of the prints as they are now, with a table and the ticket."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    if not current_files(job):
        raise HttpError(
            409, "No print of this job has a file of it as it is now. Make the files first."
        )
    try:
        ticket: bytes | None = ticket_of(job)
    except Refusal:
        ticket = None
    response = StreamingHttpResponse(zipped_job(job, ticket), content_type="application/zip")
    to_keep(response, job.title, " files.zip")
    return response


@router.get("/jobs/{int:job_id}/names", response=JobNames)
def names(request: SignedRequest, job_id: int, pattern: Pattern = "") -> JobNames:
    """What a pattern would make; nothing is kept."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    return _names(job, pattern or job.pattern)


@router.put("/jobs/{int:job_id}/names", response=JobNames)
def name_files(request: SignedRequest, job_id: int, given: NamePattern) -> JobNames:
    """Keep a pattern; files that are made from then on are called by it."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    if given.pattern:
        check(given.pattern)
    job.pattern = given.pattern
    job.save(update_fields=["pattern"])
    return _names(job, job.pattern)


def _names(job: Job, pattern: str) -> JobNames:
    return JobNames(
        pattern=pattern, usual=USUAL, names=previewed(job, pattern or USUAL, SHOWN), fields=FIELDS
    )


def _files(job: Job) -> JobFiles:
    # The order first: a file that is done meanwhile is counted then, and an order that is over leaves none uncounted.
    last = newest(job)
    order = order_states(Order.objects.filter(id=last.id))[0] if last else None
    total, missing = job.designs.count(), wanting(job).count()
    current = job.designs.filter(made_version=F("version")).count()
    done = OrderLine.objects.filter(
        design__job=job, state=OrderLine.State.DONE, version=F("design__version")
    )
    weight = held_bytes(done)
    return JobFiles(
        total=total, current=current, wanting=missing, size_text=size_of_file(weight) if weight else "",
        order=order,
    )  # fmt: skip
