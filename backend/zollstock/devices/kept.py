"""An account's devices: those that ship until they are changed."""

from __future__ import annotations

from zollstock.accounts.studiotable import StudioTable
from zollstock.core.studio.devices import SHIPPED, DevicesChanged, read_devices
from zollstock.core.studio.devicetable import devices_from, write_devices

from .models import DeviceRows

DEVICES = StudioTable(
    "/devices", DeviceRows, SHIPPED, read_devices, DevicesChanged, write_devices, devices_from
)
