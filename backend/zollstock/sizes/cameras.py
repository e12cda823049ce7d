"""An account's table of sensors: the one that ships until it is changed."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction

from zollstock.core.sensors import SHIPPED, SensorsChanged, SensorTable

from .models import SensorRows


def sensors_of(account: User) -> tuple[SensorTable, int]:
    """The table and its version; 0 while it is the one that ships."""
    row = SensorRows.objects.filter(account=account).first()
    return (SHIPPED, 0) if row is None else (SensorTable.model_validate(row.document), row.version)


def save_sensors(account: User, table: SensorTable, version: int) -> int:
    """Keep a table; returns its version. Raises `SensorsChanged` when `version` is not the one in force."""
    document = table.model_dump()
    try:
        with transaction.atomic():
            if version == 0:
                SensorRows.objects.create(account=account, document=document)
                return 1
            row = SensorRows.objects.filter(account=account, version=version)
            if not row.update(document=document, version=version + 1):
                raise SensorsChanged
    except IntegrityError:
        raise SensorsChanged from None
    return version + 1


def forget_sensors(account: User, version: int) -> None:
    """Back to the table that ships. Raises `SensorsChanged` likewise."""
    deleted, _ = SensorRows.objects.filter(account=account, version=version).delete()
    if version and not deleted:
        raise SensorsChanged
