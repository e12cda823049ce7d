"""Simulated judges answer a trial, as people do by their link."""

from __future__ import annotations

from random import Random

from zollstock.trials.judging import begin, eyes_row, say, shown_to
from zollstock.trials.keeping import ask, rest_on, worked_out
from zollstock.trials.models import Judge, Trial

from .strips import Eyes, MadeUpTrial


def judge_all(trial: Trial, made_up: MadeUpTrial) -> None:
    """All answers; where it is over, prints are judged by it from then on."""
    for eyes in made_up.eyes:
        judge = ask(trial, eyes.name)
        if eyes.answers:
            _answers(judge, eyes, trial.number)
    worked_out(trial)
    trial.over, trial.made_up = made_up.over, True
    trial.save(update_fields=["over", "made_up", "changed"])
    if made_up.over:
        rest_on(trial, True)


def _answers(judge: Judge, eyes: Eyes, number: int) -> None:
    random = Random(f"{eyes.name} {number}")
    row = eyes_row(judge, judge.copy)
    sides: list[str] = [one.open for one in row[:-1]]
    begin(judge, judge.copy, sides, 26.0, "north window, noon", "")
    for _ in range(eyes.answers):
        shown = shown_to(judge)
        say(judge, shown.position, eyes.says(shown.a, shown.b, random))
