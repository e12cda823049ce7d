"""Which pair to show next: the one from which most is learnt of the threshold alone."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from .model import Count, Floats, chances, likelihood, prior_b

#: One pair in so many is alike: it shows guessing, and what a judge calls no difference.
ALIKE_EVERY = 10


def information(counts: Sequence[Count], ppi: float) -> float:
    """Bits about the threshold that an answer to this pair is expected to give.

    >>> from .model import Count
    >>> round(information([Count(300.0, 8, 2, 2)], 300.0), 2), round(information([Count(300.0, 8, 2, 2)], 60.0), 2)
    (0.06, 0.08)
    """
    weights = _weights(counts)
    return _of(weights, ppi)


def next_ppi(counts: Sequence[Count], ladder: Sequence[float]) -> float | None:
    """The patch of a ladder to show beside the reference; None where an alike pair is due.

    >>> from .model import Count
    >>> next_ppi([Count(300.0, 3, 1, 0)], [60.0, 120.0, 300.0, 600.0])
    120.0
    """
    asked = sum(one.whole for one in counts)
    alike = sum(one.whole for one in counts if one.ppi is None)
    if asked >= ALIKE_EVERY - 1 and alike * ALIKE_EVERY <= asked:
        return None
    weights = _weights(counts)
    return max(ladder, key=lambda ppi: _of(weights, ppi))


def _weights(counts: Sequence[Count]) -> Floats:
    logs = likelihood(counts) + np.log(prior_b())[None, :, None, None]
    weights = np.exp(logs - logs.max())
    return np.asarray(weights / weights.sum())


def _of(weights: Floats, ppi: float) -> float:
    by_t = weights.sum(axis=(1, 2, 3))
    joint = (chances(ppi) * weights[None]).sum(axis=(2, 3, 4))
    given = joint / np.maximum(by_t, 1e-300)[None]
    return _entropy(joint.sum(axis=1)) - float(
        (by_t * (-(given * np.log2(np.maximum(given, 1e-12))).sum(axis=0))).sum()
    )


def _entropy(shares: Floats) -> float:
    return float(-(shares * np.log2(np.maximum(shares, 1e-12))).sum())
