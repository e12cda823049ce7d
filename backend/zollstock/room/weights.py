"""What an account keeps, and how it is spread over its jobs: sums of the database, no row is read for them."""

from __future__ import annotations

from typing import NamedTuple

from django.contrib.auth.models import User
from django.db.models import Exists, OuterRef, QuerySet, Sum

from zollstock.accounts.principal import Principal
from zollstock.jobs.models import Design, DesignPicture, Job
from zollstock.pictures.apps import held_bytes
from zollstock.pictures.models import Picture
from zollstock.renders.models import OrderLine


class JobWeight(NamedTuple):
    """Bytes of a job: its pictures, those of them that other jobs use too, made files and how many, its versions."""

    pictures: int
    shared: int
    files: int
    many: int
    versions: int


class FilesOf(NamedTuple):
    """Made files of a job, or of batches (none): how many, and their bytes."""

    job: int | None
    many: int
    bytes: int


def weight_of(job: Job) -> JobWeight:
    """What a job takes up, with what was removed from it and can still be restored."""
    designs = Design.every.filter(job=job)
    pictures = Picture.objects.filter(
        id__in=DesignPicture.objects.filter(design__job=job).values("picture")
    )
    elsewhere = DesignPicture.objects.filter(picture=OuterRef("pk")).exclude(design__job=job)
    lines = OrderLine.objects.filter(design__job=job)
    return JobWeight(
        held_bytes(pictures),
        held_bytes(pictures.filter(Exists(elsewhere))),
        held_bytes(lines),
        int(lines.aggregate(many=Sum("held_files"))["many"] or 0),
        int(designs.aggregate(sum=Sum("kept_bytes"))["sum"] or 0),
    )  # fmt: skip


def heaviest_jobs(account: User, most: int) -> list[FilesOf]:
    """The jobs with the most bytes of made files, and batches as one without a job."""
    return files_by_job(Principal(account).may_see(OrderLine.objects))[:most]


def files_by_job(lines: QuerySet[OrderLine]) -> list[FilesOf]:
    """The made files of lines by job, the most bytes first."""
    rows = (
        lines.order_by()
        .filter(held_files__gt=0)
        .values("design__job")
        .annotate(weight=Sum("bytes"), many=Sum("held_files"))
        .order_by("-weight", "design__job")
    )
    return [FilesOf(row["design__job"], row["many"], int(row["weight"])) for row in rows]
