"""How fast work goes here: what is being done just now, and what was learned of files that were made."""

from __future__ import annotations

from datetime import timedelta
from typing import Any, cast

from django.apps import apps
from django.db.models import Value
from django.utils import timezone

from zollstock.accounts.moment import AMomentAgo
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
#: Work without a sign of life for so long is not going.
_SILENT = timedelta(seconds=12)
#: What rows of every kind say while somebody works on them.
_RUNNING: dict[str, Any] = {"state": "running"}
_learned: AMomentAgo[None, dict[MethodName, float]] = AMomentAgo()
_going: AMomentAgo[None, int] = AMomentAgo()


def pace() -> Pace:
    """The pace of files that are made now."""
    return Pace(_learned.of(None, _read), _going.of(None, going))


def _read() -> dict[MethodName, float]:
    return {cast(MethodName, row.method): row.slower for row in MethodPace.objects.all()}


def going() -> int:
    """How many pieces of long work share the processors just now, of all kinds and accounts."""
    since = timezone.now() - _SILENT
    first, *others = (
        model._default_manager.filter(**_RUNNING, pulse__gte=since).order_by().values(one=Value(1))
        for model in apps.get_models()
        if issubclass(model, LongWork)
    )
    return first.union(*others, all=True).count()


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
