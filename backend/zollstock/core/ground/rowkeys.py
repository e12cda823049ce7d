"""Keys of the rows that a studio keeps: a row keeps its own whatever it is called, and others know it by that."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from itertools import count
from typing import Annotated, TypeVar

from pydantic import BaseModel, Field

Key = Annotated[str, Field(max_length=40)]
Row = TypeVar("Row", bound=BaseModel)


def free_keys(begin: str, taken: Collection[str]) -> Iterator[str]:
    """`m1`, `m2` …, those that are taken left out.

    >>> keys = free_keys("m", {"m2"})
    >>> next(keys), next(keys)
    ('m1', 'm3')
    """
    return (key for number in count(1) if (key := f"{begin}{number}") not in taken)


def keyed(rows: Sequence[Row], begin: str) -> list[Row]:
    """The rows, those without a `key` with one that is free."""
    free = free_keys(begin, {row.key for row in rows})  # type: ignore[attr-defined]
    return [row if row.key else row.model_copy(update={"key": next(free)}) for row in rows]  # type: ignore[attr-defined]


def twice(rows: Sequence[BaseModel], name: str) -> Iterator[tuple[str, str]]:
    """The rows of a list of that name whose key another has: path, and what is wrong.

    >>> list(twice([], "rows"))
    []
    """
    seen: set[str] = set()
    for number, row in enumerate(rows):
        key = row.key  # type: ignore[attr-defined]
        if key and key in seen:
            yield f"{name}[{number}].key", "this key is there already"
        seen.add(key)
