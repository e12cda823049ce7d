"""Telling a worker. Rows are the truth: a message that is lost is sent again by the clock."""

from __future__ import annotations

import logging
from typing import Any

from celery import Task
from kombu.exceptions import OperationalError
from redis.exceptions import RedisError

log = logging.getLogger(__name__)


def tell(task: Task[..., Any], name: str, queue: str | None = None) -> None:
    """Send `task` the name of its row; a broker that does not answer is no fault."""
    try:
        task.apply_async([name], retry=False, **({"queue": queue} if queue else {}))
    except (OperationalError, RedisError, OSError):
        log.warning("the broker does not answer; %s waits", name)
