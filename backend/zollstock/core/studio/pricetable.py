"""Price lists as a table for other programs: a line for every price, and one for every discount."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ..ground.csvtable import (
    Cell,
    TableError,
    headed,
    is_yes,
    number_in,
    records,
    whole_in,
    write_table,
    yes_or_no,
)
from ..ground.money import plain
from .prices import MOST_DISCOUNTS, MOST_LISTS, MOST_PRICES, PriceLists, PricesError, read_prices

_OF_LIST = ("list", "currency", "tax_rate", "tax_included")
_OF_LINE = ("medium", "edge", "finish", "per", "size", "price", "least")
_OF_DISCOUNT = ("from_copies", "share")
COLUMNS = (*_OF_LIST, *_OF_LINE, *_OF_DISCOUNT, "key")
#: What people read over a column; its own name is read as well.
HEADS = {
    "list": "price list",
    "tax_rate": "tax (%)",
    "tax_included": "tax included",
    "least": "least",
    "from_copies": "discount from copies",
    "share": "discount (%)",
}
_MOST_LINES = MOST_LISTS * (MOST_PRICES + MOST_DISCOUNTS)


def write_prices(table: PriceLists) -> str:
    """The price lists as CSV; `prices_from` reads it back."""
    return write_table(headed(COLUMNS, HEADS), _rows(table))


def _rows(table: PriceLists) -> Iterator[list[Any]]:
    none_of_line, none_of_discount = [""] * len(_OF_LINE), [""] * len(_OF_DISCOUNT)
    for one in table.lists:
        head = [one.name, one.currency, f"{one.tax_rate:.10g}", yes_or_no(one.tax_included)]
        for line in one.lines:
            cells = [
                line.medium,
                line.edge,
                line.finish,
                line.per,
                line.size,
                plain(line.price),
                plain(line.least),
            ]
            yield [*head, *cells, *none_of_discount, one.key]
        for discount in one.discounts:
            yield [*head, *none_of_line, discount.from_copies, f"{discount.share:.10g}", one.key]
        if not one.lines and not one.discounts:
            yield [*head, *none_of_line, *none_of_discount, one.key]


def prices_from(text: str, before: PriceLists) -> PriceLists:
    """Price lists from CSV; which is standard stays where it is still there. Raises `TableError` with the line.

    Needed is `list`; a line with a `price` is a price, one with `from_copies` a discount. The first line of a list says
    what it is.
    """
    found: dict[str, dict[str, Any]] = {}
    for count, (cell, line) in enumerate(records(text, "prices", COLUMNS, (("list",),), HEADS), 1):
        if count > _MOST_LINES:
            raise TableError(f"line {line}: more than {_MOST_LINES} lines")
        name = cell("list")
        if not name:
            raise TableError(f"line {line}: a price list has a name")
        held = found.setdefault(name.casefold(), _list(cell, line))
        if cell("from_copies"):
            held["discounts"].append(_discount(cell, line))
        elif cell("price"):
            held["lines"].append({name: cell(name) for name in _OF_LINE if cell(name)})
        _checked(held, line)
    try:
        table = read_prices({"lists": list(found.values())})
    except PricesError as error:
        raise TableError(error.problems[0][1]) from None
    standard = before.standard if table.chosen(before.standard) else ""
    return table.model_copy(update={"standard": standard})


def _list(cell: Cell, line: int) -> dict[str, Any]:
    found: dict[str, Any] = {"name": cell("list"), "lines": [], "discounts": []}
    if cell("currency"):
        found["currency"] = cell("currency")
    if cell("tax_rate"):
        found["tax_rate"] = number_in(cell("tax_rate").removesuffix("%"), HEADS["tax_rate"], line)
    if cell("tax_included"):
        found["tax_included"] = is_yes(cell("tax_included"))
    if cell("key"):
        found["key"] = cell("key")
    return found


def _discount(cell: Cell, line: int) -> dict[str, Any]:
    return {
        "from_copies": whole_in(cell("from_copies"), HEADS["from_copies"], line),
        "share": number_in(cell("share").removesuffix("%"), HEADS["share"], line),
    }


def _checked(held: dict[str, Any], line: int) -> None:
    try:
        read_prices({"lists": [held]})
    except PricesError as error:
        path, message = error.problems[0]
        raise TableError(f"line {line}: {path.removeprefix('lists[0].')}: {message}") from None
