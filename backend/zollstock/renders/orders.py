"""Giving an order, telling a worker of its lines, calling one off."""

from __future__ import annotations

import os
from collections.abc import Mapping
from dataclasses import replace
from uuid import UUID

from django.db import transaction
from django.db.models import Exists, OuterRef, Q
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.core.documents.naming import Names
from zollstock.jobs.kinds import PRINT
from zollstock.jobs.models import Design
from zollstock.jobs.names import name_by
from zollstock.jobs.thinning import hold
from zollstock.longwork.events import note, note_all
from zollstock.longwork.messages import Message
from zollstock.pictures.models import Picture
from zollstock.studio.composition import studio_of

from .makers import MAKERS, FileWanted, Stopped
from .models import LAID, Order, OrderFile, OrderLine, OrderPicture

MAKE = Message("zollstock.renders.tasks.make", "render")
WORK_OFF = Message("zollstock.renders.tasks.work_off", "render")

#: So many workers may be at one order of many lines at the same time; the rest serves orders of single prints.
WORKERS = 4
UNFINISHED = (OrderLine.State.QUEUED, OrderLine.State.RUNNING)


def pictures_ready() -> Q:
    """The condition that every picture of a line has been read."""
    held = OrderPicture.objects.filter(line=OuterRef("pk"))
    return ~Q(Exists(held.exclude(picture__state=Picture.State.READY)))


def give_order(held: Design) -> OrderLine:
    """Order the files of a design as it is now: an order of one line. Raises `Stopped`, `QuotaReached`.

    The same document already waiting or in work is not ordered twice.
    """
    pictures = held.by_key()
    wanted = files_wanted(held, pictures)
    for picture in pictures.values():
        if picture.state == Picture.State.REFUSED:
            raise Stopped(picture.problem)
    check_room(held.job.account)
    with transaction.atomic():
        Design.objects.select_for_update().get(id=held.id)
        running = OrderLine.objects.filter(design=held, version=held.version, state__in=UNFINISHED)
        if found := running.first():
            return found
        made = OrderLine(
            account=held.job.account,
            design=held,
            kind=held.kind,
            document=held.document,
            version=held.version,
        )
        # With the key of its line: what was written down of one leads to the other.
        made.order = Order.objects.create(
            id=made.id,
            account=made.account,
            title=held.title[:200],
            state=Order.State.GOING,
            percent=LAID,
            total=1,
        )
        made.save(force_insert=True)
        OrderPicture.objects.bulk_create(
            OrderPicture(line=made, key=key, picture=picture) for key, picture in pictures.items()
        )
        OrderFile.objects.bulk_create(files_of(made, held, wanted, taken_names(held, wanted)))
        hold(held)
        note(made, "ordered", held.job.account.username)
        send(made)
    return made


def files_wanted(held: Design, pictures: Mapping[str, Picture]) -> list[FileWanted]:
    """The files of a design, a print's named by the pattern of its job where that has one. Raises `Stopped`."""
    wanted = MAKERS[held.kind].wanted(held.document, pictures, studio_of(held.account))
    pattern = held.job.pattern
    if not pattern or held.kind != PRINT:
        return wanted
    return [
        replace(file, name=f"{name_by(pattern, held)}.{file.name.rpartition('.')[2]}")
        for file in wanted
    ]


def taken_names(held: Design, wanted: list[FileWanted]) -> Names:
    """The names that files of other designs of the job have: the newest files of no two of them are called the same."""
    # What may clash begins as all of these do: a job has more names than anybody wants to read.
    stems = [file.name.rpartition(".")[0] for file in wanted]
    begins = os.path.commonprefix(stems)  # noqa: RUF071 - letter by letter is what is meant
    others = OrderFile.objects.filter(line__design__job=held.job_id, name__istartswith=begins)
    return Names(others.exclude(line__design=held).values_list("name", flat=True))


def files_of(
    made: OrderLine, held: Design, wanted: list[FileWanted], names: Names
) -> list[OrderFile]:
    files = []
    for number, file in enumerate(wanted, 1):
        stem, _, ending = file.name.rpartition(".")
        name = names.free("", stem, ending)
        facts = file.facts.model_dump(exclude_none=True)
        files.append(OrderFile(line=made, number=number, name=name, type=file.type, facts=facts))
    return files


def send(made: OrderLine) -> None:
    """Tell a worker. When the broker is silent the row waits and is sent again later.

    A line whose pictures are still being read waits for them, and is sent when that is done.
    """
    if made.order.planner:
        send_order(made.order_id)
        return
    ready = OrderLine.objects.filter(pictures_ready(), id=made.id)

    def send_when_ready() -> None:
        # Looked at when the line is there for all to see: a picture that becomes ready from now on
        # finds it.
        if ready.exists():
            MAKE.send(made.id)

    transaction.on_commit(send_when_ready)


def picture_was_read(picture_id: UUID) -> None:
    """What waited for a picture goes on; or fails in words, where the picture was refused."""
    picture = Picture.objects.filter(id=picture_id).first()
    if picture is None:
        return
    waiting = OrderLine.objects.filter(pictures=picture, state=OrderLine.State.QUEUED)
    if picture.state == Picture.State.REFUSED:
        with transaction.atomic():
            ended = list(waiting.select_for_update().values_list("id", flat=True))
            OrderLine.objects.filter(id__in=ended).update(
                state=OrderLine.State.FAILED, finished=timezone.now(), problem=picture.problem[:400]
            )
            note_all(OrderLine, ended, OrderLine.State.FAILED, words=picture.problem)
        return
    for made in waiting.filter(order__planner=""):
        send(made)
    for order_id in (
        waiting.exclude(order__planner="").values_list("order_id", flat=True).distinct()
    ):
        send_order(order_id)


def send_order(order_id: UUID | str, workers: int = 1) -> None:
    """Tell so many workers of the order of a batch; each goes on by itself until nothing waits."""
    for _ in range(workers):
        WORK_OFF.send_when_there(order_id)


def call_off(made: OrderLine) -> None:
    """Cancel what is not finished; the worker notices within a second and leaves nothing."""
    with transaction.atomic():
        if OrderLine.objects.filter(id=made.id, state__in=UNFINISHED).update(
            state=OrderLine.State.CANCELLED, finished=timezone.now()
        ):
            note(made, OrderLine.State.CANCELLED, made.account.username)
