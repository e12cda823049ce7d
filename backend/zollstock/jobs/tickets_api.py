"""The ticket and the contact sheet of a job, as PDF."""

from __future__ import annotations

from contextlib import ExitStack
from pathlib import Path
from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router
from pydantic import TypeAdapter

from zollstock.accounts.principal import Principal
from zollstock.accounts.signed import SignedRequest
from zollstock.core.counter.bill import balance
from zollstock.core.ground.money import Money
from zollstock.core.ground.refusal import Refusal
from zollstock.core.shapes.drawing import Drawing
from zollstock.handouts.ticket_handout import (
    MOST_ON_TICKET,
    TicketHead,
    TicketPrint,
    contact_of_job,
    ticket_handout,
)
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import local_path, name_of

from .api import own_jobs
from .billing import NEEDED, bill, number_of, payments, received
from .kinds import LAYOUT, PICTURE, PRINT, plan_key
from .lists import pictures_under
from .models import Design, Job

router = Router(tags=["counter"])
_DRAWING = TypeAdapter(Drawing)


@router.get("/jobs/{int:job_id}/ticket.pdf", include_in_schema=False)
def ticket(request: SignedRequest, job_id: int) -> HttpResponse:
    """A line a print, boxes to tick, what it costs, and a code that finds the job again."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    return _answer(ticket_of(job), job, " ticket.pdf")


@router.get("/jobs/{int:job_id}/contact.pdf", include_in_schema=False)
def contact(request: SignedRequest, job_id: int) -> HttpResponse:
    """Every print in its true proportions."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    with ExitStack() as proofs:
        made = contact_of_job(_head(job), _prints(job, proofs))
    return _answer(made, job, " contact sheet.pdf")


def ticket_of(job: Job) -> bytes:
    """The ticket as PDF. Raises `Refusal` where a job has more prints than a ticket holds."""
    with ExitStack() as proofs:
        return ticket_handout(_head(job), _prints(job, proofs), bill(job))


def _answer(made: bytes, job: Job, ending: str) -> HttpResponse:
    response = HttpResponse(made, content_type="application/pdf")
    to_keep(response, job.title, ending)
    return response


def _head(job: Job) -> TicketHead:
    charged = bill(job)
    rest = (
        ""
        if charged is None
        else str(Money(balance(charged.total, [received(job)]), charged.currency))
    )
    told = [
        " · ".join(part for part in (event.what, str(Money(event.amount or 0, event.currency)),  # type: ignore[arg-type]
                                     f"{event.at:%Y-%m-%d}", event.words) if part)
        for event in payments(job) if event.taken_back is None
    ]  # fmt: skip
    about = " · ".join(
        part
        for part in (job.client, f"due {job.due.day} {job.due:%B %Y}" if job.due else "")
        if part
    )
    return TicketHead(str(job.number or job.id), job.title, about, job.note, told, rest)


def _prints(job: Job, proofs: ExitStack) -> list[TicketPrint]:
    designs = list(_designs(job)[: MOST_ON_TICKET + 1])
    if not designs:
        raise Refusal("There is nothing in this job yet.")
    if len(designs) > MOST_ON_TICKET:
        raise Refusal(f"A ticket holds {MOST_ON_TICKET} prints; this job has more.")
    held = pictures_under([one for one in designs if one.kind == PRINT], PICTURE)
    held |= pictures_under([one for one in designs if one.kind == LAYOUT], plan_key(0))
    small = _small(job.account, set(held.values()), proofs)
    return [_print(job, one, small.get(held[one.id])) for one in designs if one.id in held]


def _designs(job: Job) -> QuerySet[Design]:
    fields = (*NEEDED, "note", "printed", "spoiled", "checked", "collected")
    return job.designs.only(*fields).order_by("-kind", "position", "id")


def _small(account: User, ids: set[UUID], proofs: ExitStack) -> dict[UUID, Path]:
    own = Principal(account).may_see(Picture.objects).filter(id__in=ids).exclude(small="")
    return {one.id: proofs.enter_context(local_path(name_of(one.small))) for one in own}


def _print(job: Job, held: Design, proof: Path | None) -> TicketPrint:
    summary = held.summary
    says = " · ".join(
        part
        for part in (summary["text"], summary.get("medium", ""), summary.get("edge", ""))
        if part
    )
    return TicketPrint(
        number_of(job, held), held.title or "untitled", says, held.counts, held.finishes, held.note,
        _DRAWING.validate_python(summary["drawing"]), proof,
    )  # fmt: skip
