"""Telling a worker. Rows are the truth: a message that is lost is sent again by the clock.

Each app names its own messages, beside whatever sends them; a task is named, not imported, for whoever orders work
need not know who does it. `tests/api/test_longwork.py` finds a message whose task is not there.
"""

from __future__ import annotations

import logging
from dataclasses import dataclass
from operator import attrgetter

from celery import current_app
from django.db import transaction
from kombu.exceptions import OperationalError
from redis.exceptions import RedisError

log = logging.getLogger(__name__)

#: Every message that an app has named, by its task.
MESSAGES: dict[str, Message] = {}


def read_in_sending() -> None:
    """Read in all that sending takes, which comes with the first message otherwise; nothing is opened or sent."""
    for part in ("backend", "tasks", "amqp.send_task_message", "events.Dispatcher"):
        attrgetter(part)(current_app)
    current_app.connection_for_write().get_transport_cls()


@dataclass(frozen=True)
class Message:
    """A task that is told about a row, and the queue it stands in (`quick`, `render`, `looks`, `heavy`)."""

    task: str
    queue: str = "quick"

    def __post_init__(self) -> None:
        MESSAGES[self.task] = self

    def send(self, row: object, queue: str | None = None) -> None:
        """Tell of a row now, in a queue of its own if need be; a broker that does not answer is no fault."""
        try:
            # Not under the caller's own task: what is told about goes on by itself.
            current_app.send_task(self.task, [str(row)], retry=False, queue=queue or self.queue)
        except (OperationalError, RedisError, OSError):
            log.warning("the broker does not answer; %s waits", row)

    def send_when_there(self, row: object, queue: str | None = None) -> None:
        """Tell of a row once it is there for all to see."""
        transaction.on_commit(lambda: self.send(row, queue))
