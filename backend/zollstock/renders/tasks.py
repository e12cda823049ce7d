"""Making the files: claim a row, make them, store the result whole, or take up what was left."""

from __future__ import annotations

import time
from contextlib import ExitStack
from pathlib import Path

from celery import shared_task
from django.db.models import Exists, OuterRef, Q
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.jobs.models import Design
from zollstock.jobs.removed import clear_removed
from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.heartbeat import persistently
from zollstock.longwork.queue import FORGOTTEN_AFTER, Queue
from zollstock.pictures.models import Picture
from zollstock.pictures.storage import discard, local_path, name_of, store, work_folder
from zollstock.pixels.write import Written
from zollstock.studio.composition import studio_of

from .forgetting import forget_due
from .joborders import lines_of_job
from .laying import LAYING, lay_out
from .laying import MOST_SECONDS as MOST_LAYING
from .learning import learning
from .makers import MAKERS, master_of
from .models import Order, OrderFile, OrderLine
from .orders import picture_was_read, pictures_ready, send, send_order
from .planners import send_layout
from .removing import REMOVED, clear
from .removing import send as send_removed

#: No line takes longer than this, seconds; then its worker is ended.
MOST_SECONDS = 2 * 60 * 60
#: So long a worker stays with the order of a batch before others have their turn.
TIME_SLICE_S = 0.5

LINES = Queue(
    OrderLine,
    waiting={"state": OrderLine.State.QUEUED},
    running={"state": OrderLine.State.RUNNING},
    failed={"state": OrderLine.State.FAILED},
    what="this file was made",
    interrupted="The work on this file was interrupted three times. Nothing was left behind; order it "
    "again, or try a smaller size.",
)


@shared_task(time_limit=MOST_SECONDS)
def make(line_id: str) -> None:
    """Make the files of one line. Only the worker that claims the row works on it."""
    line = _claim(line_id)
    if line is not None:
        _carry_out(line)


@shared_task(time_limit=MOST_SECONDS)
def work_off(order_id: str) -> None:
    """Work on the order of a batch for a moment, then stand at the end of the queue again.

    So the order of a print is never stuck behind one of thousands, and a pause is heard at once.
    """
    end = time.monotonic() + TIME_SLICE_S
    while time.monotonic() < end:
        if not Order.objects.filter(id=order_id, state=Order.State.GOING).update(
            pulse=timezone.now()
        ):
            return
        waiting = OrderLine.objects.filter(
            pictures_ready(), order_id=order_id, state=OrderLine.State.QUEUED
        )
        line_id = waiting.order_by("position").values_list("id", flat=True).first()
        if line_id is None:
            return
        line = _claim(line_id)
        if line is not None:
            _carry_out(line)
    send_order(order_id)


def _claim(line_id: object) -> OrderLine | None:
    """The line as this worker's own, once its pictures are ready."""
    return LINES.claim(line_id, pictures_ready())


def _carry_out(line: OrderLine) -> None:
    with (
        LINES.fail_with_message(line),
        LINES.alive(line) as alive,
        work_folder() as folder,
        ExitStack() as masters,
    ):
        pictures = {
            key: master_of(picture, masters.enter_context(local_path(name_of(picture.file))))
            for key, picture in line.by_key().items()
        }
        files = list(line.files.all())
        places = [folder / f"{file.number:04d}" / file.name for file in files]
        for place in places:
            place.parent.mkdir()
        with learning(line):
            written = MAKERS[line.kind].make(
                line.document, pictures, places, alive.progress, studio_of(line.account)
            )
        _deliver(line, files, places, written)


def _deliver(
    line: OrderLine, files: list[OrderFile], places: list[Path], written: list[Written]
) -> None:
    """Store the finished files, all or none; where the line was called off meanwhile, none."""
    persistently(lambda: check_room(line.account, sum(made.size for made in written)))
    stored: list[OrderFile] = []
    try:
        for file, place, made in zip(files, places, written, strict=True):
            name = _stored_as(line, file)
            discard(name)  # what a worker left that was killed before it could write its row
            file.file.name, file.bytes, file.sha256 = store(place, name), made.size, made.sha256
            stored.append(file)
        delivered = LINES.finish(
            line,
            lambda: _there(line, stored),
            state=OrderLine.State.DONE,
            percent=100,
            finished=timezone.now(),
            held_files=len(stored),
            bytes=sum(file.bytes for file in stored),
        )
    except BaseException:
        discard(*(name_of(file.file) for file in stored))
        raise
    if not delivered:
        discard(*(name_of(file.file) for file in stored))


def _there(line: OrderLine, stored: list[OrderFile]) -> None:
    """The files of a line are there, and its design says so in lists."""
    OrderFile.objects.bulk_update(stored, ["file", "bytes", "sha256"])
    if line.design_id is not None:
        before = Design.every.filter(id=line.design_id, made_version__lt=line.version)
        before.update(made_version=line.version)


def _stored_as(line: OrderLine, file: OrderFile) -> str:
    home = f"renders/{line.id.hex[:2]}/{line.id}"
    return f"{home}/{file.name}" if file.number == 1 else f"{home}/{file.number}-{file.name}"


@shared_task(time_limit=MOST_LAYING)
def lay_out_job(order_id: str) -> None:
    """Make the lines of an order of all files of a job."""
    lay_out(order_id, lines_of_job)


@shared_task(time_limit=MOST_SECONDS)
def clear_order(order_id: str) -> None:
    """Clear away what a removed order has."""
    clear(order_id)


@by_the_clock(300)
@shared_task
def forget() -> None:
    """Pictures whose time is up."""
    clear_removed()
    forget_due()


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker, and tell again of what the broker forgot."""
    for line in LINES.lost_rows():
        send(line)
    for laid_out in (*LAYING.lost_rows(), *LAYING.undispatched_rows()):
        send_layout(laid_out)
    for line in LINES.undispatched_rows(Q(order__planner="")):
        refused = line.pictures.filter(state=Picture.State.REFUSED).first()
        if refused is not None:
            picture_was_read(refused.id)
        else:
            send(line)
    for removed in (*REMOVED.lost_rows(), *REMOVED.undispatched_rows()):
        send_removed(removed.id)
    waiting = OrderLine.objects.filter(order=OuterRef("pk"), state=OrderLine.State.QUEUED)
    silent = Order.objects.filter(
        Exists(waiting), state=Order.State.GOING, pulse__lt=timezone.now() - FORGOTTEN_AFTER
    ).exclude(planner="")
    for order in silent:
        Order.objects.filter(id=order.id).update(pulse=timezone.now())
        send_order(order.id)
