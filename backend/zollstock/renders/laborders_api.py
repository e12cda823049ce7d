"""Orders at labs over the wire: what one would cost and what stands against it, sent, watched, called off, what came back."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from datetime import datetime
from typing import Annotated
from uuid import UUID

from django.db.models import QuerySet
from django.http import Http404, HttpResponseBase
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.plan import lengths_of, parse_plan
from zollstock.core.ground.money import Money
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.show import style_for
from zollstock.core.studio.labs import Lab
from zollstock.core.telling.labfindings import lab_findings
from zollstock.core.work.outcome import work_out
from zollstock.jobs.api import own_jobs, own_prints
from zollstock.jobs.lists import PrintSummary, print_summaries
from zollstock.jobs.models import Job
from zollstock.labs.kept import LABS
from zollstock.labs.models import LabItem, LabOrder
from zollstock.labs.ordering import Wanted, begin, call_off, cost_of
from zollstock.pictures.serving import stored
from zollstock.studio.composition import studio_of

from .laborders import made_file, wanted_of, wanted_of_file, with_files
from .models import Order, OrderLine

router = Router(tags=["labs"])
Copies = Annotated[int, Field(ge=1, le=10_000)]
LabKey = Annotated[str, Field(max_length=40)]


class LabOffer(Schema):
    """What an order of a print would be. `against` is why it cannot be sent yet; `told` what the lab would still do to it."""

    lab: str
    size: str
    cost: str
    days: int
    against: str
    told: list[str]


class PrintAtLab(Schema):
    copies: Copies = 1


class JobAtLab(Schema):
    """All prints of a job, or all files of a order, that go to this lab."""

    lab: LabKey


class ManyOffer(Schema):
    """What an order of several prints would be: its `cost` where every price is known. `against` is why it cannot be sent yet."""

    prints: int
    copies: int
    cost: str
    days: int
    against: str


class LabItemState(Schema):
    """A print of an order; `back` is whether it can be looked at as it came back."""

    number: int
    title: str
    size: str
    copies: int
    design: int | None
    sent: bool
    back: bool
    #: The print as it is planned now, of one order alone; it may be gone.
    print: PrintSummary | None = None


class LabOrderState(Schema):
    """An order as it stands, in `words`; `may_cancel` until the lab prints it. `told_at` is when the lab said so last."""

    id: UUID
    title: str
    lab: str
    state: str
    stage: str
    told: str
    told_at: datetime | None
    words: str
    problem: str
    cost: str
    days: int
    created: datetime
    may_cancel: bool
    items: list[LabItemState]


def own_lab_orders(request: SignedRequest) -> QuerySet[LabOrder]:
    return who_asks(request).may_see(LabOrder.objects).prefetch_related("items")


@router.get("/prints/{int:print_id}/lab-offer", response=LabOffer)
def offer(request: SignedRequest, print_id: int) -> LabOffer:
    """What ordering a print would come to."""
    held = get_object_or_404(with_files(own_prints(request)), id=print_id)
    work = work_out(parse_plan(held.document), studio_of(request.user, held.picture.id))
    if work.lab is None or work.plan.lab is None:
        raise HttpError(409, "Say first under Hand-over which lab this print goes to.")
    style = style_for(lengths_of(work.plan))
    price, size = work.lab.size.price, work.lab.size
    told = [one.text for one in lab_findings(work, style) if one.level != "note"]
    against = (
        ""
        if made_file(held)
        else "Make its file first: what is sent is the file of the print as it is now."
    )
    return LabOffer(
        lab=work.lab.name, size=style.size(size.width.mm, size.height.mm),
        cost="" if price is None else str(Money(price, work.lab.currency)), days=work.lab.days, against=against, told=told,
    )  # fmt: skip


@router.post("/prints/{int:print_id}/lab-orders", response=LabOrderState)
def order_print(request: SignedRequest, print_id: int, given: PrintAtLab) -> LabOrderState:
    held = get_object_or_404(with_files(own_prints(request)), id=print_id)
    plan = parse_plan(held.document)
    used = LABS.of(request.user)[0].used(plan.lab)
    if plan.lab is None or used is None:
        raise HttpError(409, "Say first under Hand-over which lab this print goes to.")
    lab = _lab(request, plan.lab.key)
    return _state(begin(request.user, lab.key, lab.address, held.title or "Print", [wanted_of(held, used, given.copies)], held.job_id))  # fmt: skip


@router.get("/jobs/{int:job_id}/lab-offer", response=ManyOffer)
def offer_job(request: SignedRequest, job_id: int, lab: LabKey) -> ManyOffer:
    """What ordering all prints of a job that are planned for a lab would come to."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    return _offer(_lab(request, lab), lambda one: _of_job(request, job, one))


