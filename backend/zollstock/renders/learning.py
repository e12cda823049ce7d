"""Learning from the files that are made how long such files take here."""

from __future__ import annotations

import time
from collections.abc import Iterator
from contextlib import contextmanager

from django.db import Error

from zollstock.core.documents.plan import parse_plan
from zollstock.core.work.outcome import work_out
from zollstock.jobs.kinds import PRINT
from zollstock.longwork.pace import going, learn
from zollstock.studio.composition import studio_of

from .models import OrderLine


@contextmanager
def learning(line: OrderLine) -> Iterator[None]:
    """Look at the clock while a print's file is made; what fails or is called off teaches nothing.

    Whatever the database has against it is no reason to lose the file.
    """
    if line.kind != PRINT:
        yield
        return
    begin, others = time.monotonic(), _others()
    yield
    seconds = time.monotonic() - begin
    try:
        learn(
            work_out(parse_plan(line.document), studio_of(line.account)),
            seconds,
            (others + _others()) / 2,
        )
    except Error:
        return


def _others() -> int:
    """How many pieces of work share the processors with this one."""
    try:
        return max(0, going() - 1)
    except Error:
        return 0
