"""A studio's times as a table for other programs: a line a step. Its hours of work stay as they were."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from ..ground.csvtable import TableError, headed, number_in, records, write_table
from .times import MOST_TIMES, TimesError, WorkTimes, read_times

COLUMNS = ("step", "of", "hours", "rests", "key")
#: What people read over a column; its own name is read as well.
HEADS = {"of": "medium or finishing", "rests": "rests after (hours)"}


def write_times(table: WorkTimes) -> str:
    """The rows as CSV; `times_from` reads them back."""
    return write_table(headed(COLUMNS, HEADS), _rows(table))


def _rows(table: WorkTimes) -> Iterator[list[Any]]:
    for row in table.rows:
        yield [row.step, row.of, f"{row.hours:.10g}", f"{row.rests:.10g}", row.key]


def times_from(text: str, before: WorkTimes) -> WorkTimes:
    """A table's rows from CSV, with the hours of work of `before`. Raises `TableError`."""
    rows: list[dict[str, Any]] = []
    for cell, line in records(text, "times", COLUMNS, (("step",),), HEADS):
        if len(rows) == MOST_TIMES:
            raise TableError(f"line {line}: more than {MOST_TIMES} lines")
        row: dict[str, Any] = {"step": cell("step").lower(), "of": cell("of"), "key": cell("key")}
        for name in ("hours", "rests"):
            if cell(name):
                row[name] = number_in(cell(name), HEADS.get(name, name), line)
        rows.append(row)
        try:
            read_times({"rows": [row]})
        except TimesError as error:
            raise TableError(f"line {line}: {error.problems[0][1]}") from None
    try:
        return read_times(before.model_dump(mode="json") | {"rows": rows})
    except TimesError as error:
        raise TableError(error.problems[0][1]) from None
