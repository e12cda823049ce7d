"""Asking for a part of a rescue, or for its picture, and how much of that is kept."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.utils import timezone

from zollstock.accounts.principal import Principal
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.ground.refusal import Refusal
from zollstock.core.picture.measures import Measures
from zollstock.core.rescue.chain import Rescue as Chain
from zollstock.core.rescue.chain import parse_rescue, rescue_document
from zollstock.core.rescue.report import report
from zollstock.core.rescue.worked import upright, work_out_rescue
from zollstock.core.work.outcome import work_out
from zollstock.jobs.models import Design
from zollstock.longwork.messages import Message
from zollstock.pictures.measured import measures_of
from zollstock.pictures.models import Picture

from .models import Rescue, RescueOrder, RescueView

SHOW = Message("zollstock.rescues.tasks.show", "looks")
MAKE = Message("zollstock.rescues.tasks.make", "render")

#: Of an account: views kept at most, made at once at most; pictures being made at most.
MOST_KEPT, MOST_AT_ONCE, MOST_ORDERS = 24, 4, 20
KEPT_FOR = timedelta(hours=1)
AGAIN_FOR = KEPT_FOR / 2
_UNFINISHED = (RescueView.State.WAITING, RescueView.State.RUNNING)
_UNMADE = (RescueOrder.State.QUEUED, RescueOrder.State.RUNNING)


class TooManyViews(Refusal):
    """More is wanted at once than is shown to one account."""


def rescue_for(picture: Picture, design: Design | None) -> Rescue:
    """The rescue of a picture for a print of it (or for none), begun with the steps that its measures ask for."""
    found = Rescue.objects.filter(picture=picture, design=design).first()
    if found is not None:
        return found
    document: dict[str, Any] = {
        "picture": picture.plan_part(),
        "steps": [{"kind": "clean"}, {"kind": "enlarge"}],
    }
    width = _printed_width(design)
    if width:
        document["print"] = {"width": width}
    made, _ = Rescue.objects.get_or_create(
        picture=picture,
        design=design,
        defaults={"account": picture.account, "document": rescue_document(parse_rescue(document))},
    )
    return made


def _printed_width(design: Design | None) -> str | None:
    """How wide the whole picture is on the print, as a length; None where a print is in px."""
    if design is None:
        return None
    plan = parse_plan(design.document)
    if plan.target.in_pixels:
        return None
    wide = upright(plan.picture)[0] * float(MM_PER_INCH / work_out(plan).effective)
    return f"{wide:.2f} mm"


def known_of(rescue: Rescue) -> Measures:
    return measures_of(rescue.account, rescue.picture_id)


def look(rescue: Rescue, chain: Chain, part: dict[str, Any]) -> RescueView:
    """A view of a chain, saved or not: one that is there, or a new one. Raises a `Refusal` where there is none."""
    picture = rescue.picture
    if picture.state != Picture.State.READY:
        raise Refusal(picture.problem or "The picture is still being read. Look again in a moment.")
    for step in report(work_out_rescue(chain, known_of(rescue))).steps:
        for note in step.notes:
            if note.id == "rescue-large":
                raise Refusal(note.text)
    mine = Principal(rescue.account).may_see(RescueView.objects)
    document = rescue_document(chain)
    recent = mine.filter(rescue=rescue, created__gt=timezone.now() - AGAIN_FOR)
    for there in recent.exclude(state=RescueView.State.FAILED):
        if there.document == document and there.part == part:
            return there
    waiting = list(
        mine.filter(state=RescueView.State.WAITING, rescue=rescue).values_list("id", flat=True)
    )
    if mine.filter(state__in=_UNFINISHED).count() >= MOST_AT_ONCE:
        # Who asks anew has turned away from what still waits.
        mine.filter(id__in=waiting).delete()
        if mine.filter(state__in=_UNFINISHED).count() >= MOST_AT_ONCE:
            raise TooManyViews("Other parts are still being worked out. Look again in a moment.")
    finished = mine.exclude(state__in=_UNFINISHED).values_list("id", flat=True)
    mine.filter(id__in=list(finished[MOST_KEPT - 1 :])).delete()
    made = RescueView.objects.create(rescue=rescue, document=document, part=part)
    send_view(made)
    return made


def give_order(rescue: Rescue) -> RescueOrder:
    """Have the picture of a rescue made as it is saved. Raises a `Refusal` where it cannot be."""
    if rescue.picture.state != Picture.State.READY:
        raise Refusal(
            rescue.picture.problem or "The picture is still being read. Try again in a moment."
        )
    chain = parse_rescue(rescue.document)
    for step in report(work_out_rescue(chain, known_of(rescue))).steps:
        for note in step.notes:
            if note.level == "stop":
                raise Refusal(note.text)
    there = rescue.orders.filter(version=rescue.version, state__in=_UNMADE).first()
    if there is not None:
        return there
    mine = Principal(rescue.account).may_see(RescueOrder.objects)
    if mine.filter(state__in=_UNMADE).count() >= MOST_ORDERS:
        raise TooManyViews(
            "Twenty pictures of yours are being made already. Try again when some are there."
        )
    made = RescueOrder.objects.create(
        rescue=rescue, document=rescue.document, version=rescue.version
    )
    send_order(made)
    return made


def call_off(order: RescueOrder) -> None:
    """An order that is not done is cancelled; its worker hears of it within a second."""
    RescueOrder.objects.filter(id=order.id, state__in=_UNMADE).update(
        state=RescueOrder.State.CANCELLED, finished=timezone.now()
    )


def send_view(row: RescueView) -> None:
    """Tell a worker; a silent broker is no loss, `take_up` finds the row."""
    SHOW.send_when_there(row.id)


def send_order(row: RescueOrder) -> None:
    MAKE.send_when_there(row.id)


def forget_old() -> None:
    """Views that were looked at long ago go, with their files."""
    RescueView.objects.filter(created__lt=timezone.now() - KEPT_FOR).delete()
