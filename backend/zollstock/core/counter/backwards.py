"""What has to begin when: every print seen backwards from the moment it is due. Nothing is moved by it.

The one that is due last is laid first, as late as it can be; what is due before it finds its place in front. So what
comes out is the latest moment at which each step may begin when nothing goes wrong.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, timedelta
from typing import Literal

from ..studio.times import WorkTimes
from .workhours import Hands, WorkHours

DueState = Literal["late", "lost", "today", "later"]
#: What each state is called, as the screen and the sheet say it.
DUE_WORDS: dict[DueState, str] = {
    "late": "is late",
    "lost": "cannot be kept any more",
    "today": "must begin today",
    "later": "begins later",
}


@dataclass(frozen=True, slots=True)
class Wanted:
    """A print that is not ready: so many copies still to be printed, and so many to be finished (those to be printed
    among them). `size` is its file's, mm. With a `lab` it is printed there, in so many days.

    `printed` is when the last of its copies was printed, which dries since then; `ordered` since when the lab has it. Both
    are local, as everything here.
    """

    id: int
    title: str
    job: int
    job_title: str
    due: date
    to_print: int
    to_finish: int
    size: tuple[float, float]
    medium: str = ""
    medium_key: str = ""
    device: str = ""
    finishes: tuple[str, ...] = ()
    lab: str = ""
    lab_days: int = 0
    kind: str = "print"
    printed: datetime | None = None
    ordered: datetime | None = None


@dataclass(frozen=True, slots=True)
class WorkStep:
    """A step of a print: what is done, from when until when at the latest; `hands` where it is work."""

    what: str
    begin: datetime
    end: datetime
    hands: bool = True


@dataclass(frozen=True, slots=True)
class Backwards:
    """A print with its steps in their order. `ready` is when it would be ready at the earliest, begun now and before all
    others. `waits` is what goes on by itself already: it dries, or is at a lab."""

    wanted: Wanted
    by: datetime
    steps: tuple[WorkStep, ...]
    ready: datetime
    state: DueState
    waits: WorkStep | None = None

    @property
    def begin(self) -> datetime:
        return self.steps[0].begin if self.steps else self.by


@dataclass
class Workshop:
    """The times of a studio, and who works in it: each device for itself, and one bench for finishing."""

    times: WorkTimes
    hours: WorkHours = field(init=False)
    _hands: dict[str, Hands] = field(init=False, default_factory=dict)

    def __post_init__(self) -> None:
        self.hours = WorkHours(self.times)

    def hands(self, name: str) -> Hands:
        return self._hands.setdefault(name, Hands(self.hours))

    def seen_backwards(self, wanted: Sequence[Wanted], now: datetime) -> list[Backwards]:
        """Every print by the moment at which it has to begin, the first one first."""
        last_first = sorted(wanted, key=lambda one: (one.due, one.id), reverse=True)
        return sorted(
            (self._one(one, now) for one in last_first),
            key=lambda one: (one.begin, one.wanted.due, one.wanted.id),
        )

    def _one(self, one: Wanted, now: datetime) -> Backwards:
        by = self.hours.end_of(one.due)
        steps = tuple(reversed(list(self._steps(one, by))))
        ready = self.ready(one, now)
        if by < now:
            state: DueState = "late"
        elif ready > by:
            state = "lost"
        else:
            begin = steps[0].begin if steps else by
            state = "today" if begin.date() <= now.date() else "later"
        waits = self.waits(one)
        return Backwards(one, by, steps, ready, state, waits if waits and waits.end > now else None)

    def _steps(self, one: Wanted, by: datetime) -> Iterator[WorkStep]:
        """From the last one back."""
        for name in reversed(one.finishes):
            row = self.times.row("finishing", name)
            if row is None or not one.to_finish:
                continue
            if row.rests:
                by, end = by - timedelta(hours=row.rests), by
                yield WorkStep(f"rests after: {name}", by, end, hands=False)
            work = timedelta(hours=row.hours * one.to_finish)
            begin, end = self.hands("bench").last(by, work)
            yield WorkStep(name, begin, end)
            by = begin
        if not one.to_print or one.ordered:
            return
        if one.lab:
            begin = by - timedelta(days=one.lab_days)
            yield WorkStep(f"order at {one.lab}", begin, by, hands=False)
            return
        dry = timedelta(hours=self.times.hours("drying", one.medium))
        if dry:
            by, end = by - dry, by
            yield WorkStep("drying", by, end, hands=False)
        work = timedelta(hours=self.times.hours("printing", one.medium) * one.to_print)
        begin, end = self.hands(f"device:{one.device}").last(by, work)
        yield WorkStep("printing", begin, end)

    def waits(self, one: Wanted) -> WorkStep | None:
        """What goes on by itself since it was printed or ordered, and until when; it may be over."""
        if one.to_print and one.ordered is not None:
            end = one.ordered + timedelta(days=one.lab_days)
            return WorkStep(f"at {one.lab}", one.ordered, end, hands=False)
        if not one.to_print and one.printed is not None:
            end = one.printed + timedelta(hours=self.times.hours("drying", one.medium))
            return WorkStep("drying", one.printed, end, hands=False)
        return None

    def ready(self, one: Wanted, now: datetime) -> datetime:
        """When a print is ready at the earliest: begun now, with nothing before it."""
        at, waits = now, self.waits(one)
        if waits is not None:
            at = max(now, waits.end)
        elif one.to_print and one.lab:
            at += timedelta(days=one.lab_days)
        elif one.to_print:
            at = self.hours.after(
                at, timedelta(hours=self.times.hours("printing", one.medium) * one.to_print)
            )
            at += timedelta(hours=self.times.hours("drying", one.medium))
        for name in one.finishes:
            row = self.times.row("finishing", name)
            if row is not None and one.to_finish:
                at = self.hours.after(at, timedelta(hours=row.hours * one.to_finish))
                at += timedelta(hours=row.rests)
        return at
