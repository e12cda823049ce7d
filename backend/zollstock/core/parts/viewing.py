"""From where it is looked at."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..ground.lengths import Length
from .part import Part

SchoolName = Literal["acuity", "table", "device", "trials", "model"]


class Viewing(Part):
    """From where the print is looked at, and whose need decides."""

    school: SchoolName = "acuity"
    distance: Length | None = None
    arcmin: float = Field(default=1.0, gt=0.05, le=10)
    diagonals: float = Field(default=1.5, gt=0, le=100)
    room: Length | None = Field(
        default=None, description="How deep the room is; nobody looks at the print from farther."
    )
    detail: float | None = Field(
        default=None,
        ge=0.05,
        le=1,
        description="The verdict counts detail: this share of the effective ppi. Null: it counts pixels.",
    )
