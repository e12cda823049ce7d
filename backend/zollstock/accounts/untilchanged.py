"""What was read of an account's rows, held until something of them is changed, in whatever process.

A mark for each account stands in the cache that all processes share; whoever changes a row puts a new one there once the
change stands. A hand that moves asks for the mark alone, a few times a second. Where the cache does not answer, what is
held is as it was a moment ago (`accounts.moment`).
"""

from __future__ import annotations

import logging
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, ClassVar, Generic, TypeVar
from uuid import uuid4

from django.core.cache import cache
from django.db import connection, transaction
from django.db.models import Model
from django.db.models.signals import post_delete, post_save

from . import moment

Value = TypeVar("Value")

#: A mark is asked for again after so long, seconds: what another process changes is seen then.
ASKED_AGAIN_S = 0.25
#: However quiet it is, everything is read again after so long, seconds: a mark that got lost does no more harm than that.
MOST_S = 20.0
_MARK_STAYS_S = 24 * 60 * 60
_MOST_KEPT = 2000

_log = logging.getLogger(__name__)


class _Silent:
    """The cache does not answer: nobody knows whether anything was changed."""


#: What stands in the cache for an account; None where nothing was changed for long.
Mark = str | None | type[_Silent]


def _in_cache(account: int) -> str:
    return f"changed:{account}"


class Marks:
    """The marks as this process saw them last."""

    _seen: ClassVar[dict[int, tuple[float, Mark]]] = {}

    @classmethod
    def of(cls, account: int) -> Mark:
        at, before = cls._seen.get(account, (float("-inf"), None))
        if moment.now() - at < ASKED_AGAIN_S:
            return before
        mark: Mark
        try:
            mark = cache.get(_in_cache(account))
        except Exception:
            mark = _Silent
            if before is not _Silent:
                _log.warning("the cache does not answer; what is held counts for a moment")
        if len(cls._seen) >= _MOST_KEPT:
            cls._seen.clear()
        cls._seen[account] = moment.now(), mark
        return mark

    @classmethod
    def renew(cls, account: int) -> None:
        cls._seen.pop(account, None)
        try:
            cache.set(_in_cache(account), uuid4().hex, _MARK_STAYS_S)
        except Exception:
            _log.warning("the cache does not answer; others see a change in %s s", MOST_S)


@dataclass(frozen=True)
class _Held(Generic[Value]):
    value: Value
    read_at: float
    mark: Mark

    def stands(self, mark: Mark) -> bool:
        age = moment.now() - self.read_at
        if _Silent in (mark, self.mark):
            return age < moment.LATEST_S
        return mark == self.mark and age < MOST_S


class UntilChanged(Generic[Value]):
    """A value for each account, read again when rows of `model` are changed; each of these has an `account`."""

    #: All there are, so that tests can begin with nothing held.
    every: ClassVar[list[UntilChanged[Any]]] = []

    def __init__(self, model: type[Model]) -> None:
        self._held: dict[int, _Held[Value]] = {}
        for signal in (post_save, post_delete):
            signal.connect(self._changed, sender=model, weak=False)
        self.every.append(self)

    def of(self, account: int, read: Callable[[], Value]) -> Value:
        """The value as it is held, or else as `read` gives it."""
        # Before it is read: what is changed meanwhile has another mark.
        mark = Marks.of(account)
        held = self._held.get(account)
        if held is not None and held.stands(mark):
            return held.value
        fresh = _Held(read(), moment.now(), mark)
        # What a transaction sees may be undone, or as it was before others' changes.
        if not connection.in_atomic_block:
            if len(self._held) >= _MOST_KEPT:
                self._held.clear()
            self._held[account] = fresh
        return fresh.value

    def forget(self, account: int) -> None:
        """Rows were changed without a signal: here it is read again at once, elsewhere once the change stands."""
        self._held.pop(account, None)
        transaction.on_commit(lambda: self._told(account))

    def forget_all(self) -> None:
        self._held.clear()

    def _told(self, account: int) -> None:
        # Once more: it may have been read again between the change and its commit.
        self._held.pop(account, None)
        Marks.renew(account)

    def _changed(self, instance: Any, **_: object) -> None:
        self.forget(instance.account_id)
