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
from .fit import DOUBTFUL, fit_p, half_width, more_answers
from .judging import binomial, doubts
from .model import (
    SIX_IN_TEN,
    B,
    Judge,
    Posterior,
    counted,
    mean_of,
    own_threshold,
    posterior,
    quantile,
)

RESULT_FORMAT: Literal["zollstock.trialresult/1"] = "zollstock.trialresult/1"
#: With fewer answers nothing is said; with fewer than the second only the interval.
LEAST_ANSWERS, ENOUGH_ANSWERS = 30, 80


@dataclass(frozen=True, slots=True)
class PairResult:
    """A patch against the reference, or an alike pair (`ppi` none): counts, and the exact chance of that by a coin."""

    ppi: float | None
    right: int
    wrong: int
    none: int
    p: float


@dataclass(frozen=True, slots=True)
class JudgeResult:
    """One judge's own: how many answers, the middle and the 95 % interval of the threshold, ppi."""

    who: str
    answers: int
    threshold: float
    low: float
    high: float


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

    def figure(self, name: str) -> Figure:
        """The figure of that id. Raises KeyError where there is none."""
        for one in self.figures:
            if one.id == name:
                return one
        raise KeyError(name)


def result_of(trial: Trial) -> TrialResultDocument:
    """Everything that follows from a trial's answers."""
    by_judge: dict[str, list[Answer]] = {}
    for one in trial.answers:
        by_judge.setdefault(one.who, []).append(one)
    reference = trial.finest
    known = posterior({who: counted(answers, reference) for who, answers in by_judge.items()})
    found = [Doubt(id, text) for one in known.judges for id, text in doubts(one, by_judge[one.who])]
    figures = list(_figures(trial, known)) if trial.answers else []
    fits = next((one.value for one in figures if one.id == "fit_p"), 1.0)
    if float(fits) < DOUBTFUL:
        found.append(
            Doubt(
                "off-model",
                "The answers do not follow the curve that the figure rests on: take it as a rough one.",
            )
        )
    return TrialResultDocument(
        says=says(trial, known),
        figures=figures,
        pairs=[
            PairResult(
                one.ppi, one.right, one.wrong, one.none, binomial(one.right, one.right + one.wrong)
            )
            for one in counted(trial.answers, reference)
        ],
        judges=[_judge(one) for one in known.judges],
        doubts=found,
    )


def _judge(one: Judge) -> JudgeResult:
    weights = own_threshold(one)
    low, middle, high = (quantile(weights, share) for share in (0.025, 0.5, 0.975))
    return JudgeResult(one.who, sum(count.whole for count in one.counts), middle, low, high)


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


def _figures(trial: Trial, known: Posterior) -> Iterator[Figure]:
    count = len(trial.answers)
    none = sum(one.said == "none" for one in trial.answers)
    yield figure(
        "answers_count",
        "Answers",
        count,
        "–",
        show.whole(count),
        "answers",
        f"{len(known.judges)} judges",
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
    if count < LEAST_ANSWERS:
        return
    low, middle, high = (quantile(known.t, share) for share in (0.025, 0.5, 0.975))
    grid = "61 thresholds × 7 slopes × 6 criteria × 3 slips, by the answers"
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
    most = max(known.judges, key=lambda one: sum(count.whole for count in one.counts))
    more, to = more_answers(most)
    text = "none" if not more else f"{more} to ± {100 * to:.0f} %"
    yield figure("more_answers", "Answers that would narrow it to ± 20 %", more, "–", text,
                 "by simulation, of the judge with most answers", f"now ± {100 * half_width(most):.0f} %", "trial")  # fmt: skip
