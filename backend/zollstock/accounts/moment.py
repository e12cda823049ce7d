"""What was read of rows, as it was a moment ago at most: for whoever follows a moving hand.

A hand asks sixty times a second, and its figures hang on a dozen tables. Were all of them read again at one turn, that
answer alone would come late. So each is read again a little before it is too old, one at a turn, and no answer waits
for more than that.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Hashable
from dataclasses import dataclass
from typing import Generic, TypeVar

Key = TypeVar("Key", bound=Hashable)
Value = TypeVar("Value")

#: Younger than this, seconds, nothing is read again; older than the other, always. Between the two a hand that moves
#: slowly, whose questions go to several processes by turns, asks each of them once for everything that is kept.
FRESH_S, LATEST_S = 0.5, 2.5
#: Between the two it is read again when nothing else of this process was for so long, seconds: longer than one answer's
#: parts are apart, shorter than two moves of a hand.
_APART_S = 0.01
_MOST_KEPT = 2000

#: The clock, seconds.
now = time.monotonic


class _Turns:
    """Whose turn it is to be read again: one thing at a time, and of those that wait the oldest."""

    last_read = float("-inf")
    oldest_waiting = float("inf")

    @classmethod
    def is_mine(cls, read_at: float) -> bool:
        if read_at > cls.oldest_waiting:
            return False
        if now() - cls.last_read > _APART_S:
            return True
        cls.oldest_waiting = read_at
        return False

    @classmethod
    def is_over(cls) -> None:
        cls.last_read, cls.oldest_waiting = now(), float("inf")


@dataclass(frozen=True)
class _Held(Generic[Value]):
    value: Value
    read_at: float

    def will_do(self) -> bool:
        age = now() - self.read_at
        return age < FRESH_S or (age < LATEST_S and not _Turns.is_mine(self.read_at))


class AMomentAgo(Generic[Key, Value]):
    """Values by their keys, each as it was `LATEST_S` ago at most.

    What this process changes is forgotten by whoever changes it (`forget`); what another one changes is seen after that
    time.
    """

    def __init__(self) -> None:
        self._held: dict[Key, _Held[Value]] = {}
        self._forgotten = 0

    def of(self, key: Key, read: Callable[[], Value]) -> Value:
        """The value as it is held, or else as `read` gives it; None is not kept."""
        held = self._held.get(key)
        if held is not None and held.will_do():
            return held.value
        forgotten, begun = self._forgotten, now()
        value = read()
        _Turns.is_over()
        # What was changed while it was read may be what was before.
        if value is not None and forgotten == self._forgotten:
            if len(self._held) >= _MOST_KEPT:
                self._held.clear()
            self._held[key] = _Held(value, begun)
        return value

    def forget(self, key: Key) -> None:
        """What is asked for next under this key is read."""
        self._forgotten += 1
        self._held.pop(key, None)

    def forget_all(self) -> None:
        self._forgotten += 1
        self._held.clear()
