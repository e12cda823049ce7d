"""Working on orders at labs: each is sent once whatever dies, watched until it is over, called off until it is printing.

Everything that is asked of a lab may be asked again: a worker that is killed, a line that is lost, a lab that answers
late or not at all change nothing of what is ordered.
"""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path
from typing import Any

from celery import shared_task
from django.utils import timezone

from zollstock.core.ground.refusal import Refusal
from zollstock.longwork.backoff import BackOff
from zollstock.longwork.clock import by_the_clock
from zollstock.longwork.queue import Queue, TryLater
from zollstock.pictures.storage import local_path, name_of, store, work_folder
from zollstock.printlog.keeping import begin_row

from .models import LabItem, LabOrder
from .ordering import files_over, tell
from .service import STATES, Lab, NotGranted

MOST_SECONDS = 900
State, Stage = LabOrder.State, LabOrder.Stage
#: An order is asked about after a share of its age, within these.
_AGE_SHARE, _SOONEST, _LATEST = 10, timedelta(seconds=2), timedelta(minutes=30)

ORDERS = Queue(
    LabOrder,
    waiting={"state": State.WAITING},
    running={"state": State.RUNNING},
    failed={"state": State.FAILED},
    what="this order was sent",
    interrupted="This order ended too many workers.",
    # What could not be sent keeps no copy of its files.
    ended=files_over,
    back_off=BackOff(first=timedelta(seconds=1), times=1.8, most=timedelta(minutes=10)),
    # A lab that is away for a day is no reason to lose an order; each try is told in its log.
    most_tries=30_000,
)


@shared_task(time_limit=MOST_SECONDS)
def work(order_id: str) -> None:
    """Take the next step of an order; only the worker that claims it does."""
    order = ORDERS.claim(order_id)
    if order is None:
        return
    with ORDERS.fail_with_message(order), ORDERS.alive(order):
        lab = _lab(order)
        if order.cancel_wanted:
            _call_off(order, lab)
        elif order.stage == Stage.SENDING:
            _send(order, lab)
        else:
            _watch(order, lab)


def _lab(order: LabOrder) -> Lab:
    """Its lab. Where the service is not set up just now, the order waits: what is on its way there is not lost by that."""
    try:
        return Lab(order.address, order.lab_name)
    except Refusal:
        raise TryLater(
            f"{order.lab_name} has no service here just now; it is asked again."
        ) from None


def _send(order: LabOrder, lab: Lab) -> None:
    number = str(order.id)
    try:
        lab.put_order(number, order.body)
        for item in order.items.filter(sent=False):
            with local_path(name_of(item.file)) as path:
                lab.put_file(number, item.number, path, item.sha256)
            LabItem.objects.filter(pk=item.pk).update(sent=True)
        if LabOrder.objects.filter(pk=order.pk, cancel_wanted=True).exists():
            _call_off(order, lab)
            return
        told = lab.submit(number)
    except NotGranted as said:
        raise Refusal(f"{order.lab_name} does not take this order: {said}.") from None
    _again(order, told, stage=Stage.WATCHING, submitted=timezone.now(), deadline=None)
    files_over(order)


def _watch(order: LabOrder, lab: Lab) -> None:
    told, reason = lab.state(str(order.id))
    if told == "refused":
        ORDERS.finish(order, state=State.REFUSED, told=told, told_at=timezone.now(), problem=f"{order.lab_name} sent it back: {reason}"[:400])  # fmt: skip
    elif told == "cancelled":
        ORDERS.finish(order, state=State.CANCELLED, told=told, told_at=timezone.now(), problem="")
    elif told == "sent":
        for item in order.items.filter(returned=""):
            _fetch(order, item, lab)
        ORDERS.finish(order, also=lambda: _log(order), state=State.DONE, told=told, told_at=timezone.now(), problem="")  # fmt: skip
    else:
        # A state that goes backwards is an old answer: what was told stays.
        known = STATES.index(order.told) if order.told in STATES else 0
        _again(order, STATES[max(known, STATES.index(told))])


def _call_off(order: LabOrder, lab: Lab) -> None:
    """The order is written into the lab's book even where it never came there, and called off in it: nothing that is on
    its way can make one of it afterwards."""
    number = str(order.id)
    try:
        lab.put_order(number, order.body)
        lab.cancel(number)
    except NotGranted as said:
        if said.status != 409:
            raise Refusal(f"{order.lab_name} does not cancel it: {said}.") from None
        words = f"{order.lab_name} is printing it already, so it could not be cancelled."
        _again(order, order.told, stage=Stage.WATCHING, cancel_wanted=False, problem=words)
        return
    ORDERS.finish(order, state=State.CANCELLED, told="cancelled", told_at=timezone.now(), problem="")  # fmt: skip
    files_over(order)


def _again(order: LabOrder, told: str, **more: object) -> None:
    """To be asked about again, the sooner the younger it is."""
    age = timezone.now() - (order.submitted or timezone.now())
    pause = max(_SOONEST, min(_LATEST, age / _AGE_SHARE))
    changes: dict[str, Any] = {"problem": "", **more, "state": State.WAITING, "worker": "", "tries": 0, "told": told,
               "told_at": timezone.now(), "next_try": timezone.now() + pause}  # fmt: skip
    ORDERS.finish(order, **changes)


def _fetch(order: LabOrder, item: LabItem, lab: Lab) -> None:
    """The print as it came back."""
    try:
        content = lab.returned(str(order.id), item.number)
    except NotGranted:
        return  # a lab that shows nothing of it has sent it all the same
    with work_folder() as folder:
        path = Path(folder) / f"{item.number}.jpg"
        path.write_bytes(content)
        name = store(path, f"labreturned/{str(order.id)[:2]}/{order.id}/{item.number}.jpg")
    LabItem.objects.filter(pk=item.pk).update(returned=name)


def _log(order: LabOrder) -> None:
    """A row of the log for each print, which asks how it came out."""
    for item in order.items.all():
        begin_row(
            order.account, anew=True, job=order.job, design=item.design, version=item.version, title=item.title, size=item.size_text,
            file_sha256=item.sha256, lab=order.lab_name, copies=item.copies, cost=item.price and item.price * item.copies,
            currency=order.currency,
        )  # fmt: skip


@by_the_clock(5)
@shared_task
def take_up() -> None:
    """Queue again what lost its worker, was forgotten, or is due."""
    due = LabOrder.objects.filter(state=State.WAITING, next_try__lte=timezone.now()).defer("body")
    for row in (*ORDERS.lost_rows(), *ORDERS.undispatched_rows(), *due[:500]):
        tell(row)
