"""The labs of an account."""

from __future__ import annotations

from zollstock.accounts.keeping import KeptTable


class LabRows(KeptTable):
    """Whom an account sends prints to; `document` is the core's `Labs`."""
