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
from .learning import learning
from .makers import MAKERS
from .models import Order, OrderFile, Run
from .orders import picture_was_read, pictures_ready, send, send_run
from .removing import REMOVED, clear
from .removing import send as send_removed

#: No order takes longer than this, seconds; then its worker is ended.
MOST_SECONDS = 2 * 60 * 60
#: So long a worker stays with a run before other orders have their turn.
TIME_SLICE_S = 0.5

ORDERS = Queue(
    Order,
    waiting={"state": Order.State.QUEUED},
    running={"state": Order.State.RUNNING},
    failed={"state": Order.State.FAILED},
    what="this file was made",
    interrupted="The work on this file was interrupted three times. Nothing was left behind; order it "
    "again, or try a smaller size.",
)


@shared_task(time_limit=MOST_SECONDS)
def make(order_id: str) -> None:
    """Make the files of one order. Only the worker that claims the row works on it."""
    order = _claim(order_id)
    if order is not None:
        _carry_out(order)


@shared_task(time_limit=MOST_SECONDS)
def work_off(run_id: str) -> None:
    """Work on a run for a moment, then stand at the end of the queue again.

    So single orders are never stuck behind a run of thousands, and a pause is heard at once.
    """
    end = time.monotonic() + TIME_SLICE_S
    while time.monotonic() < end:
        if not Run.objects.filter(id=run_id, state=Run.State.GOING).update(pulse=timezone.now()):
            return
        waiting = Order.objects.filter(pictures_ready(), run_id=run_id, state=Order.State.QUEUED)
        order_id = waiting.order_by("position").values_list("id", flat=True).first()
        if order_id is None:
            return
        order = _claim(order_id)
        if order is not None:
            _carry_out(order)
    send_run(run_id)


def _claim(order_id: object) -> Order | None:
    """The order as this worker's own, once its pictures are ready."""
    return ORDERS.claim(order_id, pictures_ready())


def _carry_out(order: Order) -> None:
    with (
        ORDERS.fail_with_message(order),
        ORDERS.alive(order) as alive,
        work_folder() as folder,
        ExitStack() as masters,
    ):
        pictures = {
            key: masters.enter_context(local_path(name_of(picture.file)))
            for key, picture in order.by_key().items()
        }
        files = list(order.files.all())
        places = [folder / f"{file.number:04d}" / file.name for file in files]
        for place in places:
            place.parent.mkdir()
        with learning(order):
            written = MAKERS[order.kind].make(
                order.document, pictures, places, alive.progress, studio_of(order.account)
            )
        _deliver(order, files, places, written)


def _deliver(
    order: Order, files: list[OrderFile], places: list[Path], written: list[Written]
) -> None:
    """Store the finished files, all or none; where the order was called off meanwhile, none."""
    persistently(lambda: check_room(order.account, sum(made.size for made in written)))
    stored: list[OrderFile] = []
    try:
        for file, place, made in zip(files, places, written, strict=True):
            name = _stored_as(order, file)
            discard(name)  # what a worker left that was killed before it could write its row
            file.file.name, file.bytes, file.sha256 = store(place, name), made.size, made.sha256
            stored.append(file)
        delivered = ORDERS.finish(
            order,
            lambda: _there(order, stored),
            state=Order.State.DONE,
            percent=100,
            finished=timezone.now(),
        )
    except BaseException:
        discard(*(name_of(file.file) for file in stored))
        raise
    if not delivered:
        discard(*(name_of(file.file) for file in stored))


def _there(order: Order, stored: list[OrderFile]) -> None:
    """The files of an order are there, and its design says so in lists."""
    OrderFile.objects.bulk_update(stored, ["file", "bytes", "sha256"])
    if order.design_id is not None:
        before = Design.every.filter(id=order.design_id, made_version__lt=order.version)
        before.update(made_version=order.version)


def _stored_as(order: Order, file: OrderFile) -> str:
    home = f"renders/{order.id.hex[:2]}/{order.id}"
    return f"{home}/{file.name}" if file.number == 1 else f"{home}/{file.number}-{file.name}"


@shared_task(time_limit=MOST_SECONDS)
def clear_run(run_id: str) -> None:
    """Clear away what a removed run has."""
    clear(run_id)


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
    for order in ORDERS.lost_rows():
        send(order)
    for order in ORDERS.undispatched_rows(Q(run=None)):
        refused = order.pictures.filter(state=Picture.State.REFUSED).first()
        if refused is not None:
            picture_was_read(refused.id)
        else:
            send(order)
    for removed in (*REMOVED.lost_rows(), *REMOVED.undispatched_rows()):
        send_removed(removed.id)
    waiting = Order.objects.filter(run=OuterRef("pk"), state=Order.State.QUEUED)
    silent = Run.objects.filter(
        Exists(waiting), state=Run.State.GOING, pulse__lt=timezone.now() - FORGOTTEN_AFTER
    )
    for run in silent:
        Run.objects.filter(id=run.id).update(pulse=timezone.now())
        send_run(run.id)
