"""Jobs and prints over the wire."""

from __future__ import annotations

import json
from datetime import date, datetime
from typing import Annotated, Any
from uuid import UUID

from django.db.models import Max, Q, QuerySet
from django.http import HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.quota import check_room
from zollstock.accounts.signed import SignedRequest
from zollstock.accounts.units import unit_of
from zollstock.core.documents.plan import Plan, parse_plan
from zollstock.core.ground.plaintext import Line
from zollstock.core.studio.devices import StandardDevice
from zollstock.pictures.api import PictureFacts, facts, own_pictures
from zollstock.pictures.models import Picture
from zollstock.pictures.receiving import announced_length, body
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import work_folder

from .archive import pack, unpack
from .firstplan import first_plan, standard_of, standard_settings
from .kinds import PRINT
from .lists import (
    JobHead,
    JobSummary,
    PrintInJob,
    PrintSummary,
    found_jobs,
    found_prints,
    heads,
    job_summaries,
    print_in_job_summaries,
    print_summaries,
)  # fmt: skip
from .models import Design, Job
from .removed import (
    bring_back,
    bring_job_back,
    never_was,
    remove,
    removed_from,
    removed_jobs,
    removed_of,
)
from .removed import remove_job as remove_whole
from .revisions import begin_print, earlier_than, later_than, save_document, step

router = Router(tags=["jobs"])
#: A page of jobs is more than a screen of them, each with its first prints.
JOBS_AT_ONCE = 12
MOST_REMOVED = 50
Title = Annotated[Line, Field(min_length=1, max_length=200)]


class JobDetails(Schema):
    title: Title
    client: Annotated[Line, Field(max_length=200)] = ""
    due: date | None = None
    #: What new prints of it go to; null: what is standard in the studio.
    device: StandardDevice | None = None


class RemovedJob(Schema):
    """A job that was removed and can be restored."""

    id: int
    title: str
    client: str
    removed: datetime


class Archived(Schema):
    archived: bool


class RemovedDesign(Schema):
    """A print or a layout that was removed and can be brought back."""

    id: int
    kind: str
    title: str


class JobState(JobHead):
    """A job as its page needs it; its prints and layouts come by pages of their own."""

    removed: list[RemovedDesign]
    archived: bool
    device: StandardDevice | None = None


class NewPrint(Schema):
    """A print of a picture; with a `plan` it begins with that instead of a modest first size."""

    picture: UUID
    plan: dict[str, Any] | None = None


class PrintState(Schema):
    """A print as the bench needs it."""

    id: int
    job: int
    job_title: str
    #: Which of how many prints of its job it is, and those before and after it.
    position: int
    count: int
    before: int | None
    after: int | None
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
    return who_asks(request).may_see(Job.objects)


def own_prints(request: SignedRequest) -> QuerySet[Design]:
    held = who_asks(request).may_see(Design.objects).filter(kind=PRINT)
    return held.select_related("job").prefetch_related("under_keys__picture")


def job_state(found: Job) -> JobState:
    removed = [
        RemovedDesign(id=held.id, kind=held.kind, title=held.title)
        for held in removed_from(found)[:20]
    ]
    return JobState(
        **heads([found])[found.id],
        removed=removed,
        device=found.device,
        archived=found.archived is not None,
    )


def print_state(held: Design) -> PrintState:
    beside = Design.objects.filter(job=held.job_id, kind=PRINT)
    earlier = beside.filter(
        Q(position__lt=held.position) | Q(position=held.position, id__lt=held.id)
    )
    later = beside.filter(Q(position__gt=held.position) | Q(position=held.position, id__gt=held.id))
    many = earlier.count()
    return PrintState(
        id=held.id,
        job=held.job_id,
        job_title=held.job.title,
        position=many + 1,
        count=many + 1 + later.count(),
        before=earlier.reverse().values_list("id", flat=True).first(),
        after=later.values_list("id", flat=True).first(),
        picture=facts(held.picture),
        plan=parse_plan(held.document),
        version=held.version,
        can_undo=earlier_than(held).exists(),
        can_redo=later_than(held).exists(),
    )


@router.get("/jobs", response=list[JobSummary])
@paged(ordering=("-created", "-id"), shown=job_summaries, page_size=JOBS_AT_ONCE)
def jobs(
    request: SignedRequest,
    search: Annotated[str, Field(max_length=200)] = "",
    archived: bool = False,
) -> QuerySet[Job]:
    """Jobs, the newest first, those in the archive apart; with `search` those whose title, client or prints have those words,
    wherever they are."""
    found = found_jobs(request.user, search)
    return found if search.strip() else found.filter(archived__isnull=not archived)


