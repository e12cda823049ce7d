"""Judges who did not judge: who press at random, always one side, or never say *no difference*."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from math import comb

import numpy as np

from .document import Answer
from .model import Judge

#: Fewer answers say nothing of how somebody presses.
_LEAST = 16
#: So unlikely by chance that it is named.
_CHANCE = 0.001
_LEAST_ALIKE = 3


def doubts(judge: Judge, answers: Sequence[Answer]) -> Iterator[tuple[str, str]]:
    """(id, sentence) of each thing that makes a judge's answers doubtful."""
    name = judge.who or "This judge"
    sides = [one.said for one in answers if one.said != "none"]
    left = sum(said == "a" for said in sides)
    yield from one_sided(judge.who, answers)
    told = [one for one in judge.counts if one.ppi is not None]
    count = sum(one.right + one.wrong for one in told)
    if count >= _LEAST and _guesses(judge) and not (sides and left in (0, len(sides))):
        yield (
            "at-random",
            f"{name} answers as one who does not look: right {sum(one.right for one in told)} times of {count}, also where the difference is large.",
        )


def one_sided(who: str, answers: Sequence[Answer]) -> Iterator[tuple[str, str]]:
    """Whoever presses one side, or never says *no difference*; whatever the patches differ by.

    >>> from .document import Answer
    >>> [id for id, _ in one_sided("Ada", [Answer(a="360", b="120", said="a")] * 40)]
    ['one-side']
    """
    name = who or "This judge"
    sides = [one.said for one in answers if one.said != "none"]
    left = sum(said == "a" for said in sides)
    most = max(left, len(sides) - left)
    if len(sides) >= _LEAST and binomial(most, len(sides)) < _CHANCE:
        side = "left" if left * 2 > len(sides) else "right"
        yield (
            "one-side",
            f"{name} called the {side} one finer {most} times of {len(sides)}: that is no judging.",
        )
    alike = [one for one in answers if one.a == one.b]
    if len(alike) >= _LEAST_ALIKE and all(one.said != "none" for one in answers):
        yield (
            "never-none",
            f"{name} never says “no difference”, not even of {len(alike)} pairs that are alike.",
        )


def _guesses(judge: Judge) -> bool:
    """Whether a coin explains the answers better than any threshold that a patch was shown beside does."""
    best = float(judge.whole.max())
    coin = 0.0
    for one in judge.counts:
        shares = np.array([one.right, one.wrong, one.none], float)
        said = one.right + one.wrong
        # The coin says nothing of how often somebody abstains: that share is taken as it was.
        none = shares[2] / one.whole if one.whole else 0.0
        if one.none:
            coin += one.none * np.log(max(none, 1e-12))
        if said:
            coin += said * np.log(max((1 - none) / 2, 1e-12))
    coarse = [one for one in judge.counts if one.ppi is not None]
    if not coarse:
        return False
    lowest = coarse[0]
    seen = lowest.right + lowest.wrong
    # Even of the coarsest patch the reference is not told: whoever looks would.
    blind = seen >= 4 and binomial(lowest.right, seen) > 0.05
    return coin > best - 2 and blind


def binomial(right: int, whole: int) -> float:
    """The exact chance of at least so many right by a coin, both ways counted.

    >>> binomial(5, 5), binomial(3, 6)
    (0.0625, 1.0)
    """
    if not whole:
        return 1.0
    extreme = max(right, whole - right)
    tail = sum(comb(whole, count) for count in range(extreme, whole + 1))
    return min(1.0, float(2 * tail / 2**whole))
