"""Making the files: claim a row, render, store the result whole, or take up what was left."""

from __future__ import annotations

import time
from pathlib import Path

from celery import shared_task
from django.db.models import Exists, OuterRef, Q
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.core.plan import parse_plan
from zollstock.longwork.heartbeat import persistently
from zollstock.longwork.queue import FORGOTTEN_AFTER, Queue
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import discard, local_path, store, work_folder
from zollstock.pixels.render import render as render_file
from zollstock.pixels.write import Written

from .models import Render, Run
from .orders import picture_was_read, send, send_run

#: No file takes longer than this, seconds; then its worker is ended.
MOST_SECONDS = 2 * 60 * 60
#: So long a worker stays with a run before other orders have their turn.
SPELL_SECONDS = 0.5

ORDERS = Queue(
    Render,
    waiting={"state": Render.State.QUEUED},
    running={"state": Render.State.RUNNING},
    failed={"state": Render.State.FAILED},
    what="this file was made",
    interrupted="The work on this file was interrupted three times. Nothing was left behind; order it "
    "again, or try a smaller size.",
)


@shared_task(time_limit=MOST_SECONDS)
def make(render_id: str) -> None:
    """Make the file of one order. Only the worker that claims the row works on it."""
    render = _claim(render_id)
    if render is not None:
        _carry_out(render)


@shared_task(time_limit=MOST_SECONDS)
def work_off(run_id: str) -> None:
    """Work on a run for a moment, then stand at the end of the queue again.

    So single orders are never stuck behind a run of thousands, and a pause is heard at once.
    """
    end = time.monotonic() + SPELL_SECONDS
    while time.monotonic() < end:
        if not Run.objects.filter(id=run_id, state=Run.State.GOING).update(pulse=timezone.now()):
            return
        waiting = Render.objects.filter(
            run_id=run_id, state=Render.State.QUEUED, picture__state=Picture.State.READY
        )
        render_id = waiting.order_by("position").values_list("id", flat=True).first()
        if render_id is None:
            return
        render = _claim(render_id)
        if render is not None:
            _carry_out(render)
    send_run(run_id)


def _claim(render_id: object) -> Render | None:
    """The order as this worker's own, once its picture is ready."""
    ready = Picture.objects.filter(id=OuterRef("picture_id"), state=Picture.State.READY)
    return ORDERS.claim(render_id, Exists(ready))


def _carry_out(render: Render) -> None:
    with (
        ORDERS.in_words(render),
        ORDERS.alive(render) as alive,
        work_folder() as folder,
        local_path(render.picture.file.name) as master,
    ):
        out = folder / render.name
        _deliver(render, out, render_file(parse_plan(render.plan), master, out, alive.progress))


def _deliver(render: Render, out: Path, written: Written) -> None:
    """Store the finished file; where the order was called off meanwhile, remove it again."""
    persistently(lambda: check_room(render.account, written.size))
    place = f"renders/{render.id.hex[:2]}/{render.id}/{render.name}"
    discard(place)  # what a worker left that was killed before it could write its row
    name = store(out, place)
    try:
        delivered = ORDERS.finish(
            render, state=Render.State.DONE, percent=100, file=name, bytes=written.size,
            sha256=written.sha256, finished=timezone.now(),
        )  # fmt: skip
    except Exception:
        discard(name)
        raise
    if not delivered:
        discard(name)


@shared_task
def take_up() -> None:
    """Queue again what lost its worker, and tell again of what the broker forgot."""
    for render in ORDERS.left():
        send(render)
    for render in ORDERS.forgotten(Q(run=None)):
        if render.picture.state == Picture.State.REFUSED:
            picture_was_read(render.picture.id)
        else:
            send(render)
    waiting = Render.objects.filter(run=OuterRef("pk"), state=Render.State.QUEUED)
    silent = Run.objects.filter(
        Exists(waiting), state=Run.State.GOING, pulse__lt=timezone.now() - FORGOTTEN_AFTER
    )
    for run in silent:
        Run.objects.filter(id=run.id).update(pulse=timezone.now())
        send_run(run.id)
