"""What is done by the clock: each app says so at its own task."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

Task = TypeVar("Task", bound=Callable[..., Any])

#: The clock's own table, in its words; filled as the apps' tasks are read in.
SCHEDULE: dict[str, dict[str, Any]] = {}


def by_the_clock(seconds: float, queue: str = "quick") -> Callable[[Task], Task]:
    """Have a task done every so many seconds, by a worker of `queue`. Stands above `@shared_task`."""

    def noted(task: Task) -> Task:
        name = str(getattr(task, "name"))  # noqa: B009 - Celery's tasks have one, functions have none
        SCHEDULE[name] = {"task": name, "schedule": seconds, "options": {"queue": queue}}
        return task

    return noted
