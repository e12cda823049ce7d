"""A worker's sign of life for the row it works on, and its ear for being called off."""

from __future__ import annotations

import threading
from types import TracebackType
from uuid import UUID

from django.db import connection
from django.utils import timezone

from .models import Render

INTERVAL = 0.5


class Pulse:
    """Writes progress and time into the row while a render runs.

    libvips may work for long without reporting, so a thread keeps the time. `wanted` turns false
    when the row was cancelled or given to another worker.
    """

    def __init__(self, render_id: UUID, worker: str) -> None:
        self._id, self._worker = render_id, worker
        self._stop = threading.Event()
        self._thread = threading.Thread(target=self._beat, daemon=True)
        self.percent = 0
        self.wanted = True

    def progress(self, percent: int) -> bool:
        self.percent = percent
        return self.wanted

    def __enter__(self) -> Pulse:
        self._thread.start()
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:  # fmt: skip
        self._stop.set()
        self._thread.join()

    def _beat(self) -> None:
        try:
            while not self._stop.wait(INTERVAL):
                mine = Render.objects.filter(
                    id=self._id, worker=self._worker, state=Render.State.RUNNING
                )
                self.wanted = bool(mine.update(percent=self.percent, pulse=timezone.now()))
        finally:
            connection.close()
