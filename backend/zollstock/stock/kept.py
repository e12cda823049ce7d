"""An account's stock: the one that ships until it is changed; and booking off it."""

from __future__ import annotations

import time

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models.signals import post_delete, post_save
from django.dispatch import receiver
from django.utils import timezone

from zollstock.accounts.savedtable import forget, keep, saved_table
from zollstock.core.ground.lengths import parse_length
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import LengthStyle, typed_length
from zollstock.core.studio.stock import SHIPPED, Stock, StockChanged, StockRoll, read_stock

from .models import Booking, StockRows

#: So long, seconds, a stock is used before it is asked for anew: reckoning follows every move of a hand, and what
#: another process changes is seen after that time at the latest.
_KEPT_FOR = 2.0
_MOST_KEPT = 500
_kept: dict[int, tuple[float, Stock]] = {}


class NoSuchPaper(Refusal):
    """The paper that a layout speaks of is not in stock any more."""

    def __init__(self) -> None:
        super().__init__(
            "This paper is not in your stock. Choose one of the stock, then book it off."
        )


def stock_for_reckoning(account: User) -> Stock:
    """The stock as it was a moment ago at most: what is edited or booked is read anew (`stock_of`)."""
    now = time.monotonic()
    until, stock = _kept.get(account.pk, (0.0, SHIPPED))
    if until < now:
        stock, _ = stock_of(account)
        if len(_kept) >= _MOST_KEPT:
            _kept.clear()
        _kept[account.pk] = (now + _KEPT_FOR, stock)
    return stock


def stock_of(account: User) -> tuple[Stock, int]:
    """The stock and its version; 0 while it is the one that ships."""
    document, version = saved_table(StockRows, account)
    return (SHIPPED if document is None else read_stock(document)), version


def save_stock(account: User, stock: Stock, version: int) -> int:
    """Keep a stock; returns its version. Raises `StockChanged` when `version` is not the one in force."""
    made = keep(StockRows, account, stock.model_dump(mode="json"), version, StockChanged())
    _kept.pop(account.pk, None)
    return made


def forget_stock(account: User, version: int) -> None:
    """Reset to examples. Raises `StockChanged` likewise."""
    forget(StockRows, account, version, StockChanged())
    _kept.pop(account.pk, None)


def book(account: User, layout: int, title: str, key: str, mm: Fraction, sheets: int) -> Booking:
    """Take so much of a paper off the stock. Raises `NoSuchPaper`, `NotEnough`, or `StockChanged` where somebody else
    changes the stock at the same moment."""
    with transaction.atomic():
        stock, version = stock_of(account)
        found = next(
            ((medium, paper) for medium, paper in stock.papers() if key and paper.key == key), None
        )
        if found is None:
            raise NoSuchPaper
        save_stock(account, stock.booked(key, mm, sheets), version)
        medium, paper = found
        return Booking.objects.create(
            account=account, layout=layout, title=title[:200], key=key, mm=typed_length(mm, "mm"), sheets=sheets,
            of_roll=isinstance(paper, StockRoll),
            paper=f"{medium.name}, {paper.display_name(LengthStyle('cm'))}"[:250],
        )  # fmt: skip


def take_back(booking: Booking) -> None:
    """Give a booking's length or sheets back, once. Raises `NoSuchPaper` where the paper is gone from the stock."""
    with transaction.atomic():
        held = Booking.objects.select_for_update().get(pk=booking.pk)
        if held.taken_back is not None:
            return
        stock, version = stock_of(held.account)
        if stock.paper(held.key) is None:
            raise NoSuchPaper
        mm = parse_length(held.mm).mm
        save_stock(held.account, stock.booked(held.key, -mm, -held.sheets), version)
        held.taken_back = timezone.now()
        held.save(update_fields=["taken_back"])


@receiver([post_save, post_delete], sender=StockRows)
def _forget(instance: StockRows, **_: object) -> None:
    _kept.pop(instance.account_id, None)
