"""Making the files: claim a row, render, store the result whole, or take up what was left."""

from __future__ import annotations

import logging
import time
import uuid
from datetime import timedelta
from pathlib import Path

from celery import shared_task
from django.db.models import Exists, F, OuterRef
from django.utils import timezone

from zollstock.accounts.quota import QuotaReached, check_room
from zollstock.core.plan import parse_plan
from zollstock.pictures.heartbeat import AWAY, persistently
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import discard, local_path, store, work_folder
from zollstock.pixels.errors import Cancelled, PictureError, RenderError
from zollstock.pixels.render import render as render_file
from zollstock.pixels.write import Written

from .models import Render, Run
from .orders import picture_was_read, send, send_run
from .pulse import Pulse

log = logging.getLogger(__name__)

#: A running row without a pulse for this long has lost its worker.
LOST_AFTER = timedelta(seconds=12)
#: A queued row nobody came for in this time is told about again.
FORGOTTEN_AFTER = timedelta(seconds=20)
MOST_TRIES = 3
#: No file takes longer than this, seconds; then its worker is ended.
MOST_SECONDS = 2 * 60 * 60
#: So long a worker stays with a run before other orders have their turn.
SPELL_SECONDS = 0.5


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
    """The order as this worker's own; None when another was quicker or it waits no more."""
    worker = str(uuid.uuid4())
    ready = Picture.objects.filter(id=OuterRef("picture_id"), state=Picture.State.READY)
    claimed = Render.objects.filter(
        Exists(ready), id=render_id, state=Render.State.QUEUED
    ).update(
        state=Render.State.RUNNING, worker=worker, pulse=timezone.now(), tries=F("tries") + 1,
        percent=0,
    )  # fmt: skip
    if not claimed:
        return None
    return Render.objects.select_related("picture", "account").get(id=render_id)


def _carry_out(render: Render) -> None:
    worker = render.worker
    try:
        with Pulse(render.id, worker) as pulse, work_folder() as folder:
            out = folder / render.name
            with local_path(render.picture.file.name) as master:
                written = render_file(parse_plan(render.plan), master, out, pulse.progress)
            _deliver(render, worker, out, written)
    except Cancelled:
        log.info("render %s was called off", render.id)
    except (RenderError, PictureError, QuotaReached) as error:
        _finish(render, worker, state=Render.State.FAILED, problem=str(error)[:400])
    except FileNotFoundError:
        log.exception("render %s misses its picture", render.id)
        _finish(
            render,
            worker,
            state=Render.State.FAILED,
            problem="The picture's own file is missing from the storage. Bring the picture again.",
        )
    except AWAY:
        raise  # the row says running; it is taken up when the database is back
    except OSError:
        log.exception("render %s failed", render.id)
        _finish(render, worker, state=Render.State.FAILED,
                problem="The file could not be written: is the disk full? Nothing was left "
                "behind.")  # fmt: skip
    except Exception:
        log.exception("render %s failed", render.id)
        _finish(render, worker, state=Render.State.FAILED,
                problem="Something went wrong while this file was made. Nothing was left behind; "
                "it was written down for the people who run this place.")  # fmt: skip


def _deliver(render: Render, worker: str, out: Path, written: Written) -> None:
    """Store the finished file; where the order was called off meanwhile, remove it again."""
    persistently(lambda: check_room(render.account, written.size))
    place = f"renders/{render.id.hex[:2]}/{render.id}/{render.name}"
    discard(place)  # what a worker left that was killed before it could write its row
    name = store(out, place)
    try:
        delivered = _finish(render, worker, state=Render.State.DONE, percent=100, file=name,
                            bytes=written.size, sha256=written.sha256)  # fmt: skip
    except Exception:
        discard(name)
        raise
    if not delivered:
        discard(name)


def _finish(render: Render, worker: str, **result: object) -> bool:
    """Write the end of an order that is still this worker's; patient with a database that is away."""
    mine = Render.objects.filter(id=render.id, worker=worker, state=Render.State.RUNNING)
    return bool(persistently(lambda: mine.update(finished=timezone.now(), **result)))


@shared_task
def take_up() -> None:
    """Queue again what lost its worker, and tell again of what the broker forgot."""
    now = timezone.now()
    lost = Render.objects.filter(state=Render.State.RUNNING, pulse__lt=now - LOST_AFTER)
    lost.filter(tries__gte=MOST_TRIES).update(
        state=Render.State.FAILED, finished=now,
        problem="The work on this file was interrupted three times. Nothing was left behind; "
        "order it again, or try a smaller size.",
    )  # fmt: skip
    for render in lost.filter(tries__lt=MOST_TRIES).select_related("picture"):
        log.warning("render %s lost its worker, it is taken up again", render.id)
        mine = Render.objects.filter(id=render.id, worker=render.worker, state=Render.State.RUNNING)
        if mine.update(state=Render.State.QUEUED, worker="", pulse=now):
            send(render)
    forgotten = Render.objects.select_related("picture").filter(
        state=Render.State.QUEUED, pulse__lt=now - FORGOTTEN_AFTER, run=None
    )
    for render in forgotten:
        Render.objects.filter(id=render.id).update(pulse=now)
        if render.picture.state == Picture.State.REFUSED:
            picture_was_read(render.picture.id)
        else:
            send(render)
    waiting = Render.objects.filter(run=OuterRef("pk"), state=Render.State.QUEUED)
    silent = Run.objects.filter(
        Exists(waiting), state=Run.State.GOING, pulse__lt=now - FORGOTTEN_AFTER
    )
    for run in silent:
        Run.objects.filter(id=run.id).update(pulse=now)
        send_run(run.id)
