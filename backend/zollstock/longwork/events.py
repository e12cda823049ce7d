"""The log of long work: every change of state as a row, kept for a while, and no longer than what it speaks of."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import timedelta

from django.db import models
from django.utils import timezone

from .models import Event

#: So long the log speaks of what was done.
KEPT_FOR = timedelta(days=90)
#: So many lines go at once: a sweep never holds others up.
CHUNK = 2000


def kind_of(model: type[models.Model]) -> str:
    """`renders.order`: what rows of a model are called in the log."""
    return model._meta.label_lower


def note(row: models.Model, what: str, by: str = "", words: str = "") -> None:
    """Note that a row is now `what`, by whom (an account's name, a worker's mark), and why."""
    note_all(type(row), [row.pk], what, by, words)


def note_all(
    model: type[models.Model], keys: Iterable[object], what: str, by: str = "", words: str = ""
) -> None:
    """The same of many rows at once."""
    kind = kind_of(model)
    Event.objects.bulk_create(
        [Event(kind=kind, row=str(key), what=what, by=by[:150], words=words[:400]) for key in keys],
        batch_size=CHUNK,
    )


def log_of(*rows: models.Model) -> models.QuerySet[Event]:
    """What became of a row, or of several that belong together, the oldest first."""
    which = models.Q()
    for row in rows:
        which |= models.Q(kind=kind_of(type(row)), row=str(row.pk))
    return Event.objects.filter(which)


def forget_log(instance: models.Model, **_: object) -> None:
    """A row that is deleted leaves no line behind: they say whose it was, and what was wrong with it."""
    log_of(instance).delete()


def clear_old() -> int:
    """Let lines go that are older than the log is kept; returns how many."""
    old = Event.objects.filter(at__lt=timezone.now() - KEPT_FOR).order_by("at")
    found = list(old.values_list("id", flat=True)[:CHUNK])
    Event.objects.filter(id__in=found).delete()
    return len(found)
