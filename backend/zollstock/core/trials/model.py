"""The model of a judge: three answers, one likelihood, on a grid.

The reference's advantage over a patch of p ppi is δ(p) = 0.6745 · (p ÷ t)^−b, 0 for an alike pair; the impression is δ plus a
standard normal. *No difference* where it lies within ± c, else its sign decides; with probability λ the judge slips, half
right and half wrong. At p = t a judge who must choose and does not slip is right three times of four.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from .document import Answer, Step

Floats = NDArray[np.float64]

#: The normal quantile of three in four.
THREE_IN_FOUR = 0.6744897501960817
#: At t × this ^ (1 ÷ b) six of ten are right.
SIX_IN_TEN = THREE_IN_FOUR / 0.2533471031357997
T = np.geomspace(50, 900, 61)
B = np.geomspace(1.2, 8, 7)
C = np.linspace(0, 1.3, 6)
SLIPS = np.array([0.0, 0.02, 0.05])
TAUS = np.array([0.0, 0.1, 0.2, 0.4, 0.8])
#: Prior of b: log-normal about 3.
_B_MIDDLE, _B_SIGMA = 3.0, 0.6


class Count(NamedTuple):
    """How often a patch lost against the reference, won, or was called no different; of alike pairs `ppi` is None."""

    ppi: float | None
    right: int
    wrong: int
    none: int

    @property
    def whole(self) -> int:
        return self.right + self.wrong + self.none


def counted(answers: Iterable[Answer], reference: Step) -> list[Count]:
    """The answers by patch in ppi, the coarsest first; of an alike pair the sides stand for right and wrong.

    >>> from .document import Answer
    >>> [tuple(one) for one in counted([Answer(a="360", b="120", said="a"), Answer(a="120", b="360", said="none")], "360")]
    [(120.0, 1, 0, 1)]
    """
    found: dict[float | None, list[int]] = {}
    for one in answers:
        alike = one.a == one.b
        step = one.b if one.a == reference else one.a
        patch = None if alike else float(step)
        row = found.setdefault(patch, [0, 0, 0])
        if one.said == "none":
            row[2] += 1
        elif alike:
            row[0 if one.said == "a" else 1] += 1
        else:
            finer = one.a if one.said == "a" else one.b
            row[0 if finer == reference else 1] += 1
    return [Count(ppi, *found[ppi]) for ppi in sorted(found, key=lambda at: at or np.inf)]


@cache
def _normal() -> NDArray[np.float64]:
    """Φ from −9 to 9 in steps of a thousandth."""
    x = np.linspace(-9, 9, 18_001)
    density = np.exp(-(x**2) / 2) / np.sqrt(2 * np.pi)
    step = x[1] - x[0]
    whole = np.concatenate([[0.0], np.cumsum((density[1:] + density[:-1]) / 2) * step])
    return np.asarray(whole / whole[-1])


def phi(x: Floats) -> Floats:
    """The normal distribution, to a millionth.

    >>> [round(float(one), 4) for one in phi(np.array([0.0, THREE_IN_FOUR]))]
    [0.5, 0.75]
    """
    at = (np.clip(x, -9, 9) + 9) * 1000
    low = np.minimum(at.astype(np.int64), 17_999)
    table = _normal()
    return np.asarray(table[low] + (at - low) * (table[low + 1] - table[low]))


@cache
def chances(ppi: float | None) -> Floats:
    """(right, wrong, none) by t, b, c, λ: 3 × 61 × 7 × 6 × 3.

    >>> chances(120.0).shape
    (3, 61, 7, 6, 3)
    """
    t, b = T[:, None, None, None], B[None, :, None, None]
    c, slip = C[None, None, :, None], SLIPS[None, None, None, :]
    advantage = np.zeros_like(t * b) if ppi is None else THREE_IN_FOUR * (ppi / t) ** -b
    advantage = np.minimum(advantage, 9.0)
    right = 1 - phi(c - advantage)
    wrong = phi(-c - advantage)
    none = np.clip(1 - right - wrong, 0, 1)
    shape = (len(T), len(B), len(C), len(SLIPS))
    return np.stack(
        [
            np.broadcast_to((1 - slip) * right + slip / 2, shape),
            np.broadcast_to((1 - slip) * wrong + slip / 2, shape),
            np.broadcast_to((1 - slip) * none, shape),
        ]
    )


def likelihood(counts: Iterable[Count]) -> Floats:
    """Log likelihood of one judge's answers by t, b, c, λ.

    >>> bool(likelihood([]).any())
    False
    """
    total = np.zeros((len(T), len(B), len(C), len(SLIPS)))
    for one in counts:
        logs = np.log(np.maximum(chances(one.ppi), 1e-12))
        total += one.right * logs[0] + one.wrong * logs[1] + one.none * logs[2]
    return total


@dataclass(frozen=True, slots=True)
class Judge:
    """One judge: log likelihood by t, b with c and λ summed out, what c and λ are likely to be, evidence."""

    who: str
    counts: list[Count]
    by_tb: Floats
    whole: Floats


@dataclass(frozen=True, slots=True)
class Posterior:
    """What is known of the threshold (over all judges), of slope and spread between judges; sums to 1."""

    t: Floats
    b: Floats
    tau: Floats
    judges: tuple[Judge, ...]


def judge(who: str, counts: list[Count]) -> Judge:
    """What one judge's answers say, before the others' are heard.

    >>> judge("Ada", [Count(300.0, 8, 2, 2)]).by_tb.shape
    (61, 7)
    """
    logs = likelihood(counts)
    top = logs.max()
    summed = np.log(np.maximum(np.exp(logs - top).sum(axis=(2, 3)), 1e-300)) + top
    return Judge(who, counts, summed, logs)


@cache
def prior_b() -> Floats:
    """How steep people's curves are before anybody was asked: log-normal, by b.

    >>> round(float(prior_b().sum()), 6)
    1.0
    """
    weights = np.exp(-((np.log(B) - np.log(_B_MIDDLE)) ** 2) / (2 * _B_SIGMA**2))
    return np.asarray(weights / weights.sum())


@cache
def _spread(tau: float) -> Floats:
    """Of each median T the chances of a judge's own t."""
    if tau == 0:
        return np.eye(len(T))
    away = np.log(T)[None, :] - np.log(T)[:, None]
    weights = np.exp(-(away**2) / (2 * tau**2))
    return np.asarray(weights / weights.sum(axis=1, keepdims=True))


