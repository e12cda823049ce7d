"""The table of sensors over the wire: how large their pictures print, edited, as CSV and as a handout."""

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
    sensors_found,
    shown,
    write_sensors,
)
from zollstock.core.sizes.lengthreadings import read_length
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


def _found(request: SignedRequest, asked: SensorsAsked) -> SensorsFound:
    table, _ = SENSORS.of(request.user)
    return sensors_found(table, asked.mm(), asked.factor, asked.style())


@router.get("/sensors/found", response=SensorsFound)
def found(request: SignedRequest, asked: Query[SensorsAsked]) -> SensorsFound:
    """The table as it is kept, worked out."""
    return _found(request, asked)


@router.get("/sensors/sizes.csv", include_in_schema=False)
def as_csv(request: SignedRequest, asked: Query[SensorsAsked]) -> HttpResponse:
    """The table with its sizes from there, on that."""
    table, _ = SENSORS.of(request.user)
    made = HttpResponse(
        write_sensors(table, _found(request, asked)), content_type="text/csv; charset=utf-8"
    )
    made["Content-Disposition"] = 'attachment; filename="cameras.csv"'
    return made


@router.get("/sensors.pdf", include_in_schema=False)
def leaf(request: SignedRequest, asked: Query[SensorsAsked]) -> HttpResponse:
    table, _ = SENSORS.of(request.user)
    worked = _found(request, asked)
    made = HttpResponse(
        sensors_handout(worked.model_copy(update={"lines": shown(table, worked)})),
        content_type="application/pdf",
    )
    made["Content-Disposition"] = 'attachment; filename="cameras.pdf"'
    return made
