"""The day seen backwards from what is due: what must begin when, what is lost, what would save it."""

from __future__ import annotations

from datetime import date, datetime, time, timedelta
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zollstock.core.counter.backwards import Backwards, Wanted, Workshop
from zollstock.core.counter.duewords import sentence
from zollstock.core.counter.savings import fitting, lacking, savings
from zollstock.core.counter.workhours import Hands, WorkHours
from zollstock.core.ground.show import LengthStyle
from zollstock.core.studio.labs import SHIPPED as LABS
from zollstock.core.studio.stock import read_stock
from zollstock.core.studio.times import TimesError, WorkTimes, read_times

#: A Tuesday, ten in the morning.
NOW = datetime(2026, 12, 1, 10)
TIMES = read_times(
    {
        "rows": [
            {"step": "printing", "hours": 1},
            {"step": "drying", "of": "satin photo paper", "hours": 12},
            {"step": "finishing", "of": "mount", "hours": 2, "rests": 12},
        ]
    }
)
SLOW = read_times(
    {
        "rows": [
            {"step": "printing", "hours": 1},
            {"step": "drying", "of": "fine-art cotton paper", "hours": 30},
            {"step": "drying", "of": "satin photo paper", "hours": 12},
            {"step": "finishing", "of": "mount", "hours": 2},
        ]
    }
)
STOCK = read_stock(
    {
        "media": [
            {
                "name": "satin photo paper",
                "sheets": [{"width": "30 cm", "height": "42 cm", "left": 5}],
            },
            {
                "name": "fine-art cotton paper",
                "sheets": [{"width": "30 cm", "height": "42 cm", "left": 5}],
            },
            {"name": "canvas", "rolls": [{"width": "61 cm", "left": "0 m"}]},
        ]
    }
)


def wanted(due: str, number: int = 1, **more: Any) -> Wanted:
    held = {"to_print": 1, "to_finish": 1, "size": (300, 200)}
    return Wanted(number, f"Print {number}", 1, "Hall", date.fromisoformat(due), **(held | more))


def seen(*prints: Wanted, times: WorkTimes = TIMES, now: datetime = NOW) -> list[Backwards]:
    return Workshop(times).seen_backwards(prints, now)


def test_a_print_worked_by_hand() -> None:
    """Due on Friday: mounted it rests from 06:00, so two hours of work end Thursday at 18:00 and begin at 16:00; it dries
    from 04:00, so an hour of printing is Wednesday's last."""
    (one,) = seen(wanted("2026-12-04", medium="satin photo paper", finishes=("mount",)))
    assert [(step.what, step.begin.isoformat(" ", "minutes")) for step in one.steps] == [
        ("printing", "2026-12-02 17:00"),
        ("drying", "2026-12-03 04:00"),
        ("mount", "2026-12-03 16:00"),
        ("rests after: mount", "2026-12-04 06:00"),
    ]
    assert one.state == "later" and one.by == datetime(2026, 12, 4, 18)


def test_what_is_due_today_begins_today_and_what_cannot_be_is_lost() -> None:
    quick, slow = seen(
        wanted("2026-12-01", 1), wanted("2026-12-01", 2, medium="satin photo paper")
    )[::-1]
    assert {quick.wanted.id: quick.state, slow.wanted.id: slow.state} == {1: "today", 2: "lost"}


def test_what_was_due_before_today_is_late() -> None:
    assert [one.state for one in seen(wanted("2026-11-30"))] == ["late"]


def test_a_day_on_which_nobody_works_is_handed_over_the_day_before() -> None:
    (one,) = seen(wanted("2026-12-06"))  # a Sunday
    assert one.by == datetime(2026, 12, 4, 18)
    closed = read_times({"closed": ["2026-12-04"], "rows": [{"step": "printing", "hours": 1}]})
    assert seen(wanted("2026-12-06"), times=closed)[0].by == datetime(2026, 12, 3, 18)


