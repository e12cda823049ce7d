"""An account's table of sensors: the one that ships until it is changed."""

from __future__ import annotations

from django.contrib.auth.models import User

from zollstock.accounts.savedtable import forget, keep, saved_table
from zollstock.core.questions.sensors import SHIPPED, SensorsChanged, SensorTable

from .models import SensorRows


def sensors_of(account: User) -> tuple[SensorTable, int]:
    """The table and its version; 0 while it is the one that ships."""
    document, version = saved_table(SensorRows, account)
    return (SHIPPED if document is None else SensorTable.model_validate(document)), version


def save_sensors(account: User, table: SensorTable, version: int) -> int:
    """Keep a table; returns its version. Raises `SensorsChanged` when `version` is not the one in force."""
    return keep(SensorRows, account, table.model_dump(), version, SensorsChanged())


def forget_sensors(account: User, version: int) -> None:
    """Reset to examples. Raises `SensorsChanged` likewise."""
    forget(SensorRows, account, version, SensorsChanged())
