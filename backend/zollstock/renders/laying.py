"""Laying orders out: what takes long of one before its first file is begun.

Whoever plans orders says which lines one has; they are written here piece by piece, and then worked off.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import islice

from django.db import transaction

from zollstock.longwork.queue import Queue
from zollstock.pixels.errors import Cancelled

from .models import LAID, Order, OrderFile, OrderLine, OrderPicture
from .orders import WORKERS, send_order

#: 20,000 cells take about a quarter of a minute; then its worker is ended.
MOST_SECONDS = 600
#: So many lines are written at once.
AT_ONCE = 250

LAYING = Queue(
    Order,
    waiting={"state": Order.State.WAITING},
    running={"state": Order.State.LAYING},
    failed={"state": Order.State.FAILED},
    what="these files were laid out",
    interrupted="Laying out these files was interrupted three times, and none was begun. Order them again, "
    "or fewer at once.",
)


@dataclass(frozen=True, slots=True)
class LaidLine:
    """One line with its pictures and files, not yet written."""

    line: OrderLine
    pictures: list[OrderPicture]
    files: list[OrderFile]


def lay_out(order_id: str, lines_of: Callable[[Order], Iterator[LaidLine]]) -> None:
    """Make the lines of an order; only the worker that claims it does. Then the files are begun."""
    order = LAYING.claim(order_id)
    if order is None:
        return
    with LAYING.fail_with_message(order), LAYING.alive(order) as alive:
        order.lines.all().delete()  # of a worker that did not come to its end
        coming, laid = lines_of(order), 0
        while part := list(islice(coming, AT_ONCE)):
            laid += len(part)
            _write_mine(order, part)
            if not alive.progress(min(LAID - 1, 100 * laid // max(1, order.total))):
                raise Cancelled
        if LAYING.finish(order, state=Order.State.GOING, percent=LAID, total=laid):
            send_order(order.id, WORKERS)


def _write_mine(order: Order, part: list[LaidLine]) -> None:
    """Write lines while the order is this worker's, so that no two workers' lines mix."""
    with transaction.atomic():
        if LAYING.mine(order).select_for_update().first() is None:
            raise Cancelled
        write(part)


def write(laid: list[LaidLine]) -> None:
    """Write lines with what belongs to them; to be called within a transaction."""
    OrderLine.objects.bulk_create([one.line for one in laid])
    OrderPicture.objects.bulk_create([picture for one in laid for picture in one.pictures])
    OrderFile.objects.bulk_create([file for one in laid for file in one.files])
