"""What is done for the log by the clock."""

from __future__ import annotations

from celery import shared_task

from .clock import by_the_clock
from .events import clear_old


@by_the_clock(300)
@shared_task
def clear_log() -> None:
    """Old lines."""
    clear_old()
