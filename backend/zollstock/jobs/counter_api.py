"""A job at the counter: its prints and layouts as rows, how their copies stand, what they cost, what was paid."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from decimal import Decimal
from typing import Annotated, Any, Literal
from uuid import UUID

from django.db import transaction
from django.db.models import Count, Q, QuerySet
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.counter.bill import Bill, balance
from zollstock.core.counter.standing import Counts, State, Step, in_words
from zollstock.core.ground.money import Money, plain
from zollstock.core.ground.plaintext import Line, Text
from zollstock.core.shapes.drawing import Drawing
from zollstock.core.studio.prices import Amount
from zollstock.prices.kept import PRICES

from .api import own_jobs
from .billing import (
    Payment,
    bill,
    note_payment,
    number_of,
    payments,
    prices_of,
    received,
    take_back,
)
from .kinds import LAYOUT, PICTURE, PRINT, plan_key
from .lists import LISTED, pictures_under
from .models import Design, Job, JobEvent
from .search import note_words, words_of
from .standing import (
    NO_FILE,
    OLD_FILE,
    PLACE,
    STAND,
    AgreedElsewhere,
    File,
    Show,
    bring,
    by_state,
    changed_since,
    count,
    file_of,
    shown,
    stand_of,
)

router = Router(tags=["counter"])
MOST_ROWS = 100
Sort = Literal["order", "title", "size", "state", "copies", "changed"]
_SORTS: dict[Sort, tuple[str, ...]] = {
    "order": ("position", "id"), "title": ("title", "id"), "size": ("-wide", "-tall", "id"), "state": ("place", "position", "id"),
    "copies": ("-copies", "position", "id"), "changed": ("-changed", "-id"),
}  # fmt: skip


class CopiesCounted(Schema):
    copies: int
    printed: int
    spoiled: int
    checked: int
    collected: int


class JobRow(Schema):
    """A print or a layout of a job. `counted` says in words what is between two states; `trouble` why it wants a second look."""

    id: int
    kind: Literal["print", "layout"]
    number: str
    title: str
    picture_id: UUID
    drawing: Drawing
    size_text: str
    edge: str
    medium: str
    grade: str | None
    trouble: str
    step: str = Field(
        description="The step of the bench where it wants a look; empty where nothing does."
    )
    counts: CopiesCounted
    counted: str
    state: State
    file: File
    changed_since: bool
    finishes: list[str]
    price: str
    note: str


class JobRows(Schema):
    """Rows from `offset` on, of `total` that are found."""

    items: list[JobRow]
    total: int


class Wanted(Schema):
    """Which rows, in which order."""

    search: Annotated[str, Field(max_length=200)] = ""
    show: Show = "all"
    sort: Sort = "order"


class StateOfJob(Schema):
    """A step of the job as its rail shows it: how much stands there, and what waits."""

    state: State
    prints: int
    copies: int
    waiting: str


class PaymentShown(Schema):
    id: int
    what: str
    amount: str
    words: str
    at: datetime
    by: str
    taken_back: bool


class Counter(Schema):
    """What stands beside the rows. `bill` is null where there is no price list."""

    number: int
    note: str
    prices: str
    price_lists: list[tuple[str, str]]
    finishes: list[str]
    states: list[StateOfJob]
    bill: Bill | None
    payments: list[PaymentShown]
    balance: str
    no_file: int
    old: int


class BroughtTo(Schema):
    """All copies of these prints, brought to a step."""

    ids: Annotated[list[int], Field(min_length=1, max_length=2000)]
    step: Step


class Counted(Schema):
    before: CopiesCounted
    after: CopiesCounted


class SpoiledCopies(Schema):
    before: CopiesCounted
    many: int = 1


class AgreedOn(Schema):
    """What is done to a print after, its price where that is not the list's, a note."""

    finishes: Annotated[list[Annotated[Line, Field(max_length=80)]], Field(max_length=12)] = []
    price: Amount | None = None
    note: Annotated[Text, Field(max_length=2000)] = ""


class Agreed(AgreedOn):
    """What was agreed of a print, and what stood there (`before`) in the window that says so; null asks nothing."""

    before: AgreedOn | None = None


class AgreedOfJob(Schema):
    prices: Annotated[str, Field(max_length=40)] = ""
    note: Annotated[Text, Field(max_length=2000)] = ""


