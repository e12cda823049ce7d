"""Where real Celery workers are forked from, by `tests.api.workers`: reading the application in takes
longer than what most tests ask of a worker, so it is done once.

For each line of standard input, {"arguments": …, "media": folder}, a worker starts with these arguments of
`celery worker` in a session of its own, and says its process id. Ends with its input.
"""

from __future__ import annotations

import json
import os
import signal
import sys

import kombu.transport.redis  # noqa: F401 - what a worker reads in when it starts, as the others
from django.conf import settings

from zollstock.site.celery import app


def main() -> None:
    app.loader.import_default_modules()
    # Nobody asks how a killed worker ended.
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    for line in sys.stdin:
        wanted = json.loads(line)
        if os.fork() == 0:
            _work(wanted["arguments"], wanted["media"])


def _work(arguments: list[str], media: str) -> None:
    """Be that worker until it is killed."""
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    os.setsid()
    print(os.getpid(), flush=True)
    os.dup2(os.open(os.devnull, os.O_RDONLY), 0)
    os.dup2(2, 1)
    settings.MEDIA_ROOT = media
    app.worker_main(arguments)
    os._exit(0)


if __name__ == "__main__":
    main()
