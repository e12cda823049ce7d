"""Made files go by the rules of their account: the line stays and says so, its plan and versions stay, and it can be made again."""

from __future__ import annotations

import logging
import time
from collections.abc import Sequence
from datetime import datetime
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Exists, F, OuterRef
from django.utils import timezone

from zollstock.jobs.models import Design
from zollstock.longwork.events import note_all
from zollstock.pictures.storage import discard, name_of
from zollstock.renders.models import OrderFile, OrderLine

from .models import TidyingRules
from .rules import Days, lines_going

log = logging.getLogger(__name__)

#: So many lines go at once, and so long (seconds) one turn lasts: others wait for the same workers.
CHUNK, TURN_S = 200, 4.0


def tidy_due() -> int:
    """What the rules of all accounts let go by now; returns how many lines."""
    now, end, gone = timezone.now(), time.monotonic() + TURN_S, 0
    for rules in TidyingRules.objects.filter(acts_from__lte=now).select_related("account"):
        if time.monotonic() > end:
            break
        try:
            gone += tidy(rules.account, rules.days, now, end)
        except Exception:  # the others must not wait for one account
            log.exception("files of account %s were not tidied", rules.account_id)
    return gone


def tidy(account: User, days: Days, now: datetime, end: float) -> int:
    """Remove the files that the rules let go, until the clock (monotonic) is at `end`; returns of how many lines."""
    gone = 0
    while part := list(lines_going(account, days, now).values_list("id", flat=True)[:CHUNK]):
        gone += _remove(part)
        if time.monotonic() > end:
            break
    return gone


@transaction.atomic
def _remove(ids: Sequence[UUID]) -> int:
    """All files of these lines, as far as they are still finished; their names and what was known of them stay."""
    lines = OrderLine.objects.select_for_update().filter(id__in=ids, state=OrderLine.State.DONE)
    held = list(lines.values_list("id", flat=True))
    files = OrderFile.objects.filter(line__in=held).exclude(file="")
    names = [name_of(file.file) for file in files.only("file")]
    OrderFile.objects.filter(line__in=held).update(file="", bytes=0)
    OrderLine.objects.filter(id__in=held).update(
        state=OrderLine.State.TIDIED, held_files=0, bytes=0
    )
    still = OrderLine.objects.filter(
        design=OuterRef("pk"), state=OrderLine.State.DONE, version=OuterRef("version")
    )
    without = Design.every.filter(lines__in=held, made_version=F("version")).exclude(Exists(still))
    Design.every.filter(id__in=list(without.values_list("id", flat=True))).update(made_version=0)
    note_all(OrderLine, held, OrderLine.State.TIDIED, words="by a rule of its account")
    transaction.on_commit(lambda: discard(*names))
    return len(held)
