"""The plan a new print begins with."""

from __future__ import annotations

from typing import Any

from zollstock.core.documents.plan import PLAN_FORMAT
from zollstock.core.parts.device import DeviceChoice
from zollstock.core.sizes.firstsize import first_size
from zollstock.core.studio.devices import StandardDevice
from zollstock.devices.kept import DEVICES
from zollstock.pictures.measured import counted_detail
from zollstock.pictures.models import Picture

from .models import Job


def first_plan(picture: Picture, unit: str, device: DeviceChoice | None = None) -> dict[str, Any]:
    """A small print of the picture's own ratio, titled after its file, and for a device where one is standard."""
    size = first_size(*picture.upright, unit)
    document = {
        "format": PLAN_FORMAT,
        "title": picture.name.rsplit(".", 1)[0].replace("_", " ").replace("-", " ").strip(),
        "picture": picture.plan_part(),
        "target": {"width": size.width.typed, "height": size.height.typed},
        "fit": {"keep": picture.keep, "auto": bool(picture.keep)},
        "medium": {"name": "satin photo paper", "factor": 1.0},
        # What the picture has is not lost unasked.
        "viewing": counted_detail(picture),
        "output": {"bits": picture.plan_part()["bits"]},
    }
    return document if device is None else document | {"device": device.model_dump(mode="json")}


def standard_of(job: Job) -> DeviceChoice | None:
    """What new prints of a job go to: as the job says, else as the studio does; None where that is not there."""
    devices = DEVICES.a_moment_ago(job.account)
    said = StandardDevice.model_validate(job.device) if job.device else devices.standard
    return devices.chosen(said.key, said.feed) if said else None
