"""Lists of jobs, prints and layouts: of stored summaries alone, and in as many queries for three rows as for a hundred."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from datetime import date, datetime
from typing import TYPE_CHECKING, Any, Literal
from uuid import UUID

from django.db.models import Count, F, Max, Q, QuerySet, Window
from django.db.models.functions import RowNumber
from django.http import HttpRequest
from ninja import Schema

from zollstock.accounts.principal import Principal
from zollstock.core.shapes.drawing import Drawing

if TYPE_CHECKING:
    from django.contrib.auth.models import User

from .kinds import LAYOUT, PICTURE, PRINT, plan_key
from .models import Design, DesignPicture, Job
from .search import MOST_FOUND, MOST_WORDS, found_designs, found_jobs_by_prints, words_of
from .standing import NO_FILE, OLD_FILE
from .summaries import SUMMARY_FIELDS

#: So many prints of a job are shown in a list of jobs.
FIRST = 12
#: Of so many jobs that have the words, the newest, a search of prints finds all of theirs.
MOST_JOBS = 40


class PrintSummary(Schema):
    """A print in a list, drawn as it will be when it is trimmed. Its `state` is `made` where its file is that of the
    print as it is, `changed` where it was made of an earlier version, and empty while there is none."""

    id: int
    title: str
    picture_id: UUID
    drawing: Drawing
    size_text: str
    grade: str | None
    state: Literal["", "made", "changed"]


class PrintInJob(Schema):
    """A print in a list that goes over jobs."""

    job: int
    job_title: str
    print: PrintSummary


class LayoutSummary(Schema):
    """A layout in a list: the first print that it is of, drawn in small, and what it comes to, in words."""

    id: int
    kind: str
    title: str
    picture_id: UUID
    drawing: Drawing
    text: str


class JobHead(Schema):
    """A job itself, and how much is in it: `wide` and `tall` are the largest of its prints each way, mm, so that all of
    them are drawn to one scale; `changed` is when anything in it changed last."""

    id: int
    title: str
    client: str
    due: date | None
    created: datetime
    changed: datetime
    prints: int
    layouts: int
    number: int
    #: Prints and layouts whose file is not made, and whose file is old.
    no_file: int
    old: int
    wide: float
    tall: float


class JobSummary(JobHead):
    """A job in a list, with its `first` few prints."""

    first: list[PrintSummary]


#: What lists need of a design: never its document.
LISTED = ("id", "job_id", "position", "version", "made_version", *SUMMARY_FIELDS)


def found_jobs(account: User, search: str) -> QuerySet[Job]:
    """The jobs that have each of the words in their title, client or prints' titles; all of them where none are given."""
    own = Principal(account).may_see(Job.objects)
    words = words_of(search)
    if not words:
        return own.none() if search.strip() else own
    found = Q()
    for word in words[:MOST_WORDS]:
        # As numbers: what is asked of both tables at once is looked through from end to end.
        in_prints = list(found_jobs_by_prints(account, [word]))
        found &= of_job([word]) | Q(id__in=in_prints)
    return own.filter(found)


def found_prints(account: User, search: str) -> QuerySet[Design]:
    """The prints whose titles have the words, or whose job's title or client has; likewise."""
    own = Principal(account).may_see(Design.objects).filter(kind=PRINT)
    words = words_of(search)
    if not words:
        return own.none() if search.strip() else own
    jobs = (
        Principal(account).may_see(Job.objects).filter(of_job(words)).values_list("id", flat=True)
    )
    # In no order: asked for one, the database goes through all prints of the account by their numbers.
    in_jobs = own.filter(job__in=list(jobs[:MOST_JOBS])).order_by().values_list("id", flat=True)
    found = {*found_designs(account, words), *in_jobs}
    return own.filter(id__in=sorted(found, reverse=True)[:MOST_FOUND])


