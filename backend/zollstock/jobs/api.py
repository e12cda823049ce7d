"""Jobs and prints over the wire."""

from __future__ import annotations

import json
from datetime import date, datetime
from functools import lru_cache
from typing import Annotated, Any
from uuid import UUID

from django.db.models import Max, QuerySet
from django.http import HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.quota import check_room
from zollstock.accounts.signed import SignedRequest
from zollstock.core.drawing import Drawing
from zollstock.core.layouts import in_short, lay, parse_layout
from zollstock.core.plaintext import Line
from zollstock.core.plan import Plan, parse_plan
from zollstock.core.printdrawing import trimmed_drawing
from zollstock.core.show import style_for
from zollstock.core.work import work_out
from zollstock.pictures.api import PictureFacts, facts, own_pictures
from zollstock.pictures.models import Picture
from zollstock.pictures.receiving import announced_length, body
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import work_folder

from .archive import pack, unpack
from .firstplan import first_plan
from .kinds import LAYOUT, PRINT, plan_key
from .models import Design, Job
from .removed import bring_back, remove, removed_from, removed_of
from .revisions import begin_print, save_document, step

router = Router(tags=["jobs"])
Title = Annotated[Line, Field(min_length=1, max_length=200)]


class JobDetails(Schema):
    title: Title
    client: Annotated[Line, Field(max_length=200)] = ""
    due: date | None = None


class Silhouette(Schema):
    """A print on a slip, drawn as it will be when it is trimmed."""

    id: int
    title: str
    picture_id: UUID
    drawing: Drawing
    size_text: str
    grade: str | None


class LayoutSlip(Schema):
    """A layout on a slip: the first print that it is of, drawn in small, and what it comes to, in words."""

    id: int
    kind: str
    title: str
    picture_id: UUID
    drawing: Drawing
    text: str


class RemovedDesign(Schema):
    """A print or a layout that was removed and can be brought back."""

    id: int
    kind: str
    title: str


class JobSlip(Schema):
    """`removed` is told on a job's own page alone."""

    id: int
    title: str
    client: str
    due: date | None
    created: datetime
    prints: list[Silhouette]
    layouts: list[LayoutSlip]
    removed: list[RemovedDesign] = []


class NewPrint(Schema):
    """A print of a picture; with a `plan` it begins with that instead of a modest first size."""

    picture: UUID
    plan: dict[str, Any] | None = None


class PrintState(Schema):
    """A print as the bench needs it."""

    id: int
    job: int
    job_title: str
    position: int
    siblings: list[int]
    picture: PictureFacts
    plan: Plan
    version: int
    can_undo: bool
    can_redo: bool


class PlanChange(Schema):
    plan: dict[str, Any]
    version: int


class VersionOnly(Schema):
    version: int


def own_jobs(request: SignedRequest) -> QuerySet[Job]:
    return Job.objects.filter(account=request.user)


def own_prints(request: SignedRequest) -> QuerySet[Design]:
    held = Design.objects.filter(job__account=request.user, kind=PRINT)
    return held.select_related("job").prefetch_related("under_keys__picture")


def _with_designs(request: SignedRequest) -> QuerySet[Job]:
    return own_jobs(request).prefetch_related("designs__under_keys__picture")


def _slip(job: Job) -> JobSlip:
    return JobSlip(
        id=job.id,
        title=job.title,
        client=job.client,
        due=job.due,
        created=job.created,
        prints=[silhouette(held) for held in job.designs.all() if held.kind == PRINT],
        layouts=[layout_slip(held) for held in job.designs.all() if held.kind == LAYOUT],
    )


def layout_slip(held: Design) -> LayoutSlip:
    drawing, text = _laid_out(json.dumps(held.document, sort_keys=True))
    return LayoutSlip(
        id=held.id,
        kind=held.document["kind"],
        title=held.title,
        picture_id=held.by_key()[plan_key(0)].id,
        drawing=drawing,
        text=text,
    )


@lru_cache(maxsize=2048)
def _laid_out(document: str) -> tuple[Drawing, str]:
    """A layout's first print in small, and what it comes to: lists of jobs ask for them again and again."""
    wish = parse_layout(json.loads(document))
    laid = lay(wish)
    return trimmed_drawing(laid.works[0]), in_short(wish, laid)


def silhouette(held: Design) -> Silhouette:
    plan = parse_plan(held.document)
    work = work_out(plan)
    trim = work.boxes.trim
    style = style_for([plan.target.width, plan.target.height])
    return Silhouette(
        id=held.id,
        title=plan.title,
        picture_id=held.picture.id,
        drawing=trimmed_drawing(work),
        size_text=style.size(trim.w, trim.h),
        grade=work.grade,
    )


def print_state(held: Design) -> PrintState:
    siblings = list(held.job.designs.filter(kind=PRINT).values_list("id", flat=True))
    return PrintState(
        id=held.id,
        job=held.job_id,
        job_title=held.job.title,
        position=siblings.index(held.id) + 1,
        siblings=siblings,
        picture=facts(held.picture),
        plan=parse_plan(held.document),
        version=held.version,
        can_undo=held.head > 1,
        can_redo=held.revisions.filter(number__gt=held.head).exists(),
    )


