"""The times of an account."""

from __future__ import annotations

from zollstock.accounts.keeping import KeptTable


class TimeRows(KeptTable):
    """How long things take an account; `document` is the core's `WorkTimes`."""