def test_one_device_prints_one_thing_at_a_time_and_another_goes_on_beside_it() -> None:
    one, other = seen(
        wanted("2026-12-02", 1, device="wide"), wanted("2026-12-02", 2, device="wide")
    )
    assert {one.begin.hour, other.begin.hour} == {16, 17}
    alike = seen(wanted("2026-12-02", 1, device="wide"), wanted("2026-12-02", 2, device="desk"))
    assert [each.begin.hour for each in alike] == [17, 17]


def test_printed_copies_are_not_printed_again_and_checked_ones_want_nothing() -> None:
    (one,) = seen(wanted("2026-12-04", to_print=0, finishes=("mount",), medium="satin photo paper"))
    assert [step.what for step in one.steps] == ["mount", "rests after: mount"]


def test_a_lab_takes_its_days() -> None:
    (one,) = seen(wanted("2026-12-07", lab="Harbour", lab_days=4))
    assert (one.steps[0].what, one.begin) == ("order at Harbour", datetime(2026, 12, 3, 18))
    assert seen(wanted("2026-12-03", lab="Harbour", lab_days=4))[0].state == "lost"


def test_what_is_printed_dries_since_then_and_is_not_ready_before() -> None:
    """Satin dries a day by these times: printed an hour ago, it can be mounted tomorrow and not in time for today."""
    hours = TIMES.hours("drying", "satin photo paper")
    printed = NOW - timedelta(hours=1)
    dry = {"to_print": 0, "finishes": ("mount",), "medium": "satin photo paper", "printed": printed}
    (later,) = seen(wanted("2026-12-04", **dry))
    assert later.waits is not None
    assert (later.waits.what, later.waits.end) == ("drying", printed + timedelta(hours=hours))
    assert [step.what for step in later.steps] == ["mount", "rests after: mount"]
    assert sentence(later, NOW).startswith("Drying until ")
    (today,) = seen(wanted("2026-12-01", **(dry | {"finishes": ()})))
    assert (today.state, today.ready) == ("lost", later.waits.end)
    (long_ago,) = seen(wanted("2026-12-04", **(dry | {"printed": NOW - timedelta(days=9)})))
    assert long_ago.waits is None and "rying" not in sentence(long_ago, NOW)


def test_what_a_lab_has_already_counts_its_days_from_then() -> None:
    ordered = NOW - timedelta(days=3)
    (one,) = seen(wanted("2026-12-03", lab="Harbour", lab_days=4, ordered=ordered))
    assert one.waits is not None and one.waits.end == ordered + timedelta(days=4)
    assert (one.state, one.steps, one.ready) == ("later", (), one.waits.end)
    assert sentence(one, NOW).startswith("At Harbour until tomorrow ")
    (lost,) = seen(wanted("2026-12-01", lab="Harbour", lab_days=4, ordered=ordered))
    assert lost.state == "lost"


def test_another_medium_another_lab_or_less_finishing_would_save_it() -> None:
    """Printed by eleven, cotton is dry tomorrow at five, too late to be mounted; satin is dry by tonight."""
    lost = seen(
        wanted("2026-12-02", medium="fine-art cotton paper", finishes=("mount",)), times=SLOW
    )[0]
    assert lost.state == "lost"
    assert [one.text for one in savings(lost, Workshop(SLOW), NOW, STOCK, LABS)] == [
        "on satin photo paper",
        "without “mount”",
    ]
    at_lab = seen(wanted("2026-12-02", lab="Harbour", lab_days=4), times=SLOW)[0]
    first, *_ = savings(at_lab, Workshop(SLOW), NOW, STOCK, LABS)
    assert first.text == "print it here"
    mounted = seen(wanted("2026-12-01", finishes=("mount",)), times=TIMES)[0]
    assert [one.text for one in savings(mounted, Workshop(TIMES), NOW, STOCK, LABS)] == [
        "without “mount”"
    ]


def test_what_nothing_would_save_is_offered_nothing() -> None:
    lost = seen(wanted("2026-12-01", medium="satin photo paper", finishes=("mount",)))[0]
    assert savings(lost, Workshop(TIMES), NOW, STOCK, LABS) == []


