"""Telling a worker. Rows are the truth: a message that is lost is sent again by the clock.

A task is named, not imported: whoever orders work need not know who does it.
"""

from __future__ import annotations

import logging
from typing import Literal

from celery import current_app
from kombu.exceptions import OperationalError
from redis.exceptions import RedisError

log = logging.getLogger(__name__)

#: Every task that is told about a row.
TaskName = Literal[
    "zollstock.pictures.tasks.read",
    "zollstock.pictures.tasks.inspect",
    "zollstock.proofs.tasks.make",
    "zollstock.proofs.tasks.unpack_picture",
    "zollstock.renders.tasks.make",
    "zollstock.renders.tasks.work_off",
    "zollstock.renders.tasks.clear_run",
    "zollstock.batches.tasks.lay_out",
]


def dispatch(task: TaskName, row: str, queue: str | None = None) -> None:
    """Send a task the name of its row; a broker that does not answer is no fault."""
    try:
        # Not under the caller's own task: what is told about goes on by itself.
        if queue is None:
            current_app.send_task(task, [row], retry=False)
        else:
            current_app.send_task(task, [row], retry=False, queue=queue)
    except (OperationalError, RedisError, OSError):
        log.warning("the broker does not answer; %s waits", row)
