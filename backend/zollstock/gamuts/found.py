"""What is found of a picture on a paper, as it is kept and as it is told."""

from __future__ import annotations

from pydantic import BaseModel

from zollstock.core.questions.gamut import GamutReport


class OtherPaper(BaseModel):
    """How much of it lies beyond another paper of the same device."""

    key: str
    name: str
    hash: str
    space: str
    medium: str
    share: float


class GamutFound(BaseModel):
    """The report, the median change by both usual intents, and other papers of the device."""

    report: GamutReport
    medians: dict[str, float]
    others: list[OtherPaper]
