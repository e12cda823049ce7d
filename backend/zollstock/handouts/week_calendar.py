"""What must begin when, for calendars: an event a step (iCalendar, RFC 5545), in local time."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime

from icalendar import Calendar, Event

from zollstock.core.counter.backwards import Backwards

_WHOSE = "-//Zollstock//What must begin//EN"


def week_calendar(seen: Sequence[Backwards], now: datetime) -> bytes:
    """All steps of all prints that can still be kept. The same step has the same name every time it is fetched, so that a
    calendar brings it up to date and doubles nothing."""
    calendar = Calendar()
    calendar.add("prodid", _WHOSE)
    calendar.add("version", "2.0")
    for one in seen:
        if one.state in ("late", "lost"):
            continue
        for number, step in enumerate(one.steps):
            event = Event()
            event.add("uid", f"print-{one.wanted.id}-step-{len(one.steps) - number}@zollstock")
            event.add("dtstamp", now.replace(tzinfo=UTC))
            event.add("dtstart", step.begin)
            event.add("dtend", step.end)
            event.add("summary", f"{step.what.capitalize()}: {one.wanted.title}")
            event.add(
                "description",
                f"{one.wanted.job_title}, due {one.wanted.due.isoformat()}. Begin at the latest then.",
            )
            event.add("transp", "OPAQUE" if step.hands else "TRANSPARENT")
            calendar.add_component(event)
    return calendar.to_ical()
