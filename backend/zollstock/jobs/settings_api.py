"""Giving prints the settings of another, or a standard for new ones: looked at first, done at once, undone at once."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.counter.settingsof import SETTINGS, Given, Setting, settings_held, settings_in

from .api import own_jobs, own_prints
from .firstplan import standard_settings
from .many import give, previewed, take_back
from .models import Design, Job, JobChange, StandardSettings

router = Router(tags=["counter"])
#: So many are looked at with their drawings before it is done; of the others their number is told.
MOST_SHOWN = 60


class SettingsWanted(Schema):
    """Settings of a print (`of`), or the standard of the job or the account (null), for some of the job's prints, or all others."""

    of: int | None = None
    which: Annotated[list[Setting], Field(min_length=1, max_length=6)]
    ids: Annotated[list[int], Field(max_length=2000)] | None = None


class PreviewWanted(SettingsWanted):
    """The same, looked at from the print at `offset` on."""

    offset: Annotated[int, Field(ge=0, le=100_000)] = 0


class GivenShown(Given):
    """The same with its picture."""

    picture_id: UUID


class SettingsPreview(Schema):
    """What would become of each of `total`, a page of them from `offset` on; `next` is where the next page begins."""

    name: str
    total: int
    items: list[GivenShown]
    next: int | None


class ChangeDone(Schema):
    """What was done at once; `stayed` are prints that were changed since and so were not set back."""

    id: int
    words: str
    count: int
    at: datetime
    undone: bool
    stayed: list[str] = []


class Standard(Schema):
    """What new prints of a job begin with: of which print, and which of its settings; none: the studio's usual."""

    of: int | None = None
    which: Annotated[list[Setting], Field(max_length=6)] = []
    where: Literal["job", "account"] = "job"


class StandardShown(Schema):
    """What new prints of a job begin with, in words, and whether that is the job's own."""

    which: list[Setting]
    text: str
    own: bool


@router.post("/jobs/{int:job_id}/settings/preview", response=SettingsPreview)
def preview(request: SignedRequest, job_id: int, wanted: PreviewWanted) -> SettingsPreview:
    """What giving settings would do. Nothing is changed."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    source, name = _source(request, job, wanted.of)
    prints = _chosen(request, job, wanted)
    end = wanted.offset + MOST_SHOWN
    return SettingsPreview(
        name=name,
        total=len(prints),
        items=_shown(prints[wanted.offset : end], source, wanted),
        next=end if end < len(prints) else None,
    )


@router.post("/jobs/{int:job_id}/settings", response=ChangeDone)
def give_settings(request: SignedRequest, job_id: int, wanted: SettingsWanted) -> ChangeDone:
    """Give them; what cannot have them stays as it is."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    source, name = _source(request, job, wanted.of)
    return _done(give(job, _chosen(request, job, wanted), source, wanted.which, name, request.user))


@router.post("/jobs/{int:job_id}/changes/{int:change_id}/undo", response=ChangeDone)
def undo(request: SignedRequest, job_id: int, change_id: int) -> ChangeDone:
    """Set all of them back, but for those that were changed since."""
    change = get_object_or_404(
        who_asks(request).may_see(JobChange.objects), id=change_id, job=job_id
    )
    stayed = take_back(change, request.user)
    return _done(JobChange.objects.get(id=change.id), stayed)


@router.get("/jobs/{int:job_id}/standard", response=StandardShown)
def standard(request: SignedRequest, job_id: int) -> StandardShown:
    return _standard(get_object_or_404(own_jobs(request), id=job_id))


@router.put("/jobs/{int:job_id}/standard", response=StandardShown)
def set_standard(request: SignedRequest, job_id: int, wanted: Standard) -> StandardShown:
    """What new prints of the job, or of all jobs that say nothing else, begin with from now on."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    document = None
    if wanted.of is not None and wanted.which:
        held = get_object_or_404(own_prints(request), id=wanted.of)
        document = settings_in(held.document, wanted.which)
    if wanted.where == "job":
        job.standard = document
        job.save(update_fields=["standard"])
    elif document is None:
        who_asks(request).may_see(StandardSettings.objects).delete()
    else:
        StandardSettings.objects.update_or_create(
            account=request.user, defaults={"document": document}
        )
    return _standard(job)


def _shown(
    prints: list[Design], source: dict[str, Any], wanted: SettingsWanted
) -> list[GivenShown]:
    found = previewed(prints, source, wanted.which)
    return [
        GivenShown(**dict(one), picture_id=held.picture.id)
        for one, held in zip(found, prints, strict=True)
    ]


def _source(request: SignedRequest, job: Job, of: int | None) -> tuple[dict[str, Any], str]:
    if of is not None:
        held = get_object_or_404(own_prints(request), id=of)
        return held.document, held.title or "untitled"
    document, _ = standard_settings(job)
    if document is None:
        raise HttpError(409, "Nothing is standard for new prints yet.")
    return document, "the standard"


def _chosen(request: SignedRequest, job: Job, wanted: SettingsWanted) -> list[Design]:
    """The prints that are to have them, never the one that they are of."""
    prints = (
        job.prints.exclude(id=wanted.of or 0)
        .select_related("account")
        .prefetch_related("under_keys__picture")
    )
    return list(prints if wanted.ids is None else prints.filter(id__in=wanted.ids))


def _done(change: JobChange, stayed: list[str] | None = None) -> ChangeDone:
    return ChangeDone(
        id=change.id, words=change.words, count=len(change.designs), at=change.at, undone=change.undone is not None,
        stayed=stayed or [],
    )  # fmt: skip


def _standard(job: Job) -> StandardShown:
    document, own = standard_settings(job)
    if document is None:
        return StandardShown(which=[], text="", own=False)
    which = settings_held(document)
    size = document.get("target")
    parts = [SETTINGS[one].lower() for one in which if one != "size"]
    if size:
        parts.insert(0, f"{size['width']} × {size['height']}")
    return StandardShown(which=which, text=", ".join(parts), own=own)
