"""The table of sensors over the wire: how large their pictures print, edited, as CSV and as a leaf."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.lengths import LengthError, ShownUnit
from zollstock.core.ground.show import LengthStyle
from zollstock.core.parts.medium import LEAST_FACTOR
from zollstock.core.questions.sensors import (
    SensorsFound,
    SensorTable,
    read_sensors,
    sensors_found,
    shown,
    write_sensors,
)
from zollstock.core.sizes.readings import read_length
from zollstock.handouts.sensors_handout import sensors_handout

from .cameras import SENSORS

router = Router(tags=["sizes"])


class SensorsAsked(Schema):
    """From where the grades are looked at, and on what."""

    distance: Annotated[str, Field(max_length=60)] = "60 cm"
    factor: Annotated[float, Field(ge=LEAST_FACTOR, le=2)] = 1.0
    unit: ShownUnit = "cm"

    def style(self) -> LengthStyle:
        return LengthStyle(self.unit)

    def mm(self) -> float:
        far = float(read_length(self.distance, self.unit, "distance").length.mm)
        if far <= 0:
            raise LengthError("A distance is more than nothing.")
        return far


class SensorsKept(Schema):
    """The table as it is kept, and worked out; version 0 is the one that ships."""

    version: int
    table: SensorTable
    found: SensorsFound


class SensorsChange(Schema):
    version: Annotated[int, Field(ge=0, le=2**31 - 2)]
    table: SensorTable


class SensorsCsv(Schema):
    """A table's text; its sensors take the place of all others."""

    version: Annotated[int, Field(ge=0, le=2**31 - 2)]
    text: Annotated[str, Field(max_length=200_000)]


def _kept(request: SignedRequest, asked: SensorsAsked) -> SensorsKept:
    table, version = SENSORS.of(request.user)
    found = sensors_found(table, asked.mm(), asked.factor, asked.style())
    return SensorsKept(version=version, table=table, found=found)


@router.get("/sensors", response=SensorsKept)
def sensors(request: SignedRequest, asked: Query[SensorsAsked]) -> SensorsKept:
    return _kept(request, asked)


@router.put("/sensors", response=SensorsKept)
def change(request: SignedRequest, asked: Query[SensorsAsked], given: SensorsChange) -> SensorsKept:
    """Keep a table. `version` must be the one in force, else 409 and nothing is changed."""
    SENSORS.save(request.user, given.table, given.version)
    return _kept(request, asked)


@router.post("/sensors/csv", response=SensorsKept)
def take_in(request: SignedRequest, asked: Query[SensorsAsked], given: SensorsCsv) -> SensorsKept:
    """Sensors from CSV in the place of those that are there; the columns stay."""
    table, _ = SENSORS.of(request.user)
    taken = table.model_copy(update={"sensors": read_sensors(given.text)})
    SENSORS.save(request.user, taken, given.version)
    return _kept(request, asked)


@router.delete("/sensors", response=SensorsKept)
def back(
    request: SignedRequest,
    asked: Query[SensorsAsked],
    version: Annotated[int, Query(ge=0, le=2**31 - 2)],
) -> SensorsKept:
    """Reset to examples."""
    SENSORS.reset(request.user, version)
    return _kept(request, asked)


@router.get("/sensors.csv", include_in_schema=False)
def as_csv(request: SignedRequest, asked: Query[SensorsAsked]) -> HttpResponse:
    kept = _kept(request, asked)
    made = HttpResponse(
        write_sensors(kept.table, kept.found), content_type="text/csv; charset=utf-8"
    )
    made["Content-Disposition"] = 'attachment; filename="cameras.csv"'
    return made


@router.get("/sensors.pdf", include_in_schema=False)
def leaf(request: SignedRequest, asked: Query[SensorsAsked]) -> HttpResponse:
    kept = _kept(request, asked)
    found = kept.found.model_copy(update={"lines": shown(kept.table, kept.found)})
    made = HttpResponse(sensors_handout(found), content_type="application/pdf")
    made["Content-Disposition"] = 'attachment; filename="cameras.pdf"'
    return made
