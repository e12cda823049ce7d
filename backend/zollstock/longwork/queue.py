"""The queue: every change of a row between waiting and its end, for all kinds of long work."""

from __future__ import annotations

import logging
import uuid
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import timedelta
from typing import Any, Generic, TypeVar

from django.db import transaction
from django.db.models import F, Q, QuerySet
from django.utils import timezone

from zollstock.core.ground.refusal import Refusal
from zollstock.pixels.errors import Cancelled

from .backoff import DEFAULT_BACK_OFF, BackOff
from .events import note
from .heartbeat import AWAY, Heartbeat, persistently
from .rows import LongWork

log = logging.getLogger(__name__)

Row = TypeVar("Row", bound=LongWork)

#: A running row without a pulse for this long has lost its worker.
LOST_AFTER = timedelta(seconds=12)
#: A waiting row nobody came for in this time is told about again.
FORGOTTEN_AFTER = timedelta(seconds=20)
#: So often a row is taken up; what ended so many workers would end the next one, too.
MOST_TRIES = 3


class TryLater(Refusal):
    """What the work hangs on is away just now; the words say what. The row waits for its next try."""


def due() -> Q:
    """The condition that a row is not put off to a later time."""
    return Q(next_try=None) | Q(next_try__lte=timezone.now())


class Alive(Heartbeat):
    """A worker's sign of life for its row, with how far it is, and its ear for being called off."""

    def __init__(self, mine: QuerySet[Any], shows_percent: bool) -> None:
        self.percent = 0

        def beat() -> bool:
            progress = {"percent": self.percent} if shows_percent else {}
            return bool(mine.update(pulse=timezone.now(), **progress))

        super().__init__(beat)

    def progress(self, percent: int) -> bool:
        """Note per cent done; False when the row was called off or given to another worker."""
        self.percent = percent
        return self.wanted