def test_a_paper_that_is_gone_names_the_nearest_size_that_is_there() -> None:
    cm = LengthStyle("cm")
    told = lacking(wanted("2026-12-04", size=(500, 400), medium="satin photo paper"), STOCK, cm)
    assert told is not None
    assert (
        told.text
        == "no satin photo paper in stock holds it; the nearest size that one does is 37.5 × 30 cm"
    )
    assert lacking(wanted("2026-12-04", medium="satin photo paper"), STOCK, cm) is None
    gone = lacking(wanted("2026-12-04", medium="canvas"), STOCK, cm)
    assert gone is not None and gone.text == "no canvas in stock holds it"
    assert lacking(wanted("2026-12-04", medium="somebody else's"), STOCK, cm) is None


def test_how_large_a_print_can_be_on_a_paper() -> None:
    assert fitting((300, 200), (210, 297)) == pytest.approx(0.99)  # lying, 297 of 300
    assert fitting((300, 200), (400, None)) == 1
    assert fitting((600, 400), (300, None)) == pytest.approx(0.75)


moments = st.datetimes(datetime(2026, 1, 1), datetime(2027, 1, 1)).map(
    lambda at: at.replace(second=0, microsecond=0)
)
works = st.integers(0, 4000).map(lambda minutes: timedelta(minutes=minutes))


@given(moments, works)
def test_work_that_is_laid_back_and_forth_is_the_same_work(end: datetime, work: timedelta) -> None:
    """Begun when it has to begin, it ends by then; begun a minute later, it does not."""
    hours = WorkHours(TIMES)
    begin = hours.before(end, work)
    assert hours.after(begin, work) <= end or not work
    if work:
        assert hours.after(begin + timedelta(minutes=1), work) > hours.after(
            begin, work
        ) or not _open(begin)


def _open(at: datetime) -> bool:
    return at.weekday() < 5 and time(9) <= at.time() < time(18)


@given(st.lists(st.tuples(moments, works), max_size=12))
def test_hands_do_one_thing_at_a_time(asked: list[tuple[datetime, timedelta]]) -> None:
    hands = Hands(WorkHours(TIMES))
    spans = [hands.last(end, work) for end, work in asked]
    assert sum(end > begin for begin, end in hands.taken) <= len(asked)
    real = sorted(span for span, (_, work) in zip(spans, asked, strict=True) if work)
    assert all(one[1] <= other[0] for one, other in pairwise(real))
    assert all(span[1] <= end for span, (end, _) in zip(spans, asked, strict=True))


@given(st.lists(st.integers(0, 20), min_size=1, max_size=10))
def test_every_step_ends_before_the_next_and_the_last_by_the_day(days: list[int]) -> None:
    prints = [
        wanted(
            (NOW.date() + timedelta(days=day)).isoformat(),
            number,
            finishes=("mount",),
            medium="satin photo paper",
        )
        for number, day in enumerate(days)
    ]
    for one in seen(*prints):
        ends = [step.end for step in one.steps]
        begins = [step.begin for step in one.steps]
        assert all(end <= begin for end, begin in zip(ends[:-1], begins[1:], strict=True))
        assert ends[-1] <= one.by


@pytest.mark.parametrize(
    ("document", "said"),
    [
        ({"opens": "18:00", "closes": "09:00"}, "a day ends after it begins"),
        ({"days": []}, "a day at least"),
        (
            {"rows": [{"step": "drying", "of": "a"}, {"step": "drying", "of": "A"}]},
            "is there already",
        ),
        ({"rows": [{"step": "drying", "rests": 3}]}, "drying is all rest"),
    ],
)
def test_times_that_cannot_be_say_why(document: dict[str, Any], said: str) -> None:
    with pytest.raises(TimesError, match=said):
        read_times(document)


def test_what_takes_for_ever_is_lost_and_nothing_breaks() -> None:
    """Ten thousand copies of two thousand hours each, four hundred times, for one day."""
    slow = read_times(
        {"rows": [{"step": "printing", "hours": 2000}, {"step": "drying", "hours": 2000}]}
    )
    found = seen(
        *(wanted("2026-12-04", number, to_print=10_000) for number in range(400)), times=slow
    )
    assert {one.state for one in found} == {"lost"}
    assert len({one.begin for one in found}) == 400
