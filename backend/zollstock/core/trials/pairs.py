"""Pairs of patches: which is shown next, and how each was answered."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
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
    """How often the reference was called finer than a step (`right`), coarser, or no different; `step` none of alike pairs."""

    step: str | None
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


def counted_steps(answers: Iterable[Answer], reference: Step) -> list[StepCount]:
    """The answers by step, in the order in which they came; of an alike pair the sides stand for right and wrong."""
    found: dict[str | None, list[int]] = {}
    for one in answers:
        alike = one.a == one.b
        step = None if alike else str(one.b if one.a == reference else one.a)
        row = found.setdefault(step, [0, 0, 0])
        if one.said == "none":
            row[2] += 1
        elif alike:
            row[0 if one.said == "a" else 1] += 1
        else:
            row[0 if (one.a if one.said == "a" else one.b) == reference else 1] += 1
    return [StepCount(step, *row) for step, row in found.items()]
