"""Pairs of patches: which is shown next, and how each was answered."""

from __future__ import annotations

from collections.abc import Container, Iterable, Sequence
from dataclasses import dataclass
from random import Random

from .choosing import ALIKE_EVERY, next_ppi
from .document import Answer, Step, TrialBy
from .model import counted

#: Every so many pairs the coarsest one is shown: whoever does not tell that one does not look.
FAR_EVERY = 12


@dataclass(frozen=True, slots=True)
class Pair:
    """What lies at the left and at the right."""

    a: Step
    b: Step

    @property
    def alike(self) -> bool:
        return self.a == self.b


@dataclass(frozen=True, slots=True)
class StepCount:
    """How often `against` was called finer than `step` (`right`), coarser, or no different; both none of alike pairs."""

    step: str | None
    against: str | None
    right: int
    wrong: int
    none: int


def next_pair(
    by: TrialBy, answers: Sequence[Answer], ladder: Sequence[Step], reference: Step, alike: Sequence[Step], seed: str
) -> Pair:  # fmt: skip
    """The pair to show a judge after those answers: the one that tells most, now and then one far apart or alike.

    `ladder` are the steps beside the `reference`, the coarsest first, `alike` those that stand twice. The same answers
    and seed give the same pair, so that a page that is loaded again shows it again.
    """
    number = len(answers)
    random = Random(f"pair {seed} {number}")
    step = _far_or_alike(number, ladder)
    if step is None:
        step = _next_step(by, answers, ladder, reference)
    if step is None:
        twice = random.choice(list(alike))
        return Pair(twice, twice)
    return Pair(step, reference) if random.random() < 0.5 else Pair(reference, step)


def _far_or_alike(number: int, ladder: Sequence[Step]) -> Step | None:
    return ladder[0] if number % FAR_EVERY == 2 else None


def _next_step(
    by: TrialBy, answers: Sequence[Answer], ladder: Sequence[Step], reference: Step
) -> Step | None:
    """None where an alike pair is due."""
    if by == "ppi":
        return next_ppi(counted(answers, reference), [one for one in ladder if not isinstance(one, str)])  # fmt: skip
    alike = sum(one.a == one.b for one in answers)
    if len(answers) >= ALIKE_EVERY - 1 and alike * ALIKE_EVERY <= len(answers):
        return None
    asked = {step: sum(step in (one.a, one.b) for one in answers) for step in ladder}
    return min(ladder, key=lambda step: asked[step])


def counted_steps(answers: Iterable[Answer], reference: Step | None) -> list[StepCount]:
    """The answers by pair, in the order in which they came. A pair with the `reference` is counted against that, any other
    against the one that came first; of an alike pair the sides stand for right and wrong.

    >>> from .document import Answer
    >>> [(one.right, one.wrong, one.none) for one in counted_steps([Answer(a="A", b="B", said="a"), Answer(a="B", b="A", said="none")], "A")]
    [(1, 0, 1)]
    """
    found: dict[tuple[str, str] | None, list[int]] = {}
    for one in answers:
        pair = _pair(one, reference, found)
        row = found.setdefault(pair, [0, 0, 0])
        finer = one.a if one.said == "a" else one.b
        if one.said == "none":
            row[2] += 1
        elif pair is None:
            row[0 if one.said == "a" else 1] += 1
        else:
            row[0 if str(finer) == pair[0] else 1] += 1
    return [
        StepCount(pair[1] if pair else None, pair[0] if pair else None, *row)
        for pair, row in found.items()
    ]


def _pair(
    one: Answer, reference: Step | None, known: Container[tuple[str, str] | None]
) -> tuple[str, str] | None:
    """(what is held against, the step); none of an alike pair."""
    if one.a == one.b:
        return None
    first, second = str(one.a), str(one.b)
    if one.b == reference or (second, first) in known:
        first, second = second, first
    return first, second
