"""Trials with simulated judges whose truth is known: how often the interval holds it, how far off the middle is, how many
answers ± 20 % take when pairs are chosen and when they come in turn; and judges who do not follow the model.

`python -m bench.trials`, or `./zollstock bench trials`. The baseline of every ratio is the fixed ladder of the same run.
"""

from __future__ import annotations

import sys
import time
from collections.abc import Callable

import numpy as np

from tests.judges import REFERENCE, SimulatedJudge, answered, asked
from zollstock.core.trials.choosing import next_ppi
from zollstock.core.trials.fit import fit_p, half_width
from zollstock.core.trials.model import Count, judge, posterior, quantile
from zollstock.core.trials.tiring import tiring

MANY = 400
CHOSEN = 100
Made = Callable[[np.random.Generator], SimulatedJudge]


def honest(random: np.random.Generator) -> SimulatedJudge:
    """A truth of 90 to 350 ppi, cautious or not."""
    return SimulatedJudge(
        float(np.exp(random.uniform(np.log(90), np.log(350)))),
        slope=float(np.exp(random.normal(np.log(3), 0.4))),
        criterion=float(random.uniform(0, 1)),
    )


def two_slopes(random: np.random.Generator) -> SimulatedJudge:
    made = honest(random)
    made.steeper_above = 2.0
    return made


def tired(random: np.random.Generator) -> SimulatedJudge:
    made = honest(random)
    made.tired = 0.7
    return made


def design(name: str, make: Made, answers: int, count: int, adaptive: bool) -> float:
    """One line; the median half-width."""
    random = np.random.default_rng(1884)
    held, off, widths, doubted = 0, [], [], 0
    for number in range(count):
        one = make(random)
        counts = asked(one, answers, random, adaptive)
        known = posterior({"": counts})
        low, middle, high = (quantile(known.t, share) for share in (0.025, 0.5, 0.975))
        held += low <= one.threshold <= high
        off.append(np.log(middle / one.threshold))
        widths.append((high - low) / 2 / middle)
        if number < 60:
            doubted += fit_p([judge("", counts)]) < 0.05
    print(
        f"  {name:34s} {answers:3d} answers, {count} judges: holds {100 * held / count:.1f} %, off {100 * (np.exp(np.mean(off)) - 1):+.1f} %, "
        f"half {100 * np.median(widths):.0f} %, fit doubted {doubted} of {min(count, 60)}"
    )
    return float(np.median(widths))


def found_to_change(make: Made, answers: int, count: int = 100) -> float:
    """Of a hundred judges those of whom the halves of the answers are said to differ."""
    random = np.random.default_rng(1884)
    told = [tiring("", answered(make(random), answers, random), REFERENCE) for _ in range(count)]
    return 100 * sum(one is not None for one in told) / count


def to_narrow(adaptive: bool, count: int = 30) -> float:
    """Answers until the interval is ± 20 %, the median."""
    random = np.random.default_rng(7)
    found = []
    for _ in range(count):
        one = honest(random)
        number = 20
        while number < 320 and half_width(judge("", asked(one, number, random, adaptive))) > 0.2:
            number += 20
        found.append(number)
    return float(np.median(found))


def main() -> None:
    quick = "--quick" in sys.argv
    many, chosen = (60, 20) if quick else (MANY, CHOSEN)
    print("Simulated judges, the 95 % interval:")
    for answers in (40, 80, 120):
        fixed = design("pairs in turn", honest, answers, many, adaptive=False)
        best = design("pairs chosen", honest, answers, chosen, adaptive=True)
        print(f"    chosen ÷ in turn: {best / fixed:.2f} of the width")
    print("Who does not follow the model:")
    design("another slope on each side", two_slopes, 120, many, adaptive=False)
    design("tired after 60 answers", tired, 120, many, adaptive=False)
    for name, make in (("who stay as they are", honest), ("tired after 60", tired)):
        for answers in (80, 120, 240):
            print(
                f"  {name:24s} {answers:3d} answers: said to have changed {found_to_change(make, answers):.0f} %"
            )
    in_turn, by_choice = to_narrow(False), to_narrow(True)
    print(
        f"Answers to ± 20 %: in turn {in_turn:.0f}, chosen {by_choice:.0f}, {by_choice / in_turn:.2f} ×"
    )
    random = np.random.default_rng(1)
    # With alike pairs enough, so that a patch is chosen.
    counts = [*asked(SimulatedJudge(180), 80, random), Count(None, 9, 9, 9)]
    began = time.perf_counter()
    for _ in range(50):
        next_ppi(counts, (72, 100, 150, 200, 240, 300, 360, 480))
    print(f"One choice: {(time.perf_counter() - began) * 20:.0f} ms")


if __name__ == "__main__":
    main()
