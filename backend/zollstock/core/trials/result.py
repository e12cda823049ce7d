"""What a trial says, `zollstock.trialresult/1`: the sentence first, then the numbers with their working."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from ..answer.reckoning import Figure, Record
from ..figures.figure import figure
from ..ground import show
from ..ground.show import style_for
from .document import Answer, Trial
from .fit import DOUBTFUL, WANTED, fit_p, more_answers
from .inprints import InPrints, in_prints
from .judging import binomial, doubts, one_sided
from .model import (
    SIX_IN_TEN,
    SLIPS,
    B,
    C,
    Judge,
    Posterior,
    T,
    counted,
    mean_of,
    own_threshold,
    posterior,
    quantile,
)
from .pairs import counted_steps
from .plot import Plot, plot_of
from .tiring import tiring

RESULT_FORMAT: Literal["zollstock.trialresult/1"] = "zollstock.trialresult/1"
#: Grows when the same answers would say something else: what was kept of a trial is worked out again then.
EDITION = 3
#: With fewer answers nothing is said; with fewer than the second only the interval.
LEAST_ANSWERS, ENOUGH_ANSWERS = 30, 80
#: A coin so rarely does as a pair was answered that it is said to be told apart.
TOLD_APART = 0.05


@dataclass(frozen=True, slots=True)
class PairResult:
    """A patch against the reference, or an alike pair (`ppi` and `step` none): counts, and the exact chance of that by a
    coin. `right`: the reference was called the finer one. `step` says a patch that differs by other than ppi, `against` what
    it was held against."""

    ppi: float | None
    right: int
    wrong: int
    none: int
    p: float
    step: str | None = None
    against: str | None = None


@dataclass(frozen=True, slots=True)
class JudgeResult:
    """One judge's own: how many answers, how many of them *no difference*, the middle and the 95 % interval of the
    threshold, ppi; no threshold where the patches differ by something else, or the answers are too few."""

    who: str
    answers: int
    none: int
    threshold: float | None
    low: float | None
    high: float | None


@dataclass(frozen=True, slots=True)
class Doubt:
    """What makes answers doubtful."""

    id: str
    text: str


class TrialResultDocument(Record):
    """A trial worked out."""

    format: Literal["zollstock.trialresult/1"] = RESULT_FORMAT
    says: str
    figures: list[Figure]
    pairs: list[PairResult]
    judges: list[JudgeResult]
    doubts: list[Doubt]
    plot: Plot | None = None
    in_prints: list[InPrints] = []

    def figure(self, name: str) -> Figure:
        """The figure of that id. Raises KeyError where there is none."""
        for one in self.figures:
            if one.id == name:
                return one
        raise KeyError(name)


def result_of(trial: Trial) -> TrialResultDocument:
    """Everything that follows from a trial's answers."""
    if trial.by != "ppi":
        return _of_pairs(trial)
    by_judge = answers_by_judge(trial)
    reference = trial.finest
    known = posterior({who: counted(answers, reference) for who, answers in by_judge.items()})
    found = [Doubt(id, text) for one in known.judges for id, text in doubts(one, by_judge[one.who])]
    found += [
        Doubt(*told)
        for who, answers in by_judge.items()
        if (told := tiring(who, answers, reference)) is not None
    ]
    figures = list(_figures(trial, known)) if trial.answers else []
    fits = next((one.value for one in figures if one.id == "fit_p"), 1.0)
    if float(fits) < DOUBTFUL:
        found.append(
            Doubt(
                "off-model",
                "The answers do not follow the curve that the figure rests on: take it as a rough one.",
            )
        )
    counts = counted(trial.answers, reference)
    enough = len(trial.answers) >= LEAST_ANSWERS
    middle = next((float(one.value) for one in figures if one.id == "threshold_ppi"), None)
    return TrialResultDocument(
        says=says(trial, known),
        figures=figures,
        pairs=[
            PairResult(
                one.ppi, one.right, one.wrong, one.none, binomial(one.right, one.right + one.wrong)
            )
            for one in counts
        ],
        judges=[_judge(one) for one in known.judges],
        doubts=found,
        plot=plot_of(counts, known) if enough else None,
        in_prints=in_prints(middle, trial.distance),
    )


def answers_by_judge(trial: Trial) -> dict[str, list[Answer]]:
    """The answers of each judge, in their order."""
    found: dict[str, list[Answer]] = {}
    for one in trial.answers:
        found.setdefault(one.who, []).append(one)
    return found


def _judge(one: Judge) -> JudgeResult:
    answers = sum(count.whole for count in one.counts)
    none = sum(count.none for count in one.counts)
    if answers < LEAST_ANSWERS:
        return JudgeResult(one.who, answers, none, None, None, None)
    weights = own_threshold(one)
    low, middle, high = (quantile(weights, share) for share in (0.025, 0.5, 0.975))
    return JudgeResult(one.who, answers, none, middle, low, high)


def _of_pairs(trial: Trial) -> TrialResultDocument:
    """Patches that differ by other than ppi: a test of each pair, and no threshold."""
    pairs = [
        PairResult(None, one.right, one.wrong, one.none, binomial(one.right, one.right + one.wrong), one.step,
                   one.against)
        for one in counted_steps(trial.answers, trial.reference)
    ]  # fmt: skip
    judges = [
        JudgeResult(who, len(answers), sum(one.said == "none" for one in answers), None, None, None)
        for who, answers in answers_by_judge(trial).items()
    ]
    found = [
        Doubt(id, text)
        for who, answers in answers_by_judge(trial).items()
        for id, text in one_sided(who, answers)
    ]
    figures = list(_counts(trial, len(judges))) if trial.answers else []
    return TrialResultDocument(says=says_of_pairs(trial, pairs), figures=figures, pairs=pairs, judges=judges,
                               doubts=found)  # fmt: skip


