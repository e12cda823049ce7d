"""A file that was fetched begins a row of the log, which asks what became of the print."""

from __future__ import annotations

import logging

from django.contrib.auth.models import User

from zollstock.jobs.kinds import PRINT
from zollstock.jobs.log_api import about, about_layout
from zollstock.printlog.keeping import begin_row

from .models import OrderFile, OrderLine

log = logging.getLogger(__name__)


def note_fetched(account: User, line: OrderLine, file: OrderFile) -> None:
    """Begin the row. Whoever fetches a file gets it in any case: a log is no reason to refuse."""
    if line.design is None or not file.sha256:
        return
    try:
        if line.kind == PRINT:
            known = about(line.design) | {"version": line.version, "document": line.document}
            begin_row(account, file_sha256=file.sha256, copies=line.copies, **known)
        else:
            # Its sheets are printed together, whichever of its files comes first.
            begin_row(account, **about_layout(line.design) | {"version": line.version})
    except Exception:
        log.exception("no row was begun for a file that was fetched")
