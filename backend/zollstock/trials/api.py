"""Trials over the wire: begin, ask people, see what they say, judge prints by it."""

from __future__ import annotations

import io
from collections.abc import Sequence
from datetime import datetime
from typing import Annotated

import segno
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
from zollstock.core.trials.result import ENOUGH_ANSWERS, LEAST_ANSWERS, TrialResultDocument
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


class TrialStep(Schema):
    """A blade of a trial's rule."""

    step: str
    title: str
    key: str
    state: str
    level: str = "calm"


class TrialState(TrialSummary):
    """A trial with its rule, its judges and its result; the `key` of each copy only when the judging is over."""

    rule: list[TrialStep]
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
    if held.over:
        # Nobody looks at patches on a screen any more; gone on with, they are made again.
        held.screens.all().delete()
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


@router.get("/trials/{int:trial_id}/judges/{int:judge_id}/code.svg", include_in_schema=False)
def link_as_code(request: SignedRequest, trial_id: int, judge_id: int) -> HttpResponse:
    """Somebody's link as a QR code, for their phone."""
    judge = get_object_or_404(_own(request, trial_id).judges, id=judge_id)
    code = segno.make(request.build_absolute_uri(f"/judge/{judge.code}"), error="m", micro=False)
    made = io.BytesIO()
    code.save(made, kind="svg", scale=4, border=4, light="#ffffff", dark="#000000")
    response = HttpResponse(made.getvalue(), content_type="image/svg+xml")
    response["Cache-Control"] = "private, no-store"
    return response


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
        rule=_rule(held, people, answers, result),
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


def _rule(
    held: Trial, people: Sequence[Judge], answers: int, result: TrialResultDocument
) -> list[TrialStep]:
    figure = "" if held.need_ppi is None else f"{held.need_ppi:.0f} ppi"
    between = "" if held.low_ppi is None else f"{held.low_ppi:.0f} to {held.high_ppi:.0f}"
    more = next((one.value for one in result.figures if one.id == "more_answers"), 0)
    missing = max(0, LEAST_ANSWERS - answers)
    to_figure = max(0, ENOUGH_ANSWERS - answers)
    told = (
        f"{missing} to go"
        if missing
        else f"{to_figure} to go"
        if to_figure
        else f"{more} more"
        if more
        else "enough"
    )
    used = held.medium_name or "its medium"
    return [
        TrialStep(step="strip", title="Strip", key=f"{len(held.ladder) + 1} patches", state=held.medium_name or held.by),
        TrialStep(step="people", title="People", key="nobody yet" if not people else f"{len(people)} asked", state="by code"),
        TrialStep(step="judging", title="Judging", key=f"{answers} answers", state="over" if held.over else "2 letters"),
        TrialStep(step="result", title="Result", key=figure or between or "nothing yet", state=told,
                  level="warn" if result.doubts else "calm"),
        TrialStep(step="used", title="In prints", key=f"on {used}" if held.rests_on else "not used",
                  state=held.distance if held.rests_on else ""),
    ]  # fmt: skip


def _key(held: Trial) -> dict[str, list[KeyPatch]]:
    return {
        copy: [KeyPatch(letter=letter, picture=plan, text=step_text(held.by, step)) for letter, plan, step in patches]
        for copy, patches in held.key.items()
    }  # fmt: skip
