"""Whether the answers follow the model at all, and how many more would say how much."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from .choosing import next_ppi
from .model import Count, Floats, Judge, chances, judge, own_threshold, prior_b, quantile

Place = tuple[int, int, int, int]
#: Under this the answers do not look like the model's.
DOUBTFUL = 0.05
_DRAWS = 400
_LADDER = (72.0, 100.0, 125.0, 150.0, 180.0, 210.0, 240.0, 300.0, 360.0)
#: So many answers more are tried, until the interval is this narrow.
STEPS = (10, 20, 40, 80, 160, 320)
WANTED = 0.2
_AT_ONCE, _TRIES = 10, 3


def fit_p(judges: Sequence[Judge], seed: int = 1884) -> float:
    """How often answers of the model itself would be as far from it as these: posterior-predictive deviance."""
    random = np.random.default_rng(seed)
    worse = 0
    drawn = [_draws(one, random) for one in judges]
    for draw in range(_DRAWS):
        seen = made = 0.0
        for one, held in zip(judges, drawn, strict=True):
            for count in one.counts:
                shares = _shares(count.ppi, held[draw])
                seen += _deviance(np.array([count.right, count.wrong, count.none], float), shares)
                made += _deviance(random.multinomial(count.whole, shares).astype(float), shares)
        worse += made >= seen
    return worse / _DRAWS


def _shares(ppi: float | None, held: Place) -> Floats:
    """Right, wrong, none of one judge on the grid."""
    t, b, c, slip = held
    shares = chances(ppi)[:, t, b, c, slip]
    return np.asarray(shares / shares.sum())


def _draws(one: Judge, random: np.random.Generator) -> list[Place]:
    logs = one.whole + np.log(prior_b())[None, :, None, None]
    weights = np.exp(logs - logs.max()).ravel()
    at = random.choice(weights.size, _DRAWS, p=weights / weights.sum())
    t, b, c, slip = np.unravel_index(at, one.whole.shape)
    return [(int(i), int(j), int(k), int(m)) for i, j, k, m in zip(t, b, c, slip, strict=True)]


def _deviance(counts: Floats, shares: Floats) -> float:
    wanted = shares * counts.sum()
    inked = counts > 0
    return float(
        2 * (counts[inked] * np.log(counts[inked] / np.maximum(wanted[inked], 1e-9))).sum()
    )


def half_width(one: Judge) -> float:
    """Half of the 95 % interval of a judge's threshold, as a share of its middle.

    >>> from .model import Count, judge
    >>> half_width(judge("Ada", [Count(120.0, 9, 1, 0)])) > half_width(judge("Ada", [Count(120.0, 90, 10, 0), Count(200.0, 60, 30, 10)]))
    True
    """
    weights = own_threshold(one)
    low, middle, high = (quantile(weights, share) for share in (0.025, 0.5, 0.975))
    return (high - low) / 2 / middle


def more_answers(one: Judge, seed: int = 1884) -> tuple[int, float]:
    """How many more of this judge's answers would narrow the interval to ± 20 %, by simulation, and to what they do.

    0 where it is as narrow already; the last step where even that is not enough.

    >>> from .model import Count, judge
    >>> more_answers(judge("Ada", [Count(240.0, 9, 1, 0)]))[0] > 0
    True
    """
    if half_width(one) <= WANTED:
        return 0, half_width(one)
    random = np.random.default_rng(seed)
    reached = dict.fromkeys(STEPS, 0.0)
    for _ in range(_TRIES):
        (held,) = _draws(one, random)[:1]
        counts = {count.ppi: list(count[1:]) for count in one.counts}
        asked = 0
        for step in STEPS:
            while asked < step:
                now = [Count(ppi, *row) for ppi, row in counts.items()]
                ppi = next_ppi(now, _LADDER)
                shares = _shares(ppi, held)
                row = counts.setdefault(ppi, [0, 0, 0])
                for kind, times in enumerate(random.multinomial(_AT_ONCE, shares)):
                    row[kind] += int(times)
                asked += _AT_ONCE
            reached[step] += (
                half_width(judge("", [Count(ppi, *row) for ppi, row in counts.items()])) / _TRIES
            )
    enough = next((step for step in STEPS if reached[step] <= WANTED), STEPS[-1])
    return enough, reached[enough]