def posterior(by_judge: Mapping[str, list[Count]]) -> Posterior:
    """What the answers of all judges say together; one judge alone has no spread.

    >>> known = posterior({"Ada": [Count(120.0, 9, 1, 0), Count(300.0, 5, 5, 5)]})
    >>> 120 < quantile(known.t, 0.5) < 400
    True
    """
    judges = tuple(judge(who, counts) for who, counts in by_judge.items())
    taus = TAUS if len(judges) > 1 else TAUS[:1]
    logs = np.zeros((len(T), len(B), len(taus)))
    logs += np.log(prior_b())[None, :, None]
    for one in judges:
        top = one.by_tb.max()
        own = np.exp(one.by_tb - top)
        for at, tau in enumerate(taus):
            logs[:, :, at] += np.log(np.maximum(_spread(float(tau)) @ own, 1e-300)) + top
    weights = np.exp(logs - logs.max())
    weights /= weights.sum()
    return Posterior(weights.sum(axis=(1, 2)), weights.sum(axis=(0, 2)), weights.sum(axis=(0, 1)), judges)  # fmt: skip


def own_threshold(one: Judge) -> Floats:
    """What is known of one judge's own threshold, by t.

    >>> round(float(own_threshold(judge("Ada", [Count(300.0, 8, 2, 2)])).sum()), 6)
    1.0
    """
    logs = one.by_tb + np.log(prior_b())[None, :]
    weights = np.exp(logs - logs.max()).sum(axis=1)
    return np.asarray(weights / weights.sum())


def quantile(weights: Floats, share: float) -> float:
    """The ppi below which a share of it lies, between the steps of the grid in proportion of their logarithms.

    >>> round(quantile(np.full(61, 1 / 61), 0.5))
    212
    """
    steps = np.log(T)
    half = (steps[1] - steps[0]) / 2
    edges = np.concatenate([[steps[0] - half], steps + half])
    heaped = np.concatenate([[0.0], np.cumsum(weights)])
    return float(np.exp(np.interp(share, heaped / heaped[-1], edges)))


def mean_of(one: Judge) -> tuple[float, float]:
    """The judge's likely c and λ.

    >>> c, slip = mean_of(judge("Ada", [Count(300.0, 8, 2, 2)]))
    >>> 0 <= c <= 1.3, 0 <= slip <= 0.05
    (True, True)
    """
    weights = np.exp(one.whole + np.log(prior_b())[None, :, None, None] - one.whole.max())
    total = weights.sum()
    by_c, by_slip = weights.sum(axis=(0, 1, 3)), weights.sum(axis=(0, 1, 2))
    return float(by_c @ C / total), float(by_slip @ SLIPS / total)
