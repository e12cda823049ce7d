"""From where it is looked at."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from ..ground.lengths import Length
from ..ground.plaintext import Line
from .part import Part

SchoolName = Literal["acuity", "table", "device", "trials", "model"]


class TrialSnapshot(Part):
    """What a trial of the studio's own said when the plan was made: the threshold with its interval, ppi, from how far, of how
    many answers, and when."""

    need_ppi: float = Field(ge=1, le=10_000)
    low: float | None = Field(default=None, ge=1, le=10_000)
    high: float | None = Field(default=None, ge=1, le=10_000)
    distance: Length
    answers: int = Field(default=0, ge=0)
    date: Line = Field(default="", max_length=40)


class Viewing(Part):
    """From where the print is looked at, and whose need decides."""

    school: SchoolName = "acuity"
    distance: Length | None = None
    arcmin: float = Field(default=1.0, gt=0.05, le=10)
    diagonals: float = Field(default=1.5, gt=0, le=100)
    room: Length | None = Field(
        default=None, description="How deep the room is; nobody looks at the print from farther."
    )
    trials: TrialSnapshot | None = Field(
        default=None,
        description="What own trials said when the plan was made; it holds whatever they say later.",
    )
    detail: float | None = Field(
        default=None,
        ge=0.05,
        le=1,
        description="The verdict counts detail: this share of the effective ppi. Null: it counts pixels.",
    )
