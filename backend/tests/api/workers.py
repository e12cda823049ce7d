"""Real Celery workers on the test database and the test broker."""

from __future__ import annotations

import json
import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from django.conf import settings

BACKEND = Path(__file__).resolve().parents[2]


class Nursery:
    """The process that workers are forked from; it reads the application in when it is made."""

    def __init__(self, more: dict[str, str] | None = None) -> None:
        self.process = subprocess.Popen(
            [sys.executable, "-m", "tests.api.nursery"],
            cwd=BACKEND,
            env=os.environ
            | {"ZOLLSTOCK_DB_NAME": settings.DATABASES["default"]["NAME"]}
            | (more or {}),
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            text=True,
        )

    def worker(self, name: str, queue: str = "render") -> Worker:
        """One for one queue, with the storage that is set now."""
        asked = {
            "arguments": [
                "worker", "--queues", queue, "--concurrency", "1", "--hostname", f"{name}@test",
                "--without-gossip", "--without-mingle", "--loglevel", "warning",
            ],
            "media": str(settings.MEDIA_ROOT),
        }  # fmt: skip
        assert self.process.stdin is not None and self.process.stdout is not None
        print(json.dumps(asked), file=self.process.stdin, flush=True)
        return Worker(int(self.process.stdout.readline()))


@contextmanager
def nursery(more: dict[str, str] | None = None) -> Iterator[Nursery]:
    """One whose workers are told `more` besides."""
    made = Nursery(more)
    with made.process:
        yield made


class Worker:
    """A worker process; `kill` ends it and its children without a word."""

    def __init__(self, process_id: int) -> None:
        self._id = process_id

    def kill(self) -> None:
        with suppress(ProcessLookupError):
            os.killpg(self._id, signal.SIGKILL)
            while True:
                os.kill(self._id, 0)
                time.sleep(0.01)


def until(done: Callable[[], bool], patience: float = 180) -> None:
    """Wait until `done` says so; fail when it never does."""
    end = time.monotonic() + patience
    while not done():
        assert time.monotonic() < end, "waited in vain"
        time.sleep(0.05)
