"""Rows of the log, `zollstock.log/1`: one for each print that was really made."""

from __future__ import annotations

import re
from collections.abc import Iterator
from datetime import date
from decimal import Decimal
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError, field_validator

from ..documents.faults import DocumentError, problem_list
from ..documents.whole import WholeDocument
from ..edges import Problem
from ..ground.lengths import Length
from ..ground.plaintext import Line
from ..parts.part import Part

LOG_FORMAT: Literal["zollstock.log/1"] = "zollstock.log/1"
Result = Literal["", "kept", "again", "thrown"]
RESULTS: dict[Result, str] = {
    "": "not said yet",
    "kept": "kept",
    "again": "to be made again",
    "thrown": "thrown away",
}
#: Faults that are offered; others are typed, and offered from then on.
FAULTS = ("banding", "colour cast", "too dark", "too light", "scaled by the driver", "crooked", "cut off", "scratches",
          "dust", "nozzle missing", "head strike", "ink not dry", "wrong paper side", "too soft", "pixels seen")  # fmt: skip
MOST_ROWS = 20_000
_MOST_FAULTS = 12


class LogEntry(Part):
    """A print that was made. `print` and `version` say which, where it was planned here; device, feed, medium and lab
    are in words, a device and a medium by the key of their rows too. An empty `result` is a question that nobody has answered yet."""

    made_on: Line = Field(default="", max_length=10, description="A day, as 2026-11-30.")
    print: int | None = Field(default=None, ge=1)
    version: int | None = Field(default=None, ge=1)
    title: Line = Field(default="", max_length=200)
    size: Line = Field(default="", max_length=80)
    file_sha256: Line = Field(default="", max_length=64)
    device: Line = Field(default="", max_length=120)
    device_key: Line = Field(
        default="", max_length=40, description="Of the studio's row; empty in rows in words alone."
    )
    feed: Line = Field(default="", max_length=120)
    medium: Line = Field(default="", max_length=120)
    medium_key: Line = Field(default="", max_length=40)
    recipe: str = Field(default="", max_length=2000, description="The settings as ticked or typed.")
    lab: Line = Field(default="", max_length=120)
    copies: int = Field(default=1, ge=1, le=10_000)
    result: Result = ""
    faults: Annotated[
        list[Annotated[Line, Field(max_length=60)]], Field(max_length=_MOST_FAULTS)
    ] = []
    note: str = Field(default="", max_length=2000)
    distance: Length | None = None
    judgement: str = Field(default="", max_length=1000)
    light: Line = Field(default="", max_length=120)
    dried: float | None = Field(
        default=None, ge=0, le=100_000, description="Hours before it was judged."
    )
    cost: Decimal | None = Field(default=None, ge=0, max_digits=12, decimal_places=2, strict=False)
    currency: Line = Field(default="", max_length=8)
    photographs: Annotated[list[Annotated[Line, Field(max_length=40)]], Field(max_length=20)] = []

    @field_validator("made_on")
    @classmethod
    def _a_day(cls, value: str) -> str:
        if value:
            day_of(value)
        return value

    @property
    def failed(self) -> bool:
        return self.result in ("again", "thrown")


class Log(WholeDocument):
    """Rows of the log."""

    format: Literal["zollstock.log/1"] = LOG_FORMAT
    rows: Annotated[list[LogEntry], Field(max_length=MOST_ROWS)] = []

    def contradictions(self) -> Iterator[Problem]:
        for number, row in enumerate(self.rows):
            if row.version is not None and row.print is None:
                yield f"rows[{number}].version", "a version is of a print; say which"


class LogError(DocumentError):
    """A document is no log."""


def day_of(text: str) -> date:
    """A day as typed: 2026-11-30, or 30.11.2026.

    Raises ValueError in words.

    >>> day_of("2026-11-30"), day_of("30.11.2026")
    (datetime.date(2026, 11, 30), datetime.date(2026, 11, 30))
    """
    text = text.strip()
    turned = re.fullmatch(r"(\d{1,2})\.\s*(\d{1,2})\.\s*(\d{4})", text)
    if turned:
        text = f"{turned[3]}-{int(turned[2]):02d}-{int(turned[1]):02d}"
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise ValueError(f"“{text}” is no day; say 2026-11-30") from None


def parse_log(document: Any) -> Log:
    """Validate a decoded JSON document. Raises `LogError` with one problem for every fault."""
    if not isinstance(document, dict):
        raise LogError([("log", "a log is a JSON object")])
    try:
        return Log.model_validate(document)
    except ValidationError as error:
        raise LogError(problem_list(error, Log, "log")) from None


def parse_entry(document: Any) -> LogEntry:
    """One row. Raises `LogError`."""
    try:
        return LogEntry.model_validate(document)
    except ValidationError as error:
        raise LogError(problem_list(error, LogEntry, "row")) from None
