"""Trials over the wire: begin, ask people, see what they say, judge prints by it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Annotated

from django.db.models import Count, QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.csvtable import write_table
from zollstock.core.layouts.strip.ladder import step_text
from zollstock.core.trials.result import TrialResultDocument
from zollstock.pictures.serving import to_keep

from .keeping import ask, document_of, rest_on, worked_out
from .models import Given, Judge, Trial

router = Router(tags=["trials"])


class TrialSummary(Schema):
    """A trial in a list: what it is of, how far it is, and the figure once there is one."""

    id: int
    number: int
    title: str
    by: str
    medium: str
    distance: str
    judges: int
    answers: int
    over: bool
    rests_on: bool
    made_up: bool
    need_ppi: float | None
    low_ppi: float | None
    high_ppi: float | None
    changed: datetime


class JudgeState(Schema):
    """Somebody who judges; `path` is where the link leads."""

    id: int
    name: str
    code: str
    path: str
    of_copy: int
    answers: int
    eyes: float | None
    dried: float | None
    light: str
    wears: str
    last: datetime | None


class KeyPatch(Schema):
    """What a letter of a copy stood for."""

    letter: str
    picture: int
    text: str


class TrialState(TrialSummary):
    """A trial with its judges and its result; the `key` of each copy only when the judging is over."""

    layout: int | None
    steps: list[str]
    reference: str
    copies: int
    people: list[JudgeState]
    result: TrialResultDocument
    key: dict[str, list[KeyPatch]] | None


class TrialChange(Schema):
    """What is to be changed of a trial."""

    title: Annotated[str, Field(min_length=1, max_length=200)] | None = None
    over: bool | None = None
    rests_on: bool | None = None


class Asked(Schema):
    """Who is asked; without a name they are numbered."""

    name: Annotated[str, Field(max_length=80)] = ""


def own_trials(request: SignedRequest) -> QuerySet[Trial]:
    return who_asks(request).may_see(Trial.objects)


@router.get("/trials", response=list[TrialSummary])
@paged(ordering=("-id",), shown=lambda request, rows: _summaries(rows))
def trials(request: SignedRequest) -> QuerySet[Trial]:
    """The trials of the account, the newest first."""
    return own_trials(request).defer("strip", "key", "result")


@router.get("/trials/{int:trial_id}", response=TrialState)
def trial(request: SignedRequest, trial_id: int) -> TrialState:
    return state_of(_own(request, trial_id))


@router.patch("/trials/{int:trial_id}", response=TrialState)
def change(request: SignedRequest, trial_id: int, wanted: TrialChange) -> TrialState:
    """Rename it, end the judging or go on with it, judge prints by it or no more."""
    held = _own(request, trial_id)
    if wanted.title is not None:
        held.title = wanted.title
    if wanted.over is not None:
        held.over = wanted.over
    held.save(update_fields=["title", "over", "changed"])
    if wanted.rests_on is not None:
        rest_on(held, wanted.rests_on)
    return state_of(held)


@router.delete("/trials/{int:trial_id}", response={204: None})
def delete(request: SignedRequest, trial_id: int) -> tuple[int, None]:
    """It goes with its judges and what they said; prints that were judged by it keep their snapshot."""
    _own(request, trial_id).delete()
    return 204, None


@router.post("/trials/{int:trial_id}/judges", response=TrialState)
def ask_somebody(request: SignedRequest, trial_id: int, wanted: Asked) -> TrialState:
    held = _own(request, trial_id)
    ask(held, wanted.name)
    return state_of(held)


@router.delete("/trials/{int:trial_id}/judges/{int:judge_id}", response=TrialState)
def leave_out(request: SignedRequest, trial_id: int, judge_id: int) -> TrialState:
    """Somebody's link and answers go; what the others said stays."""
    held = _own(request, trial_id)
    get_object_or_404(held.judges, id=judge_id).delete()
    return state_of(held)


@router.get("/trials/{int:trial_id}/answers.json", include_in_schema=False)
def answers_json(request: SignedRequest, trial_id: int) -> HttpResponse:
    """The trial as `zollstock.trial/1`, for the command line."""
    held = _over(request, trial_id)
    response = HttpResponse(document_of(held).model_dump_json(by_alias=True, indent=1), content_type="application/json")  # fmt: skip
    to_keep(response, held.title, " answers.json")
    return response


@router.get("/trials/{int:trial_id}/answers.csv", include_in_schema=False)
def answers_csv(request: SignedRequest, trial_id: int) -> HttpResponse:
    """Its answers as a table."""
    held = _over(request, trial_id)
    rows = [
        (one.who, one.copy_, one.a, one.b, one.said, one.at) for one in document_of(held).answers
    ]
    table = write_table(("who", "copy", "a", "b", "said", "at"), rows)
    response = HttpResponse(table, content_type="text/csv; charset=utf-8")
    to_keep(response, held.title, " answers.csv")
    return response


def _own(request: SignedRequest, trial_id: int) -> Trial:
    return get_object_or_404(own_trials(request), id=trial_id)


def _over(request: SignedRequest, trial_id: int) -> Trial:
    held = _own(request, trial_id)
    if not held.over:
        raise HttpError(
            409, "The answers tell the key: they can be exported when the judging is over."
        )
    return held


def _summaries(rows: Sequence[Trial]) -> list[TrialSummary]:
    ids = [row.id for row in rows]
    answers = dict(Given.objects.filter(judge__trial__in=ids).values_list("judge__trial").annotate(Count("id")))  # fmt: skip
    judges = dict(Judge.objects.filter(trial__in=ids).values_list("trial").annotate(Count("id")))
    return [_summary(row, answers.get(row.id, 0), judges.get(row.id, 0)) for row in rows]


def _summary(row: Trial, answers: int, judges: int) -> TrialSummary:
    return TrialSummary(
        id=row.id, number=row.number, title=row.title, by=row.by, medium=row.medium_name, distance=row.distance,
        judges=judges, answers=answers, over=row.over, rests_on=row.rests_on, made_up=row.made_up,
        need_ppi=row.need_ppi, low_ppi=row.low_ppi, high_ppi=row.high_ppi, changed=row.changed,
    )  # fmt: skip


def state_of(held: Trial) -> TrialState:
    people = list(held.judges.annotate(given=Count("answers")))
    result = worked_out(held)
    answers = sum(one.given for one in people)
    return TrialState(
        **_summary(held, answers, len(people)).model_dump(),
        layout=held.layout,
        steps=[step_text(held.by, step) for step in held.ladder],
        reference=step_text(held.by, held.reference),
        copies=len(held.key),
        people=[
            JudgeState(
                id=one.id, name=one.name, code=one.code, path=f"/judge/{one.code}", of_copy=one.copy, answers=one.given,
                eyes=one.eyes, dried=one.dried, light=one.light, wears=one.wears, last=one.last,
            )
            for one in people
        ],
        result=result,
        key=_key(held) if held.over else None,
    )  # fmt: skip


def _key(held: Trial) -> dict[str, list[KeyPatch]]:
    return {
        copy: [KeyPatch(letter=letter, picture=plan, text=step_text(held.by, step)) for letter, plan, step in patches]
        for copy, patches in held.key.items()
    }  # fmt: skip
