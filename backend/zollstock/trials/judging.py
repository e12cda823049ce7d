"""What a judge is shown and says: two letters at a time, nothing else."""

from __future__ import annotations

from dataclasses import dataclass
from random import Random

from django.db import IntegrityError, transaction
from django.utils import timezone

from zollstock.core.ground.refusal import ChangedElsewhere, Refusal
from zollstock.core.layouts.strip.eyes import OpenBox, acuity_of, on_grid, open_boxes
from zollstock.core.layouts.strip.sheets import EYES_MOST
from zollstock.core.trials.document import Answer, Said, Step
from zollstock.core.trials.pairs import next_pair

from .models import Given, Judge, ScreenSet
from .screens import shown_on, strip_of

#: Nobody's eyes stay fresh for more.
MOST_ANSWERS = 400


class Judged(ChangedElsewhere):
    """This pair was answered in another window."""


class Over(Refusal):
    """The judging is over."""


@dataclass(frozen=True, slots=True)
class Shown:
    """The pair that is shown: which one it is, the copy, both letters, and what they stand for."""

    position: int
    copy: int
    picture: int
    left: str
    right: str
    a: Step
    b: Step


def eyes_row(judge: Judge, copy: int) -> list[OpenBox]:
    """The row of open boxes on a copy, or on the screen: there as it is to the eye from the trial's distance."""
    strip = strip_of(judge.trial)
    if strip.distance is None:
        return []
    if judge.screen is None:
        return open_boxes(strip.distance.mm, strip.device_ppi, EYES_MOST, strip.seed, copy)
    grid = shown_on(judge.trial, judge.screen.dots).strip.device_ppi
    row = open_boxes(strip.distance.mm, grid, EYES_MOST, strip.seed, judge.pk)
    return on_grid(row, grid)


def begin(judge: Judge, copy: int, sides: list[str], dried: float | None, light: str, wears: str) -> None:  # fmt: skip
    """What a judge says before the first pair; it may be said again."""
    if str(copy) not in judge.trial.key:
        raise Refusal(f"There is no copy {copy} of this strip.")
    if judge.screen is not None and judge.screen.state != ScreenSet.State.DONE:
        raise Refusal("The patches are still being made for your screen. Look again in a moment.")
    judge.copy, judge.dried = copy, dried
    judge.light, judge.wears = light[:120], wears[:120]
    judge.eyes = acuity_of(eyes_row(judge, copy), sides)
    judge.begun = judge.begun or timezone.now()
    judge.save()


def shown_to(judge: Judge) -> Shown:
    """The next pair; the same one until it is answered."""
    given = list(judge.answers.all())
    trial, copy = judge.trial, judge.copy
    patches = trial.key[str(copy)]
    pictures = sorted({plan for _, plan, _ in patches})
    picture = pictures[len(given) % len(pictures)]
    answers = [Answer(who="", copy=one.copy, a=one.a, b=one.b, said=_said(one)) for one in given]
    # Not by the code: it says nothing of what will be shown.
    seed = f"{trial.strip['seed']} {trial.number} {judge.name}"
    of: dict[Step, list[str]] = {}
    for letter, plan, step in patches:
        if plan == picture:
            of.setdefault(step, []).append(letter)
    twice = [step for step, letters in of.items() if len(letters) > 1]
    pair = next_pair(trial.by, answers, trial.ladder, trial.reference, twice, seed)  # type: ignore[arg-type]
    random = Random(f"letters {seed} {len(given)}")
    if pair.alike:
        left, right = random.sample(of[pair.a], 2)
    else:
        left, right = random.choice(of[pair.a]), random.choice(of[pair.b])
    return Shown(len(given), copy, picture, left, right, pair.a, pair.b)


def _said(one: Given) -> Said:
    return "a" if one.said == "a" else "b" if one.said == "b" else "none"


def say(judge: Judge, position: int, said: Said) -> None:
    """Answer the pair that is shown, once. The same answer sent again changes nothing. Raises `Over`, `Judged`."""
    with transaction.atomic():
        held = Judge.objects.select_for_update().select_related("trial").get(pk=judge.pk)
        if held.trial.over:
            raise Over("The judging is over. Thank you: what you said so far is kept.")
        shown = shown_to(held)
        if position != shown.position:
            before = held.answers.filter(position=position).first()
            if before is not None and before.said == said:
                return
            raise Judged("This pair was answered already; here is the next one.")
        if position >= MOST_ANSWERS:
            raise Over(f"{MOST_ANSWERS} pairs are enough for one pair of eyes. Thank you.")
        try:
            with transaction.atomic():
                Given.objects.create(judge=held, position=position, copy=shown.copy, picture=shown.picture, a=shown.a,
                                     b=shown.b, letters=f"{shown.left} {shown.right}", said=said)  # fmt: skip
        except IntegrityError:
            raise Judged("This pair was answered already; here is the next one.") from None
        held.last = timezone.now()
        held.save(update_fields=["last"])