def says_of_pairs(trial: Trial, pairs: list[PairResult]) -> str:
    """Which of two was called the finer one, as often as a coin would not."""
    count = len(trial.answers)
    if count < LEAST_ANSWERS:
        return f"{count} answers say nothing yet; {LEAST_ANSWERS} are the least."
    told = []
    for one in pairs:
        if one.step is None:
            continue
        decided = one.right + one.wrong
        first, second = (one.against, one.step) if one.right >= one.wrong else (one.step, one.against)  # fmt: skip
        most = max(one.right, one.wrong)
        if decided and one.p < TOLD_APART:
            told.append(f"{first} was called finer than {second} {most} times of {decided}, which a coin does {_rarely(one.p)}")  # fmt: skip
        else:
            told.append(f"{first} and {second} were not told apart ({most} of {decided})")
    return f"{'; '.join(told)}." if told else "No pair was shown yet."


def _rarely(p: float) -> str:
    return "less than once in 10,000 times" if p < 1e-4 else f"once in {show.whole(round(1 / p))} times"  # fmt: skip


def says(trial: Trial, known: Posterior) -> str:
    """The result as people understand it."""
    count = len(trial.answers)
    if count < LEAST_ANSWERS:
        return f"{count} answers say nothing yet; {LEAST_ANSWERS} are the least."
    low, high = quantile(known.t, 0.025), quantile(known.t, 0.975)
    where = ""
    if trial.distance is not None:
        where = f" from {style_for([trial.distance]).far(trial.distance.mm)}"
    if count < ENOUGH_ANSWERS:
        return f"Told from the finest{where} up to somewhere between {low:.0f} and {high:.0f} ppi; a figure comes with {ENOUGH_ANSWERS} answers."
    middle = quantile(known.t, 0.5)
    hardly = middle * SIX_IN_TEN ** (1 / float(known.b @ B))
    return f"At {middle:.0f} ppi told from the finest{where} three times in four ({low:.0f} to {high:.0f} ppi); hardly any more from about {hardly:.0f} ppi."


def _counts(trial: Trial, judges: int) -> Iterator[Figure]:
    count = len(trial.answers)
    none = sum(one.said == "none" for one in trial.answers)
    yield figure(
        "answers_count",
        "Answers",
        count,
        "–",
        show.whole(count),
        "answers",
        f"{judges} {'judge' if judges == 1 else 'judges'}",
        "trial",
    )
    yield figure(
        "none_share",
        "No difference",
        none / count,
        "–",
        show.percent(none / count),
        "“no difference” ÷ answers",
        f"{none} ÷ {count}",
        "trial",
    )


def _figures(trial: Trial, known: Posterior) -> Iterator[Figure]:
    count = len(trial.answers)
    yield from _counts(trial, len(known.judges))
    if count < LEAST_ANSWERS:
        return
    low, middle, high = (quantile(known.t, share) for share in (0.025, 0.5, 0.975))
    grid = f"{len(T)} × {len(B)} × {len(C)} × {len(SLIPS)} places of the grid, weighed by {count} answers"
    if count >= ENOUGH_ANSWERS:
        yield figure(
            "threshold_ppi",
            "Threshold",
            middle,
            "ppi",
            f"{middle:.0f} ppi",
            "the middle of what is likely",
            grid,
            "trial",
        )
    for name, label, value in (
        ("threshold_low", "At least", low),
        ("threshold_high", "At most", high),
    ):
        yield figure(
            name,
            f"Threshold, {label.lower()}",
            value,
            "ppi",
            f"{value:.0f} ppi",
            "95 of 100 lie within",
            grid,
            "trial",
        )
    slope = float(known.b @ B)
    yield figure(
        "slope", "Slope", slope, "–", f"{slope:.1f}", "mean of what is likely", grid, "trial"
    )
    means = [mean_of(one) for one in known.judges]
    for at, (name, label, places) in enumerate(
        (("criterion", "Criterion of “no difference”", 2), ("lapse", "Slips", 3))
    ):
        value = sum(mean[at] for mean in means) / len(means)
        yield figure(
            name,
            label,
            value,
            "–",
            f"{value:.{places}f}",
            "mean of what is likely, over the judges",
            grid,
            "trial",
        )
    fits = fit_p(known.judges)
    yield figure(
        "fit_p",
        "Fit",
        fits,
        "–",
        f"{fits:.2f}",
        "how often the model's own answers are as far from it",
        "400 simulated sets of answers",
        "trial",
    )
    width = (high - low) / 2 / middle
    more, to = 0, width
    if width > WANTED:
        more, to = more_answers(
            max(known.judges, key=lambda one: sum(count.whole for count in one.counts))
        )
    text = "none" if not more else f"{more} to ± {100 * to:.0f} %"
    yield figure("more_answers", "Answers that would narrow it to ± 20 %", more, "–", text,
                 "by simulation, of the judge with most answers", f"now ± {100 * width:.0f} %", "trial")  # fmt: skip
