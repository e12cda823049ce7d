"""One search over everything: jobs, clients, prints, sizes, notes, pictures, and the numbers that tickets bear."""

from __future__ import annotations

import re
from typing import Annotated, Literal
from uuid import UUID

from django.contrib.auth.models import User
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.principal import Principal
from zollstock.accounts.signed import SignedRequest
from zollstock.pictures.models import Picture

from .billing import number_of
from .kinds import LAYOUT, PICTURE, PRINT, plan_key
from .lists import LISTED, of_job, pictures_under
from .models import Design, Job
from .search import found_designs, words_of

router = Router(tags=["counter"])
#: So many of each kind are told.
FEW = 8
#: `12`, `12-3`, and what a reader makes of a ticket's code: `ZS12-3`.
_NUMBER = re.compile(r"(?:zs)?\s*(\d{1,9})(?:\s*-\s*(\d{1,9}))?", re.I)


class Hit(Schema):
    """Something that was found: what it is called, what is said of it, and its picture where it has one."""

    kind: Literal["job", "print", "layout", "picture"]
    id: str
    title: str
    says: str
    picture_id: UUID | None = None
    #: It has exactly the number that was asked for.
    exact: bool = False


class Hits(Schema):
    items: list[Hit]


@router.get("/find", response=Hits)
def find(request: SignedRequest, q: Annotated[str, Field(max_length=200)]) -> Hits:
    """What has those words, or that number; the nearest first."""
    account = request.user
    by_number = _by_number(account, q)
    words = words_of(q)
    if not words:
        return Hits(items=by_number)
    found = [
        *by_number,
        *_jobs(account, words),
        *_designs(account, words),
        *_pictures(account, words),
    ]
    once = {(hit.kind, hit.id): hit for hit in reversed(found)}
    return Hits(items=[hit for hit in found if once.get((hit.kind, hit.id)) is hit])


def _by_number(account: User, text: str) -> list[Hit]:
    found = _NUMBER.fullmatch(text.strip())
    if found is None:
        return []
    job = Principal(account).may_see(Job.objects).filter(number=int(found[1])).first()
    if job is None:
        return []
    if found[2] is None:
        return [_job_hit(job, exact=True)]
    designs = list(
        Design.objects.filter(job=job, number=int(found[2]))
        .select_related("job")
        .only(*LISTED, *_NEEDED)
    )
    return [hit.model_copy(update={"exact": True}) for hit in _hits(designs)]


def _jobs(account: User, words: list[str]) -> list[Hit]:
    found = Principal(account).may_see(Job.objects).filter(of_job(words))
    return [_job_hit(job) for job in found[:FEW]]


def _job_hit(job: Job, exact: bool = False) -> Hit:
    says = " · ".join(
        part
        for part in (f"job {job.number}", job.client, "in the archive" if job.archived else "")
        if part
    )
    return Hit(kind="job", id=str(job.id), title=job.title, says=says, exact=exact)


_NEEDED = ("kind", "number", "job__title", "job__number", "job__client")


def _designs(account: User, words: list[str]) -> list[Hit]:
    ids = found_designs(account, words, FEW)
    held = (
        Principal(account)
        .may_see(Design.objects)
        .filter(id__in=ids)
        .select_related("job")
        .only(*LISTED, *_NEEDED)
    )
    return _hits(sorted(held, key=lambda one: ids.index(one.id)))


def _hits(designs: list[Design]) -> list[Hit]:
    pictures = pictures_under([one for one in designs if one.kind == PRINT], PICTURE)
    pictures |= pictures_under([one for one in designs if one.kind == LAYOUT], plan_key(0))
    return [
        Hit(
            kind="layout" if one.kind == LAYOUT else "print", id=str(one.id), title=one.title or "untitled",
            says=f"{number_of(one.job, one)} · {one.summary['text']} · {one.job.title}", picture_id=pictures.get(one.id),
        )
        for one in designs
    ]  # fmt: skip


def _pictures(account: User, words: list[str]) -> list[Hit]:
    found = Principal(account).may_see(Picture.objects)
    for word in words:
        found = found.filter(name__icontains=word)
    return [
        Hit(kind="picture", id=str(one.id), title=one.name, says="picture", picture_id=one.id)
        for one in found.only("id", "name").order_by("-created")[:FEW]
    ]