@router.post("/jobs", response=JobState)
def make_job(request: SignedRequest, details: JobDetails) -> JobState:
    return job_state(Job.objects.create(account=request.user, **details.model_dump()))


@router.post("/jobs/archive", response=JobState)
def read_back(request: SignedRequest) -> JobState:
    """Make a job of a ZIP that this or another Zollstock packed; the ZIP is the body as it is."""
    check_room(request.user, announced_length(request))
    with work_folder() as folder:
        path = folder / "job.zip"
        with path.open("wb") as file:
            for piece in body(request):
                file.write(piece)
        return job_state(unpack(request.user, path))


@router.get("/jobs/{int:job_id}", response=JobState)
def job(request: SignedRequest, job_id: int) -> JobState:
    return job_state(get_object_or_404(own_jobs(request), id=job_id))


@router.get("/jobs/{int:job_id}/prints", response=list[PrintSummary])
@paged(ordering=("position", "id"), shown=print_summaries, page_size=60)
def prints_of_job(request: SignedRequest, job_id: int) -> QuerySet[Design]:
    """The prints of a job, in their order."""
    return get_object_or_404(own_jobs(request), id=job_id).prints


@router.put("/jobs/{int:job_id}", response=JobState)
def change_job(request: SignedRequest, job_id: int, details: JobDetails) -> JobState:
    found = get_object_or_404(own_jobs(request), id=job_id)
    for name, value in details.model_dump().items():
        setattr(found, name, value)
    found.save()
    return job_state(found)


@router.delete("/jobs/{int:job_id}", response={204: None})
def remove_job(request: SignedRequest, job_id: int) -> tuple[int, None]:
    """Remove a job and its prints; for 30 days it can be restored. The pictures stay."""
    remove_whole(get_object_or_404(own_jobs(request), id=job_id))
    return 204, None


@router.get("/jobs/removed", response=list[RemovedJob])
def jobs_removed(request: SignedRequest) -> list[RemovedJob]:
    """The jobs that can still be restored, the last removed first."""
    rows = removed_jobs(request.user)[:MOST_REMOVED]
    return [
        RemovedJob(id=one.id, title=one.title, client=one.client, removed=one.removed)
        for one in rows
        if one.removed is not None
    ]


@router.post("/jobs/{int:job_id}/back", response=JobState)
def bring_back_job(request: SignedRequest, job_id: int) -> JobState:
    """Undo the removal of a job; one that is there stays as it is."""
    if not own_jobs(request).filter(id=job_id).exists():
        bring_job_back(get_object_or_404(removed_jobs(request.user), id=job_id))
    return job_state(own_jobs(request).get(id=job_id))


@router.put("/jobs/{int:job_id}/archived", response=JobState)
def put_away(request: SignedRequest, job_id: int, given: Archived) -> JobState:
    """Into the archive, out of the way, or out of it again; nothing of it changes."""
    held = get_object_or_404(own_jobs(request), id=job_id)
    if (held.archived is not None) != given.archived:
        held.archived = timezone.now() if given.archived else None
        held.save(update_fields=["archived"])
    return job_state(held)


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
    unit = unit_of(request.user)
    last = holder.prints.aggregate(last=Max("position"))["last"]
    document = wanted.plan or first_plan(
        picture, unit, standard_of(holder), standard_settings(holder)[0]
    )
    return print_state(begin_print(holder, picture, document, (last or 0) + 1))


@router.get("/prints", response=list[PrintInJob])
@paged(ordering=("-id",), shown=print_in_job_summaries, page_size=60)
def prints(
    request: SignedRequest, search: Annotated[str, Field(max_length=200)] = ""
) -> QuerySet[Design]:
    """Prints of all jobs, the newest first; with `search` those that have the words, or whose job has."""
    return found_prints(request.user, search).select_related("job")


@router.get("/prints/{int:print_id}", response=PrintState)
def get_print(request: SignedRequest, print_id: int) -> PrintState:
    return print_state(get_object_or_404(own_prints(request), id=print_id))


@router.delete("/prints/{int:print_id}", response={204: None})
def remove_print(request: SignedRequest, print_id: int, for_good: bool = False) -> tuple[int, None]:
    """Remove a print; for 30 days it can be brought back. One that was begun while its picture was read, which
    proved damaged, may go `for_good`."""
    held = get_object_or_404(own_prints(request), id=print_id)
    if for_good and never_was(held):
        held.delete()
    else:
        remove(held)
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
