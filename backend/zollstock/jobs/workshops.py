"""Job sheets over the wire: of a print, of all prints of a job; and the boards of a mat."""

from __future__ import annotations

from collections.abc import Sequence
from contextlib import ExitStack
from typing import Annotated

from django.db.models import Prefetch, QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Query, Router
from ninja.errors import HttpError

from zollstock.accounts.signed import SignedRequest
from zollstock.core.devices.recipe import recipe
from zollstock.core.documents.plan import Plan, lengths_of, parse_plan
from zollstock.core.ground.show import style_for
from zollstock.core.handouts.cutting import Card, cards
from zollstock.core.handouts.jobsheet import FileMade, caption_line, file_line, job_line
from zollstock.core.handouts.workshop import workshop
from zollstock.core.questions.canvas.fromprint import canvas_of_print
from zollstock.core.questions.canvas.request import Canvas, parse_canvas
from zollstock.core.sheet.drawings import whole_drawing
from zollstock.core.work.outcome import work_out
from zollstock.handouts.cutting_handout import cutting_pdf, cutting_svg
from zollstock.handouts.workshop_handout import PrintOnJobSheet, workshop_handout
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import local_path, name_of
from zollstock.studio.composition import studio_of

from .api import own_jobs, own_prints
from .models import Design

router = Router(tags=["jobs"])
#: A job of more prints takes longer than anybody waits for a page.
MOST_PRINTS = 200
Unit = Annotated[str, Query(pattern="^(mm|cm|in)$")]
CardNumber = Annotated[int, Query(ge=1, le=2)]


@router.get("/prints/{int:print_id}/canvas", response=Canvas)
def canvas_of(request: SignedRequest, print_id: int) -> Canvas:
    """The new canvas that a print would have needed."""
    held = get_object_or_404(own_prints(request), id=print_id)
    return parse_canvas(canvas_of_print(parse_plan(held.document)))


@router.get("/prints/{int:print_id}/workshop.pdf", include_in_schema=False)
def of_print(request: SignedRequest, print_id: int, unit: Unit = "cm") -> HttpResponse:
    held = get_object_or_404(_with_files(own_prints(request)), id=print_id)
    return _job_sheet([held], unit, held.title or held.picture.name)


@router.get("/jobs/{int:job_id}/workshop.pdf", include_in_schema=False)
def of_job(request: SignedRequest, job_id: int, unit: Unit = "cm") -> HttpResponse:
    job = get_object_or_404(own_jobs(request), id=job_id)
    prints = list(
        _with_files(own_prints(request))
        .filter(job=job)
        .order_by("position", "id")[: MOST_PRINTS + 1]
    )
    if not prints:
        raise HttpError(409, "There are no prints in this job yet.")
    if len(prints) > MOST_PRINTS:
        raise HttpError(422, f"A job sheet holds {MOST_PRINTS} prints; this job has more.")
    return _job_sheet(prints, unit, job.title, job.title)


@router.get("/prints/{int:print_id}/cutting.pdf", include_in_schema=False)
def cutting(request: SignedRequest, print_id: int, unit: Unit = "cm") -> HttpResponse:
    """The cards of a mat, a page each, at a named scale."""
    held = get_object_or_404(own_prints(request), id=print_id)
    made = cutting_pdf(held.title or "Mat", _cards(held, unit))
    response = HttpResponse(made, content_type="application/pdf")
    to_keep(response, held.title, " mat cutting.pdf")
    return response


@router.get("/prints/{int:print_id}/cutting.svg", include_in_schema=False)
def cutting_drawn(
    request: SignedRequest, print_id: int, card: CardNumber = 1, unit: Unit = "cm"
) -> HttpResponse:
    """A card at 1 : 1, the upper one first."""
    held = get_object_or_404(own_prints(request), id=print_id)
    found = _cards(held, unit)
    if card > len(found):
        raise HttpError(404, "This mat has no second card.")
    made = cutting_svg(held.title or "Mat", found[card - 1])
    response = HttpResponse(made, content_type="image/svg+xml")
    to_keep(response, held.title, f" {found[card - 1].name.lower()}.svg")
    return response


def _cards(held: Design, unit: str) -> list[Card]:
    plan = parse_plan(held.document)
    found = cards(work_out(plan), style_for(lengths_of(plan), unit))
    if not found:
        raise HttpError(409, "This print has no mat.")
    return found


def _with_files(prints: QuerySet[Design]) -> QuerySet[Design]:
    """Prints with their job and with what was ordered of them, without the documents of the orders."""
    lines = Design._meta.get_field("lines").related_model._default_manager.defer("document")
    return prints.select_related("job").prefetch_related(Prefetch("lines", lines), "lines__files")


def _about(held: Design, plan: Plan) -> list[str]:
    job = held.job
    lines = [
        job_line(job.title, job.client, job.due, timezone.localdate()),
        caption_line(plan),
        file_line(_made(held), held.version),
    ]
    return [line for line in lines if line]


def _made(held: Design) -> list[FileMade]:
    """The files of a print's newest order."""
    newest = max(held.lines.all(), key=lambda line: line.created, default=None)
    if newest is None:
        return []
    return [
        FileMade(file.name, file.bytes, newest.version, newest.state) for file in newest.files.all()
    ]


def _job_sheet(prints: Sequence[Design], unit: Unit, title: str, job: str = "") -> HttpResponse:
    studio = studio_of(prints[0].account)
    with ExitStack() as open_proofs:
        sheets = []
        for held in prints:
            if not held.picture.small:
                raise HttpError(409, "A picture is still being read; ask again in a moment.")
            plan = parse_plan(held.document)
            work = work_out(plan, studio)
            style = style_for(lengths_of(plan), unit)
            document = work.boxes.document
            sheets.append(
                PrintOnJobSheet(
                    workshop(work, style),
                    whole_drawing(work),
                    style.length(document.w),
                    style.length(document.h),
                    open_proofs.enter_context(local_path(name_of(held.picture.small))),
                    _about(held, plan),
                    recipe(work, style, timezone.localdate()),
                )
            )
        made = workshop_handout(sheets, job)
    response = HttpResponse(made, content_type="application/pdf")
    to_keep(response, title, " job sheet.pdf")
    return response