class NewPayment(Schema):
    what: Payment
    amount: Amount
    words: Annotated[Line, Field(max_length=300)] = ""


class RowIds(Schema):
    ids: list[int]


def own_designs(request: SignedRequest) -> QuerySet[Design]:
    return who_asks(request).may_see(Design.objects)


@router.get("/jobs/{int:job_id}/rows", response=JobRows)
def rows(
    request: SignedRequest,
    job_id: int,
    wanted: Query[Wanted],
    offset: Annotated[int, Field(ge=0, le=100_000)] = 0,
    limit: Annotated[int, Field(ge=1, le=MOST_ROWS)] = 60,
) -> JobRows:
    """Prints and layouts of a job as rows."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    found = _found(job, wanted)
    part = list(found.only(*LISTED, *_COUNTED)[offset : offset + limit])
    return JobRows(items=_rows(job, part), total=found.count())


@router.get("/jobs/{int:job_id}/rows/ids", response=RowIds)
def ids(request: SignedRequest, job_id: int, wanted: Query[Wanted]) -> RowIds:
    """The numbers of all of them, to choose them all."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    return RowIds(ids=list(_found(job, wanted).values_list("id", flat=True)))


@router.get("/jobs/{int:job_id}/counter", response=Counter)
def counter(request: SignedRequest, job_id: int) -> Counter:
    return counter_of(get_object_or_404(own_jobs(request), id=job_id))


@router.put("/jobs/{int:job_id}/counter", response=Counter)
def agree_on_job(request: SignedRequest, job_id: int, agreed: AgreedOfJob) -> Counter:
    job = get_object_or_404(own_jobs(request), id=job_id)
    if agreed.prices and PRICES.of(request.user)[0].chosen(agreed.prices) is None:
        raise HttpError(422, "This price list is not in the studio any more. Choose another.")
    job.prices, job.note = agreed.prices, agreed.note
    job.save(update_fields=["prices", "note"])
    return counter_of(job)


@router.post("/jobs/{int:job_id}/step", response=Counter)
def to_step(request: SignedRequest, job_id: int, given: BroughtTo) -> Counter:
    """Say that all copies of some prints are printed, checked or collected; or take that back."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    bring(job, given.ids, given.step, request.user)
    return counter_of(job)


@router.put("/designs/{int:design_id}/copies", response=JobRow)
def count_copies(request: SignedRequest, design_id: int, given: Counted) -> JobRow:
    """Count the copies of one print. 409 where another window counted meanwhile."""
    held = get_object_or_404(own_designs(request), id=design_id)
    count(held, Counts(**given.before.dict()), Counts(**given.after.dict()), request.user)
    return row_of(request, design_id)


@router.post("/designs/{int:design_id}/spoiled", response=JobRow)
def spoil(request: SignedRequest, design_id: int, given: SpoiledCopies) -> JobRow:
    """Printed copies turned out badly: they are to be printed again."""
    held = get_object_or_404(own_designs(request), id=design_id)
    before = Counts(**given.before.dict())
    count(held, before, before.spoil(given.many), request.user)
    return row_of(request, design_id)


@router.put("/designs/{int:design_id}/agreed", response=JobRow)
def agree(request: SignedRequest, design_id: int, agreed: Agreed) -> JobRow:
    """Write down what was agreed of one print. 409 where another window agreed on something else meanwhile."""
    with transaction.atomic():
        held = get_object_or_404(own_designs(request).select_for_update(), id=design_id)
        seen = agreed.before
        if seen and (seen.finishes, seen.price, seen.note) != (
            held.finishes,
            held.price,
            held.note,
        ):
            raise AgreedElsewhere
        held.finishes, held.price, held.note = agreed.finishes, agreed.price, agreed.note
        # Not `save` of all: what is agreed of a print changes nothing of the print.
        held.save(update_fields=["finishes", "price", "note"])
        note_words(held)
    return row_of(request, design_id)


@router.post("/jobs/{int:job_id}/payments", response=Counter)
def pay(request: SignedRequest, job_id: int, given: NewPayment) -> Counter:
    """Write down a quote, a deposit, or what was paid."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    note_payment(job, given.what, given.amount, given.words, request.user)
    return counter_of(job)