@dataclass(frozen=True, eq=False)
class Queue(Generic[Row]):
    """One kind of long work.

    `waiting`, `running` and `failed` are the fields that say so of a row; `what` is what is made, in a
    sentence; `interrupted` is said where a row has ended too many workers. `ended` is called for every
    row that failed; one that ended `most_tries` workers is. `back_off` says when a row that was put off is tried again.
    """

    model: type[Row]
    waiting: Mapping[str, Any]
    running: Mapping[str, Any]
    failed: Mapping[str, Any]
    what: str
    interrupted: str
    ended: Callable[[Row], None] = lambda row: None
    back_off: BackOff = DEFAULT_BACK_OFF
    most_tries: int = MOST_TRIES

    def claim(self, row_id: object, *ready: Any) -> Row | None:
        """The row as this worker's own; None when another was quicker or it waits no more.

        `ready` are conditions that must hold besides.
        """
        fields = {field.name for field in self.model._meta.fields}
        afresh = {"percent": 0} if "percent" in fields else {}
        worker = str(uuid.uuid4())
        rows = self.model._default_manager.filter(due(), *ready, id=row_id, **self.waiting)
        if not rows.update(
            **self.running, **afresh, worker=worker, pulse=timezone.now(), tries=F("tries") + 1
        ):
            return None
        row = self.model._default_manager.get(id=row_id, worker=worker)
        note(row, "begun", worker)
        return row

    def mine(self, row: Row) -> QuerySet[Row]:
        """The row as long as it is this worker's."""
        return self.model._default_manager.filter(id=row.pk, worker=row.worker, **self.running)

    def alive(self, row: Row) -> Alive:
        """To be held while the work goes on."""
        return Alive(self.mine(row), hasattr(row, "percent"))

    def finish(self, row: Row, also: Callable[[], object] = lambda: None, **result: Any) -> bool:
        """Write the end of a row that is still this worker's; patient with a database that is away.

        What `also` writes is there with it, or not at all.
        """

        def write() -> bool:
            with transaction.atomic():
                if not self.mine(row).update(pulse=timezone.now(), **result):
                    return False
                also()
                note(row, _state_in(result), row.worker, str(result.get("problem", "")))
                return True

        return persistently(write)

    def put_off(self, row: Row, words: str) -> None:
        """Let a row of this worker's wait for its next try; past its deadline it fails instead."""
        pause = self.back_off.pause(row.tries)
        at = timezone.now() + pause
        if row.deadline is not None and at > row.deadline:
            self.fail(row, words)
            return
        waits = dict(self.waiting) | {"worker": "", "next_try": at, "problem": words[:400]}

        def write() -> None:
            with transaction.atomic():
                if self.mine(row).update(**waits, pulse=timezone.now()):
                    note(row, "put off", row.worker, words)

        persistently(write)

    def fail(self, row: Row, words: str) -> None:
        """End a row without a result."""
        if self.finish(row, **self._failed(words)):
            self.ended(row)

    def _failed(self, words: str) -> dict[str, Any]:
        fields = {field.name for field in self.model._meta.fields}
        end = {"finished": timezone.now()} if "finished" in fields else {}
        return dict(self.failed) | end | {"problem": words[:400]}

    @contextmanager
    def fail_with_message(self, row: Row) -> Iterator[None]:
        """Whatever goes wrong with a row inside ends it at once, in words, and is written down.

        Only where the database is away the row stays as it is: it is taken up when that is back.
        """
        try:
            yield
        except Cancelled:
            log.info("%s %s was cancelled", self.model.__name__, row.pk)
        except TryLater as later:
            self.put_off(row, str(later))
        except Refusal as refusal:
            self.fail(row, str(refusal))
        except AWAY:
            raise
        except MemoryError:
            log.exception("%s %s takes too much memory", self.model.__name__, row.pk)
            self.fail(
                row,
                f"There was not enough memory while {self.what}. Nothing was left behind; try it "
                "smaller.",
            )
        except FileNotFoundError:
            log.exception("%s %s misses its picture", self.model.__name__, row.pk)
            self.fail(
                row, "The picture's own file is missing from the storage. Add the picture again."
            )
        except OSError:
            log.exception("%s %s failed", self.model.__name__, row.pk)
            self.fail(
                row, "The file could not be written: is the disk full? Nothing was left behind."
            )
        except Exception:
            log.exception("%s %s failed", self.model.__name__, row.pk)
            self.fail(
                row,
                f"Something went wrong while {self.what}. Nothing was left behind, and what you "
                "have is safe: try it again. It was written down for the people who run this "
                "place.",
            )

    def lost_rows(self) -> Iterator[Row]:
        """Rows that lost their worker, waiting again; those that ended too many workers are failed."""
        silent = timezone.now() - LOST_AFTER
        lost = self.model._default_manager.filter(**self.running, pulse__lt=silent).exclude(
            **self.waiting
        )
        for row in lost:
            if row.tries >= self.most_tries:
                log.warning("%s %s ended %s workers", self.model.__name__, row.pk, row.tries)
                self.fail(row, self.interrupted)
                continue
            log.warning("%s %s lost its worker, it is taken up again", self.model.__name__, row.pk)
            if self.mine(row).update(
                **(dict(self.waiting) | {"worker": "", "pulse": timezone.now()})
            ):
                note(row, "lost", row.worker)
                yield row

    def undispatched_rows(self, *ready: Any) -> Iterator[Row]:
        """Rows that wait and that nobody came for, told about once more."""
        now = timezone.now()
        for row in self.model._default_manager.filter(
            due(), *ready, **self.waiting, pulse__lt=now - FORGOTTEN_AFTER
        ):
            self.model._default_manager.filter(id=row.pk).update(pulse=now)
            yield row


def _state_in(result: Mapping[str, Any]) -> str:
    """What a row is called that has come to `result`."""
    return str(result.get("state") or "done")
