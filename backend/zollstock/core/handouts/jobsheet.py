"""What stands on a job sheet above the drawing: whose print it is, until when, what it says, and which file it is."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import NamedTuple

from ..documents.plan import Plan
from ..ground import show


class FileMade(NamedTuple):
    """A file that was ordered: its name, its size, of which version of the print it is, and whether it is made."""

    name: str
    size: int
    version: int
    state: str


#: States of an order in the workshop's words; one that is done speaks for itself.
_STATES = {
    "queued": "waits to be made",
    "running": "being made",
    "failed": "could not be made",
    "cancelled": "cancelled",
}


def job_line(title: str, client: str, due: date | None, printed_on: date) -> str:
    """Job, client and dates in a line.

    >>> job_line("Anniversary show", "Tide Mill Museum", date(2026, 12, 12), date(2026, 11, 29))
    'Job: Anniversary show · Client: Tide Mill Museum · Due 12 December 2026 · Sheet of 29 November 2026'
    """
    parts = [
        f"Job: {title}",
        f"Client: {client}" if client else "",
        f"Due {_day(due)}" if due else "",
        f"Sheet of {_day(printed_on)}",
    ]
    return " · ".join(part for part in parts if part)


def caption_line(plan: Plan) -> str:
    """The caption that is printed in the border; empty where there is none.

    >>> caption_line(plan(edge=border("2 in") | {"caption": {"text": "Fog over the pans"}}))
    'Caption: Fog over the pans'
    """
    text = plan.edge.caption_text
    return f"Caption: {text}" if text else ""


def file_line(made: Sequence[FileMade], version: int) -> str:
    """Name and state of the newest file of a print whose plan is at `version`.

    >>> file_line([FileMade("fog.tif", 34_000_000, 3, "done")], 3)
    'File: fog.tif, 34 MB, as planned now'
    >>> file_line([FileMade("fog.tif", 34_000_000, 2, "done")], 3)
    'File: fog.tif, 34 MB, made before the last change: make it again'
    >>> file_line([], 1)
    'File: none made yet'
    """
    if not made:
        return "File: none made yet"
    file = made[0]
    if file.state != "done":
        return f"File: {file.name}, {_STATES[file.state]}"
    now = (
        "as planned now"
        if file.version == version
        else "made before the last change: make it again"
    )
    more = f", and {len(made) - 1} more" if len(made) > 1 else ""
    return f"File: {file.name}, {show.size_of_file(file.size)}{more}, {now}"


def _day(day: date) -> str:
    return f"{day.day} {day:%B %Y}"
