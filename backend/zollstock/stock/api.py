"""The stock over the wire: edited as rows, and as CSV."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.studio.stock import Stock, read_stock
from zollstock.core.studio.stocktable import stock_from, write_stock

from .kept import STOCK

router = Router(tags=["stock"])
Version = Annotated[int, Field(ge=0, le=2**31 - 2)]


class StockKept(Schema):
    """The stock as it is kept; version 0 is the one that ships."""

    version: int
    stock: Stock


class StockChange(Schema):
    """The whole stock (checked by the core, so that errors carry the path)."""

    version: Version
    stock: dict[str, Any]


class StockCsv(Schema):
    """A table's text; it takes the place of the whole stock."""

    version: Version
    text: Annotated[str, Field(max_length=500_000)]


def _kept(request: SignedRequest) -> StockKept:
    stock, version = STOCK.of(request.user)
    return StockKept(version=version, stock=stock)


@router.get("/stock", response=StockKept)
def stock(request: SignedRequest) -> StockKept:
    return _kept(request)


@router.put("/stock", response=StockKept)
def change_stock(request: SignedRequest, given: StockChange) -> StockKept:
    """Keep a stock. `version` must be the one in force, else 409 and nothing is changed."""
    STOCK.save(request.user, read_stock(given.stock), given.version)
    return _kept(request)


@router.post("/stock/csv", response=StockKept)
def take_in_stock(request: SignedRequest, given: StockCsv) -> StockKept:
    """A stock from CSV in the place of the one that is there; the currency stays."""
    currency = STOCK.of(request.user)[0].currency
    STOCK.save(request.user, stock_from(given.text, currency), given.version)
    return _kept(request)


@router.delete("/stock", response=StockKept)
def stock_back(
    request: SignedRequest, version: Annotated[int, Query(ge=0, le=2**31 - 2)]
) -> StockKept:
    """Back to the media that ship, with nothing in stock."""
    STOCK.reset(request.user, version)
    return _kept(request)


@router.get("/stock.csv", include_in_schema=False)
def stock_as_csv(request: SignedRequest) -> HttpResponse:
    made = HttpResponse(write_stock(_kept(request).stock), content_type="text/csv; charset=utf-8")
    made["Content-Disposition"] = 'attachment; filename="stock.csv"'
    return made
