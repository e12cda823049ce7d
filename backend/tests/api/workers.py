"""Real Celery workers on the test database and the test broker."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path

from django.conf import settings

BACKEND = Path(__file__).resolve().parents[2]


class Worker:
    """A worker process for one queue; `kill` ends it and its children without a word."""

    def __init__(self, name: str, queue: str = "render") -> None:
        environment = os.environ | {
            "ZOLLSTOCK_DB_NAME": settings.DATABASES["default"]["NAME"],
            "ZOLLSTOCK_MEDIA": str(settings.MEDIA_ROOT),
        }
        self.process = subprocess.Popen(
            [sys.executable, "-m", "celery", "--quiet", "--app", "zollstock.site", "worker",
             "--queues", queue, "--concurrency", "1", "--hostname", f"{name}@test",
             "--without-gossip", "--without-mingle", "--loglevel", "warning"],
            cwd=BACKEND, env=environment, start_new_session=True,
        )  # fmt: skip

    def kill(self) -> None:
        try:
            os.killpg(self.process.pid, signal.SIGKILL)
        except ProcessLookupError:
            pass
        self.process.wait()


def until(done: Callable[[], bool], patience: float = 180) -> None:
    """Wait until `done` says so; fail when it never does."""
    end = time.monotonic() + patience
    while not done():
        assert time.monotonic() < end, "waited in vain"
        time.sleep(0.05)
