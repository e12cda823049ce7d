"""What is known of a file before it is made: the line that stands for it in a table, and in a log."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, ConfigDict

from ..work.outcome import Work
from ..work.zones import zone_state


class FileFacts(BaseModel):
    """One file of a print. Lengths as typed, crop in px of the turned picture, `loss` a share.

    Of a file that cannot be made only `picture` and `size` are known.
    """

    model_config = ConfigDict(frozen=True, extra="ignore")

    picture: str = ""
    size: str = ""
    width: str | None = None
    height: str | None = None
    width_px: int | None = None
    height_px: int | None = None
    ppi: float | None = None
    format: str | None = None
    bits: int | None = None
    mode: str | None = None
    crop_x: float | None = None
    crop_y: float | None = None
    crop_width: float | None = None
    crop_height: float | None = None
    turn: int | None = None
    angle: float | None = None
    loss: float | None = None
    effective_ppi: float | None = None
    grade: str | None = None
    zones: str | None = None

    def cells(self) -> list[Any]:
        """The line of the table: what is not known is empty."""
        return ["" if value is None else value for value in self.model_dump().values()]


#: The columns of `FileFacts.cells`.
FACT_COLUMNS = tuple(FileFacts.model_fields)


def facts_of(work: Work, picture: str, size: str = "") -> FileFacts:
    """The facts of a print's file; its pixels are those it will have.

    >>> facts = facts_of(fog(), "fog")
    >>> facts.width, facts.width_px, facts.ppi
    ('24 in', 5000, 208.3125)
    """
    plan, crop = work.plan, work.placement.crop
    return FileFacts(
        picture=picture,
        size=size,
        width=plan.target.width.typed,
        height=plan.target.height.typed,
        width_px=work.output_w,
        height_px=work.output_h,
        ppi=round(float(work.output_ppi), 4),
        format=plan.output.format,
        bits=plan.output.bits,
        mode=plan.fit.mode,
        crop_x=round(float(crop.x), 2),
        crop_y=round(float(crop.y), 2),
        crop_width=round(float(crop.w), 2),
        crop_height=round(float(crop.h), 2),
        turn=plan.fit.turn,
        angle=plan.fit.angle,
        loss=round(float(work.placement.loss), 6),
        effective_ppi=round(float(work.effective), 3),
        grade=work.grade or "",
        zones=zone_state(work),
    )
