"""The workshop leaf over the wire: of a print, and of all prints of a job."""

from __future__ import annotations

from collections.abc import Sequence
from contextlib import ExitStack

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router
from ninja.errors import HttpError

from zollstock.accounts.signed import SignedRequest
from zollstock.core.plan import lengths_of, parse_plan
from zollstock.core.printdrawing import whole_drawing
from zollstock.core.show import style_for
from zollstock.core.work import work_out
from zollstock.core.workshop import workshop
from zollstock.leaves.workshop_leaf import Sheet, workshop_leaf
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import local_path, name_of

from .api import own_jobs, own_prints
from .models import Design
from .surveys import Unit

router = Router(tags=["jobs"])
#: A job of more prints takes longer than anybody waits for a page.
MOST_PRINTS = 200


@router.get("/prints/{int:print_id}/workshop.pdf", include_in_schema=False)
def of_print(request: SignedRequest, print_id: int, unit: Unit = "cm") -> HttpResponse:
    held = get_object_or_404(own_prints(request), id=print_id)
    return _leaf([held], unit, held.title or held.picture.name)


@router.get("/jobs/{int:job_id}/workshop.pdf", include_in_schema=False)
def of_job(request: SignedRequest, job_id: int, unit: Unit = "cm") -> HttpResponse:
    job = get_object_or_404(own_jobs(request), id=job_id)
    prints = list(own_prints(request).filter(job=job).order_by("position", "id")[: MOST_PRINTS + 1])
    if not prints:
        raise HttpError(409, "There are no prints in this job yet.")
    if len(prints) > MOST_PRINTS:
        raise HttpError(422, f"A leaf holds {MOST_PRINTS} prints; this job has more.")
    return _leaf(prints, unit, job.title, job.title)


def _leaf(prints: Sequence[Design], unit: Unit, title: str, job: str = "") -> HttpResponse:
    with ExitStack() as open_proofs:
        sheets = []
        for held in prints:
            if not held.picture.small:
                raise HttpError(409, "A picture is still being read; ask again in a moment.")
            plan = parse_plan(held.document)
            work = work_out(plan)
            style = style_for(lengths_of(plan), unit)
            document = work.boxes.document
            sheets.append(
                Sheet(
                    workshop(work, style),
                    whole_drawing(work),
                    style.length(document.w),
                    style.length(document.h),
                    open_proofs.enter_context(local_path(name_of(held.picture.small))),
                )
            )
        made = workshop_leaf(sheets, job)
    response = HttpResponse(made, content_type="application/pdf")
    to_keep(response, title, " workshop.pdf")
    return response
