"""The devices of an account."""

from __future__ import annotations

from zollstock.accounts.keeping import KeptTable


class DeviceRows(KeptTable):
    """What an account prints with; `document` is the core's `Devices`."""
