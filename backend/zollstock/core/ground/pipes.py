"""Readers that leave early: `zollstock reckon plan.json | head` is no fault."""

from __future__ import annotations

import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager

#: What a shell says of a program that wrote to nobody (128 + SIGPIPE).
NOBODY_READS = 141


@contextmanager
def reader_may_leave() -> Iterator[None]:
    """What is written to standard output here may find nobody; then the program ends quietly."""
    try:
        yield
        sys.stdout.flush()
    except BrokenPipeError:
        # Python flushes once more at its end; that shall find a place where everything fits.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        sys.exit(NOBODY_READS)
