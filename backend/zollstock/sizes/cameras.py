"""An account's table of sensors: the one that ships until it is changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.questions.sensors import SHIPPED, SensorsChanged, SensorTable

from .models import SensorRows

SENSORS = StudioTable(SensorRows, SHIPPED, SensorTable.model_validate, SensorsChanged)
