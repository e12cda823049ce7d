"""What must begin, over the wire: by an account's own times and days, as a sheet and for calendars."""

from __future__ import annotations

import re
import subprocess
from collections.abc import Callable
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import icalendar
import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from tests.api.caller import Caller, ready_print
from zollstock.jobs.models import Design, Job
from zollstock.labs.models import LabItem, LabOrder

pytestmark = [pytest.mark.django_db(transaction=True), pytest.mark.usefixtures("empty_broker")]
#: A Tuesday, ten in the morning.
AT = "2026-12-01T10:00:00"


@pytest.fixture
def held(caller: Caller, photo: Callable[[], Path]) -> dict[str, Any]:
    return ready_print(
        caller, photo(), title="Fog", target={"width": "30 cm", "height": "20 cm"}, medium={"name": "satin photo paper"}
    )  # fmt: skip


def due_on(held: dict[str, Any], day: str | None) -> None:
    Job.objects.filter(id=held["job"]).update(due=day)


def week(caller: Caller) -> dict[str, Any]:
    found: dict[str, Any] = caller("GET", f"due?at={AT}")
    return found


def test_a_print_is_seen_backwards_from_the_day_of_its_job(
    caller: Caller, held: dict[str, Any]
) -> None:
    assert week(caller)["undated"] == 1 and week(caller)["prints"] == []
    due_on(held, "2026-12-04")
    (one,) = week(caller)["prints"]
    # Satin dries for twelve hours: printed by Friday at six, half an hour before that.
    assert [(step["what"], step["begin"]) for step in one["steps"]] == [
        ("printing", "2026-12-03T17:30:00"),
        ("drying", "2026-12-04T06:00:00"),
    ]
    assert (one["state"], one["text"]) == (
        "later", "Printing begins Thu 3 December 17:30 at the latest. Due Fri 4 December.",
    )  # fmt: skip


def test_times_of_ones_own_count_at_once_and_a_stale_window_is_told(
    caller: Caller, held: dict[str, Any]
) -> None:
    due_on(held, "2026-12-04")
    kept = caller("GET", "times")
    table = kept["table"] | {"rows": [{"step": "drying", "of": "Satin photo paper", "hours": 48}]}
    caller("PUT", "times", {"version": kept["version"], "table": table})
    (one,) = week(caller)["prints"]
    assert one["begin"] == "2026-12-02T18:00:00"
    other = table | {"opens": "08:00:00"}
    assert caller("PUT", "times", {"version": kept["version"], "table": other}, expect=409)
    written = caller("GET", "times.csv").decode("utf-8-sig")
    back = caller(
        "POST", "times/csv", {"version": caller("GET", "times")["version"], "text": written}
    )
    assert back["table"]["rows"] == caller("GET", "times")["table"]["rows"]
    refused = caller(
        "POST",
        "times/csv",
        {"version": back["version"], "text": "step,of,hours\nfrying,x,1\n"},
        expect=422,
    )
    assert "line 2" in refused["message"]


def test_what_is_lost_says_what_would_save_it(caller: Caller, held: dict[str, Any]) -> None:
    due_on(held, "2026-12-01")
    (one,) = week(caller)["prints"]
    assert (one["state"], one["state_text"]) == ("lost", "cannot be kept any more")
    kept = caller("GET", "stock")
    media = [{"name": "quick paper", "sheets": [{"width": "30 cm", "height": "42 cm", "left": 3}]}]
    caller("PUT", "stock", {"version": kept["version"], "table": {"media": media}})
    (one,) = week(caller)["prints"]
    assert one["savings"] == ["on quick paper: ready today 11:30"]
    due_on(held, "2026-11-30")
    assert [found["state"] for found in week(caller)["prints"]] == ["late"]


def test_what_is_checked_removed_or_put_away_wants_nothing(
    caller: Caller, held: dict[str, Any]
) -> None:
    due_on(held, "2026-12-04")
    Design.objects.filter(id=held["id"]).update(printed=1, checked=1)
    assert week(caller)["prints"] == []
    Design.objects.filter(id=held["id"]).update(printed=0, checked=0)
    caller("PUT", f"jobs/{held['job']}/archived", {"archived": True})
    assert week(caller)["prints"] == []


