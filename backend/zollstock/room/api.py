"""Room on disk over the wire: what takes it up, the rules by which made files go, and what they would let go when."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from typing import Annotated

from django.conf import settings
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.quota import shares_of
from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.refusal import ChangedElsewhere
from zollstock.core.ground.show import size_of_file
from zollstock.jobs.api import own_jobs
from zollstock.jobs.models import Job

from .models import SparedJob, TidyingRules
from .rules import MOST_DAYS, RULES, Days, RuleKey, lines_going
from .weights import FilesOf, files_by_job, heaviest_jobs, weight_of

router = Router(tags=["accounts"])

#: So many jobs are shown; so long nothing goes after a rule was changed; so many days it is looked ahead.
JOBS, NOTICE, AHEAD = 40, timedelta(days=1), (7, 30)

AfterDays = Annotated[int, Field(ge=1, le=MOST_DAYS)]


class RoomPart(Schema):
    """A kind of thing that takes up room; `share` of what an account may keep."""

    name: str
    text: str
    share: float


class RoomJob(Schema):
    """A job with made files; `job` null: those of batches."""

    job: int | None
    title: str
    files: int
    text: str
    spared: bool


class TidyingRule(Schema):
    """A rule, what it says, and its days; null: it removes nothing."""

    key: RuleKey
    name: str
    says: str
    days: int | None


class Ahead(Schema):
    """What will have gone in so many days, were nothing done until then."""

    days: int
    files: int
    text: str


class Going(Schema):
    """What rules let go: now, by jobs, and in the days to come."""

    files: int
    text: str
    jobs: list[RoomJob]
    ahead: list[Ahead]


class RoomKept(Schema):
    """What an account keeps, of how much it may; its rules, what they let go, and from when on they act (null: there are
    none)."""

    text: str
    most_text: str
    parts: list[RoomPart]
    rules: list[TidyingRule]
    version: int
    acts_from: datetime | None
    going: Going


class RoomJobs(Schema):
    """The jobs with the most made files, and whether there are others with less."""

    items: list[RoomJob]
    more: bool


class RuleDays(Schema):
    """Days a rule; one that is not there, or null, removes nothing."""

    delivered: AfterDays | None = None
    earlier: AfterDays | None = None
    batches: AfterDays | None = None


class RulesPut(Schema):
    """Rules as they are to be; `version` is the one that was seen."""

    version: Annotated[int, Field(ge=0)]
    days: RuleDays


class Spared(Schema):
    spared: bool


class JobRoom(Schema):
    """What a job takes up, in words, whether that is nothing, and whether rules spare its files."""

    empty: bool
    text: str
    pictures_text: str
    shared_text: Annotated[str, Field(description="Of the pictures, what other jobs use too.")]
    files_text: str
    files: int
    versions_text: str
    spared: bool


class RulesElsewhere(ChangedElsewhere):
    """The rules were changed in another window."""

    def __init__(self) -> None:
        super().__init__("Another window changed these rules meanwhile. Yours were not saved; nothing was removed.")  # fmt: skip


@router.get("/room", response=RoomKept)
def room(request: SignedRequest) -> RoomKept:
    return _room(request)


@router.get("/room/jobs", response=RoomJobs)
def room_by_job(request: SignedRequest) -> RoomJobs:
    held = heaviest_jobs(request.user, JOBS + 1)
    return RoomJobs(items=_named(request, held[:JOBS]), more=len(held) > JOBS)


@router.get("/room/going", response=Going)
def going(request: SignedRequest, days: Query[RuleDays]) -> Going:
    """What rules would let go that are not set yet; nothing is removed and nothing is saved."""
    return _going(request, _set_only(days))


@router.put("/room/rules", response=RoomKept)
def set_rules(request: SignedRequest, wanted: RulesPut) -> RoomKept:
    """Set the rules. They act a day later at the earliest, so that what they let go can be seen and spared."""
    days = _set_only(wanted.days)
    with transaction.atomic():
        held, _ = TidyingRules.objects.select_for_update().get_or_create(
            account=request.user, defaults={"version": 0, "acts_from": timezone.now() + NOTICE}
        )
        if held.days != days:
            if held.version != wanted.version:
                raise RulesElsewhere
            held.days, held.version = days, held.version + 1
            held.acts_from = timezone.now() + NOTICE
            held.save()
    return _room(request)


@router.get("/jobs/{int:job_id}/room", response=JobRoom)
def room_of_job(request: SignedRequest, job_id: int) -> JobRoom:
    return _of_job(get_object_or_404(own_jobs(request), id=job_id))


@router.put("/jobs/{int:job_id}/room", response=JobRoom)
def spare(request: SignedRequest, job_id: int, wanted: Spared) -> JobRoom:
    """Let the rules spare the files of a job, or no longer."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    if wanted.spared:
        SparedJob.objects.get_or_create(job=job)
    else:
        SparedJob.objects.filter(job=job).delete()
    return _of_job(job)


