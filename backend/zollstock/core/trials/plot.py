"""What a trial's plot shows: how often each patch was told from the finest, and the curve that follows."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ..answer.reckoning import Record
from .model import THREE_IN_FOUR, B, Count, Posterior, phi, quantile

_CURVE = 41
#: The least and the most of what is drawn, ppi; it reaches this far beyond what was shown.
_BEYOND = 1.25


class PlotPoint(Record):
    """A patch: the share of its pairs in which the finest was told, half of *no difference* in it, of how many answers."""

    ppi: float
    share: float
    answers: int


class PlotCurve(Record):
    """At a ppi the share of judges who must choose and tell the finest: at the lowest likely threshold, the middle one,
    the highest."""

    ppi: float
    low: float
    middle: float
    high: float


class Plot(Record):
    """The plot of a trial; the ends of its axis, ppi, and the threshold with its interval."""

    least: float
    most: float
    points: list[PlotPoint]
    curve: list[PlotCurve]
    threshold: tuple[float, float, float]


def plot_of(counts: Sequence[Count], known: Posterior) -> Plot:
    """The plot of answers that say something."""
    shown = [one for one in counts if one.ppi is not None and one.whole]
    ends = [float(one.ppi) for one in shown if one.ppi is not None] or [72.0, 360.0]
    least, most = min(ends) / _BEYOND, max(ends) * _BEYOND
    low, middle, high = (quantile(known.t, share) for share in (0.025, 0.5, 0.975))
    slope = float(known.b @ B)
    at = np.geomspace(least, most, _CURVE)
    told = [
        phi(np.minimum(THREE_IN_FOUR * (at / threshold) ** -slope, 9.0))
        for threshold in (low, middle, high)
    ]
    return Plot(
        least=least,
        most=most,
        points=[
            PlotPoint(ppi=one.ppi, share=(one.right + one.none / 2) / one.whole, answers=one.whole)
            for one in shown
            if one.ppi is not None
        ],
        curve=[
            PlotCurve(ppi=float(ppi), low=float(a), middle=float(b), high=float(c))
            for ppi, a, b, c in zip(at, *told, strict=True)
        ],
        threshold=(low, middle, high),
    )
