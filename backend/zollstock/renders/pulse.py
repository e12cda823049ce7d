"""A worker's sign of life for the row it works on, and its ear for being called off."""

from __future__ import annotations

from uuid import UUID

from django.utils import timezone

from zollstock.pictures.heartbeat import Heartbeat

from .models import Render


class Pulse(Heartbeat):
    """Writes progress and time into the row while a render runs.

    `wanted` turns false when the row was cancelled or given to another worker.
    """

    def __init__(self, render_id: UUID, worker: str) -> None:
        self.percent = 0
        mine = Render.objects.filter(id=render_id, worker=worker, state=Render.State.RUNNING)
        super().__init__(lambda: bool(mine.update(percent=self.percent, pulse=timezone.now())))

    def progress(self, percent: int) -> bool:
        self.percent = percent
        return self.wanted
