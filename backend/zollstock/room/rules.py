"""The rules by which made files go: what each is about, and which lines of orders it means at a moment."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal, get_args

from django.contrib.auth.models import User
from django.db.models import Exists, F, OuterRef, Q, QuerySet

from zollstock.accounts.principal import Principal
from zollstock.jobs.models import JobEvent
from zollstock.renders.models import OrderLine

RuleKey = Literal["delivered", "earlier", "batches"]
#: The days of each rule that an account has; a rule that is not there removes nothing.
Days = Mapping[RuleKey, int]
MOST_DAYS = 3650

_DONE = OrderLine.State.DONE


@dataclass(frozen=True)
class Rule:
    """A rule in words, and the condition that a finished line meets whose time was up at a moment."""

    name: str
    says: str
    means: Callable[[datetime], Q]


def _delivered(moment: datetime) -> Q:
    """All copies collected, and nothing written down of it since the moment."""
    later = JobEvent.objects.filter(design=OuterRef("design_id"), at__gt=moment)
    return Q(design__collected__gte=F("design__copies")) & ~Q(Exists(later))


def _earlier(moment: datetime) -> Q:
    """A newer file of the same print was there at the moment."""
    newer = OrderLine.objects.filter(
        design=OuterRef("design_id"), state=_DONE, created__gt=OuterRef("created"), finished__lte=moment
    )  # fmt: skip
    return Q(design__isnull=False) & Q(Exists(newer))


def _batches(moment: datetime) -> Q:
    """Made for a batch, which can be ordered again."""
    return Q(design__isnull=True)


RULES: dict[RuleKey, Rule] = {
    "delivered": Rule(
        "Delivered prints",
        "Files of prints and layouts of which all copies are collected, so many days after the last was.",
        _delivered,
    ),
    "earlier": Rule(
        "Earlier files",
        "Files of a print that has a newer one, so many days after that was made.",
        _earlier,
    ),
    "batches": Rule(
        "Batches", "Files of batches, so many days after they were made, fetched or not.", _batches
    ),
}
assert tuple(RULES) == get_args(RuleKey)


def lines_going(account: User, days: Days, now: datetime) -> QuerySet[OrderLine]:
    """The finished lines of an account whose files its rules let go, were it `now`; those of spared jobs never."""
    wanted = Q(pk__in=[])
    for key, after in days.items():
        moment = now - timedelta(days=after)
        wanted |= Q(finished__lte=moment) & RULES[key].means(moment)
    held = Principal(account).may_see(OrderLine.objects).filter(wanted, state=_DONE)
    return held.exclude(design__job__spared__isnull=False)
