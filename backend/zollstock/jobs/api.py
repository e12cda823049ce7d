"""Jobs and prints over the wire."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Any
from uuid import UUID

from django.db.models import Max, QuerySet
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.quota import check_room
from zollstock.core.plan import Plan, parse_plan
from zollstock.core.reckoning import BoxMm
from zollstock.core.show import style_for
from zollstock.core.work import work_out
from zollstock.pictures.api import PictureFacts, facts, own_pictures
from zollstock.pictures.models import Picture
from zollstock.pictures.receiving import announced_length, body
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import work_folder

from .archive import pack, unpack
from .firstplan import first_plan
from .models import Job, Print
from .revisions import begin, save_plan, step

router = Router(tags=["jobs"])
Title = Annotated[str, Field(min_length=1, max_length=200)]


class JobDetails(Schema):
    title: Title
    client: Annotated[str, Field(max_length=200)] = ""
    due: date | None = None


class Silhouette(Schema):
    """A print on a slip: its sheet in mm, and on it the whole picture and what is printed of it."""

    id: int
    title: str
    picture_id: UUID
    width_mm: float
    height_mm: float
    picture: BoxMm
    printed: BoxMm
    turn: int
    angle: float
    size_text: str
    grade: str | None


class JobSlip(Schema):
    id: int
    title: str
    client: str
    due: date | None
    created: datetime
    prints: list[Silhouette]


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


def own_jobs(request: HttpRequest) -> QuerySet[Job]:
    return Job.objects.filter(account=request.user)


def own_prints(request: HttpRequest) -> QuerySet[Print]:
    return Print.objects.filter(job__account=request.user).select_related("job", "picture")


def _slip(job: Job) -> JobSlip:
    return JobSlip(
        id=job.id, title=job.title, client=job.client, due=job.due, created=job.created,
        prints=[silhouette(held) for held in job.prints.all()],
    )  # fmt: skip


def silhouette(held: Print) -> Silhouette:
    plan = parse_plan(held.plan)
    work = work_out(plan)
    trim, placed = work.boxes.trim, work.placement
    picture, printed = (
        (float(box.x - trim.x), float(box.y - trim.y), float(box.w), float(box.h))
        for box in (placed.whole, placed.printed)
    )
    style = style_for([plan.target.width, plan.target.height])
    return Silhouette(
        id=held.id, title=plan.title, picture_id=held.picture_id, width_mm=float(trim.w),
        height_mm=float(trim.h), picture=picture, printed=printed, turn=plan.fit.turn, angle=plan.fit.angle,
        size_text=style.size(trim.w, trim.h), grade=work.grade,
    )  # fmt: skip


def print_state(held: Print) -> PrintState:
    siblings = list(held.job.prints.values_list("id", flat=True))
    return PrintState(
        id=held.id,
        job=held.job_id,
        job_title=held.job.title,
        position=siblings.index(held.id) + 1,
        siblings=siblings,
        picture=facts(held.picture),
        plan=parse_plan(held.plan),
        version=held.version,
        can_undo=held.head > 1,
        can_redo=held.revisions.filter(number__gt=held.head).exists(),
    )


@router.get("/jobs", response=list[JobSlip])
def jobs(request: HttpRequest) -> list[JobSlip]:
    return [_slip(job) for job in own_jobs(request).prefetch_related("prints")]


@router.post("/jobs", response=JobSlip)
def make_job(request: HttpRequest, details: JobDetails) -> JobSlip:
    return _slip(Job.objects.create(account=request.user, **details.model_dump()))


@router.post("/jobs/archive", response=JobSlip)
def read_back(request: HttpRequest) -> JobSlip:
    """Make a job of a ZIP that this or another Zollstock packed; the ZIP is the body as it is."""
    check_room(request.user, announced_length(request))
    with work_folder() as folder:
        path = folder / "job.zip"
        with path.open("wb") as file:
            for piece in body(request):
                file.write(piece)
        return _slip(unpack(request.user, path))


@router.get("/jobs/{int:job_id}", response=JobSlip)
def job(request: HttpRequest, job_id: int) -> JobSlip:
    return _slip(get_object_or_404(own_jobs(request), id=job_id))


@router.put("/jobs/{int:job_id}", response=JobSlip)
def change_job(request: HttpRequest, job_id: int, details: JobDetails) -> JobSlip:
    found = get_object_or_404(own_jobs(request), id=job_id)
    for name, value in details.model_dump().items():
        setattr(found, name, value)
    found.save()
    return _slip(found)


@router.delete("/jobs/{int:job_id}", response={204: None})
def remove_job(request: HttpRequest, job_id: int) -> tuple[int, None]:
    """Remove a job and its prints; the pictures stay."""
    get_object_or_404(own_jobs(request), id=job_id).delete()
    return 204, None


@router.get("/jobs/{int:job_id}/archive", include_in_schema=False)
def archive(request: HttpRequest, job_id: int) -> HttpResponse:
    found = get_object_or_404(own_jobs(request), id=job_id)
    response = StreamingHttpResponse(pack(found), content_type="application/zip")
    to_keep(response, found.title, ".zollstock.zip", "job")
    return response


@router.post("/jobs/{int:job_id}/prints", response=PrintState)
def make_print(request: HttpRequest, job_id: int, wanted: NewPrint) -> PrintState:
    holder = get_object_or_404(own_jobs(request), id=job_id)
    picture = get_object_or_404(own_pictures(request), id=wanted.picture)
    if picture.state == Picture.State.REFUSED:
        raise HttpError(422, picture.problem)
    unit = getattr(getattr(request.user, "preferences", None), "unit", "cm")
    last = holder.prints.aggregate(last=Max("position"))["last"]
    fresh = Print(job=holder, picture=picture, position=(last or 0) + 1)
    return print_state(begin(fresh, wanted.plan or first_plan(picture, unit)))


@router.get("/prints/{int:print_id}", response=PrintState)
def get_print(request: HttpRequest, print_id: int) -> PrintState:
    return print_state(get_object_or_404(own_prints(request), id=print_id))


@router.delete("/prints/{int:print_id}", response={204: None})
def remove_print(request: HttpRequest, print_id: int) -> tuple[int, None]:
    get_object_or_404(own_prints(request), id=print_id).delete()
    return 204, None


@router.put("/prints/{int:print_id}/plan", response=PrintState)
def save(request: HttpRequest, print_id: int, change: PlanChange) -> PrintState:
    """Save a plan. `version` must be the one in force, else 409 and nothing is changed."""
    found = get_object_or_404(own_prints(request), id=print_id)
    return print_state(save_plan(found.id, change.plan, change.version))


@router.post("/prints/{int:print_id}/undo", response=PrintState)
def undo(request: HttpRequest, print_id: int, at: VersionOnly) -> PrintState:
    return print_state(step(get_object_or_404(own_prints(request), id=print_id).id, at.version, -1))


@router.post("/prints/{int:print_id}/redo", response=PrintState)
def redo(request: HttpRequest, print_id: int, at: VersionOnly) -> PrintState:
    return print_state(step(get_object_or_404(own_prints(request), id=print_id).id, at.version, 1))


@router.get("/prints/{int:print_id}/plan.json", include_in_schema=False)
def plan_file(request: HttpRequest, print_id: int) -> HttpResponse:
    """The plan document to take along."""
    import json

    held = get_object_or_404(own_prints(request), id=print_id)
    text = json.dumps(held.plan, ensure_ascii=False, indent=2)
    response = HttpResponse(text, content_type="application/json")
    to_keep(response, held.plan["title"], ".plan.json")
    return response
