"""Removing a print or a layout, bringing it back, and its going for good."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from zollstock.accounts.principal import Principal
from zollstock.pictures.models import Picture

from .models import Design, Job, TitleWord
from .search import note_words

#: So long what was removed can be brought back, with its revisions and the files made of it.
KEPT_FOR = timedelta(days=30)


def remove(design: Design) -> None:
    """Nowhere to be seen from now on, and gone for good after a while."""
    Design.objects.filter(id=design.id).update(removed=timezone.now())
    design.words.all().delete()


def never_was(design: Design) -> bool:
    """Whether nothing of a design is worth bringing back: all its pictures were refused, and it is as it was begun."""
    pictures = list(design.by_key().values())
    refused = all(one.state == Picture.State.REFUSED for one in pictures)
    return bool(pictures) and refused and design.version == 1


def removed_of(account: User, kind: str) -> QuerySet[Design]:
    """What can still be brought back of an account's."""
    held = Principal(account).may_see(Design.every).filter(kind=kind, removed__isnull=False)
    return held.select_related("job").prefetch_related("under_keys__picture")


def removed_from(job: Job) -> QuerySet[Design]:
    """The same of one job, the last removed first."""
    return Design.every.filter(job=job, removed__isnull=False).order_by("-removed")


def bring_back(design: Design) -> None:
    Design.every.filter(id=design.id).update(removed=None)
    note_words(design)


def remove_job(job: Job) -> None:
    """A job with all that is in it: nowhere to be seen from now on, and gone for good after a while."""
    now = timezone.now()
    with transaction.atomic():
        Job.objects.filter(id=job.id).update(removed=now)
        Design.objects.filter(job=job).update(removed=now)
        TitleWord.objects.filter(job=job).delete()


def removed_jobs(account: User) -> QuerySet[Job]:
    """Jobs of an account that can still be restored, the last removed first."""
    return Principal(account).may_see(Job.every).filter(removed__isnull=False).order_by("-removed")


def bring_job_back(job: Job) -> None:
    """With what was in it when it was removed; what had been removed before stays so."""
    with transaction.atomic():
        held = Job.every.select_for_update().get(id=job.id)
        if held.removed is None:
            return
        back = list(Design.every.filter(job=held, removed=held.removed))
        Job.every.filter(id=held.id).update(removed=None)
        Design.every.filter(id__in=[one.id for one in back]).update(removed=None)
        for one in back:
            note_words(one)


def clear_removed() -> None:
    """What nobody has brought back goes for good."""
    Job.every.filter(removed__lt=timezone.now() - KEPT_FOR).delete()
    Design.every.filter(removed__lt=timezone.now() - KEPT_FOR).delete()


def let_go_of(picture: Any, **_: Any) -> None:
    """A picture is to be deleted: what was made of it and removed holds it no longer."""
    Design.every.filter(pictures=picture, removed__isnull=False).delete()