def test_the_week_as_a_sheet_and_for_a_calendar(
    caller: Caller, held: dict[str, Any], tmp_path: Path
) -> None:
    due_on(held, "2026-12-04")
    path = tmp_path / "week.pdf"
    path.write_bytes(caller("GET", f"due.pdf?at={AT}"))
    told = subprocess.run(
        ["pdftotext", "-layout", path, "-"], capture_output=True, text=True, check=True
    ).stdout
    for said in ("What must begin, from Tue 1 December", "17:30 printing", "Fog", "closed"):
        assert said in told, said
    pages = subprocess.run(["pdfinfo", path], capture_output=True, text=True, check=True).stdout
    assert "Pages:           1" in pages
    calendar = icalendar.Calendar.from_ical(caller("GET", f"due.ics?at={AT}"))
    events = calendar.walk("VEVENT")
    assert [str(event["summary"]) for event in events] == ["Printing: Fog", "Drying: Fog"]
    assert events[0].decoded("dtstart") == datetime(2026, 12, 3, 17, 30)
    assert len({str(event["uid"]) for event in events}) == 2
    again = icalendar.Calendar.from_ical(caller("GET", f"due.ics?at={AT}")).walk("VEVENT")
    assert [str(event["uid"]) for event in again] == [str(event["uid"]) for event in events]


def test_what_was_printed_dries_since_then(caller: Caller, held: dict[str, Any]) -> None:
    due_on(held, (timezone.now() + timedelta(days=9)).date().isoformat())
    caller("POST", f"jobs/{held['job']}/step", {"ids": [held["id"]], "step": "printed"})
    # The wall of whoever asks is five hours ahead of the server.
    here = (timezone.now() + timedelta(hours=5)).replace(tzinfo=None, microsecond=0)
    (one,) = caller("GET", f"due?at={here.isoformat()}")["prints"]
    assert re.match(r"Drying until (today|tomorrow) \d\d:\d\d\. ", one["text"])
    Design.objects.update(printed_at=timezone.now() - timedelta(days=3))
    (dry,) = caller("GET", f"due?at={here.isoformat()}")["prints"]
    assert "rying" not in dry["text"]


def test_what_a_lab_has_counts_from_when_it_was_ordered(caller: Caller, held: dict[str, Any], account: User) -> None:  # fmt: skip
    due_on(held, (timezone.now() + timedelta(days=9)).date().isoformat())
    now = timezone.now()
    order = LabOrder.objects.create(
        account=account, title="Hall", lab="harbour", lab_name="Harbour", address="", body="{}", days=4,
        state=LabOrder.State.RUNNING, submitted=now - timedelta(days=1),
    )  # fmt: skip
    item = LabItem.objects.create(order=order, number=1, design=held["id"], version=held["version"], title="Fog",
                                  size="30x20", sha256="")  # fmt: skip
    here = now.replace(tzinfo=None, microsecond=0).isoformat()
    (one,) = caller("GET", f"due?at={here}")["prints"]
    assert one["text"].startswith("At Harbour until ") and one["steps"] == []
    item.version += 1
    item.save()
    (one,) = caller("GET", f"due?at={here}")["prints"]
    assert "Harbour" not in one["text"], "what it has is not what is wanted now"


def test_nobody_sees_anothers_week(caller: Caller, other: Caller, held: dict[str, Any]) -> None:
    due_on(held, "2026-12-04")
    assert week(other)["prints"] == [] and week(other)["undated"] == 0


def test_the_queries_do_not_grow_with_the_prints(caller: Caller, held: dict[str, Any]) -> None:
    due_on(held, "2026-12-04")

    def count() -> int:
        with CaptureQueriesContext(connection) as asked:
            week(caller)
        return len(asked)

    week(caller)
    few = min(count() for _ in range(3))
    design = Design.objects.get(id=held["id"])
    for number in range(2, 40):
        design.pk, design.number = None, number
        design.save(force_insert=True)
    assert len(week(caller)["prints"]) == 39
    assert min(count() for _ in range(3)) == few


def test_a_clock_that_is_none_is_refused_in_words(caller: Caller, held: dict[str, Any]) -> None:
    for at in ("noon", "0001-01-01T00:00:00", "9999-12-31T23:59:59", "2026-12-01T10:00:00Z"):
        assert "message" in caller("GET", f"due?at={at}", expect=422), at
    for day in ("0001-01-01", "9999-12-31"):
        due_on(held, day)
        assert week(caller)["prints"] == [], "a slip of the hand, and no fault of ours"
