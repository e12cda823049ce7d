"""Labs as a table for other programs: a line for every size of every lab."""

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
from .labs import MOST_LAB_SIZES, MOST_LABS, Lab, Labs, LabsError, read_labs

_OF_LAB = ("lab", "formats", "most_bytes", "most_px", "grid_ppi", "profile", "ink_limit", "fits", "sharpens", "borders",
           "days", "address", "notes")  # fmt: skip
_OF_BOOK = ("book_pages", "book_step", "book_bleed", "book_formats", "book_files")
_OF_SIZE = ("width", "height", "bleed", "price")
COLUMNS = (*_OF_LAB, *_OF_BOOK, *_OF_SIZE, "key", "lab_key")
HEADS = {
    "most_bytes": "largest file (bytes)",
    "most_px": "longest side (px)",
    "grid_ppi": "resamples to (ppi)",
    "ink_limit": "most ink (%)",
    "fits": "another ratio",
    "borders": "own white border",
    "lab_key": "lab key",
}
_MOST_LINES = MOST_LABS * MOST_LAB_SIZES


def write_labs(table: Labs) -> str:
    """The labs as CSV; `labs_from` reads it back."""
    return write_table(headed(COLUMNS, HEADS), _rows(table))


def _rows(table: Labs) -> Iterator[list[Any]]:
    for lab in table.labs:
        head = [*_lab_cells(lab), *_book_cells(lab)]
        for size in lab.sizes:
            price = "" if size.price is None else plain(size.price)
            yield [*head, size.width.typed, size.height.typed, size.bleed.typed, price, size.key, lab.key]  # fmt: skip
        if not lab.sizes:
            yield [*head, *[""] * len(_OF_SIZE), "", lab.key]


def _lab_cells(lab: Lab) -> list[Any]:
    return [lab.name, " ".join(lab.formats), _number(lab.most_bytes), _number(lab.most_px), _number(lab.grid_ppi),
            lab.profile, _number(lab.ink_limit), lab.fits, yes_or_no(lab.sharpens), yes_or_no(lab.borders), lab.days, lab.address,
            lab.notes]  # fmt: skip


def _book_cells(lab: Lab) -> list[Any]:
    book = lab.book
    if book is None:
        return [""] * len(_OF_BOOK)
    formats = " | ".join(f"{one.width.typed} x {one.height.typed}" for one in book.formats)
    return [f"{book.pages[0]}-{book.pages[1]}", book.step, book.bleed.typed, formats, book.files]


def _number(value: float | None) -> str:
    return "" if value is None else f"{value:.15g}"


def labs_from(text: str, before: Labs) -> Labs:
    """Labs from CSV; the currency, which is no row, stays. Raises `TableError` with the line.

    Needed is `lab`; a line with a `width` is a size of it. Lines of one lab need not follow each other; the first says
    what it is.
    """
    found: dict[str, dict[str, Any]] = {}
    for count, (cell, line) in enumerate(records(text, "labs", COLUMNS, (("lab",),), HEADS), 1):
        if count > _MOST_LINES:
            raise TableError(f"line {line}: more than {_MOST_LINES} lines")
        name = cell("lab")
        if not name:
            raise TableError(f"line {line}: a lab has a name")
        held = found.get(name.casefold())
        if held is None:
            held = found[name.casefold()] = _lab(cell, line)
        if cell("width"):
            held["sizes"].append(_size(cell, line))
        _checked(held, line)
    try:
        return read_labs({"labs": list(found.values()), "currency": before.currency})
    except LabsError as error:
        raise TableError(error.problems[0][1]) from None


def _lab(cell: Cell, line: int) -> dict[str, Any]:
    found: dict[str, Any] = {
        "name": cell("lab"),
        "address": cell("address"),
        "notes": cell("notes"),
        "sharpens": is_yes(cell("sharpens")),
        "borders": is_yes(cell("borders")),
        "sizes": [],
    }
    if cell("formats"):
        found["formats"] = cell("formats").lower().replace(",", " ").split()
    for name in ("most_bytes", "most_px", "grid_ppi", "days"):
        if cell(name):
            found[name] = whole_in(cell(name), HEADS.get(name, name), line)
    if cell("ink_limit"):
        found["ink_limit"] = number_in(cell("ink_limit"), HEADS["ink_limit"], line)
    for name, of in (("profile", "profile"), ("fits", "fits"), ("lab_key", "key")):
        if cell(name):
            found[of] = cell(name)
    if cell("book_pages"):
        found["book"] = _book(cell, line)
    return found


def _book(cell: Cell, line: int) -> dict[str, Any]:
    least, _, most = cell("book_pages").partition("-")
    book: dict[str, Any] = {
        "pages": [whole_in(least, "book_pages", line), whole_in(most or least, "book_pages", line)],
        "bleed": cell("book_bleed") or "0 mm",
        "formats": [
            {"width": width.strip(), "height": height.strip()}
            for width, _, height in (one.partition(" x ") for one in cell("book_formats").split("|") if one.strip())
        ],
    }  # fmt: skip
    if cell("book_step"):
        book["step"] = whole_in(cell("book_step"), "book_step", line)
    if cell("book_files"):
        book["files"] = cell("book_files").lower()
    return book


def _size(cell: Cell, line: int) -> dict[str, Any]:
    found: dict[str, Any] = {name: cell(name) for name in ("width", "height", "bleed", "key") if cell(name)}  # fmt: skip
    if cell("price"):
        found["price"] = number_in(cell("price"), "price", line)
    return found


def _checked(lab: dict[str, Any], line: int) -> None:
    try:
        read_labs({"labs": [lab]})
    except LabsError as error:
        path, message = error.problems[0]
        raise TableError(f"line {line}: {path.removeprefix('labs[0].')}: {message}") from None
