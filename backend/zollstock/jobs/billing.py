"""What a job costs by its price list, and what was paid of it."""

from __future__ import annotations

from decimal import Decimal
from typing import Any, Literal

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.utils import timezone

from zollstock.core.counter.bill import Bill, Sold, bill_of
from zollstock.core.ground.refusal import Refusal
from zollstock.core.studio.prices import PriceList
from zollstock.prices.kept import PRICES

from .kinds import PRINT
from .models import Design, Job, JobEvent

Payment = Literal["quote", "deposit", "paid"]
#: Events that money came with; a quote is said, not received.
RECEIVED: tuple[Payment, ...] = ("deposit", "paid")
PAYMENTS: tuple[Payment, ...] = ("quote", *RECEIVED)
#: What a bill needs of a design: never its document.
NEEDED = (
    "id",
    "job_id",
    "number",
    "title",
    "wide",
    "tall",
    "summary",
    "copies",
    "finishes",
    "price",
    "kind",
)


def prices_of(job: Job) -> PriceList | None:
    """The price list of a job; None where there is none, or it is not in the studio any more."""
    return PRICES.held(job.account).chosen(job.prices)


def number_of(job: Job, held: Design) -> str:
    """What a print is called at the counter: the job's number and its own."""
    return f"{job.number or 0}-{held.number or 0}"


def sold(job: Job, held: Design) -> Sold:
    summary: dict[str, Any] = held.summary
    return Sold(
        number=number_of(job, held), title=held.title or "untitled", width=held.wide, height=held.tall,
        size_text=summary["text"], medium=summary.get("medium", ""), edge=summary.get("edge_kind", ""),
        copies=held.copies, finishes=held.finishes, price=held.price,
    )  # fmt: skip


def bill(job: Job) -> Bill | None:
    """The bill of all prints of a job; layouts are charged where a price was agreed. None without a price list."""
    prices = prices_of(job)
    if prices is None:
        return None
    designs = job.designs.only(*NEEDED)
    return bill_of(
        (sold(job, held) for held in designs if held.kind == PRINT or held.price is not None),
        prices,
    )


def payments(job: Job) -> QuerySet[JobEvent]:
    """Quotes, deposits and payments, the oldest first; those that were taken back among them."""
    return job.events.filter(what__in=PAYMENTS).order_by("id")


def received(job: Job) -> Decimal:
    rows = payments(job).filter(what__in=RECEIVED, taken_back=None)
    return sum((row.amount for row in rows if row.amount is not None), Decimal("0.00"))


def note_payment(job: Job, kind: Payment, amount: Decimal, words: str, by: User) -> JobEvent:
    """Write down what was quoted or received. Raises `Refusal` where nothing is."""
    if amount <= 0:
        raise Refusal("An amount is more than 0; one that was wrong is taken back.")
    prices = prices_of(job)
    return JobEvent.objects.create(
        account=job.account, job=job, by=by.username, what=kind, words=words[:400], amount=amount,
        currency=prices.currency if prices else "",
    )  # fmt: skip


def take_back(event: JobEvent, by: User) -> None:
    """It stays, and counts for nothing."""
    JobEvent.objects.filter(id=event.id, taken_back=None).update(taken_back=timezone.now())
