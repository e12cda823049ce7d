"""What must be begun today, and in the days after: on the screen, as a sheet, and for calendars."""

from __future__ import annotations

from datetime import date, datetime, timedelta
from typing import Annotated

from django.http import HttpResponse
from django.utils import timezone
from ninja import Query, Router, Schema
from pydantic import Field, NaiveDatetime

from zollstock.accounts.signed import SignedRequest
from zollstock.accounts.units import unit_of
from zollstock.core.counter.backwards import DUE_WORDS, DueState
from zollstock.core.counter.duewords import day_text, moment_text, sentence
from zollstock.core.counter.workhours import WorkHours
from zollstock.core.ground.show import LengthStyle
from zollstock.handouts.week_calendar import week_calendar
from zollstock.handouts.week_handout import WeekDay, WeekLine, week_handout
from zollstock.pictures.serving import to_keep
from zollstock.times.kept import TIMES

from .due import Due, Week, due_of

router = Router(tags=["counter"])
DAYS = 7


class DueStep(Schema):
    """A step of a print: from when until when at the latest, local; `hands` where it is work."""

    what: str
    begin: datetime
    end: datetime
    text: str
    hands: bool


class DuePrint(Schema):
    """A print that is due, what is said of it, its steps in their order, what would save it."""

    design: int
    kind: str
    title: str
    job: int
    job_title: str
    size: str
    medium: str
    due: date
    due_text: str
    state: DueState
    state_text: str
    text: str
    begin: datetime
    steps: list[DueStep]
    savings: list[str]
    lacking: str = Field(description="Where no paper in stock holds it: so, and the nearest size.")


class DueDay(Schema):
    """A day of the week ahead, and whether somebody works on it."""

    day: date
    text: str
    works: bool


class DueWeek(Schema):
    """Everything that is due, the first that has to begin first."""

    days: list[DueDay]
    prints: list[DuePrint]
    undated: int = Field(description="Prints of jobs without a day.")
    more: int = Field(description="Prints that are due later and not looked at.")


class Moment(Schema):
    """What the clock on the wall says, without a zone; the server's where it is not said."""

    at: Annotated[NaiveDatetime, Field(ge=datetime(2000, 1, 1), le=datetime(2200, 1, 1))] | None = (
        None
    )

    @property
    def now(self) -> datetime:
        return (self.at or timezone.now()).replace(tzinfo=None, microsecond=0)


@router.get("/due", response=DueWeek)
def due(request: SignedRequest, moment: Query[Moment]) -> DueWeek:
    """What must begin when, seen backwards from the days on which jobs are due."""
    now, style = moment.now, LengthStyle(unit_of(request.user))
    week = due_of(request.user, now, style)
    return DueWeek(
        days=_days(request, now),
        prints=[_print(one, now, style) for one in week.due],
        undated=week.undated,
        more=week.more,
    )


@router.get("/due.pdf", include_in_schema=False)
def due_sheet(request: SignedRequest, moment: Query[Moment]) -> HttpResponse:
    """The week on one page."""
    now, style = moment.now, LengthStyle(unit_of(request.user))
    week = due_of(request.user, now, style)
    columns = [
        WeekDay(day.text, day.works, [*_lines(week, day.day, now)]) for day in _days(request, now)
    ]
    troubled = [
        WeekLine(
            DUE_WORDS[one.seen.state],
            one.seen.wanted.title,
            one.seen.wanted.job_title,
            sentence(one.seen, now),
        )
        for one in week.due
        if one.seen.state in ("late", "lost")
    ]
    response = HttpResponse(
        week_handout(day_text(now.date()), columns, troubled), content_type="application/pdf"
    )
    to_keep(response, f"Week from {now:%Y-%m-%d}", ".pdf")
    return response


@router.get("/due.ics", include_in_schema=False)
def due_calendar(request: SignedRequest, moment: Query[Moment]) -> HttpResponse:
    """The same steps for calendars, in the local time of whoever opens it."""
    now, style = moment.now, LengthStyle(unit_of(request.user))
    week = due_of(request.user, now, style)
    made = week_calendar([one.seen for one in week.due], now)
    response = HttpResponse(made, content_type="text/calendar; charset=utf-8")
    to_keep(response, f"Week from {now:%Y-%m-%d}", ".ics")
    return response


def _days(request: SignedRequest, now: datetime) -> list[DueDay]:
    hours = WorkHours(TIMES.held(request.user))
    days = [now.date() + timedelta(days=ahead) for ahead in range(DAYS)]
    return [DueDay(day=day, text=day_text(day), works=hours.works(day)) for day in days]


def _lines(week: Week, day: date, now: datetime) -> list[WeekLine]:
    """The work that begins on a day at the latest; what should have begun before is on today's."""
    found = [
        (step.begin, one, step)
        for one in week.due
        if one.seen.state in ("today", "later")
        for step in one.seen.steps
        if max(step.begin.date(), now.date()) == day
        and (step.hands or step.what.startswith("order"))
    ]
    return [
        WeekLine(f"{begin:%H:%M} {step.what}", one.seen.wanted.title, one.seen.wanted.job_title, "")
        for begin, one, step in sorted(found, key=lambda each: (each[0], each[1].seen.wanted.id))
    ]


def _print(one: Due, now: datetime, style: LengthStyle) -> DuePrint:
    seen, wanted = one.seen, one.seen.wanted
    ways = [
        f"{saving.text}: ready {moment_text(saving.ready, now)}" if saving.ready else saving.text
        for saving in one.savings
    ]
    return DuePrint(
        design=wanted.id,
        kind=wanted.kind,
        title=wanted.title,
        job=wanted.job,
        job_title=wanted.job_title,
        size=style.size(*wanted.size),
        medium=wanted.medium,
        due=wanted.due,
        due_text=day_text(wanted.due),
        state=seen.state,
        state_text=DUE_WORDS[seen.state],
        text=sentence(seen, now),
        begin=seen.begin,
        steps=[
            DueStep(what=step.what, begin=step.begin, end=step.end, hands=step.hands,
                    text=f"{moment_text(step.begin, now)} to {moment_text(step.end, now)}")
            for step in seen.steps
        ],
        savings=ways,
        lacking=one.lacking.text if one.lacking else "",
    )  # fmt: skip
