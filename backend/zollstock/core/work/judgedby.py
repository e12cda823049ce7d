"""Choosing whose need decides: a criterion, and of own trials what they say now, kept with the plan."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from ..criteria import TrialResult
from ..criteria.trials import nearest
from ..ground.rational import exact
from ..ground.show import typed_length
from ..parts.viewing import TrialSnapshot
from .outcome import Work


def trial_by_now(work: Work) -> TrialResult | None:
    """The studio's trial on the plan's medium that speaks for its distance, whatever the plan keeps.

    >>> trial_by_now(fog()) is None
    True
    """
    return nearest(work.distance, replace(work.viewing_conditions, known=work.studio.known))


def judged_by(work: Work, criterion: str) -> dict[str, Any]:
    """The change that has a criterion decide; own trials leave with the plan what they say today.

    >>> judged_by(fog(), "table")
    {'viewing.school': 'table'}
    """
    fix: dict[str, Any] = {"viewing.school": criterion}
    trial = trial_by_now(work) if criterion == "trials" else None
    if trial is not None:
        fix["viewing.trials"] = snapshot(trial).model_dump(mode="json")
    return fix


def snapshot(trial: TrialResult) -> TrialSnapshot:
    """What a trial says, as a plan keeps it.

    >>> trial = TrialResult("satin", 600.0, 212.0, 180.0, 250.0, 40, "2026-11-20")
    >>> snapshot(trial).need_ppi
    212.0
    """
    return TrialSnapshot.model_validate(
        {
            "need_ppi": round(trial.need_ppi, 2),
            "low": None if trial.low_ppi is None else round(trial.low_ppi, 2),
            "high": None if trial.high_ppi is None else round(trial.high_ppi, 2),
            "distance": typed_length(exact(trial.distance_mm), "mm"),
            "answers": trial.answers,
            "date": trial.date,
        }
    )


def same_trial(held: TrialSnapshot, now: TrialResult) -> bool:
    """Whether a plan keeps what the trial says.

    >>> trial = TrialResult("satin", 600.0, 212.0, 180.0, 250.0, 40, "2026-11-20")
    >>> same_trial(snapshot(trial), trial)
    True
    """
    return snapshot(now).model_copy(update={"date": held.date}) == held
