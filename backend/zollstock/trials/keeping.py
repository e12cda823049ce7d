"""Beginning a trial of a strip, asking people, and working out what they said."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Max

from zollstock.accounts.principal import Principal
from zollstock.core.ground.refusal import Refusal
from zollstock.core.layouts import layout_document
from zollstock.core.layouts.strip.request import StripRequest
from zollstock.core.layouts.strip.strips import copies_of, worked
from zollstock.core.studio.studio import Studio
from zollstock.core.trials.document import Trial as TrialDocument
from zollstock.core.trials.document import parse_trial
from zollstock.core.trials.result import EDITION, TrialResultDocument, result_of

from .models import Given, Judge, Trial

#: No letter or figure that is taken for another.
_SIGNS = "abcdefghjkmnpqrstuvwxyz23456789"
_CODE = 10
MOST_JUDGES = 60
MOST_TRIALS = 500


class NoTrial(Refusal):
    """Of this strip no trial can be made."""


def begin_trial(
    account: User,
    strip: StripRequest,
    layout: int | None,
    studio: Studio,
    pictures: Sequence[str] = (),
) -> Trial:
    """A trial of a strip as it is, of `pictures` of the account. Raises `NoTrial` where it has no patches, or no distance to judge from."""
    if strip.distance is None:
        raise NoTrial(
            "Say first from which distance the strip is judged: on the strip, under Sheets."
        )
    made = worked(strip, studio)
    if not made.sound:
        raise NoTrial("This strip has no patches yet: see what stands in its way on its page.")
    # What is asked of several pictures has to stand in all of them.
    standing = [{one.step for one in on.rungs.standing} for on in made.pictures]
    steps = [
        one.step
        for one in made.pictures[0].rungs.standing
        if all(one.step in of for of in standing)
    ]
    if len(steps) < 2:
        raise NoTrial(
            "The pictures of this strip have no two steps in common; make them as large as each other."
        )
    references = [on.rungs.reference.step for on in made.pictures]
    reference = steps[-1] if strip.ladder.by == "ppi" else references[0]
    medium = strip.plans[0].medium
    with transaction.atomic():
        own = Principal(account).may_see(Trial.objects)
        # Of two that begin at the same time the second waits, and takes the next number.
        User.objects.select_for_update().get(pk=account.pk)
        if own.count() >= MOST_TRIALS:
            raise NoTrial(f"An account keeps {MOST_TRIALS} trials; delete one that is not needed.")
        number = (own.aggregate(most=Max("number"))["most"] or 0) + 1
        return Trial.objects.create(
            account=account,
            number=number,
            title=(strip.title or f"Trial {number}")[:200],
            layout=layout,
            strip=layout_document(strip),
            pictures=list(pictures),
            key={
                str(copy): [[one.letter, one.rung.plan, one.rung.step] for one in patches]
                for copy, patches in copies_of(strip, made.pictures).items()
            },
            by=strip.ladder.by,
            ladder=[step for step in steps if step != reference],
            reference=reference,
            medium=medium.key or "",
            medium_name=medium.name[:120],
            factor=medium.factor,
            distance=strip.distance.typed[:60],
            distance_mm=float(strip.distance.mm),
        )


def ask(trial: Trial, name: str) -> Judge:
    """A link for somebody. Raises `NoTrial` where the judging is over."""
    if trial.over:
        raise NoTrial("The judging is over; go on with it first.")
    count = trial.judges.count()
    if count >= MOST_JUDGES:
        raise NoTrial(f"A trial has {MOST_JUDGES} judges at most.")
    code = "".join(secrets.choice(_SIGNS) for _ in range(_CODE))
    copies = len(trial.key)
    return Judge.objects.create(
        trial=trial,
        name=name.strip()[:80] or f"Judge {count + 1}",
        code=code,
        copy=count % copies + 1,
    )


def document_of(trial: Trial) -> TrialDocument:
    """The trial as `zollstock.trial/1`."""
    rows = Given.objects.filter(judge__trial=trial).select_related("judge").order_by("judge_id", "position")  # fmt: skip
    return parse_trial(
        {
            "format": "zollstock.trial/1",
            "by": trial.by,
            "medium": {"name": trial.medium_name, "factor": trial.factor},
            "distance": trial.distance,
            "reference": trial.reference,
            "answers": [_answer(one) for one in rows],
        }
    )


def _answer(one: Given) -> dict[str, Any]:
    return {"who": one.judge.name, "copy": one.copy, "a": one.a, "b": one.b, "said": one.said,
            "at": one.at.isoformat(timespec="seconds")}  # fmt: skip


def worked_out(trial: Trial) -> TrialResultDocument:
    """What its answers say; worked out again where there are more of them than then."""
    count = Given.objects.filter(judge__trial=trial).count()
    if trial.result is not None and (trial.result_of, trial.result_edition) == (count, EDITION):
        return TrialResultDocument.model_validate(trial.result)
    made = result_of(document_of(trial))
    values = {one.id: one.value for one in made.figures}
    trial.result, trial.result_of = made.model_dump(mode="json"), count
    trial.result_edition = EDITION
    trial.need_ppi, trial.low_ppi, trial.high_ppi = (
        float(values[name]) if name in values else None
        for name in ("threshold_ppi", "threshold_low", "threshold_high")
    )
    trial.save(
        update_fields=[
            "result",
            "result_of",
            "result_edition",
            "need_ppi",
            "low_ppi",
            "high_ppi",
            "changed",
        ]
    )
    return made


def rest_on(trial: Trial, on: bool) -> None:
    """Judge prints by it from now on, or no more. Raises `NoTrial` where it has no figure yet."""
    worked_out(trial)
    if on and trial.need_ppi is None:
        raise NoTrial(
            "A figure to judge prints by comes with 80 answers, of patches that differ by ppi."
        )
    trial.rests_on = on
    trial.save(update_fields=["rests_on", "changed"])
