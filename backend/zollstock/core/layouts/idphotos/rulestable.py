"""The rules of a studio as CSV, out and back."""

from __future__ import annotations

from typing import Any

from ...ground.csvtable import Cell, TableError, headed, records, write_table
from .rules import MOST_RULES, RuleBook, RuleError, read_rules

COLUMNS = ("authority", "width", "height", "head_from", "head_to", "crown_from", "crown_to", "eyes_from", "eyes_to",
           "source", "checked", "key")  # fmt: skip
#: What people read over a column; its own name is read as well.
HEADS = {
    "head_from": "head from",
    "head_to": "head to",
    "crown_from": "crown under the edge from",
    "crown_to": "crown under the edge to",
    "eyes_from": "eyes over the edge from",
    "eyes_to": "eyes over the edge to",
    "checked": "last checked",
}
_RANGES = ("head", "crown", "eyes")


def write_rules(book: RuleBook) -> str:
    """The rules as CSV; `rules_from` reads them back."""
    rows = []
    for rule in book.rules:
        ranges = [getattr(rule, name) or ("", "") for name in _RANGES]
        ends = [getattr(end, "typed", end) for both in ranges for end in both]
        rows.append(
            [
                rule.name,
                rule.width.typed,
                rule.height.typed,
                *ends,
                rule.source,
                rule.checked,
                rule.key,
            ]
        )
    return write_table(headed(COLUMNS, HEADS), rows)


def rules_from(text: str) -> RuleBook:
    """Rules from CSV, in the place of all others. Raises `TableError` with the line."""
    rules: list[dict[str, Any]] = []
    needs = (("authority", "width", "height", "head_from", "head_to"),)
    for cell, line in records(text, "rules", COLUMNS, needs, HEADS):
        if len(rules) == MOST_RULES:
            raise TableError(f"line {line}: more than {MOST_RULES} rules")
        rules.append(_rule(cell, line))
    return read_rules({"rules": rules})


def _rule(cell: Cell, line: int) -> dict[str, Any]:
    found: dict[str, Any] = {
        "name": cell("authority"),
        "width": cell("width"),
        "height": cell("height"),
        "source": cell("source"),
        "checked": cell("checked"),
        "key": cell("key"),
    }
    for name in _RANGES:
        ends = [cell(f"{name}_from"), cell(f"{name}_to")]
        if any(ends):
            found[name] = ends
    try:
        read_rules({"rules": [found]})
    except RuleError as error:
        where, what = error.problems[0]
        raise TableError(f"line {line}: {where.removeprefix('rules[0].')}: {what}") from None
    return found
