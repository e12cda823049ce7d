"""What a studio found out by itself, as criteria ask for it."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class TrialResult:
    """A threshold that a trial showed: on which medium (the key of its row, or its name where it has none), from how
    far, mm, and how many ppi were told from the finest three times in four; between which two with 95 of 100, of how many
    answers, and when. `name` is the medium's by its words, for a print that names it without a row."""

    medium: str
    distance_mm: float
    need_ppi: float
    low_ppi: float | None = None
    high_ppi: float | None = None
    answers: int = 0
    date: str = ""
    name: str = ""


@dataclass(frozen=True, slots=True)
class Known:
    """All that criteria may ask a studio for; nothing of it where nothing was tried."""

    trials: tuple[TrialResult, ...] = ()


NOTHING_KNOWN = Known()
