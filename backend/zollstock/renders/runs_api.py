"""Runs over the wire: watch them, pause, go on, call off, fetch everything as one ZIP."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.db.models import Count, Q, QuerySet, Sum
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from ninja.errors import HttpError

from zollstock.core.show import size_of_file
from zollstock.pictures.serving import to_keep

from .bundle import table, zipped
from .models import Render, Run
from .orders import UNFINISHED, send_run

router = Router(tags=["runs"])
#: So many workers may be at one run at the same time; the rest serves single orders.
WORKERS = 4


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
    over: bool
    size_text: str
    problems: list[str]
    created: datetime


def run_states(runs: QuerySet[Run]) -> list[RunState]:
    counts = {
        state.value: Count("renders", filter=Q(renders__state=state)) for state in Render.State
    }
    # Meta.ordering does not reach grouped queries.
    counted = runs.annotate(weight=Sum("renders__bytes"), **counts).order_by("-created")
    return [_state(run) for run in counted]


def _state(run: Run) -> RunState:
    counts = {state.value: getattr(run, state.value) for state in Render.State}
    total = sum(counts.values())
    waiting = counts["queued"] + counts["running"]
    problems = list(
        run.renders.filter(state=Render.State.FAILED).order_by("position")
        .values_list("name", "problem")[:5]
    ) if counts["failed"] else []  # fmt: skip
    return RunState(
        id=run.id, title=run.title, state=run.state, total=total, **counts, over=waiting == 0,
        percent=100 if waiting == 0 else min(99, 100 * (total - waiting) // max(1, total)),
        size_text=size_of_file(run.weight) if run.weight else "",
        problems=[f"{name}: {problem}" for name, problem in problems], created=run.created,
    )  # fmt: skip


def own_runs(request: HttpRequest) -> QuerySet[Run]:
    return Run.objects.filter(account=request.user)


def _shown(request: HttpRequest, run_id: UUID) -> RunState:
    return run_states(own_runs(request).filter(id=run_id))[0]


@router.get("/runs/{uuid:run_id}", response=RunState)
def one(request: HttpRequest, run_id: UUID) -> RunState:
    get_object_or_404(own_runs(request), id=run_id)
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/pause", response=RunState)
def pause(request: HttpRequest, run_id: UUID) -> RunState:
    """What is in work is finished, nothing new is begun."""
    run = get_object_or_404(own_runs(request), id=run_id)
    Run.objects.filter(id=run.id, state=Run.State.GOING).update(state=Run.State.PAUSED)
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/resume", response=RunState)
def resume(request: HttpRequest, run_id: UUID) -> RunState:
    run = get_object_or_404(own_runs(request), id=run_id)
    if Run.objects.filter(id=run.id, state=Run.State.PAUSED).update(
        state=Run.State.GOING, pulse=timezone.now()
    ):
        send_run(run.id, WORKERS)
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/cancel", response=RunState)
def cancel(request: HttpRequest, run_id: UUID) -> RunState:
    """Nothing more is made; what is finished stays and can be fetched."""
    run = get_object_or_404(own_runs(request), id=run_id)
    Run.objects.filter(id=run.id).update(state=Run.State.CANCELLED)
    run.renders.filter(state__in=UNFINISHED).update(
        state=Render.State.CANCELLED, finished=timezone.now()
    )
    return _shown(request, run_id)


@router.post("/runs/{uuid:run_id}/again", response=RunState)
def again(request: HttpRequest, run_id: UUID) -> RunState:
    """Try once more what failed or was called off."""
    run = get_object_or_404(own_runs(request), id=run_id)
    run.renders.filter(state__in=(Render.State.FAILED, Render.State.CANCELLED)).update(
        state=Render.State.QUEUED, tries=0, problem="", finished=None, worker=""
    )
    Run.objects.filter(id=run.id).update(state=Run.State.GOING, pulse=timezone.now())
    send_run(run.id, WORKERS)
    return _shown(request, run_id)


@router.delete("/runs/{uuid:run_id}", response={204: None})
def remove(request: HttpRequest, run_id: UUID) -> tuple[int, None]:
    """Remove a run and its files."""
    get_object_or_404(own_runs(request), id=run_id).delete()
    return 204, None


@router.get("/runs/{uuid:run_id}/files.zip", include_in_schema=False)
def files(request: HttpRequest, run_id: UUID) -> HttpResponse:
    """Everything that is finished, by size, with a table of what each file is."""
    run = get_object_or_404(own_runs(request), id=run_id)
    if not run.renders.filter(state=Render.State.DONE).exists():
        raise HttpError(409, "No file of this run is finished yet.")
    response = StreamingHttpResponse(zipped(run), content_type="application/zip")
    to_keep(response, run.title, ".zip", "prints")
    return response


@router.get("/runs/{uuid:run_id}/files.csv", include_in_schema=False)
def listed(request: HttpRequest, run_id: UUID) -> HttpResponse:
    run = get_object_or_404(own_runs(request), id=run_id)
    response = HttpResponse(table(run), content_type="text/csv; charset=utf-8")
    to_keep(response, run.title, ".csv", "prints")
    return response
