"""Old revisions thin out: all of a day, one an hour for a week, then one a day; undo reaches what is kept."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

import pytest
from django.contrib.auth.models import User
from django.utils import timezone
from hypothesis import given
from hypothesis import strategies as st

from tests.api.caller import Caller, ready_print
from zollstock.accounts.quota import used
from zollstock.jobs.models import Design, Revision
from zollstock.jobs.thinning import HOURLY_FOR, superfluous, thin_out_due

NOW = datetime(2026, 11, 30, 12, tzinfo=UTC)


@given(st.lists(st.integers(0, 40 * 24 * 60), max_size=60))
def test_the_last_of_every_hour_and_day_stays_and_the_same_again_takes_nothing(ages) -> None:
    saved = list(enumerate((NOW - timedelta(minutes=age) for age in sorted(ages, reverse=True)), 1))
    gone = set(superfluous(saved, NOW))
    left = [(number, at) for number, at in saved if number not in gone]
    assert {n for n, at in saved if NOW - at < timedelta(days=1)} <= {n for n, _ in left}
    days = {at.date() for _, at in saved}
    assert {at.date() for _, at in left} == days
    assert {at.replace(minute=0) for _, at in saved if NOW - at < HOURLY_FOR} == {
        at.replace(minute=0) for _, at in left if NOW - at < HOURLY_FOR
    }
    old = [at.date() for _, at in left if NOW - at >= HOURLY_FOR]
    assert len(old) == len(set(old))
    assert superfluous(left, NOW) == []


@pytest.fixture
def worked_on(caller: Caller, photo) -> dict:
    """A print of seven revisions, the fourth ordered."""
    held = ready_print(caller, photo())
    for number in range(6):
        plan = held["plan"] | {"title": f"Try {number}"}
        held = caller(
            "PUT", f"prints/{held['id']}/plan", {"plan": plan, "version": held["version"]}
        )
        if number == 2:
            caller("POST", f"prints/{held['id']}/orders", {"version": held["version"]})
    return held


def test_what_something_was_made_of_stays_and_undo_goes_over_the_gaps(
    caller: Caller, worked_on: dict
) -> None:
    account, path = User.objects.get(job__id=worked_on["job"]), f"prints/{worked_on['id']}"
    before = used(account)
    Revision.objects.update(saved=timezone.now() - timedelta(days=30))
    Design.objects.update(thin_at=timezone.now() - timedelta(seconds=1))
    thin_out_due()
    # The first, the one that was ordered (Try 2), and the one in force.
    assert list(Revision.objects.order_by("number").values_list("number", flat=True)) == [1, 4, 7]
    assert used(account) < before
    back = caller("POST", f"{path}/undo", {"version": worked_on["version"]})
    assert back["plan"]["title"] == "Try 2" and back["can_undo"] and back["can_redo"]
    back = caller("POST", f"{path}/undo", {"version": back["version"]})
    assert not back["can_undo"]
    for _ in range(2):
        back = caller("POST", f"{path}/redo", {"version": back["version"]})
    assert back["plan"]["title"] == "Try 5" and not back["can_redo"]


def test_what_is_young_stays_and_is_looked_at_again_later(worked_on: dict) -> None:
    Design.objects.update(thin_at=timezone.now() - timedelta(seconds=1))
    thin_out_due()
    assert Revision.objects.count() == 7
    assert Design.objects.get().thin_at > timezone.now()
