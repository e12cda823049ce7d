"""Laying runs out: what takes long of a run before its first file is begun."""

from __future__ import annotations

from itertools import islice

from celery import shared_task
from django.db import transaction

from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.queue import Queue
from zollstock.pixels.errors import Cancelled
from zollstock.renders.models import LAID, Run
from zollstock.renders.orders import send_run
from zollstock.renders.planners import send_layout
from zollstock.renders.runs_api import WORKERS

from .runs import AT_ONCE, RunItem, run_items, write

#: 20,000 cells take about a quarter of a minute; then its worker is ended.
MOST_SECONDS = 600

LAYING = Queue(
    Run,
    waiting={"state": Run.State.WAITING},
    running={"state": Run.State.LAYING},
    failed={"state": Run.State.FAILED},
    what="these files were laid out",
    interrupted="Laying out these files was interrupted three times, and none was begun. Order them again, "
    "or fewer at once.",
)


@shared_task(time_limit=MOST_SECONDS)
def lay_out(run_id: str) -> None:
    """Make the orders of a run; only the worker that claims it does. Then the files are begun."""
    run = LAYING.claim(run_id)
    if run is None:
        return
    with LAYING.fail_with_message(run), LAYING.alive(run) as alive:
        run.orders.all().delete()  # of a worker that did not come to its end
        coming, laid = run_items(run), 0
        while part := list(islice(coming, AT_ONCE)):
            laid += len(part)
            _write_mine(run, part)
            if not alive.progress(min(LAID - 1, 100 * laid // run.total)):
                raise Cancelled
        if LAYING.finish(run, state=Run.State.GOING, percent=LAID, total=laid):
            send_run(run.id, WORKERS)


def _write_mine(run: Run, part: list[RunItem]) -> None:
    """Write orders while the run is this worker's, so that no two workers' orders mix."""
    with transaction.atomic():
        if LAYING.mine(run).select_for_update().first() is None:
            raise Cancelled
        write(part)


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker, and tell again of what the broker forgot."""
    for run in LAYING.lost_rows():
        send_layout(run)
    for run in LAYING.undispatched_rows():
        send_layout(run)
