"""Laying orders of batches out: what takes long of one before its first file is begun."""

from __future__ import annotations

from itertools import islice

from celery import shared_task
from django.db import transaction

from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.queue import Queue
from zollstock.pixels.errors import Cancelled
from zollstock.renders.models import LAID, Order
from zollstock.renders.orders import send_order
from zollstock.renders.orders_api import WORKERS
from zollstock.renders.planners import send_layout

from .orders import AT_ONCE, LaidLine, lines_of_batch, write

#: 20,000 cells take about a quarter of a minute; then its worker is ended.
MOST_SECONDS = 600

LAYING = Queue(
    Order,
    waiting={"state": Order.State.WAITING},
    running={"state": Order.State.LAYING},
    failed={"state": Order.State.FAILED},
    what="these files were laid out",
    interrupted="Laying out these files was interrupted three times, and none was begun. Order them again, "
    "or fewer at once.",
)


@shared_task(time_limit=MOST_SECONDS)
def lay_out(order_id: str) -> None:
    """Make the lines of an order; only the worker that claims it does. Then the files are begun."""
    order = LAYING.claim(order_id)
    if order is None:
        return
    with LAYING.fail_with_message(order), LAYING.alive(order) as alive:
        order.lines.all().delete()  # of a worker that did not come to its end
        coming, laid = lines_of_batch(order), 0
        while part := list(islice(coming, AT_ONCE)):
            laid += len(part)
            _write_mine(order, part)
            if not alive.progress(min(LAID - 1, 100 * laid // order.total)):
                raise Cancelled
        if LAYING.finish(order, state=Order.State.GOING, percent=LAID, total=laid):
            send_order(order.id, WORKERS)


def _write_mine(order: Order, part: list[LaidLine]) -> None:
    """Write lines while the order is this worker's, so that no two workers' lines mix."""
    with transaction.atomic():
        if LAYING.mine(order).select_for_update().first() is None:
            raise Cancelled
        write(part)


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker, and tell again of what the broker forgot."""
    for order in LAYING.lost_rows():
        send_layout(order)
    for order in LAYING.undispatched_rows():
        send_layout(order)
