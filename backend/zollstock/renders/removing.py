"""Removing orders of batches: gone for their owner at once; their thousands of rows and files are cleared away behind."""

from __future__ import annotations

from uuid import UUID

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from zollstock.longwork.messages import Message
from zollstock.longwork.queue import Queue
from zollstock.pixels.errors import Cancelled

from .models import Order, OrderLine

CLEAR = Message("zollstock.renders.tasks.clear_order")

#: Lines that are deleted in one go, with their files.
AT_ONCE = 500
GOING_AWAY = (Order.State.REMOVED, Order.State.CLEARING)

REMOVED = Queue(
    Order,
    waiting={"state": Order.State.REMOVED},
    running={"state": Order.State.CLEARING},
    # Nobody waits for it, and it must not stay: whatever went wrong, it is begun again a while later.
    failed={"state": Order.State.REMOVED, "tries": 0},
    what="a removed order was cleared away",
    interrupted="Clearing away was interrupted three times; it goes on later.",
)


def not_removed(orders: QuerySet[Order]) -> QuerySet[Order]:
    """Those that their owner has not removed."""
    return orders.exclude(state__in=GOING_AWAY)


def remove(orders: QuerySet[Order]) -> None:
    """Remove orders with their files. Whoever works on them notices within a second and leaves nothing."""
    with transaction.atomic():
        going = list(not_removed(orders).values_list("id", flat=True))
        Order.objects.filter(id__in=going).update(
            state=Order.State.REMOVED, worker="", tries=0, pulse=timezone.now()
        )
        for order_id in going:
            send(order_id)


def send(order_id: UUID) -> None:
    CLEAR.send_when_there(order_id)


def clear(order_id: str) -> None:
    """Delete what a removed order has, piece by piece, and at last the order."""
    order = REMOVED.claim(order_id)
    if order is None:
        return
    with REMOVED.fail_with_message(order), REMOVED.alive(order) as alive:
        while part := list(order.lines.values_list("id", flat=True)[:AT_ONCE]):
            OrderLine.objects.filter(id__in=part).delete()
            if not alive.wanted:
                raise Cancelled
        order.delete()
