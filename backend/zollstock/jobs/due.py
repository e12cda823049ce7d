"""What of an account is due and not ready, as the core sees it backwards: from summaries and a few fields of documents."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db.models import F

from zollstock.accounts.principal import Principal
from zollstock.core.counter.backwards import Backwards, Wanted, Workshop
from zollstock.core.counter.savings import Saving, lacking, savings
from zollstock.core.ground.show import LengthStyle
from zollstock.core.studio.times import WorkTimes
from zollstock.labs.kept import LABS
from zollstock.stock.kept import STOCK
from zollstock.times.kept import TIMES

from .models import Design

#: More than these, the first that are due, nobody looks over on one page.
MOST_DUE = 400
#: Whatever is due longer ago or further ahead is a slip of the hand.
_AHEAD = timedelta(days=3650)
#: Ways out are looked for where there are so many lost prints; who has lost more has another trouble.
_MOST_SAVED = 40
_FIELDS = (
    "id", "kind", "title", "job_id", "job__title", "job__due", "copies", "printed", "checked", "wide", "tall", "finishes",
    "summary__medium", "document__medium__key", "document__plans__0__medium__key", "document__device__key",
    "document__lab__used__name", "document__lab__used__days",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Due:
    """A print that is due: seen backwards, with what would save it, and whether its paper is there."""

    seen: Backwards
    savings: list[Saving]
    lacking: Saving | None


@dataclass(frozen=True, slots=True)
class Week:
    """Everything that is due, the first that has to begin first; how many prints have no day, and how many are not looked at."""

    due: list[Due]
    undated: int
    more: int


def due_of(account: User, now: datetime, style: LengthStyle) -> Week:
    """What is due by `now`, local; four queries whatever there is."""
    open_ones = (
        Principal(account)
        .may_see(Design.objects)
        .filter(job__removed__isnull=True, job__archived__isnull=True, checked__lt=F("copies"))
    )
    dated = open_ones.filter(job__due__range=(now.date() - _AHEAD, now.date() + _AHEAD))
    rows = list(dated.order_by("job__due", "job_id", "position", "id").values(*_FIELDS)[:MOST_DUE])
    count, undated = (
        many.order_by().count() for many in (dated, open_ones.filter(job__due__isnull=True))
    )
    times: WorkTimes = TIMES.a_moment_ago(account)
    stock, labs = STOCK.a_moment_ago(account), LABS.a_moment_ago(account)
    workshop = Workshop(times)
    seen = workshop.seen_backwards([_wanted(row) for row in rows], now)
    saved = [one for one in seen if one.state == "lost"][:_MOST_SAVED]
    due = [
        Due(
            one,
            savings(one, workshop, now, stock, labs) if one in saved else [],
            lacking(one.wanted, stock, style),
        )
        for one in seen
    ]
    return Week(due, undated, count - len(rows))


def _wanted(row: dict[str, Any]) -> Wanted:
    return Wanted(
        id=row["id"],
        kind=row["kind"],
        title=row["title"] or "untitled",
        job=row["job_id"],
        job_title=row["job__title"],
        due=row["job__due"],
        to_print=row["copies"] - row["printed"],
        to_finish=row["copies"] - row["checked"],
        size=(row["wide"], row["tall"]),
        medium=row["summary__medium"] or "",
        medium_key=row["document__medium__key"] or row["document__plans__0__medium__key"] or "",
        device=row["document__device__key"] or "",
        finishes=tuple(row["finishes"]),
        lab=row["document__lab__used__name"] or "",
        lab_days=row["document__lab__used__days"] or 0,
    )
