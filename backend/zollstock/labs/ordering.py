"""Beginning an order at a lab: everything that will be sent is written down before the first try."""

from __future__ import annotations

import json
import os
import shutil
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import timedelta
from decimal import ROUND_HALF_UP, Decimal
from pathlib import Path

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.core.ground.refusal import Refusal
from zollstock.core.parts.lab import LabUsed
from zollstock.longwork.events import note
from zollstock.longwork.messages import Message
from zollstock.pictures.storage import discard, local_path, name_of, store, work_folder

from .models import LabItem, LabOrder
from .service import Lab

WORK = Message("zollstock.labs.tasks.work", "quick")
MOST_ITEMS = 500
#: Large files are on their way for a while: who waits for a screen does not wait for them.
SENDS = "render"
#: So long it is tried to send an order.
TRIED_FOR = timedelta(days=3)


@dataclass(frozen=True, slots=True)
class Wanted:
    """A print to be ordered: which, in which size of the lab, and its made file in the storage."""

    title: str
    used: LabUsed
    copies: int
    file: str
    name: str
    format: str
    sha256: str
    bytes: int
    design: int | None = None
    version: int | None = None
    size_text: str = ""


def begin(account: User, lab: str, address: str, title: str, wanted: Sequence[Wanted], job: int | None) -> LabOrder:  # fmt: skip
    """Write an order down, with copies of its files, and tell a worker. Raises `Refusal`, `QuotaReached`."""
    if not wanted:
        raise Refusal("There is nothing to order.")
    if len(wanted) > MOST_ITEMS:
        raise Refusal(f"An order holds {MOST_ITEMS} prints; make several of it.")
    first = wanted[0].used
    Lab(address, first.name)  # refuses where no service is
    check_room(account, sum(one.bytes for one in wanted))
    order = LabOrder(
        account=account, job=job, title=title[:200], lab=lab, lab_name=first.name, address=address, days=first.days,
        currency=first.currency, cost=cost_of(wanted), deadline=timezone.now() + TRIED_FOR,
    )  # fmt: skip
    order.body = json.dumps(
        {
            "client": "zollstock",
            "items": [
                {"n": number, "name": one.name, "size": one.used.size.key, "copies": one.copies, "format": one.format}
                for number, one in enumerate(wanted, 1)
            ],
        },
        ensure_ascii=False,
    )  # fmt: skip
    copied: list[str] = []
    try:
        for one in wanted:
            copied.append(_copy(order, one.file))
        with transaction.atomic():
            order.save(force_insert=True)
            LabItem.objects.bulk_create(
                LabItem(
                    order=order, number=number, design=one.design, version=one.version, title=one.title[:200],
                    size=one.used.size.key, size_text=one.size_text, copies=one.copies, price=one.used.size.price, file=copied[number - 1],
                    bytes=one.bytes, sha256=one.sha256,
                )
                for number, one in enumerate(wanted, 1)
            )  # fmt: skip
            note(order, "ordered", account.get_username())
    except BaseException:
        discard(*copied)
        raise
    WORK.send_when_there(order.id, SENDS)
    return order


def cost_of(wanted: Sequence[Wanted]) -> Decimal | None:
    """The sum of all prints, each to the cent; None where a price is not known."""
    prices = [one.used.size.price for one in wanted]
    if any(price is None for price in prices):
        return None
    return sum(
        (
            (price * one.copies).quantize(Decimal("0.01"), ROUND_HALF_UP)
            for price, one in zip(prices, wanted, strict=True)
            if price is not None
        ),
        Decimal(0),
    )


def _copy(order: LabOrder, name: str) -> str:
    """A copy of a made file that is the order's own: the other may be tidied away meanwhile."""
    with local_path(name) as path, work_folder() as folder:
        held = folder / Path(name).name
        try:
            # A second name for the same bytes: at once, however large they are. It stays when the other one goes.
            os.link(path, held)
        except OSError:
            shutil.copyfile(path, held)
        return store(held, f"labfiles/{str(order.id)[:2]}/{order.id}/{held.name}")


def call_off(order: LabOrder) -> None:
    """Ask for an order to be called off; a worker asks the lab, which says no once it prints."""
    live = LabOrder.objects.filter(id=order.id, state__in=("waiting", "running"))
    if live.update(cancel_wanted=True, next_try=None):
        note(order, "to be cancelled")
        WORK.send_when_there(order.id)


def tell(order: LabOrder) -> None:
    """Tell a worker of an order: what sends files stands with what makes them."""
    WORK.send(order.pk, SENDS if order.stage == LabOrder.Stage.SENDING else None)


def files_over(order: LabOrder) -> None:
    """The lab has the files, or never will: the copies go."""
    names = [name_of(item.file) for item in order.items.all() if item.file]
    order.items.update(file="")
    transaction.on_commit(lambda: discard(*names))