def _of_job(job: Job) -> JobRoom:
    held = weight_of(job)
    return JobRoom(
        empty=not held.pictures + held.files + held.versions,
        text=size_of_file(held.pictures + held.files + held.versions),
        pictures_text=size_of_file(held.pictures), shared_text=size_of_file(held.shared) if held.shared else "",
        files_text=size_of_file(held.files), files=held.many, versions_text=size_of_file(held.versions),
        spared=SparedJob.objects.filter(job=job).exists(),
    )  # fmt: skip


def _set_only(days: RuleDays) -> dict[RuleKey, int]:
    named: dict[RuleKey, int | None] = {"delivered": days.delivered, "earlier": days.earlier, "batches": days.batches}  # fmt: skip
    return {key: after for key, after in named.items() if after is not None}


def _room(request: SignedRequest) -> RoomKept:
    shares, most = shares_of(request.user), settings.ACCOUNT_MOST_BYTES
    held = who_asks(request).may_see(TidyingRules.objects).first()
    days: Days = held.days if held else {}
    return RoomKept(
        text=size_of_file(sum(shares.values())),
        most_text=size_of_file(most),
        parts=[RoomPart(name=name, text=size_of_file(size), share=size / most) for name, size in shares.items()],
        rules=[TidyingRule(key=key, name=rule.name, says=rule.says, days=days.get(key)) for key, rule in RULES.items()],
        version=held.version if held else 0,
        acts_from=held.acts_from if held and days else None,
        going=_going(request, days),
    )  # fmt: skip


def _going(request: SignedRequest, days: Days) -> Going:
    if not days:
        return Going(files=0, text="", jobs=[], ahead=[])
    now = timezone.now()
    by_job = files_by_job(lines_going(request.user, days, now))
    later = [
        (after, files_by_job(lines_going(request.user, days, now + timedelta(days=after)))) for after in AHEAD
    ]  # fmt: skip
    files, text = _sum(by_job)
    return Going(
        files=files, text=text, jobs=_named(request, by_job[:JOBS]),
        ahead=[Ahead(days=after, files=_sum(held)[0], text=_sum(held)[1]) for after, held in later],
    )  # fmt: skip


def _sum(held: Iterable[FilesOf]) -> tuple[int, str]:
    held = list(held)
    return sum(one.many for one in held), size_of_file(sum(one.bytes for one in held))


def _named(request: SignedRequest, held: list[FilesOf]) -> list[RoomJob]:
    """With the titles of the jobs, those removed and not yet gone among them."""
    ids = [one.job for one in held if one.job is not None]
    titles = dict(
        who_asks(request).may_see(Job.every).filter(id__in=ids).values_list("id", "title")
    )
    spared = set(SparedJob.objects.filter(job__in=ids).values_list("job", flat=True))
    return [
        RoomJob(
            job=one.job, title=_title(one.job, titles), files=one.many,
            text=size_of_file(one.bytes), spared=one.job in spared,
        )
        for one in held
    ]  # fmt: skip


def _title(job: int | None, titles: dict[int, str]) -> str:
    return "Batches" if job is None else titles.get(job, "")
