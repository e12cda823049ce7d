"""An account's table of sensors: the one that ships until it is changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.ground.show import LengthStyle
from zollstock.core.questions.sensors import (
    SHIPPED,
    SensorsChanged,
    SensorTable,
    read_sensor_table,
    read_sensors,
    sensors_found,
    write_sensors,
)

from .models import SensorRows

#: From where and on what the sizes in a CSV are, where nobody says: an arm's length, glossy.
_USUAL_MM, _USUAL_FACTOR = 600.0, 1.0


def _written(table: SensorTable) -> str:
    return write_sensors(table, sensors_found(table, _USUAL_MM, _USUAL_FACTOR, LengthStyle("cm")))


SENSORS = StudioTable(
    "/sensors",
    SensorRows,
    SHIPPED,
    read_sensor_table,
    SensorsChanged,
    _written,
    # The columns are no rows: they stay.
    lambda text, before: before.model_copy(update={"sensors": read_sensors(text)}),
)