def of_job(words: Sequence[str]) -> Q:
    """The condition that a job's own title or client has each of the words."""
    titled = Q()
    for word in words:
        titled &= Q(title__icontains=word) | Q(client__icontains=word)
    return titled


def heads(found: Sequence[Job]) -> dict[int, dict[str, Any]]:
    """What a `JobHead` says of each of those jobs, by its id; one query for all of them."""
    prints, layouts = Q(kind=PRINT), Q(kind=LAYOUT)
    counted: dict[int, dict[str, Any]] = {
        row["job"]: dict(row)
        for row in Design.objects.filter(job__in=[job.id for job in found])
        .values("job")
        .annotate(
            prints=Count("id", filter=prints),
            layouts=Count("id", filter=layouts),
            wide=Max("wide", filter=prints),
            tall=Max("tall", filter=prints),
            changed=Max("changed"),
            no_file=Count("id", filter=NO_FILE),
            old=Count("id", filter=OLD_FILE),
        )
        .order_by()
    }
    heads = {}
    for job in found:
        of_job = counted.get(job.id, {})
        heads[job.id] = {
            "id": job.id, "title": job.title, "client": job.client, "due": job.due, "created": job.created,
            "changed": of_job.get("changed") or job.created, "number": job.number or 0,
            "no_file": of_job.get("no_file", 0), "old": of_job.get("old", 0),
            "prints": of_job.get("prints", 0), "layouts": of_job.get("layouts", 0),
            "wide": of_job.get("wide") or 0, "tall": of_job.get("tall") or 0,
        }  # fmt: skip
    return heads


def job_summaries(request: HttpRequest, found: Sequence[Job]) -> list[JobSummary]:
    """A page of jobs, each with its first few prints."""
    numbered = Design.objects.filter(job__in=[job.id for job in found], kind=PRINT).annotate(
        row=Window(
            RowNumber(), partition_by=F("job"), order_by=[F("position").asc(), F("id").asc()]
        )
    )
    first = numbered.filter(row__lte=FIRST).only(*LISTED).order_by("job", "position", "id")
    by_job = defaultdict(list)
    for held, summary in zip(first, print_summaries(request, first), strict=True):
        by_job[held.job_id].append(summary)
    head = heads(found)
    return [JobSummary(**head[job.id], first=by_job[job.id]) for job in found]


def print_summaries(
    request: HttpRequest, found: QuerySet[Design] | Sequence[Design]
) -> list[PrintSummary]:
    """Prints as lists show them."""
    pictures = pictures_under(found, PICTURE)
    return [
        PrintSummary(
            id=held.id,
            title=held.title,
            picture_id=pictures[held.id],
            drawing=held.summary["drawing"],
            size_text=held.summary["text"],
            grade=held.summary["grade"],
            state=_state(held),
        )
        for held in found
    ]


def _state(held: Design) -> Literal["", "made", "changed"]:
    if not held.made_version:
        return ""
    return "made" if held.made_version == held.version else "changed"


def print_in_job_summaries(request: HttpRequest, found: Sequence[Design]) -> list[PrintInJob]:
    """Prints of several jobs, each with the job it is in."""
    return [
        PrintInJob(job=held.job_id, job_title=held.job.title, print=summary)
        for held, summary in zip(found, print_summaries(request, found), strict=True)
    ]


def layout_summaries(request: HttpRequest, found: Sequence[Design]) -> list[LayoutSummary]:
    """Layouts as lists show them."""
    pictures = pictures_under(found, plan_key(0))
    return [
        LayoutSummary(
            id=held.id,
            kind=held.summary["kind"],
            title=held.title,
            picture_id=pictures[held.id],
            drawing=held.summary["drawing"],
            text=held.summary["text"],
        )
        for held in found
    ]


def pictures_under(found: QuerySet[Design] | Sequence[Design], key: str) -> dict[int, UUID]:
    """The picture under that key of each of those designs."""
    held = DesignPicture.objects.filter(design__in=[one.id for one in found], key=key)
    return dict(held.values_list("design", "picture"))
