"""Judges whose truth is known: they follow the model, or do not."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from zollstock.core.trials.choosing import next_ppi
from zollstock.core.trials.document import Answer, Trial, parse_trial
from zollstock.core.trials.model import THREE_IN_FOUR, Count

LADDER = (72.0, 100.0, 150.0, 200.0, 240.0, 300.0, 360.0, 480.0)
REFERENCE = 720.0


@dataclass
class SimulatedJudge:
    """True threshold, slope, criterion and slips; `tired`: after 60 answers the threshold is so many times as low."""

    threshold: float
    slope: float = 3.0
    criterion: float = 0.4
    slips: float = 0.02
    steeper_above: float = 1.0
    tired: float = 1.0

    def says(self, ppi: float | None, asked: int, random: np.random.Generator) -> int:
        """0 right, 1 wrong, 2 no difference."""
        threshold = self.threshold * (self.tired if asked >= 60 else 1.0)
        slope = self.slope * (self.steeper_above if ppi and ppi > threshold else 1.0)
        advantage = 0.0 if ppi is None else THREE_IN_FOUR * (ppi / threshold) ** -slope
        felt = advantage + random.normal()
        if random.random() < self.slips:
            return int(random.integers(0, 2))
        return 2 if abs(felt) < self.criterion else 0 if felt > 0 else 1


def asked(
    judge: SimulatedJudge,
    count: int,
    random: np.random.Generator,
    adaptive: bool = True,
    ladder: Sequence[float] = LADDER,
) -> list[Count]:
    """So many answers, to pairs that were chosen or that come in turn."""
    found: dict[float | None, list[int]] = {}
    for number in range(count):
        if adaptive:
            ppi = next_ppi([Count(at, *row) for at, row in found.items()], ladder)
        else:
            ppi = None if number % 10 == 9 else ladder[number % len(ladder)]
        found.setdefault(ppi, [0, 0, 0])[judge.says(ppi, number, random)] += 1
    return [Count(at, *row) for at, row in sorted(found.items(), key=lambda one: one[0] or np.inf)]


def answered(judge: SimulatedJudge, count: int, random: np.random.Generator) -> list[Answer]:
    """The same, to pairs in turn, one after the other as they were given."""
    found = []
    for number in range(count):
        ppi = None if number % 10 == 9 else LADDER[number % len(LADDER)]
        kind, left = judge.says(ppi, number, random), bool(random.integers(0, 2))
        patch = REFERENCE if ppi is None else ppi
        a, b = (REFERENCE, patch) if left else (patch, REFERENCE)
        said = "none" if kind == 2 else "a" if left == (kind == 0) else "b"
        found.append(Answer(who="", a=a, b=b, said=said))
    return found


def trial_of(
    judges: dict[str, list[Count]], random: np.random.Generator, distance: str | None = "60 cm"
) -> Trial:
    """The document of such answers, the reference on either side at random."""
    answers = []
    for who, counts in judges.items():
        for one in counts:
            patch = REFERENCE if one.ppi is None else one.ppi
            for kind, times in enumerate((one.right, one.wrong, one.none)):
                for _ in range(times):
                    left = bool(random.integers(0, 2))
                    a, b = (REFERENCE, patch) if left else (patch, REFERENCE)
                    if one.ppi is None:
                        said = ("a", "b", "none")[kind]
                    else:
                        said = "none" if kind == 2 else "a" if left == (kind == 0) else "b"
                    answers.append({"who": who, "a": a, "b": b, "said": said})
    return parse_trial({"distance": distance, "reference": REFERENCE, "answers": answers})
