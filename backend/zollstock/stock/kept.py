"""An account's stock: the one that ships until it is changed; and booking off it."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.ground.lengths import parse_length
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import LengthStyle, typed_length
from zollstock.core.studio.stock import SHIPPED, StockChanged, StockRoll, read_stock
from zollstock.core.studio.stocktable import stock_from, write_stock

from .models import Booking, StockRows

STOCK = StudioTable(
    "/stock",
    StockRows,
    SHIPPED,
    read_stock,
    StockChanged,
    write_stock,
    # The currency is no row: it stays.
    lambda text, before: stock_from(text, before.currency),
)


class NoSuchPaper(Refusal):
    """The paper that a layout speaks of is not in stock any more."""

    def __init__(self) -> None:
        super().__init__(
            "This paper is not in your stock. Choose one of the stock, then book it off."
        )


def book(account: User, layout: int, title: str, key: str, mm: Fraction, sheets: int) -> Booking:
    """Take so much of a paper off the stock. Raises `NoSuchPaper`, `NotEnough`, or `StockChanged` where somebody else
    changes the stock at the same moment."""
    with transaction.atomic():
        stock, version = STOCK.of(account)
        found = next(
            ((medium, paper) for medium, paper in stock.papers() if key and paper.key == key), None
        )
        if found is None:
            raise NoSuchPaper
        STOCK.save(account, stock.booked(key, mm, sheets), version)
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
        stock, version = STOCK.of(held.account)
        if stock.paper(held.key) is None:
            raise NoSuchPaper
        mm = parse_length(held.mm).mm
        STOCK.save(held.account, stock.booked(held.key, -mm, -held.sheets), version)
        held.taken_back = timezone.now()
        held.save(update_fields=["taken_back"])
