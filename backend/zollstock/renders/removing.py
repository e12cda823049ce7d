"""Removing runs: gone for their owner at once; their thousands of rows and files are cleared away behind."""

from __future__ import annotations

from uuid import UUID

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from zollstock.longwork.messages import Message
from zollstock.longwork.queue import Queue
from zollstock.pixels.errors import Cancelled

from .models import Order, Run

CLEAR = Message("zollstock.renders.tasks.clear_run")

#: Orders that are deleted in one go, with their files.
AT_ONCE = 500
GOING_AWAY = (Run.State.REMOVED, Run.State.CLEARING)

REMOVED = Queue(
    Run,
    waiting={"state": Run.State.REMOVED},
    running={"state": Run.State.CLEARING},
    # Nobody waits for it, and it must not stay: whatever went wrong, it is begun again a while later.
    failed={"state": Run.State.REMOVED, "tries": 0},
    what="a removed run was cleared away",
    interrupted="Clearing away was interrupted three times; it goes on later.",
)


def not_removed(runs: QuerySet[Run]) -> QuerySet[Run]:
    """Those that their owner has not removed."""
    return runs.exclude(state__in=GOING_AWAY)


def remove(runs: QuerySet[Run]) -> None:
    """Remove runs with their files. Whoever works on them notices within a second and leaves nothing."""
    with transaction.atomic():
        going = list(not_removed(runs).values_list("id", flat=True))
        Run.objects.filter(id__in=going).update(
            state=Run.State.REMOVED, worker="", tries=0, pulse=timezone.now()
        )
        for run_id in going:
            send(run_id)


def send(run_id: UUID) -> None:
    CLEAR.send_when_there(run_id)


def clear(run_id: str) -> None:
    """Delete what a removed run has, piece by piece, and at last the run."""
    run = REMOVED.claim(run_id)
    if run is None:
        return
    with REMOVED.fail_with_message(run), REMOVED.alive(run) as alive:
        while part := list(run.orders.values_list("id", flat=True)[:AT_ONCE]):
            Order.objects.filter(id__in=part).delete()
            if not alive.wanted:
                raise Cancelled
        run.delete()
