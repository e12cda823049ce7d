"""Giving an order, telling a worker of it, calling it off."""

from __future__ import annotations

import os
from uuid import UUID

from django.db import transaction
from django.db.models import Exists, OuterRef, Q
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.core.documents.naming import Names
from zollstock.jobs.models import Design
from zollstock.jobs.thinning import hold
from zollstock.longwork.events import note, note_all
from zollstock.longwork.messages import Message
from zollstock.pictures.models import Picture
from zollstock.studio.composition import studio_of

from .makers import MAKERS, FileWanted, Stopped
from .models import Order, OrderFile, OrderPicture

MAKE = Message("zollstock.renders.tasks.make", "render")
WORK_OFF = Message("zollstock.renders.tasks.work_off", "render")

UNFINISHED = (Order.State.QUEUED, Order.State.RUNNING)


def pictures_ready() -> Q:
    """The condition that every picture of an order has been read."""
    held = OrderPicture.objects.filter(order=OuterRef("pk"))
    return ~Q(Exists(held.exclude(picture__state=Picture.State.READY)))


def order(held: Design) -> Order:
    """Order the files of a design as it is now. Raises `Stopped`, `QuotaReached`.

    The same document already waiting or in work is not ordered twice.
    """
    pictures = held.by_key()
    wanted = MAKERS[held.kind].wanted(held.document, pictures, studio_of(held.account))
    for picture in pictures.values():
        if picture.state == Picture.State.REFUSED:
            raise Stopped(picture.problem)
    check_room(held.job.account)
    with transaction.atomic():
        Design.objects.select_for_update().get(id=held.id)
        running = Order.objects.filter(design=held, version=held.version, state__in=UNFINISHED)
        if found := running.first():
            return found
        made = Order.objects.create(
            account=held.job.account,
            design=held,
            kind=held.kind,
            document=held.document,
            version=held.version,
        )
        OrderPicture.objects.bulk_create(
            OrderPicture(order=made, key=key, picture=picture) for key, picture in pictures.items()
        )
        OrderFile.objects.bulk_create(_files(made, held, wanted))
        hold(held)
        note(made, "ordered", held.job.account.username)
        send(made)
    return made


def _files(made: Order, held: Design, wanted: list[FileWanted]) -> list[OrderFile]:
    """Named so that the newest files of no two designs of a job are called the same."""
    # What may clash begins as all of these do: a job has more names than anybody wants to read.
    stems = [file.name.rpartition(".")[0] for file in wanted]
    begins = os.path.commonprefix(stems)  # noqa: RUF071 - letter by letter is what is meant
    others = OrderFile.objects.filter(order__design__job=held.job_id, name__istartswith=begins)
    names = Names(others.exclude(order__design=held).values_list("name", flat=True))
    files = []
    for number, file in enumerate(wanted, 1):
        stem, _, ending = file.name.rpartition(".")
        name = names.free("", stem, ending)
        facts = file.facts.model_dump(exclude_none=True)
        files.append(OrderFile(order=made, number=number, name=name, type=file.type, facts=facts))
    return files


def send(made: Order) -> None:
    """Tell a worker. When the broker is silent the row waits and is sent again later.

    An order whose pictures are still being read waits for them, and is sent when that is done.
    """
    if made.run_id is not None:
        send_run(made.run_id)
        return
    ready = Order.objects.filter(pictures_ready(), id=made.id)

    def send_when_ready() -> None:
        # Looked at when the order is there for all to see: a picture that becomes ready from now on
        # finds it.
        if ready.exists():
            MAKE.send(made.id)

    transaction.on_commit(send_when_ready)


def picture_was_read(picture_id: UUID) -> None:
    """What waited for a picture goes on; or fails in words, where the picture was refused."""
    picture = Picture.objects.filter(id=picture_id).first()
    if picture is None:
        return
    waiting = Order.objects.filter(pictures=picture, state=Order.State.QUEUED)
    if picture.state == Picture.State.REFUSED:
        with transaction.atomic():
            ended = list(waiting.select_for_update().values_list("id", flat=True))
            Order.objects.filter(id__in=ended).update(
                state=Order.State.FAILED, finished=timezone.now(), problem=picture.problem[:400]
            )
            note_all(Order, ended, Order.State.FAILED, words=picture.problem)
        return
    for made in waiting.filter(run=None):
        send(made)
    for run_id in waiting.exclude(run=None).values_list("run_id", flat=True).distinct():
        send_run(run_id)


def send_run(run_id: UUID | str, workers: int = 1) -> None:
    """Tell so many workers of a run; each goes on by itself until nothing waits."""
    for _ in range(workers):
        WORK_OFF.send_when_there(run_id)


def call_off(made: Order) -> None:
    """Cancel what is not finished; the worker notices within a second and leaves nothing."""
    with transaction.atomic():
        if Order.objects.filter(id=made.id, state__in=UNFINISHED).update(
            state=Order.State.CANCELLED, finished=timezone.now()
        ):
            note(made, Order.State.CANCELLED, made.account.username)