@router.get("/orders/{uuid:order_id}/lab-offer", response=ManyOffer)
def offer_order(request: SignedRequest, order_id: UUID, lab: LabKey) -> ManyOffer:
    """What ordering all files of an order would come to."""
    order = get_object_or_404(who_asks(request).may_see(Order.objects), id=order_id)
    return _offer(_lab(request, lab), lambda one: _of_order(request, order, one))


@router.post("/jobs/{int:job_id}/lab-orders", response=LabOrderState)
def order_job(request: SignedRequest, job_id: int, given: JobAtLab) -> LabOrderState:
    """All prints of the job that are planned for this lab, in one order."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    lab = _lab(request, given.lab)
    wanted = _of_job(request, job, lab)
    return _state(begin(request.user, lab.key, lab.address, job.title, wanted, job.id))


@router.post("/orders/{uuid:order_id}/lab-orders", response=LabOrderState)
def order_at_lab(request: SignedRequest, order_id: UUID, given: JobAtLab) -> LabOrderState:
    """All files of a order, each in the size of the lab's that it has."""
    order = get_object_or_404(who_asks(request).may_see(Order.objects), id=order_id)
    lab = _lab(request, given.lab)
    wanted = _of_order(request, order, lab)
    return _state(begin(request.user, lab.key, lab.address, order.title, wanted, None))


def _of_job(request: SignedRequest, job: Job, lab: Lab) -> list[Wanted]:
    """The prints of a job that go to a lab. Raises `HttpError` where there is none, or a file is not made."""
    table = LABS.of(request.user)[0]
    wanted, missing = [], []
    for held in with_files(job.prints):
        plan = parse_plan(held.document)
        used = table.used(plan.lab) if plan.lab and plan.lab.key == lab.key else None
        if used is None:
            continue
        if made_file(held) is None:
            missing.append(held.title or "untitled")
        else:
            wanted.append(wanted_of(held, used, 1))
    _none_missing(missing)
    if not wanted:
        raise HttpError(409, f"No print of this job is planned for {lab.name}.")
    return wanted


def _of_order(request: SignedRequest, order: Order, lab: Lab) -> list[Wanted]:
    """All files of a order. Raises `HttpError` where one is not made, or has no size of the lab's."""
    table = LABS.of(request.user)[0]
    lines = order.lines.filter(state=OrderLine.State.DONE).prefetch_related("files")
    if not lines or order.lines.exclude(state=OrderLine.State.DONE).exists():
        raise HttpError(409, "Not all files of this order are made yet.")
    wanted, missing = [], []
    for line in lines:
        plan = parse_plan(line.document)
        size = _size_of(lab, plan.target.width.mm, plan.target.height.mm)
        file = line.files.first()
        chosen = table.chosen(lab.key, size) if size else None
        if chosen is None or chosen.used is None or file is None:
            missing.append(plan.title or "untitled")
            continue
        wanted.append(wanted_of_file(file, chosen.used, line.copies, plan.title, None, None))
    if missing:
        names = ", ".join(missing[:3]) + (" and others" if len(missing) > 3 else "")
        raise HttpError(409, f"{lab.name} has no size for {names}.")
    return wanted


def _offer(lab: Lab, of: Callable[[Lab], list[Wanted]]) -> ManyOffer:
    try:
        wanted = of(lab)
    except HttpError as error:
        return ManyOffer(prints=0, copies=0, cost="", days=lab.days, against=str(error))
    cost = cost_of(wanted)
    return ManyOffer(
        prints=len(wanted), copies=sum(one.copies for one in wanted), days=lab.days, against="",
        cost="" if cost is None else str(Money(cost, wanted[0].used.currency)),
    )  # fmt: skip


@router.get("/lab-orders", response=list[LabOrderState])
@paged(ordering=("-created", "-id"), shown=lambda request, rows: [_state(row) for row in rows])
def orders(request: SignedRequest) -> QuerySet[LabOrder]:
    """Orders at labs, the newest first."""
    return own_lab_orders(request).defer("body")