@router.post("/jobs/{int:job_id}/payments/{int:event_id}/back", response=Counter)
def pay_back(request: SignedRequest, job_id: int, event_id: int) -> Counter:
    """One that was written down wrongly: it stays to be seen, and counts for nothing."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    take_back(get_object_or_404(payments(job), id=event_id), request.user)
    return counter_of(job)


_COUNTED = (
    "number",
    "copies",
    "printed",
    "spoiled",
    "checked",
    "collected",
    "printed_version",
    "finishes",
    "price",
    "note",
    "kind",
)


def _found(job: Job, wanted: Wanted) -> QuerySet[Design]:
    found = shown(job.designs.all(), wanted.show)
    for word in words_of(wanted.search)[:8]:
        found = found.filter(Q(title__icontains=word) | Q(note__icontains=word) | Q(summary__text__icontains=word)
                             | Q(summary__medium__icontains=word) | Q(summary__edge__icontains=word))  # fmt: skip
    if wanted.sort == "state":
        found = found.annotate(stand=STAND, place=PLACE)
    # Layouts stand behind the prints that they are of.
    order = ("-kind", *_SORTS[wanted.sort]) if wanted.sort == "order" else _SORTS[wanted.sort]
    return found.order_by(*order)


def row_of(request: SignedRequest, design_id: int) -> JobRow:
    """A design as the list of its job shows it."""
    held = own_designs(request).select_related("job").get(id=design_id)
    return _rows(held.job, [held])[0]


def _rows(job: Job, found: Sequence[Design]) -> list[JobRow]:
    pictures = pictures_under([one for one in found if one.kind == PRINT], PICTURE)
    pictures |= pictures_under([one for one in found if one.kind == LAYOUT], plan_key(0))
    return [_shown_row(job, held, pictures[held.id]) for held in found if held.id in pictures]


def _shown_row(job: Job, held: Design, picture: UUID) -> JobRow:
    summary: dict[str, Any] = held.summary
    return JobRow(
        id=held.id, kind="layout" if held.kind == LAYOUT else "print", number=number_of(job, held), title=held.title,
        picture_id=picture, drawing=summary["drawing"], size_text=summary["text"], edge=summary.get("edge", ""),
        medium=summary.get("medium", ""), grade=summary.get("grade"), trouble=summary.get("trouble", ""), step=summary.get("step", ""),
        counts=CopiesCounted(copies=held.copies, printed=held.printed, spoiled=held.spoiled, checked=held.checked,
                             collected=held.collected),
        counted=in_words(held.counts), state=stand_of(held), file=file_of(held), changed_since=changed_since(held),
        finishes=held.finishes, price="" if held.price is None else plain(held.price), note=held.note,
    )  # fmt: skip


def counter_of(job: Job) -> Counter:
    """What stands beside the rows of a job."""
    prices, charged, states = prices_of(job), bill(job), by_state(job.designs.all())
    held = list(payments(job))
    rest = balance(charged.total, [received(job)]) if charged else Decimal(0)
    counted = job.designs.aggregate(
        no_file=Count("id", filter=NO_FILE), old=Count("id", filter=OLD_FILE)
    )
    return Counter(
        number=job.number or 0, note=job.note, prices=job.prices,
        price_lists=[(one.key, one.name) for one in PRICES.held(job.account).lists],
        finishes=prices.finishes if prices else [],
        states=[
            StateOfJob(state=state, prints=many, copies=copies, waiting=_waiting(state, many, copies, wanting))
            for state, (many, copies, wanting) in states.items()
        ],
        bill=charged, payments=[_payment(event) for event in held],
        balance=str(Money(rest, charged.currency)) if charged else "", no_file=counted["no_file"], old=counted["old"],
    )  # fmt: skip


_NEXT: dict[State, str] = {"made": "print", "printed": "check", "checked": "collect"}


def _waiting(state: State, many: int, copies: int, wanting: int) -> str:
    """What waits at a state, in a word or two."""
    if not many:
        return "none yet" if state == "collected" else "nothing"
    if state == "planned":
        return f"{wanting} in trouble" if wanting else f"{many} to make"
    if state == "collected":
        return f"{copies} {'copy' if copies == 1 else 'copies'}"
    return f"{copies} to {_NEXT[state]}"


def _payment(event: JobEvent) -> PaymentShown:
    amount = Money(event.amount or Decimal(0), event.currency)
    return PaymentShown(id=event.id, what=event.what, amount=str(amount), words=event.words, at=event.at, by=event.by,
                        taken_back=event.taken_back is not None)  # fmt: skip
