"""What of an account is due and not ready, as the core sees it backwards: from summaries and a few fields of documents."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db.models import F, QuerySet
from django.utils import timezone

from zollstock.accounts.principal import Principal
from zollstock.core.counter.backwards import Backwards, Wanted, Workshop
from zollstock.core.counter.savings import Saving, lacking, savings
from zollstock.core.ground.show import LengthStyle
from zollstock.core.studio.times import WorkTimes
from zollstock.labs.kept import LABS
from zollstock.labs.models import LabItem, LabOrder
from zollstock.stock.kept import STOCK
from zollstock.times.kept import TIMES

from .models import Design, Job

#: More than these, the first that are due, nobody looks over on one page.
MOST_DUE = 400
#: What is not shown is counted up to here; whoever has more knows.
MOST_COUNTED = 2000
#: Whatever is due longer ago or further ahead is a slip of the hand.
_AHEAD = timedelta(days=3650)
#: Ways out are looked for where there are so many lost prints; who has lost more has another trouble.
_MOST_SAVED = 40
#: What a lab has, or has sent: it is on its way.
_AT_LAB = (LabOrder.State.WAITING, LabOrder.State.RUNNING, LabOrder.State.DONE)
_FIELDS = (
    "id", "kind", "title", "job_id", "job__title", "job__due", "copies", "printed", "printed_at", "version", "checked", "wide", "tall", "finishes",
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
    """What is due by `now`, local; so many queries whatever there is."""
    jobs = Principal(account).may_see(Job.objects).filter(archived__isnull=True).order_by()
    soon = jobs.filter(due__range=(now.date() - _AHEAD, now.date() + _AHEAD))
    dated = _open_in(soon)
    rows = list(dated.order_by("job__due", "job_id", "position", "id").values(*_FIELDS)[:MOST_DUE])
    count, undated = (
        many.order_by()[:MOST_COUNTED].count() for many in (dated, _open_in(jobs.filter(due__isnull=True)))
    )  # fmt: skip
    times: WorkTimes = TIMES.held(account)
    stock, labs = STOCK.held(account), LABS.held(account)
    workshop = Workshop(times)
    orders, ahead = (
        _orders(account, [row["id"] for row in rows]),
        now - timezone.now().replace(tzinfo=None),
    )
    wanted = [_wanted(row, orders.get((row["id"], row["version"])), ahead) for row in rows]
    seen = workshop.seen_backwards(wanted, now)
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


def _open_in(jobs: QuerySet[Job]) -> QuerySet[Design]:
    """What of these jobs is not checked yet. By the jobs' numbers: they are few beside what is in them."""
    ids = list(jobs.values_list("id", flat=True))
    return Design.objects.filter(job__in=ids, checked__lt=F("copies"))


def _orders(account: User, designs: list[int]) -> dict[tuple[int, int], LabOrder]:
    """The orders that labs have of these designs, by design and version."""
    items = (
        Principal(account)
        .may_see(LabItem.objects)
        .filter(design__in=designs, order__state__in=_AT_LAB)
    )
    found = items.select_related("order").defer("order__body").order_by("order__created")
    return {
        (item.design, item.version): item.order for item in found if item.design and item.version
    }


def _local(moment: datetime | None, ahead: timedelta) -> datetime | None:
    """A moment of the server's as the clock on the wall had it, which is `ahead` of UTC."""
    return None if moment is None else moment.replace(tzinfo=None) + ahead


def _wanted(row: dict[str, Any], order: LabOrder | None, ahead: timedelta) -> Wanted:
    return Wanted(
        printed=_local(row["printed_at"], ahead),
        ordered=_local(order.submitted or order.created, ahead) if order else None,
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
        lab=order.lab_name if order else row["document__lab__used__name"] or "",
        lab_days=order.days if order else row["document__lab__used__days"] or 0,
    )
