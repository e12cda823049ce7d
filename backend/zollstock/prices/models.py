"""The price lists of an account."""

from __future__ import annotations

from zollstock.accounts.keeping import KeptTable


class PriceRows(KeptTable):
    """What an account asks for prints; `document` is the core's `PriceLists`."""