@router.get("/jobs", response=list[JobSlip])
def jobs(request: SignedRequest) -> list[JobSlip]:
    return [_slip(job) for job in _with_designs(request)]


@router.post("/jobs", response=JobSlip)
def make_job(request: SignedRequest, details: JobDetails) -> JobSlip:
    return _slip(Job.objects.create(account=request.user, **details.model_dump()))


@router.post("/jobs/archive", response=JobSlip)
def read_back(request: SignedRequest) -> JobSlip:
    """Make a job of a ZIP that this or another Zollstock packed; the ZIP is the body as it is."""
    check_room(request.user, announced_length(request))
    with work_folder() as folder:
        path = folder / "job.zip"
        with path.open("wb") as file:
            for piece in body(request):
                file.write(piece)
        return _slip(unpack(request.user, path))


@router.get("/jobs/{int:job_id}", response=JobSlip)
def job(request: SignedRequest, job_id: int) -> JobSlip:
    found = get_object_or_404(_with_designs(request), id=job_id)
    removed = [
        RemovedDesign(id=held.id, kind=held.kind, title=held.title)
        for held in removed_from(found)[:20]
    ]
    return _slip(found).model_copy(update={"removed": removed})


@router.put("/jobs/{int:job_id}", response=JobSlip)
def change_job(request: SignedRequest, job_id: int, details: JobDetails) -> JobSlip:
    found = get_object_or_404(_with_designs(request), id=job_id)
    for name, value in details.model_dump().items():
        setattr(found, name, value)
    found.save()
    return _slip(found)


@router.delete("/jobs/{int:job_id}", response={204: None})
def remove_job(request: SignedRequest, job_id: int) -> tuple[int, None]:
    """Remove a job and its prints; the pictures stay."""
    get_object_or_404(own_jobs(request), id=job_id).delete()
    return 204, None


@router.get("/jobs/{int:job_id}/archive", include_in_schema=False)
def archive(request: SignedRequest, job_id: int) -> StreamingHttpResponse:
    found = get_object_or_404(own_jobs(request), id=job_id)
    response = StreamingHttpResponse(pack(found), content_type="application/zip")
    to_keep(response, found.title, ".zollstock.zip", "job")
    return response


@router.post("/jobs/{int:job_id}/prints", response=PrintState)
def make_print(request: SignedRequest, job_id: int, wanted: NewPrint) -> PrintState:
    holder = get_object_or_404(own_jobs(request), id=job_id)
    picture = get_object_or_404(own_pictures(request), id=wanted.picture)
    if picture.state == Picture.State.REFUSED:
        raise HttpError(422, picture.problem)
    unit = getattr(getattr(request.user, "preferences", None), "unit", "cm")
    last = holder.prints.aggregate(last=Max("position"))["last"]
    document = wanted.plan or first_plan(picture, unit)
    return print_state(begin_print(holder, picture, document, (last or 0) + 1))


@router.get("/prints/{int:print_id}", response=PrintState)
def get_print(request: SignedRequest, print_id: int) -> PrintState:
    return print_state(get_object_or_404(own_prints(request), id=print_id))


@router.delete("/prints/{int:print_id}", response={204: None})
def remove_print(request: SignedRequest, print_id: int) -> tuple[int, None]:
    """Remove a print; for a day it can be brought back."""
    remove(get_object_or_404(own_prints(request), id=print_id))
    return 204, None


@router.post("/prints/{int:print_id}/back", response={204: None})
def bring_print_back(request: SignedRequest, print_id: int) -> tuple[int, None]:
    """Undo its removal; one that is there stays as it is."""
    if not own_prints(request).filter(id=print_id).exists():
        bring_back(get_object_or_404(removed_of(request.user, PRINT), id=print_id))
    return 204, None


@router.put("/prints/{int:print_id}/plan", response=PrintState)
def save(request: SignedRequest, print_id: int, change: PlanChange) -> PrintState:
    """Save a plan. `version` must be the one in force, else 409 and nothing is changed."""
    found = get_object_or_404(own_prints(request), id=print_id)
    return print_state(save_document(found.id, change.plan, change.version))


@router.post("/prints/{int:print_id}/undo", response=PrintState)
def undo(request: SignedRequest, print_id: int, at: VersionOnly) -> PrintState:
    return print_state(step(get_object_or_404(own_prints(request), id=print_id).id, at.version, -1))


@router.post("/prints/{int:print_id}/redo", response=PrintState)
def redo(request: SignedRequest, print_id: int, at: VersionOnly) -> PrintState:
    return print_state(step(get_object_or_404(own_prints(request), id=print_id).id, at.version, 1))


@router.get("/prints/{int:print_id}/plan.json", include_in_schema=False)
def plan_file(request: SignedRequest, print_id: int) -> HttpResponse:
    """The plan document to take along."""
    held = get_object_or_404(own_prints(request), id=print_id)
    text = json.dumps(held.document, ensure_ascii=False, indent=2)
    response = HttpResponse(text, content_type="application/json")
    to_keep(response, held.title, ".plan.json")
    return response
