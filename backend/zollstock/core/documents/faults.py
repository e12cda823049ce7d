"""The faults of a document in plain words, with the path into it."""

from __future__ import annotations

import difflib
from collections.abc import Iterator
from typing import Any, get_args

from pydantic import ValidationError

from ..ground.oneline import one_line
from ..ground.refusal import Refusal
from ..parts.part import Part

#: So many faults of a document are told, the rest are counted.
MOST_PROBLEMS = 25


class DocumentError(Refusal):
    """A document is not what it should be; `problems` has every fault, with its path."""

    def __init__(self, problems: list[tuple[str, str]]) -> None:
        super().__init__("; ".join(f"{path}: {message}" for path, message in problems), problems)


def problem_list(error: ValidationError, root: type[Part], name: str) -> list[tuple[str, str]]:
    """Every fault of a pydantic error as (path, plain message).

    `root` is the model of the whole document, `name` what the document is called ("plan").
    """
    found: list[tuple[str, str]] = []
    # Wording each of 100 000 faults would take seconds, and nobody reads them.
    for item in error.errors(include_url=False, include_input=False)[:MOST_PROBLEMS]:
        if item["type"] == "plan":
            holder = _path(list(_steps(root, item["loc"])))
            found.extend(
                (f"{holder}.{path}" if holder else path, message)
                for path, message in item["ctx"]["problems"]
            )
            continue
        steps = list(_steps(root, item["loc"]))
        found.append((one_line(_path(steps) or name), one_line(_message(item, root))))
    more = error.error_count() - MOST_PROBLEMS
    if more > 0:
        found.append((name, f"and {more} more like these"))
    return found


def _path(steps: list[int | str]) -> str:
    path = "".join(f"[{step}]" if isinstance(step, int) else f".{step}" for step in steps)
    return path.lstrip(".")


def _steps(root: type[Part], location: tuple[int | str, ...]) -> Iterator[int | str]:
    """The location without the names of kinds, which pydantic puts between."""
    holders: list[type[Part]] = [root]
    for step in location:
        chosen = _of_kind(holders, step)
        if chosen is not None:
            holders = [chosen]
            continue
        yield step
        if isinstance(step, str):
            holders = _held(holders, step)


def _at(root: type[Part], location: tuple[int | str, ...]) -> list[type[Part]]:
    """The parts that may lie at a location."""
    holders: list[type[Part]] = [root]
    for step in location:
        chosen = _of_kind(holders, step)
        if chosen is not None:
            holders = [chosen]
        elif isinstance(step, str):
            holders = _held(holders, step)
    return holders


def _of_kind(holders: list[type[Part]], step: int | str) -> type[Part] | None:
    """Which of several parts has this kind."""
    if len(holders) < 2:
        return None
    fields = ((part, part.model_fields.get("kind")) for part in holders)
    return next(
        (part for part, field in fields if field and step in get_args(field.annotation)), None
    )


def _held(holders: list[type[Part]], name: str) -> list[type[Part]]:
    """The parts that a field may hold."""
    field = holders[0].model_fields.get(name) if len(holders) == 1 else None
    return list(_parts_in(field.annotation)) if field else []


def _parts_in(annotation: Any) -> Iterator[type[Part]]:
    if isinstance(annotation, type) and issubclass(annotation, Part):
        yield annotation
    for inner in get_args(annotation):
        yield from _parts_in(inner)


def _message(item: Any, root: type[Part]) -> str:
    kind, context, location = item["type"], item.get("ctx", {}), item["loc"]
    if kind == "extra_forbidden":
        holders = _at(root, location[:-1])
        known = list(holders[0].model_fields) if len(holders) == 1 else []
        close = difflib.get_close_matches(str(location[-1]), known, 1)
        hint = f"; did you mean {close[0]}?" if close else ""
        return f"unknown field {location[-1]}{hint}"
    if kind == "missing":
        return f"{location[-1]} is missing; it is required"
    if kind == "literal_error":
        return f"must be {context['expected']}"
    if kind in ("union_tag_invalid", "union_tag_not_found"):
        kinds = [
            name
            for part in _at(root, location)
            for name in get_args(part.model_fields["kind"].annotation)
        ]
        return f"kind must be one of {', '.join(kinds)}"
    if kind == "string_pattern_mismatch":
        return "a colour is written like #ffffff"
    message = str(item["msg"])
    return message[0].lower() + message[1:]
