"""The trial sheet of a device over the wire, and what was read off it."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpResponse
from django.utils import timezone
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.devices.measuring import measured, parse_readings
from zollstock.core.devices.trialsheet import bar_of, paper_of, trial_sheets
from zollstock.core.parts.device import Feed
from zollstock.core.studio.devices import Device, Devices
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import work_folder
from zollstock.pixels.trialsheet import trial_sheet_pdf

from .kept import DEVICES

router = Router(tags=["devices"])


class ReadOff(Schema):
    """What was read off (checked by the core, so that errors carry the path), for the table of that version. `keep`: put it
    into the row; else it is only told what would follow."""

    version: Annotated[int, Field(ge=0, le=2**31 - 2)]
    readings: dict[str, Any]
    keep: bool = False


class FromReading(Schema):
    """One thing that follows from what was read, and its arithmetic."""

    label: str
    working: str


class DeviceMeasured(Schema):
    """The feed as it is by what was read, and how that comes about; the version of the table then."""

    version: int
    feed: Feed
    told: list[FromReading]


class TrialSheet(Schema):
    """What is on the trial sheet of a feed, mm: how long its bars are, how large its paper is; whether a second page is to
    be printed borderless."""

    version: int
    device: Device
    feed: Feed
    bar: float
    paper: tuple[float, float]
    borderless: bool


@router.get("/devices/{key}/feeds/{feed_key}/sheet", response=TrialSheet)
def trial_sheet(request: SignedRequest, key: str, feed_key: str) -> TrialSheet:
    table, version = DEVICES.of(request.user)
    device, feed = _found(table, key, feed_key)
    w, h = paper_of(feed)
    return TrialSheet(
        version=version, device=device, feed=feed, bar=float(bar_of(feed)), paper=(float(w), float(h)),
        borderless=feed.borderless,
    )  # fmt: skip


@router.get("/devices/{key}/feeds/{feed_key}/sheet.pdf", include_in_schema=False)
def trial_sheet_file(request: SignedRequest, key: str, feed_key: str) -> HttpResponse:
    device, feed = _found(DEVICES.of(request.user)[0], key, feed_key)
    with work_folder() as folder:
        path = folder / "sheet.pdf"
        trial_sheet_pdf(trial_sheets(device.name, feed), path)
        response = HttpResponse(path.read_bytes(), content_type="application/pdf")
    to_keep(response, f"{device.name}, {feed.name}", " trial sheet.pdf")
    return response


@router.post("/devices/{key}/feeds/{feed_key}/measured", response=DeviceMeasured)
def take_measures(
    request: SignedRequest, key: str, feed_key: str, given: ReadOff
) -> DeviceMeasured:
    """What follows from what was read off; kept in the row where that is asked. `version` must be the one in force then."""
    table, version = DEVICES.of(request.user)
    device, feed = _found(table, key, feed_key)
    found, told = measured(feed, parse_readings(given.readings), timezone.localdate())
    if given.keep:
        version = DEVICES.save(request.user, _with(table, device, found), given.version)
    lines = [FromReading(label=one.label, working=one.working) for one in told]
    return DeviceMeasured(version=version, feed=found, told=lines)


def _with(table: Devices, device: Device, feed: Feed) -> Devices:
    feeds = [feed if one.key == feed.key else one for one in device.feeds]
    changed = device.model_copy(update={"feeds": feeds})
    devices = [changed if one.key == device.key else one for one in table.devices]
    return table.model_copy(update={"devices": devices})


def _found(table: Devices, key: str, feed_key: str) -> tuple[Device, Feed]:
    device = table.device(key)
    feed = device.feed(feed_key) if device else None
    if device is None or feed is None:
        raise HttpError(404, "There is no such device, or it has no such feed any more.")
    return device, feed
