"""How long things take in a studio, as rows that it keeps: printing, drying, finishing; and when somebody works there."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, time
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ValidationError, WithJsonSchema, model_validator
from pydantic_core import PydanticCustomError

from ..documents.faults import DocumentError, problem_list
from ..ground.plaintext import Line
from ..ground.refusal import ChangedElsewhere
from ..ground.rowkeys import Key, keyed
from ..parts.part import Part

MOST_TIMES, MOST_CLOSED = 200, 60
#: Longer than this nothing of a print takes, hours.
MOST_HOURS = 2000
#: `printing` and `finishing` are work, for each copy; `drying` goes on by night too, once for all copies.
TimedStep = Literal["printing", "drying", "finishing"]
STEP_WORDS: dict[TimedStep, str] = {
    "printing": "printing",
    "drying": "drying",
    "finishing": "finishing",
}


#: What a clock on a wall shows; JSON Schema's own `time` would want a zone.
Clock = Annotated[
    time,
    Field(strict=False),
    WithJsonSchema({"type": "string", "pattern": r"^\d{2}:\d{2}(:\d{2})?$"}),
]


class TimesChanged(ChangedElsewhere):
    """The times were changed in another window."""

    def __init__(self) -> None:
        super().__init__("The times were changed in another window. Your change was not saved, the other one is safe.")  # fmt: skip


class TimeRow(Part):
    """How long a step takes: `of` is a medium (printing, drying) or what is done (finishing), by name; empty is any.

    `hours` are those of work for a copy, of drying those of the clock. After it a print `rests` so many hours of the clock.
    """

    key: Key = ""
    step: TimedStep = "printing"
    of: Line = Field(default="", max_length=120)
    hours: float = Field(default=0, ge=0, le=MOST_HOURS)
    rests: float = Field(default=0, ge=0, le=MOST_HOURS)


class WorkTimes(Part):
    """All rows of a studio, and its hours: `days` are those on which somebody works (0 is Monday), but for those that
    are `closed`."""

    opens: Clock = time(9)
    closes: Clock = time(18)
    days: Annotated[list[Annotated[int, Field(ge=0, le=6)]], Field(max_length=7)] = [0, 1, 2, 3, 4]
    closed: Annotated[
        list[Annotated[date, Field(strict=False)]], Field(max_length=MOST_CLOSED)
    ] = []
    rows: Annotated[list[TimeRow], Field(max_length=MOST_TIMES)] = []

    def row(self, step: TimedStep, of: str) -> TimeRow | None:
        """The row of that name, else the one of any."""
        named = of.strip().casefold()
        rows = [row for row in self.rows if row.step == step]
        found = (row for row in rows if named and row.of.casefold() == named)
        return next(found, None) or next((row for row in rows if not row.of), None)

    def hours(self, step: TimedStep, of: str) -> float:
        row = self.row(step, of)
        return row.hours if row else 0.0

    @model_validator(mode="after")
    def _can_be(self) -> Self:
        found = list(self._problems())
        if found:
            raise PydanticCustomError("plan", "{text}", {"problems": found, "text": found[0][1]})
        return self

    def _problems(self) -> Iterator[tuple[str, str]]:
        if self.closes <= self.opens:
            yield "closes", "a day ends after it begins"
        if not self.days:
            yield "days", "there is a day at least on which somebody works"
        held: set[tuple[str, str]] = set()
        for number, row in enumerate(self.rows):
            name = row.step, row.of.casefold()
            if name in held:
                yield f"rows[{number}].of", f"{row.step} of {row.of or 'anything'} is there already"
            held.add(name)
            if row.step == "drying" and row.rests:
                yield f"rows[{number}].rests", "drying is all rest; say its hours"


class TimesError(DocumentError):
    """A document is no table of times."""


def read_times(document: Any) -> WorkTimes:
    """Validate decoded JSON; rows without a key get one that is free. Raises `TimesError`."""
    try:
        table = WorkTimes.model_validate(document)
    except ValidationError as error:
        raise TimesError(problem_list(error, WorkTimes, "times")) from None
    return table.model_copy(
        update={"rows": keyed(table.rows, "t"), "days": sorted(set(table.days))}
    )


def _row(step: TimedStep, of: str, hours: float, rests: float = 0) -> dict[str, Any]:
    return {"step": step, "of": of, "hours": hours, "rests": rests}


#: What ships: the times of a made-up studio.
SHIPPED = read_times(
    {
        "rows": [
            _row("printing", "", 0.5), _row("printing", "canvas", 0.75),
            _row("drying", "", 1), _row("drying", "satin photo paper", 12),
            _row("drying", "fine-art cotton paper", 24), _row("drying", "canvas", 24),
            _row("finishing", "mount on board", 0.5, 12), _row("finishing", "laminate", 0.25, 4),
            _row("finishing", "frame, oak 20 mm", 0.75),
        ],
    }
)  # fmt: skip
