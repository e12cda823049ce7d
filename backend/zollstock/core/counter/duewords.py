"""What is said of a print that is due: days as people say them, and the one sentence that matters of it."""

from __future__ import annotations

from datetime import date, datetime

from .backwards import Backwards

_DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")
_MONTHS = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November",
    "December",
)  # fmt: skip


def day_text(day: date) -> str:
    """
    >>> day_text(date(2026, 12, 4))
    'Fri 4 December'
    """
    return f"{_DAYS[day.weekday()]} {day.day} {_MONTHS[day.month - 1]}"


def moment_text(at: datetime, now: datetime) -> str:
    """A moment as it is said today: `today 16:00`, `tomorrow 09:30`, else with its day.

    >>> moment_text(datetime(2026, 12, 2, 9, 30), datetime(2026, 12, 1, 18))
    'tomorrow 09:30'
    """
    days = (at.date() - now.date()).days
    day = {-1: "yesterday", 0: "today", 1: "tomorrow"}.get(days, day_text(at.date()))
    return f"{day} {at:%H:%M}"


def sentence(one: Backwards, now: datetime) -> str:
    """What has to happen with a print, or why it is too late for that; and what it waits for meanwhile."""
    if one.waits is not None:
        until = moment_text(one.waits.end, now)
        return f"{one.waits.what[:1].upper()}{one.waits.what[1:]} until {until}. {_to_do(one, now)}"
    return _to_do(one, now)


def _to_do(one: Backwards, now: datetime) -> str:
    ready, due = moment_text(one.ready, now), day_text(one.wanted.due)
    if one.state == "late":
        return f"Was due {due}; begun now it is ready {ready}."
    if one.state == "lost":
        return f"Due {due}; begun now, before all others, it is ready {ready}."
    if not one.steps:
        return f"Due {due}; nothing is left to be done but to check it."
    first = one.steps[0]
    if one.begin < now:
        return f"{first.what.capitalize()} should have begun {moment_text(one.begin, now)}: do it before the others. Due {due}."
    return (
        f"{first.what.capitalize()} begins {moment_text(one.begin, now)} at the latest. Due {due}."
    )
