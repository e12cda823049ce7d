"""What a device's row says of the medium of a print."""

from __future__ import annotations

from ..parts.device import DeviceMedium
from ..studio.stock import SHIPPED
from ..work.outcome import Work


def medium_of(work: Work) -> DeviceMedium | None:
    """The row of its medium, found by its key, else by its name in the stock; None where nothing is said of it.

    >>> medium_of(fog()) is None
    True
    """
    return work.device.medium(stock_key(work)) if work.device else None


def stock_key(work: Work) -> str | None:
    """The key of a print's medium in the stock; where there is no stock, as on the command line, in that which ships.

    >>> stock_key(fog()), stock_key(fog(medium={"name": "satin"}))
    (None, None)
    """
    medium, stock = work.plan.medium, work.studio.stock
    if medium.key:
        return medium.key
    rows = stock.media or SHIPPED.media
    found = (
        row.key for row in rows if medium.name and row.name.casefold() == medium.name.casefold()
    )
    return next(found, None)