@router.get("/lab-orders/{uuid:order_id}", response=LabOrderState)
def order(request: SignedRequest, order_id: UUID) -> LabOrderState:
    return _with_prints(request, _state(get_object_or_404(own_lab_orders(request), id=order_id)))


@router.post("/lab-orders/{uuid:order_id}/cancel", response=LabOrderState)
def cancel(request: SignedRequest, order_id: UUID) -> LabOrderState:
    """Ask the lab to call it off: it does until it prints."""
    held = get_object_or_404(own_lab_orders(request), id=order_id)
    call_off(held)
    return _state(own_lab_orders(request).get(id=held.id))


@router.get("/lab-orders/{uuid:order_id}/returned/{int:number}.jpg", include_in_schema=False)
def returned(request: SignedRequest, order_id: UUID, number: int) -> HttpResponseBase:
    """The print as it came back."""
    held = get_object_or_404(own_lab_orders(request), id=order_id)
    item = held.items.filter(number=number).exclude(returned="").first()
    if item is None:
        raise Http404
    return stored(item.returned, "image/jpeg")


def _with_prints(request: SignedRequest, state: LabOrderState) -> LabOrderState:
    """The same with the prints as they are planned, to be looked at beside what came back."""
    ids = {item.design for item in state.items if item.design is not None}
    prints = list(own_prints(request).filter(id__in=ids))
    known = {one.id: one for one in print_summaries(request, prints)}
    items = [item.model_copy(update={"print": known.get(item.design or 0)}) for item in state.items]
    return state.model_copy(update={"items": items})


def _size_of(lab: Lab, width: Fraction, height: Fraction) -> str | None:
    """The size of a lab that is that of a print, whichever way it lies."""
    wanted = sorted((float(width), float(height)))
    for size in lab.sizes:
        sides = sorted((float(size.width.mm), float(size.height.mm)))
        if all(abs(a - b) < 0.5 for a, b in zip(sides, wanted, strict=True)):
            return size.key
    return None


def _lab(request: SignedRequest, key: str) -> Lab:
    found = LABS.of(request.user)[0].lab(key)
    if found is None:
        raise HttpError(409, "This lab is not in the studio any more.")
    return found


def _none_missing(missing: Sequence[str]) -> None:
    if missing:
        names = ", ".join(missing[:3]) + (
            f" and {len(missing) - 3} others" if len(missing) > 3 else ""
        )
        raise HttpError(409, f"Make the files of {names} first: what is sent are the prints as they are now.")  # fmt: skip


_WORDS = {
    "": "waits to be sent", "open": "is being sent", "received": "received by the lab", "checked": "checked by the lab",
    "printing": "is being printed", "sent": "sent back", "refused": "refused by the lab", "cancelled": "cancelled",
}  # fmt: skip


def _words(order: LabOrder) -> str:
    """How it stands, truly: what was told last is not taken for what is."""
    if order.state == LabOrder.State.FAILED:
        return "could not be sent"
    if order.state in (LabOrder.State.CANCELLED, LabOrder.State.REFUSED):
        return _WORDS[str(order.state)]
    if order.cancel_wanted:
        return "is being cancelled"
    if order.stage == LabOrder.Stage.SENDING:
        return "is being sent" if order.tries else "waits to be sent"
    return _WORDS[order.told]


def _state(order: LabOrder) -> LabOrderState:
    live = order.state in (LabOrder.State.WAITING, LabOrder.State.RUNNING)
    return LabOrderState(
        id=order.id, title=order.title, lab=order.lab_name, state=order.state, stage=order.stage, told=order.told,
        told_at=order.told_at, words=_words(order), problem=order.problem, days=order.days, created=order.created,
        cost="" if order.cost is None else str(Money(order.cost, order.currency)),
        may_cancel=live and not order.cancel_wanted and order.told not in ("printing", "sent"),
        items=[_item(item) for item in _items(order.items.all())],
    )  # fmt: skip


def _items(items: Iterable[LabItem]) -> list[LabItem]:
    return sorted(items, key=lambda item: item.number)


def _item(item: LabItem) -> LabItemState:
    return LabItemState(
        number=item.number, title=item.title, size=item.size_text, copies=item.copies, design=item.design,
        sent=item.sent, back=bool(item.returned),
    )  # fmt: skip
