"""The plan a new print begins with."""

from __future__ import annotations

from contextlib import suppress
from typing import Any

from zollstock.accounts.principal import Principal
from zollstock.core.counter.settingsof import settings_held, with_settings
from zollstock.core.documents.plan import PLAN_FORMAT, PlanError
from zollstock.core.parts.device import DeviceChoice
from zollstock.core.sizes.firstsize import first_size
from zollstock.core.studio.devices import StandardDevice
from zollstock.devices.kept import DEVICES
from zollstock.pictures.measured import counted_detail
from zollstock.pictures.models import Picture

from .models import Job, StandardSettings


def first_plan(
    picture: Picture,
    unit: str,
    device: DeviceChoice | None = None,
    standard: dict[str, Any] | None = None,
) -> dict[str, Any]:
    """A small print of the picture's own ratio, titled after its file, and for a device where one is standard; with the `standard`
    settings, where there are such and this picture can have them."""
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
    if device is not None:
        document["device"] = device.model_dump(mode="json")
    if standard is None:
        return document
    with suppress(PlanError):
        return with_settings(document, standard, settings_held(standard))
    return document


def standard_settings(job: Job) -> tuple[dict[str, Any] | None, bool]:
    """What new prints of a job begin with, and whether it says so itself."""
    if job.standard is not None:
        return job.standard, True
    row = Principal(job.account).may_see(StandardSettings.objects).first()
    return (None if row is None else row.document), False


def standard_of(job: Job) -> DeviceChoice | None:
    """What new prints of a job go to: as the job says, else as the studio does; None where that is not there."""
    devices = DEVICES.held(job.account)
    said = StandardDevice.model_validate(job.device) if job.device else devices.standard
    return devices.chosen(said.key, said.feed) if said else None
