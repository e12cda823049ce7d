"""Runs over the wire: watch them, pause, go on, call off, fetch everything as one ZIP."""

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
from .models import Order, OrderFile, Run
from .orders import UNFINISHED, send_run
from .planners import send_layout
from .removing import not_removed

router = Router(tags=["runs"])
#: So many workers may be at one run at the same time; the rest serves single orders.
WORKERS = 4
#: What all files of a run are that ended before it had its orders.
_UNLAID = {Run.State.CANCELLED: Order.State.CANCELLED, Run.State.FAILED: Order.State.FAILED}


class RunState(Schema):
    """A run with its counts; it is over when nothing is queued or running."""

    id: UUID
    title: str
    state: str
    total: int
    queued: int
    running: int
    done: int
    failed: int
    cancelled: int
    percent: int
    laid_percent: int
    over: bool
    size_text: str
    problems: list[str]
    created: datetime


def run_states(runs: QuerySet[Run]) -> list[RunState]:
    counts = {state.value: Count("orders", filter=Q(orders__state=state)) for state in Order.State}
    # Meta.ordering does not reach grouped queries.
    return [_state(run) for run in runs.annotate(**counts).order_by("-created")]


def _state(run: Run) -> RunState:
    if run.laid:
        counts = {state.value: getattr(run, state.value) for state in Order.State}
    else:
        counts = {state.value: 0 for state in Order.State}
        counts[_UNLAID.get(Run.State(run.state), Order.State.QUEUED)] = run.total
    total = sum(counts.values())
    waiting = counts["queued"] + counts["running"]
    weight = held_bytes(OrderFile.objects.filter(order__run=run)) if counts["done"] else 0
    return RunState(
        id=run.id,
        title=run.title,
        state=run.state,
        total=total,
        **counts,
        over=waiting == 0,
        percent=100 if waiting == 0 else min(99, 100 * (total - waiting) // max(1, total)),
        laid_percent=run.percent,
        size_text=size_of_file(weight) if weight else "",
        problems=_problems(run, counts["failed"]),
        created=run.created,
    )


def _problems(run: Run, failed: int) -> list[str]:
    """Why the run, or the first of its files, failed."""
    if run.problem:
        return [run.problem]
    if not failed:
        return []
    files = OrderFile.objects.filter(order__run=run, order__state=Order.State.FAILED)
    first = files.order_by("order__position", "number").values_list("name", "order__problem")[:5]
    return [f"{name}: {problem}" for name, problem in first]


def own_runs(request: SignedRequest) -> QuerySet[Run]:
    return not_removed(who_asks(request).may_see(Run.objects))


def _shown(request: SignedRequest, run_id: UUID) -> RunState:
    return run_states(own_runs(request).filter(id=run_id))[0]


@router.get("/runs/{uuid:run_id}", response=RunState)
def one(request: SignedRequest, run_id: UUID) -> RunState:
    get_object_or_404(own_runs(request), id=run_id)
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/pause", response=RunState)
def pause(request: SignedRequest, run_id: UUID) -> RunState:
    """What is in work is finished, nothing new is begun."""
    run = get_object_or_404(own_runs(request), id=run_id)
    if Run.objects.filter(id=run.id, state=Run.State.GOING).update(state=Run.State.PAUSED):
        note(run, Run.State.PAUSED, request.user.username)
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/resume", response=RunState)
def resume(request: SignedRequest, run_id: UUID) -> RunState:
    run = get_object_or_404(own_runs(request), id=run_id)
    if Run.objects.filter(id=run.id, state=Run.State.PAUSED).update(
        state=Run.State.GOING, pulse=timezone.now()
    ):
        note(run, Run.State.GOING, request.user.username)
        send_run(run.id, WORKERS)
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/cancel", response=RunState)
def cancel(request: SignedRequest, run_id: UUID) -> RunState:
    """Nothing more is made; what is finished stays and can be fetched."""
    run = get_object_or_404(own_runs(request), id=run_id)
    with transaction.atomic():
        own_runs(request).filter(id=run.id).update(state=Run.State.CANCELLED)
        ended = list(run.orders.filter(state__in=UNFINISHED).values_list("id", flat=True))
        # Whatever was finished in between stays as it is.
        run.orders.filter(id__in=ended, state__in=UNFINISHED).update(
            state=Order.State.CANCELLED, finished=timezone.now()
        )
        note(run, Run.State.CANCELLED, request.user.username)
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/again", response=RunState)
def again(request: SignedRequest, run_id: UUID) -> RunState:
    """Try once more what failed or was called off."""
    run = get_object_or_404(own_runs(request), id=run_id)
    run.orders.filter(state__in=(Order.State.FAILED, Order.State.CANCELLED)).update(
        state=Order.State.QUEUED, tries=0, problem="", finished=None, worker=""
    )
    state = Run.State.GOING if run.laid else Run.State.WAITING
    own_runs(request).filter(id=run.id).exclude(state=Run.State.LAYING).update(
        state=state, problem="", tries=0, worker="", pulse=timezone.now()
    )
    note(run, "again", request.user.username)
    if run.laid:
        send_run(run.id, WORKERS)
    else:
        send_layout(run)
    return _shown(request, run_id)


@router.delete("/runs/{uuid:run_id}", response={204: None})
def remove(request: SignedRequest, run_id: UUID) -> tuple[int, None]:
    """Remove a run and its files."""
    run = get_object_or_404(own_runs(request), id=run_id)
    removing.remove(Run.objects.filter(id=run.id))
    return 204, None


@router.get("/runs/{uuid:run_id}/files.zip", include_in_schema=False)
def files(request: SignedRequest, run_id: UUID) -> StreamingHttpResponse:
    """Everything that is finished, by size, with a table of what each file is."""
    run = get_object_or_404(own_runs(request), id=run_id)
    if not run.orders.filter(state=Order.State.DONE).exists():
        raise HttpError(409, "No file of this run is finished yet.")
    response = StreamingHttpResponse(zipped(run), content_type="application/zip")
    to_keep(response, run.title, ".zip", "prints")
    return response


@router.get("/runs/{uuid:run_id}/files.csv", include_in_schema=False)
def listed(request: SignedRequest, run_id: UUID) -> HttpResponse:
    run = get_object_or_404(own_runs(request), id=run_id)
    response = HttpResponse(table(run), content_type="text/csv; charset=utf-8")
    to_keep(response, run.title, ".csv", "prints")
    return response
