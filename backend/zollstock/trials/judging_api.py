"""Judging over the wire, by a code and without an account: two letters at a time. No ppi, no order, no other judge."""

from __future__ import annotations

from typing import Annotated

from axes.helpers import get_client_ip_address
from django.core.cache import cache
from django.http import HttpRequest
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.core.trials.document import Said

from .judging import MOST_ANSWERS, begin, eyes_row, say, shown_to
from .models import Judge

router = Router(tags=["judging"], auth=None)
#: So many codes that do not exist may one address try in ten minutes.
_WRONG, _WHILE = 30, 600


class PairShown(Schema):
    """Two letters on a copy; nothing says what they stand for."""

    position: int
    of_copy: int
    left: str
    right: str


class JudgingState(Schema):
    """What a judge's page shows. `boxes` is how many open boxes the row on the copy has; `pair` is none before the
    beginning, after the end, and where enough was said."""

    number: int
    name: str
    begun: bool
    over: bool
    distance: str
    copies: int
    of_copy: int
    boxes: int
    answered: int
    pair: PairShown | None


class Beginning(Schema):
    """What is said before the first pair: which copy, which side of each box of the row is open, for how many hours the
    print has dried, light and glasses in own words."""

    of_copy: Annotated[int, Field(ge=1, le=100)]
    sides: Annotated[list[Annotated[str, Field(max_length=8)]], Field(max_length=20)] = []
    dried: Annotated[float, Field(ge=0, le=100_000)] | None = None
    light: Annotated[str, Field(max_length=120)] = ""
    wears: Annotated[str, Field(max_length=120)] = ""


class SaidOfPair(Schema):
    """The pair by its position, and which of it was called the finer one."""

    position: Annotated[int, Field(ge=0, le=10_000)]
    said: Said


@router.get("/judging/{code}", response=JudgingState)
def judging(request: HttpRequest, code: str) -> JudgingState:
    return _state(_judge(request, code))


@router.post("/judging/{code}/begin", response=JudgingState)
def begun(request: HttpRequest, code: str, said: Beginning) -> JudgingState:
    """Say which copy lies there and what the eyes see; it may be said again after a pause."""
    judge = _judge(request, code)
    begin(judge, said.of_copy, said.sides, said.dried, said.light, said.wears)
    return _state(judge)


@router.post("/judging/{code}/answers", response=JudgingState)
def answered(request: HttpRequest, code: str, said: SaidOfPair) -> JudgingState:
    """Say which is finer; the answer shows the next pair."""
    judge = _judge(request, code)
    if judge.begun is None:
        raise HttpError(409, "Say first which copy lies before you.")
    say(judge, said.position, said.said)
    return _state(judge)


def _judge(request: HttpRequest, code: str) -> Judge:
    """The judge of a code; who tries many that are none is refused for a while."""
    address = f"judging:{get_client_ip_address(request)}"
    if cache.get(address, 0) >= _WRONG:
        raise HttpError(429, "Too many codes that do not exist. Wait ten minutes, then try again.")
    found = Judge.objects.select_related("trial").filter(code=code.strip().lower()[:20]).first()
    if found is None:
        cache.add(address, 0, _WHILE)
        cache.incr(address)
        raise HttpError(404, "There is no judging under this code. Ask for the link again.")
    return found


def _state(judge: Judge) -> JudgingState:
    trial = judge.trial
    answered = judge.answers.count()
    pair = None
    if judge.begun is not None and not trial.over and answered < MOST_ANSWERS:
        shown = shown_to(judge)
        pair = PairShown(position=shown.position, of_copy=shown.copy, left=shown.left, right=shown.right)  # fmt: skip
    return JudgingState(
        number=trial.number, name=judge.name, begun=judge.begun is not None, over=trial.over, distance=trial.distance,
        copies=len(trial.key), of_copy=judge.copy, boxes=len(eyes_row(trial, judge.copy)), answered=answered, pair=pair,
    )  # fmt: skip
