"""Orders over the wire: watch them, pause, go on, cancel, fetch everything as one ZIP."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.db import transaction
from django.db.models import Count, Q, QuerySet
from django.http import HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from ninja.errors import HttpError

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.show import size_of_file
from zollstock.longwork.events import note
from zollstock.pictures.apps import held_bytes
from zollstock.pictures.serving import to_keep

from . import removing
from .bundle import table, zipped
from .models import Order, OrderLine
from .orders import UNFINISHED, WORKERS, send_order
from .planners import send_layout
from .removing import not_removed

router = Router(tags=["orders"])
#: What all files are of one that ended before it had its lines.
_UNLAID = {
    Order.State.CANCELLED: OrderLine.State.CANCELLED,
    Order.State.FAILED: OrderLine.State.FAILED,
}


class OrderState(Schema):
    """An order with the counts of its lines; it is over when nothing is queued or running."""

    id: UUID
    title: str
    state: str
    total: int
    queued: int
    running: int
    done: int
    failed: int
    cancelled: int
    tidied: int
    percent: int
    laid_percent: int
    over: bool
    size_text: str
    problems: list[str]
    created: datetime


def order_states(orders: QuerySet[Order]) -> list[OrderState]:
    counts = {
        state.value: Count("lines", filter=Q(lines__state=state)) for state in OrderLine.State
    }
    # Meta.ordering does not reach grouped queries.
    return [_state(order) for order in orders.annotate(**counts).order_by("-created")]


def _state(order: Order) -> OrderState:
    if order.laid:
        counts = {state.value: getattr(order, state.value) for state in OrderLine.State}
    else:
        counts = {state.value: 0 for state in OrderLine.State}
        counts[_UNLAID.get(Order.State(order.state), OrderLine.State.QUEUED)] = order.total
    total = sum(counts.values())
    waiting = counts["queued"] + counts["running"]
    weight = held_bytes(order.lines.all()) if counts["done"] else 0
    return OrderState(
        id=order.id,
        title=order.title,
        state=order.state,
        total=total,
        **counts,
        over=waiting == 0,
        percent=100 if waiting == 0 else min(99, 100 * (total - waiting) // max(1, total)),
        laid_percent=order.percent,
        size_text=size_of_file(weight) if weight else "",
        problems=_problems(order, counts["failed"]),
        created=order.created,
    )


def _problems(order: Order, failed: int) -> list[str]:
    """Why it, or the first of its files, failed."""
    if order.problem:
        return [order.problem]
    if not failed:
        return []
    lines = order.lines.filter(state=OrderLine.State.FAILED).order_by("position")
    # A line that could not even be laid out has no file, and says itself whose it is.
    first = lines.values_list("files__name", "problem").filter(Q(files__number=1) | Q(files=None))[
        :5
    ]
    return [f"{name}: {problem}" if name else problem for name, problem in first]


def own_orders(request: SignedRequest) -> QuerySet[Order]:
    """Orders of many lines, as a batch or a job gives them; that of one design is asked for by its line."""
    return not_removed(who_asks(request).may_see(Order.objects)).exclude(planner="")


def _shown(request: SignedRequest, order_id: UUID) -> OrderState:
    return order_states(own_orders(request).filter(id=order_id))[0]


@router.get("/orders/{uuid:order_id}", response=OrderState)
def one(request: SignedRequest, order_id: UUID) -> OrderState:
    get_object_or_404(own_orders(request), id=order_id)
    return _shown(request, order_id)


@router.post("/orders/{uuid:order_id}/pause", response=OrderState)
def pause(request: SignedRequest, order_id: UUID) -> OrderState:
    """What is in work is finished, nothing new is begun."""
    order = get_object_or_404(own_orders(request), id=order_id)
    if Order.objects.filter(id=order.id, state=Order.State.GOING).update(state=Order.State.PAUSED):
        note(order, Order.State.PAUSED, request.user.username)
    return _shown(request, order_id)


@router.post("/orders/{uuid:order_id}/resume", response=OrderState)
def resume(request: SignedRequest, order_id: UUID) -> OrderState:
    order = get_object_or_404(own_orders(request), id=order_id)
    if Order.objects.filter(id=order.id, state=Order.State.PAUSED).update(
        state=Order.State.GOING, pulse=timezone.now()
    ):
        note(order, Order.State.GOING, request.user.username)
        send_order(order.id, WORKERS)
    return _shown(request, order_id)


@router.post("/orders/{uuid:order_id}/cancel", response=OrderState)
def cancel(request: SignedRequest, order_id: UUID) -> OrderState:
    """Nothing more is made; what is finished stays and can be fetched."""
    order = get_object_or_404(own_orders(request), id=order_id)
    with transaction.atomic():
        own_orders(request).filter(id=order.id).update(state=Order.State.CANCELLED)
        ended = list(order.lines.filter(state__in=UNFINISHED).values_list("id", flat=True))
        # Whatever was finished in between stays as it is.
        order.lines.filter(id__in=ended, state__in=UNFINISHED).update(
            state=OrderLine.State.CANCELLED, finished=timezone.now()
        )
        note(order, Order.State.CANCELLED, request.user.username)
    return _shown(request, order_id)


@router.post("/orders/{uuid:order_id}/again", response=OrderState)
def again(request: SignedRequest, order_id: UUID) -> OrderState:
    """Try once more what failed or was cancelled, and make anew what was tidied away."""
    order = get_object_or_404(own_orders(request), id=order_id)
    missing = (OrderLine.State.FAILED, OrderLine.State.CANCELLED, OrderLine.State.TIDIED)
    order.lines.filter(state__in=missing).update(
        state=OrderLine.State.QUEUED, tries=0, problem="", finished=None, worker=""
    )
    state = Order.State.GOING if order.laid else Order.State.WAITING
    own_orders(request).filter(id=order.id).exclude(state=Order.State.LAYING).update(
        state=state, problem="", tries=0, worker="", pulse=timezone.now()
    )
    note(order, "again", request.user.username)
    if order.laid:
        send_order(order.id, WORKERS)
    else:
        send_layout(order)
    return _shown(request, order_id)


@router.delete("/orders/{uuid:order_id}", response={204: None})
def remove(request: SignedRequest, order_id: UUID) -> tuple[int, None]:
    """Remove an order and its files."""
    order = get_object_or_404(own_orders(request), id=order_id)
    removing.remove(Order.objects.filter(id=order.id))
    return 204, None


@router.get("/orders/{uuid:order_id}/files.zip", include_in_schema=False)
def files(request: SignedRequest, order_id: UUID) -> StreamingHttpResponse:
    """Everything that is finished, by size, with a table of what each file is."""
    order = get_object_or_404(own_orders(request), id=order_id)
    if not order.lines.filter(state=OrderLine.State.DONE).exists():
        raise HttpError(409, "No file of this order is finished yet.")
    response = StreamingHttpResponse(zipped(order), content_type="application/zip")
    to_keep(response, order.title, ".zip", "prints")
    return response


@router.get("/orders/{uuid:order_id}/files.csv", include_in_schema=False)
def listed(request: SignedRequest, order_id: UUID) -> HttpResponse:
    order = get_object_or_404(own_orders(request), id=order_id)
    response = HttpResponse(table(order), content_type="text/csv; charset=utf-8")
    to_keep(response, order.title, ".csv", "prints")
    return response
