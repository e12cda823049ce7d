"""A sample job for those who have no picture at hand."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import Any
from uuid import UUID

from django.db.models import Count
from ninja import Router, Schema

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.jobs.models import Job
from zollstock.pictures.intake import take_in

from .sample import FOLDER, PRINTS, TITLE, plan_of

router = Router(tags=["jobs"])


class SamplePrint(Schema):
    """A print to make as soon as its picture has been read: `POST /jobs/{job}/prints` takes both."""

    picture: UUID
    plan: dict[str, Any]


class SampleJob(Schema):
    job: int
    prints: list[SamplePrint]


@router.post("/jobs/sample", response=SampleJob)
def sample(request: SignedRequest) -> SampleJob:
    """A job and the prints it still needs, their pictures taken in as if they were uploaded.

    One whose line broke between its prints is gone on with. The same pictures are kept once.
    """
    prints = []
    for file, wanted in PRINTS:
        picture, _ = take_in(request.user, file, _chunks(FOLDER / file))
        prints.append(SamplePrint(picture=picture.id, plan=plan_of(wanted, picture.plan_part())))
    mine = who_asks(request).may_see(Job.objects).filter(title=TITLE)
    half = mine.annotate(there=Count("designs")).filter(there__lt=len(PRINTS))
    begun: Job = mine.filter(id__in=half.values("id")).first() or Job.objects.create(
        account=request.user, title=TITLE
    )
    there = set(begun.designs.values_list("pictures", flat=True))
    return SampleJob(
        job=begun.id, prints=[wanted for wanted in prints if wanted.picture not in there]
    )


def _chunks(path: Path) -> Iterator[bytes]:
    with path.open("rb") as file:
        while chunk := file.read(2**20):
            yield chunk
