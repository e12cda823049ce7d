"""How fast work goes here: what is being done just now, and what was learned of files that were made."""

from __future__ import annotations

import time
from datetime import timedelta
from typing import Any, cast

from django.apps import apps
from django.utils import timezone

from zollstock.core.seeing.enlarging import MethodName
from zollstock.core.studio.pace import Pace
from zollstock.core.work.making import together, used
from zollstock.core.work.outcome import Work

from .models import MethodPace
from .rows import LongWork

#: Of what is learned so much is the newest file's: five like it, and the rest is a tenth.
_NEWEST = 0.4
#: One file never says more than this, either way: a machine that slept for an hour is no slower.
_MOST = 8.0
#: Nothing is learned of less than so many seconds, which are those of everything around it.
_LEAST_SECONDS = 1.0
#: So long, seconds, an answer holds: it is asked for at every move of a hand.
_KEPT_FOR = 2.0
#: Work without a sign of life for so long is not going.
_SILENT = timedelta(seconds=12)
#: What rows of every kind say while somebody works on them.
_RUNNING: dict[str, Any] = {"state": "running"}
_kept: tuple[float, Pace] = (0.0, Pace())


def pace() -> Pace:
    """The pace of files that are made now."""
    global _kept
    now = time.monotonic()
    until, known = _kept
    if until < now:
        learned = {cast(MethodName, row.method): row.slower for row in MethodPace.objects.all()}
        known = Pace(learned, going())
        _kept = (now + _KEPT_FOR, known)
    return known


def going() -> int:
    """How many pieces of long work share the processors just now, of all kinds and accounts."""
    since = timezone.now() - _SILENT
    kinds = [model for model in apps.get_models() if issubclass(model, LongWork)]
    return sum(kind._default_manager.filter(**_RUNNING, pulse__gte=since).count() for kind in kinds)


def learn(work: Work, seconds: float, others: float) -> None:
    """Of a print's file that took so long, beside so many others on average."""
    reckoned = together(work) * (1 + others)
    if seconds < _LEAST_SECONDS:
        return
    row, _ = MethodPace.objects.get_or_create(method=used(work))
    took = min(max(seconds / reckoned, row.slower / _MOST), row.slower * _MOST)
    # In shares, not in seconds: twice as fast weighs as much as twice as slow.
    row.slower *= (took / row.slower) ** _NEWEST
    row.save(update_fields=["slower"])
