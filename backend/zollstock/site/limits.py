"""What a worker process may take: a hostile picture ends its own reader, and nothing else."""

from __future__ import annotations

import os
import resource
from typing import Any

from celery.signals import worker_process_init


@worker_process_init.connect
def hold_memory(**_: Any) -> None:
    """Limit this process to `ZOLLSTOCK_WORKER_MIB` of its own memory; without it there is no limit.

    Files that are mapped, such as libvips' scratch files, do not count.
    """
    most = int(os.environ.get("ZOLLSTOCK_WORKER_MIB", 0)) * 2**20
    if most:
        resource.setrlimit(resource.RLIMIT_DATA, (most, most))


@worker_process_init.connect
def make_ready(**_: Any) -> None:
    """With `ZOLLSTOCK_WORKER_READY=1` read in what is compiled, before somebody waits for a first look."""
    if os.environ.get("ZOLLSTOCK_WORKER_READY") == "1":
        from zollstock.pixels.enlarge.ready import compile_all
        from zollstock.pixels.rescue.ready import compile_rescue

        compile_all()
        compile_rescue()
