"""Long work and a database that may be away for a while: signs of life, and patience with results."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Callable
from types import TracebackType
from typing import Self, TypeVar

from django.db import InterfaceError, OperationalError, connection

log = logging.getLogger(__name__)

INTERVAL = 0.5
#: So long, seconds, a result waits for a database that is away.
PATIENCE = 60.0
#: What a database that is away, or has just come back, answers.
AWAY = (OperationalError, InterfaceError)
Result = TypeVar("Result")


class Heartbeat:
    """Calls `beat` twice a second in a thread of its own while the work runs.

    libvips may work for long without reporting, so a thread keeps the time. `wanted` turns false when
    `beat` says that the work is no longer this worker's; a database that is away says nothing.
    """

    def __init__(self, beat: Callable[[], bool]) -> None:
        self._beat = beat
        self._stop = threading.Event()
        self._thread = threading.Thread(target=self._run, daemon=True)
        self.wanted = True

    def __enter__(self) -> Self:
        self._thread.start()
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        self._stop.set()
        self._thread.join()

    def _run(self) -> None:
        try:
            while not self._stop.wait(INTERVAL):
                try:
                    self.wanted = self._beat()
                except AWAY:
                    connection.close()
        finally:
            connection.close()


def persistently(write: Callable[[], Result], patience: float = PATIENCE) -> Result:
    """The result of a database write that is tried again, with growing pauses, while it is away.

    Raises `OperationalError` when the patience is at its end.
    """
    end, pause = time.monotonic() + patience, 0.2
    while True:
        try:
            return write()
        except AWAY:
            if connection.in_atomic_block or time.monotonic() + pause > end:
                raise
            log.warning("the database does not answer; the result waits")
            connection.close()
            time.sleep(pause)
            pause = min(2.0, pause * 1.5)
