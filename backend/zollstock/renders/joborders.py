"""All files of a job in one order: of each print and layout whose file is not that of it as it is."""

from __future__ import annotations

from collections.abc import Iterator

from django.db import transaction
from django.db.models import F, Q, QuerySet
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.core.documents.naming import Names
from zollstock.core.ground.refusal import Refusal
from zollstock.jobs.models import Design, Job
from zollstock.jobs.thinning import hold
from zollstock.longwork.messages import Message
from zollstock.pictures.models import Picture

from .laying import LaidLine
from .makers import Stopped
from .models import Order, OrderFile, OrderLine, OrderPicture
from .orders import files_of, files_wanted
from .planners import register_planner, send_layout
from .removing import not_removed

PLANNER = "job"
register_planner(PLANNER, Message("zollstock.renders.tasks.lay_out_job"))
#: Of which all copies are collected, and no file is kept any more.
TIDIED = Q(made_version=0, collected__gte=F("copies"))
_GOING = (Order.State.WAITING, Order.State.LAYING, Order.State.GOING, Order.State.PAUSED)


def wanting(job: Job) -> QuerySet[Design]:
    """The designs of a job that have no file of them as they are; what was handed over, and its file tidied, needs none."""
    return job.designs.exclude(made_version=F("version")).exclude(TIDIED)


def newest(job: Job) -> Order | None:
    """The order of all files that was given last."""
    return (
        not_removed(Order.objects.filter(job=job.id, planner=PLANNER)).order_by("-created").first()
    )


def is_going(order: Order) -> bool:
    """Whether files of it are still to be made."""
    if order.state not in _GOING:
        return False
    return (
        not order.laid
        or order.lines.filter(state__in=(OrderLine.State.QUEUED, OrderLine.State.RUNNING)).exists()
    )


def order_job(job: Job) -> Order:
    """Order what is wanting; one that is still going is that. Raises `Refusal` where nothing is, `QuotaReached`."""
    check_room(job.account)
    with transaction.atomic():
        Job.objects.select_for_update().get(id=job.id)
        there = newest(job)
        if there is not None and is_going(there):
            return there
        ids = list(wanting(job).values_list("id", flat=True))
        if not ids:
            raise Refusal(
                "Every print and layout has its file as it is now: there is nothing to make."
            )
        made = Order.objects.create(
            planner=PLANNER,
            account=job.account,
            title=job.title,
            wanted={"designs": ids},
            total=len(ids),
            job=job.id,
        )
        send_layout(made)
    return made


def lines_of_job(order: Order) -> Iterator[LaidLine]:
    """A line for each design as it is now. What cannot be made is a line that says why, so that nothing is missing silently."""
    held = Design.objects.filter(id__in=order.wanted["designs"]).select_related("job", "account")
    taken = OrderFile.objects.filter(line__design__job=order.job).exclude(
        line__design__in=order.wanted["designs"]
    )
    names = Names(taken.values_list("name", flat=True))
    for position, design in enumerate(held.prefetch_related("under_keys__picture")):
        yield _line(order, design, position, names)


def _line(order: Order, held: Design, position: int, names: Names) -> LaidLine:
    line = OrderLine(
        order=order, account_id=order.account_id, design=held, kind=held.kind, document=held.document, version=held.version,
        position=position, copies=held.copies,
    )  # fmt: skip
    pictures = held.by_key()
    files: list[OrderFile] = []
    try:
        for picture in pictures.values():
            if picture.state == Picture.State.REFUSED:
                raise Stopped(picture.problem)
        files = files_of(line, held, files_wanted(held, pictures), names)
    except Refusal as error:
        line.state, line.finished = OrderLine.State.FAILED, timezone.now()
        line.problem = f"{held.title or 'untitled'}: {error}"[:400]
    hold(held)
    return LaidLine(
        line,
        [OrderPicture(line=line, key=key, picture=picture) for key, picture in pictures.items()],
        files,
    )
