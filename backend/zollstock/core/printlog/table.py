"""The log as a table for other programs."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Any

from ..ground.csvtable import TableError, records, write_table
from .entry import Log, LogEntry, LogError, parse_log

COLUMNS = ("made_on", "title", "size", "print", "version", "device", "feed", "medium", "lab", "copies", "result", "faults",
           "note", "distance", "judgement", "light", "dried", "cost", "currency", "recipe", "medium_key", "device_key", "file_sha256",
           "photographs")  # fmt: skip
_LISTS = ("faults", "photographs")


def write_log(rows: Iterable[LogEntry]) -> str:
    """The rows as CSV; `log_from` reads them back. Lists are divided by a bar."""
    return write_table(COLUMNS, (_cells(row) for row in rows))


def _cells(row: LogEntry) -> list[Any]:
    held = row.model_dump(mode="json")
    return [" | ".join(held[name]) if name in _LISTS else "" if held[name] is None else held[name] for name in COLUMNS]  # fmt: skip


def log_from(text: str) -> Log:
    """A log from a table that has at least a title or a day. Raises `TableError`, `LogError` with the line's number."""
    rows, lines = [], []
    for cell, number in records(text, "prints", COLUMNS, [("title",), ("made_on",)]):
        row: dict[str, Any] = {}
        for name in COLUMNS:
            typed = cell(name)
            if typed:
                row[name] = _read(name, typed, number)
        rows.append(row)
        lines.append(number)
    try:
        return parse_log({"rows": rows})
    except LogError as error:
        raise TableError(_by_line(error, lines)) from None


def _read(name: str, typed: str, line: int) -> Any:
    if name in _LISTS:
        return [one.strip() for one in typed.split("|") if one.strip()]
    reader: dict[str, Callable[[str], Any]] = {
        "print": int,
        "version": int,
        "copies": int,
        "dried": _number,
    }
    if name == "cost":
        return typed.replace(",", ".")
    if name not in reader:
        return typed
    try:
        return reader[name](typed)
    except ValueError:
        raise TableError(f"line {line}: “{typed}” is no number under {name}") from None


def _number(typed: str) -> float:
    return float(typed.replace(",", "."))


def _by_line(error: LogError, lines: list[int]) -> str:
    path, message = error.problems[0]
    place, _, name = path.removeprefix("rows[").partition("].")
    return (
        f"line {lines[int(place)]}: {name}: {message}" if place.isdigit() else f"{path}: {message}"
    )
