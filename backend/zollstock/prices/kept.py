"""An account's price lists: those that ship until they are changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.studio.prices import SHIPPED, PricesChanged, read_prices
from zollstock.core.studio.pricetable import prices_from, write_prices

from .models import PriceRows

PRICES = StudioTable("/prices", PriceRows, SHIPPED, read_prices, PricesChanged, write_prices, prices_from)  # fmt: skip
