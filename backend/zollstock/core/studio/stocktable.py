"""A stock as a table for other programs: a line for every roll and every kind of sheet, one for a medium without any."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal
from typing import Any

from pydantic import ValidationError

from ..documents.faults import problem_list
from ..ground.csvtable import (
    Cell,
    TableError,
    headed,
    number_in,
    records,
    write_table,
)
from ..ground.money import plain
from .stock import (
    MOST_MEDIA,
    MOST_PAPERS,
    Stock,
    StockError,
    StockMedium,
    StockRoll,
    StockSheet,
    read_stock,
)

COLUMNS = ("medium", "surface", "factor", "spread", "note", "kind", "name", "width", "height", "left",
           "margin", "price", "minimum", "key", "medium_key")  # fmt: skip
#: What people read over a column; its own name, which older tables have, is read as well.
HEADS = {
    "factor": "detail factor",
    "spread": "ink spread (mm)",
    "left": "remaining",
    "margin": "unprintable margins",
    "price": "price per metre or sheet",
    "minimum": "minimum length charged",
    "medium_key": "medium key",
}
_MOST_LINES = MOST_MEDIA * MOST_PAPERS // 10


def write_stock(stock: Stock) -> str:
    """The stock as CSV; `stock_from` reads it back."""
    return write_table(headed(COLUMNS, HEADS), _rows(stock))


def _rows(stock: Stock) -> Iterator[list[Any]]:
    for medium in stock.media:
        head = [
            medium.name,
            medium.surface,
            _number(medium.factor),
            _number(medium.spread),
            medium.note,
        ]
        for roll in medium.rolls:
            yield [*head, "roll", "", roll.width.typed, "", _typed(roll.left), roll.margin.typed,
                   _price(roll.price), _typed(roll.minimum), roll.key, medium.key]  # fmt: skip
        for sheet in medium.sheets:
            yield [*head, "sheet", sheet.name, sheet.width.typed, sheet.height.typed, "" if sheet.left is None else sheet.left,
                   sheet.margin.typed, _price(sheet.price), "", sheet.key, medium.key]  # fmt: skip
        if not medium.rolls and not medium.sheets:
            yield [*head, *[""] * 9, medium.key]


def _number(value: float | None) -> str:
    return "" if value is None else f"{value:g}"


def _price(value: Decimal | None) -> str:
    return "" if value is None else plain(value)


def _typed(length: Any) -> str:
    return "" if length is None else str(length.typed)


def stock_from(text: str, currency: str = "") -> Stock:
    """A stock from CSV. Raises `TableError` with the line.

    Needed is `medium`; a line with a `width` is a roll, one with a height too a kind of sheet. Lines of one medium
    need not follow each other; the first says what it is.
    """
    media: dict[str, dict[str, Any]] = {}
    for count, (cell, line) in enumerate(records(text, "media", COLUMNS, (("medium",),), HEADS), 1):
        if count > _MOST_LINES:
            raise TableError(f"line {line}: more than {_MOST_LINES} lines")
        name = cell("medium")
        if not name:
            raise TableError(f"line {line}: a medium has a name")
        held = media.get(name.casefold())
        if held is None:
            held = _checked(_medium(cell, line), StockMedium, line)
            media[name.casefold()] = held | {"rolls": [], "sheets": []}
        kind = cell("kind").lower() or (
            "sheet" if cell("height") else "roll" if cell("width") else ""
        )
        if kind in ("sheet", "roll"):
            paper = _paper(cell, line, kind)
            media[name.casefold()][f"{kind}s"].append(
                _checked(paper, StockSheet if kind == "sheet" else StockRoll, line)
            )
        elif kind:
            raise TableError(f"line {line}: kind is roll or sheet, not “{kind[:40]}”")
    try:
        return read_stock({"media": list(media.values()), "currency": currency})
    except StockError as error:
        raise TableError(error.problems[0][1]) from None


def _medium(cell: Cell, line: int) -> dict[str, Any]:
    found: dict[str, Any] = {
        "name": cell("medium"),
        "surface": cell("surface"),
        "note": cell("note"),
    }
    for name in ("factor", "spread"):
        if cell(name):
            found[name] = number_in(cell(name), HEADS[name], line)
    if cell("medium_key"):
        found["key"] = cell("medium_key")
    return found


def _paper(cell: Cell, line: int, kind: str) -> dict[str, Any]:
    names = ("width", "margin") + (("left", "minimum") if kind == "roll" else ("height",))
    found: dict[str, Any] = {name: cell(name) for name in names if cell(name)}
    if cell("price"):
        number_in(cell("price"), "price", line)
        found["price"] = Decimal(cell("price").replace(",", "."))
    if cell("key"):
        found["key"] = cell("key")
    if kind == "sheet":
        found["name"] = cell("name")
        if cell("left"):
            left = number_in(cell("left"), "remaining", line)
            if left != int(left):
                raise TableError(
                    f"line {line}: remaining is a number of sheets, not “{cell('left')[:40]}”"
                )
            found["left"] = int(left)
    return found


def _checked(given: dict[str, Any], part: Any, line: int) -> dict[str, Any]:
    try:
        checked: dict[str, Any] = part.model_validate(given).model_dump(mode="json")
    except ValidationError as error:
        path, message = problem_list(error, part, "line")[0]
        raise TableError(f"line {line}: {path}: {message}") from None
    return checked
