"""Own trials: what this studio's tests showed. It has no answer where nothing was tried."""

from __future__ import annotations

from typing import ClassVar

from ..ground import show
from ..ground.rational import Fraction, exact
from ..ground.show import LengthStyle
from .criterion import Conditions, Criterion
from .known import TrialResult

#: A trial speaks for distances from one of its shares to the other; farther off nothing was seen.
_FROM, _TO = 0.5, 2.0


class Trials(Criterion):
    id: ClassVar[str] = "trials"
    label: ClassVar[str] = "Own trials"
    counts_factor: ClassVar[bool] = False
    note: ClassVar[str] = "what this studio saw"
    by: ClassVar[str] = "by own trials"
    base: ClassVar[str] = "what the trials showed"
    source: ClassVar[str] = "What this studio's own trials showed for this medium and distance."

    def need(self, distance_mm: float, viewing_conditions: Conditions) -> Fraction | None:
        """The threshold of the trial on this medium from nearest by, in proportion to the distance.

        >>> from .known import Known, TrialResult
        >>> seen = Known(trials=(TrialResult("satin", 600, 180),))
        >>> on = Conditions(medium="satin", known=seen)
        >>> [Trials().need(mm, on) and float(Trials().need(mm, on)) for mm in (600, 900, 1300)]
        [180.0, 120.0, None]
        """
        trial = nearest(distance_mm, viewing_conditions)
        if trial is None:
            return None
        return exact(trial.need_ppi) * exact(trial.distance_mm) / exact(distance_mm)

    def reach(self, usable_ppi: float, viewing_conditions: Conditions) -> float | None:
        """The nearest distance within a trial's own at which `usable_ppi` is enough.

        >>> from .known import Known, TrialResult
        >>> on = Conditions(medium="satin", known=Known(trials=(TrialResult("satin", 600, 180),)))
        >>> [Trials().reach(ppi, on) for ppi in (1000, 180, 120, 50)]
        [300.0, 600.0, 900.0, None]
        """
        found = [
            at
            for trial in _on(viewing_conditions)
            if (at := _enough_from(trial, usable_ppi)) <= _TO * trial.distance_mm
        ]
        return min(found, default=None)

    def working(
        self, distance_mm: float, viewing_conditions: Conditions, need: Fraction
    ) -> tuple[str, str]:
        trial = nearest(distance_mm, viewing_conditions)
        assert trial is not None, "a need comes of a trial"
        near, far = (show.decimal(mm / 10, 1) for mm in (trial.distance_mm, distance_mm))
        return (
            "threshold × the trial's distance ÷ distance",
            f"{show.ppi(exact(trial.need_ppi))} × {near} ÷ {far} = {show.ppi(need)}",
        )

    def note_at(
        self, distance_mm: float, viewing_conditions: Conditions, style: LengthStyle
    ) -> str:
        trial = nearest(distance_mm, viewing_conditions)
        return self.note if trial is None else f"{self.note} from {style.far(trial.distance_mm)}"


def _on(viewing_conditions: Conditions) -> list[TrialResult]:
    return [
        trial
        for trial in viewing_conditions.known.trials
        if trial.medium == viewing_conditions.medium
        or (trial.name and trial.name == viewing_conditions.name)
    ]


def nearest(distance_mm: float, viewing_conditions: Conditions) -> TrialResult | None:
    """The trial on this medium that speaks for a distance, from the one most like it.

    >>> from .known import Known
    >>> trials = (TrialResult("satin", 600, 180), TrialResult("satin", 1500, 70))
    >>> on = Conditions(medium="satin", known=Known(trials=trials))
    >>> [found and found.need_ppi for found in (nearest(at, on) for at in (250, 900, 1200))]
    [None, 180, 70]
    """
    speaks = [
        trial
        for trial in _on(viewing_conditions)
        if _FROM * trial.distance_mm <= distance_mm <= _TO * trial.distance_mm
    ]
    alike = [
        max(trial.distance_mm, distance_mm) / min(trial.distance_mm, distance_mm)
        for trial in speaks
    ]
    return speaks[alike.index(min(alike))] if speaks else None


def _enough_from(trial: TrialResult, usable_ppi: float) -> float:
    return max(_FROM * trial.distance_mm, trial.need_ppi * trial.distance_mm / usable_ppi)
