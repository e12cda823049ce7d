"""What a studio keeps is read once, and again when it is changed, here or in another process."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.cache import cache
from django.db import connection, transaction
from django.test.utils import CaptureQueriesContext

from tests.api.caller import Caller
from zollstock.accounts import moment, untilchanged
from zollstock.accounts.untilchanged import ASKED_AGAIN_S, MOST_S, Marks, UntilChanged
from zollstock.sizes.models import OwnSize

pytestmark = pytest.mark.django_db(transaction=True)


class Clock:
    def __init__(self) -> None:
        self.seconds = 1000.0

    def __call__(self) -> float:
        return self.seconds


@pytest.fixture
def clock(monkeypatch: pytest.MonkeyPatch) -> Clock:
    clock = Clock()
    monkeypatch.setattr(moment, "now", clock)
    monkeypatch.setattr(Marks, "_seen", {})
    return clock


@pytest.fixture
def account() -> User:
    return User.objects.create_user("shelf", password="pans-and-fog-1884")


@pytest.fixture
def names(account: User) -> Callable[[], list[str]]:
    """The names of an account's own sizes, as they are held."""
    held: UntilChanged[list[str]] = UntilChanged(OwnSize)

    def asked() -> list[str]:
        rows = OwnSize.objects.filter(account=account)
        return held.of(account.pk, lambda: list(rows.values_list("name", flat=True)))

    return asked


def add(account: User, name: str) -> OwnSize:
    return OwnSize.objects.create(account=account, name=name, width="24 in", height="16 in")


def as_another_process(account: User) -> None:
    """What this process hears of a change that another one has made: the mark alone."""
    cache.set(f"changed:{account.pk}", "another", 60)


def test_it_is_read_once(account: User, names: Callable[[], list[str]], clock: Clock) -> None:
    assert names() == []
    clock.seconds += MOST_S - 1
    with CaptureQueriesContext(connection) as queries:
        assert names() == []
    assert not queries


def test_what_is_changed_here_is_seen_at_once(account: User, names: Callable[[], list[str]], clock: Clock) -> None:  # fmt: skip
    assert names() == []
    row = add(account, "Hall")
    assert names() == ["Hall"]
    row.name = "North hall"
    row.save()
    assert names() == ["North hall"]
    row.delete()
    assert names() == []


def test_what_another_process_changes_is_seen_when_the_mark_is_asked_for_again(
    account: User, names: Callable[[], list[str]], clock: Clock
) -> None:
    names()
    OwnSize.objects.bulk_create([OwnSize(account=account, name="Hall", width="1 m", height="1 m")])
    as_another_process(account)
    assert names() == []
    clock.seconds += ASKED_AGAIN_S
    assert names() == ["Hall"]


def test_a_change_is_told_to_others_once_it_stands(account: User, clock: Clock) -> None:
    before = Marks.of(account.pk)
    with transaction.atomic():
        add(account, "Hall")
        assert cache.get(f"changed:{account.pk}") == before
    assert cache.get(f"changed:{account.pk}") not in (None, before)


def test_what_is_undone_was_never_held(account: User, names: Callable[[], list[str]], clock: Clock) -> None:  # fmt: skip
    with pytest.raises(ZeroDivisionError), transaction.atomic():
        add(account, "Hall")
        assert names() == ["Hall"]
        raise ZeroDivisionError
    assert names() == []


def test_a_change_of_one_account_is_none_of_anothers(account: User, names: Callable[[], list[str]], clock: Clock) -> None:  # fmt: skip
    names()
    add(User.objects.create_user("other", password="pans-and-fog-1884"), "Theirs")
    clock.seconds += ASKED_AGAIN_S
    with CaptureQueriesContext(connection) as queries:
        names()
    assert not queries


@pytest.mark.parametrize("lost", ["mark", "cache"])
def test_a_mark_that_is_lost_delays_a_change_and_hides_none(
    account: User, names: Callable[[], list[str]], clock: Clock, monkeypatch: pytest.MonkeyPatch, lost: str
) -> None:  # fmt: skip
    names()
    OwnSize.objects.bulk_create([OwnSize(account=account, name="Hall", width="1 m", height="1 m")])
    if lost == "cache":
        monkeypatch.setattr(untilchanged, "cache", Unreachable())
        clock.seconds += ASKED_AGAIN_S
        names()
        clock.seconds += moment.LATEST_S
    else:
        clock.seconds += MOST_S
    assert names() == ["Hall"]
    if lost == "cache":
        # Here a change is seen as ever, and nothing breaks.
        add(account, "Mill")
        assert sorted(names()) == ["Hall", "Mill"]


class Unreachable:
    def __getattr__(self, name: str) -> Any:
        raise ConnectionError("no Redis")


def test_sizes_that_come_as_a_table_are_near_sizes_at_once(caller: Caller) -> None:
    plan = {"picture": {"width_px": 5000, "height_px": 1700}, "target": {"width": "61 cm", "height": "44 cm"}}  # fmt: skip

    def near() -> str:
        answer = caller("POST", "reckon", {"plan": plan, "unit": "cm", "step": "fit"})
        return str([choice for choice in answer["choices"] if choice["kind"] == "size"])

    assert "60 × 20.4" not in near()
    table = "name,width,height,frames\nLong frame,60 cm,20.4 cm,common\n"
    assert caller.send("POST", "sizes.csv", table.encode(), "text/csv").json()["added"] == 1
    assert "60 × 20.4" in near(), near()
