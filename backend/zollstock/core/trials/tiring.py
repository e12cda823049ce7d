"""Judges who saw otherwise at the end than at the beginning: tired, or the light had changed."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from .document import Answer, Step
from .model import Floats, counted, judge, own_threshold, quantile

#: Each part says something of a threshold from so many answers on.
LEAST_PART = 30
#: Where the answers are parted, as shares of them.
_PARTINGS = (0.25, 0.5, 0.75)
#: Of judges who stay as they are so many may be named, shared among the partings that are tried.
_CHANCE = 0.03


def changed_between(first: Floats, later: Floats) -> float:
    """How likely it is that the later threshold is the lower one, by what is known of both (by t).

    >>> sure = np.zeros(61); sure[10] = 1; later = np.zeros(61); later[5] = 1
    >>> float(changed_between(sure, later)), float(changed_between(later, sure)), float(changed_between(sure, sure))
    (1.0, 0.0, 0.5)
    """
    below = np.concatenate([[0.0], np.cumsum(later)[:-1]]) + later / 2
    return float((first * below).sum())


def tiring(name: str, answers: Sequence[Answer], reference: Step) -> tuple[str, str] | None:
    """(id, sentence) where a judge's later answers have another threshold than those before."""
    places = [round(len(answers) * share) for share in _PARTINGS]
    places = [at for at in places if min(at, len(answers) - at) >= LEAST_PART]
    sure, at, before, after = max(
        (_parted(answers, at, reference) for at in places), default=(0.0, 0, 0.0, 0.0)
    )
    if sure < 1 - _CHANCE / max(1, len(places)):
        return None
    why = "tired eyes, or another light" if after < before else "practice, or another light"
    return (
        "changed-on-the-way",
        f"{name or 'This judge'} saw up to {before:.0f} ppi in the first {at} answers and up to {after:.0f} in those after "
        f"them: {why}. Go on after a pause.",
    )


def _parted(answers: Sequence[Answer], at: int, reference: Step) -> tuple[float, int, float, float]:
    """How sure it is that what comes after a place has another threshold; the place, and both thresholds."""
    parts = [
        own_threshold(judge("", counted(part, reference))) for part in (answers[:at], answers[at:])
    ]
    lower = changed_between(*parts)
    before, after = (quantile(one, 0.5) for one in parts)
    return max(lower, 1 - lower), at, before, after
