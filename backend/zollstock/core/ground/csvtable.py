"""CSV that any spreadsheet opens and writes, and that cannot start anything there."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from math import isfinite, nan
from types import MappingProxyType
from typing import Any

from .plaintext import plain
from .refusal import Refusal

#: Where a spreadsheet may take the beginning of a cell to be, whichever sign it divides by: the text's own begin, and
#: behind each sign that divides cells somewhere. There nothing may stand that it would run.
_BEGINS = r"(?:^|(?<=[,;|\t\n\r\"]))"
_RUNS = r"(?=[=+\-@\t\r])"
_MADE_HARMLESS = re.compile(rf"{_BEGINS}( *'*){_RUNS}")
_AS_IT_WAS = re.compile(rf"{_BEGINS}( *'*)'{_RUNS}")

#: The text under a column's name, empty where there is none.
Cell = Callable[[str], str]


#: Of a table whose columns are called as they are.
NO_HEADS: Mapping[str, str] = MappingProxyType({})


#: What stands for yes in a cell.
_YES = ("yes", "true", "1", "x", "ja")


class TableError(Refusal):
    """A table that cannot be read; the message names the line and what is wrong with it."""


def write_table(columns: Sequence[str], rows: Iterable[Sequence[Any]]) -> str:
    """CSV text with a header line. What a spreadsheet would run gets a ' before it, which `records` takes away again.

    >>> write_table(("name", "note"), [("Fog", "=1+1")])
    "name,note\\r\\nFog,'=1+1\\r\\n"
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    for row in rows:
        writer.writerow([_harmless(value) for value in row])
    return out.getvalue()


def headed(columns: Sequence[str], heads: Mapping[str, str]) -> list[str]:
    """The header line: what people read over each column.

    >>> headed(("w", "h"), {"w": "width"})
    ['width', 'h']
    """
    return [heads.get(name, name) for name in columns]


def _harmless(value: Any) -> Any:
    return _MADE_HARMLESS.sub(r"\1'", value) if isinstance(value, str) else value


def records(
    text: str,
    what: str,
    columns: Sequence[str],
    needs: Sequence[Sequence[str]],
    heads: Mapping[str, str] = NO_HEADS,
) -> Iterator[tuple[Cell, int]]:
    """The lines of a table of `what` with commas, semicolons or tabs, each with its number. Raises `TableError`.

    The first line names the columns, of which one of `needs` must be there whole. Empty lines are passed over; a
    table without any other is refused. `heads` are the names that people read over a column whose own is another; both
    are understood.

    >>> [(cell("name"), line) for cell, line in records("name;note\\nFog;by hand\\n", "prints", ("name", "note"), [("name",)])]
    [('Fog', 2)]
    """
    text = text.removeprefix("\ufeff")
    header = next((line for line in text.splitlines() if line.strip()), "")
    if not header:
        raise TableError("there is nothing in this table")
    divider = max((",", ";", "\t"), key=header.count)
    rows = csv.DictReader(io.StringIO(text.lstrip()), delimiter=divider)
    try:
        own = {plain(head): name for name, head in heads.items()}
        names = [own.get(plain(name or ""), plain(name or "")) for name in rows.fieldnames or []]
    except csv.Error:
        raise TableError("line 1: this is not a table") from None
    if not any(set(need) <= set(names) for need in needs):
        wanted = ", or ".join(" and ".join(need) for need in reversed(needs))
        raise TableError(
            f"line 1: a table of {what} begins with a line that names its columns: "
            f"{', '.join(headed(columns, heads))} "
            f"({wanted}, are needed)"
        )
    rows.fieldnames = names
    found = 0
    try:
        for row in rows:
            if any((value or "").strip() for value in row.values() if isinstance(value, str)):
                found += 1
                yield _cell(row), rows.line_num
    except csv.Error:
        raise TableError(f"line {rows.line_num}: this is not a table") from None
    if not found:
        raise TableError(f"there are no {what} below the first line")


def _cell(row: dict[str, Any]) -> Cell:
    def cell(name: str) -> str:
        value = row.get(name)
        return _AS_IT_WAS.sub(r"\1", value).strip() if isinstance(value, str) else ""

    return cell


def number_in(text: str, name: str, line: int) -> float:
    """The number in a cell of the column `name`, with a point or a comma. Raises `TableError`.

    >>> number_in(" 2,5 ", "factor", 3)
    2.5
    """
    try:
        number = float(text.strip().replace(",", "."))
    except ValueError:
        number = nan
    if not isfinite(number):
        raise TableError(f"line {line}: {name} is a number, not “{text[:40]}”")
    return number


def whole_in(text: str, name: str, line: int) -> int:
    """The same where only a whole number makes sense.

    >>> whole_in("12", "copies", 3)
    12
    """
    number = number_in(text, name, line)
    if number != int(number):
        raise TableError(f"line {line}: {name} is a whole number, not “{text[:40]}”")
    return int(number)


def is_yes(text: str) -> bool:
    """Whether a cell says yes.

    >>> is_yes("Yes"), is_yes("no"), is_yes("")
    (True, False, False)
    """
    return text.strip().lower() in _YES


def yes_or_no(is_so: bool) -> str:
    """A cell of a table that says whether something is so.

    >>> yes_or_no(True)
    'yes'
    """
    return "yes" if is_so else "no"
