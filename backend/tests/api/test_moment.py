"""What follows a moving hand is read again before it is too old, one thing at a turn."""

from __future__ import annotations

from collections.abc import Callable

import pytest

from zollstock.accounts import moment
from zollstock.accounts.moment import FRESH_S, LATEST_S, AMomentAgo


class Clock:
    def __init__(self) -> None:
        self.seconds = 100.0

    def __call__(self) -> float:
        return self.seconds

    def goes(self, seconds: float) -> None:
        self.seconds += seconds


@pytest.fixture
def clock(monkeypatch: pytest.MonkeyPatch) -> Clock:
    clock = Clock()
    monkeypatch.setattr(moment, "now", clock)
    monkeypatch.setattr(moment._Turns, "last_read", float("-inf"))
    monkeypatch.setattr(moment._Turns, "oldest_waiting", float("inf"))
    return clock


class Part:
    """Something that is read, which takes a while, and how often it was."""

    def __init__(self, clock: Clock) -> None:
        self.kept: AMomentAgo[str, int] = AMomentAgo()
        self.times, self.clock = 0, clock

    def read(self) -> int:
        self.clock.goes(0.002)
        self.times += 1
        return self.times

    def asked(self, key: str = "studio") -> int:
        return self.kept.of(key, self.read)


@pytest.fixture
def part(clock: Clock) -> Callable[[], Part]:
    return lambda: Part(clock)


def test_it_is_not_read_again_while_it_is_fresh(clock: Clock, part: Callable[[], Part]) -> None:
    one = part()
    assert one.asked() == 1
    clock.goes(FRESH_S - 0.01)
    assert one.asked() == 1


def test_it_is_never_older_than_said(clock: Clock, part: Callable[[], Part]) -> None:
    one, busy = part(), part()
    one.asked()
    clock.goes(LATEST_S)
    # Another one was read at this very turn.
    busy.asked()
    assert one.asked() == 2


#: A quick hand that one process follows; a slow one, whose questions go to three processes by turns.
@pytest.mark.parametrize("move_s", [0.016, 0.17])
def test_at_one_turn_of_a_moving_hand_one_thing_is_read_again(
    clock: Clock, part: Callable[[], Part], move_s: float
) -> None:
    parts = [part() for _ in range(11)]
    reads = []
    for _ in range(200):
        before = sum(one.times for one in parts)
        for one in parts:
            one.asked()
        reads.append(sum(one.times for one in parts) - before)
        clock.goes(move_s)
    # All at the first turn, when nothing was there; then each by itself, and each before it was too old.
    assert reads[0] == 11
    assert max(reads[1:]) == 1
    assert min(one.times for one in parts) >= 3


def test_what_is_forgotten_is_read_and_others_keys_are_not(part: Callable[[], Part]) -> None:
    one = part()
    assert (one.asked("mine"), one.asked("theirs")) == (1, 2)
    one.kept.forget("mine")
    assert (one.asked("mine"), one.asked("theirs")) == (3, 2)
    one.kept.forget_all()
    assert (one.asked("mine"), one.asked("theirs")) == (4, 5)


def test_what_is_changed_while_it_is_read_is_not_kept() -> None:
    kept: AMomentAgo[str, str] = AMomentAgo()

    def read_as_it_changes() -> str:
        kept.forget("studio")
        return "before"

    assert kept.of("studio", read_as_it_changes) == "before"
    assert kept.of("studio", lambda: "after") == "after"


def test_nothing_found_is_asked_for_again() -> None:
    kept: AMomentAgo[str, str | None] = AMomentAgo()
    assert kept.of("session", lambda: None) is None
    assert kept.of("session", lambda: "keeper") == "keeper"
