"""Judging over the wire, by a code and without an account: two letters at a time. No ppi, no order, no other judge."""

from __future__ import annotations

from typing import Annotated, Literal

from axes.helpers import get_client_ip_address
from django.core.cache import cache
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.core.layouts.strip.onscreen import LEAST_DOTS, MOST_DOTS
from zollstock.core.trials.document import Said
from zollstock.pixels.onscreen import eyes_picture

from .judging import MOST_ANSWERS, begin, eyes_row, say, shown_to
from .models import Judge, ScreenSet
from .screens import choose_screen, may_be_on_screen, patch_bytes, shown_on

router = Router(tags=["judging"], auth=None)
#: Of these nobody can say what is finer.
_BY_LIKING = ("exposure", "profile")
#: So many codes that do not exist may one address try in ten minutes.
_WRONG, _WHILE = 30, 600


class PairShown(Schema):
    """Two letters on a copy; nothing says what they stand for."""

    position: int
    of_copy: int
    left: str
    right: str


class ScreenShown(Schema):
    """The screen on which somebody judges: its px an inch as they measured it, so many times as large as on paper the
    patches are shown; whether they are made, or why not."""

    dots: float
    times: int
    ready: bool
    problem: str


class JudgingState(Schema):
    """What a judge's page shows. `asks` is the question; `on_screen` says whether it may be judged on a screen, `screen` on
    which it is; `boxes` is how many open boxes the row on the copy has; `pair` is none before the beginning, after the end,
    and where enough was said."""

    number: int
    name: str
    begun: bool
    over: bool
    asks: str
    distance: str
    on_screen: bool
    screen: ScreenShown | None
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


class ScreenChosen(Schema):
    """A screen by its px an inch (its own, not those of the page); null for paper."""

    dots: Annotated[float, Field(ge=LEAST_DOTS, le=MOST_DOTS)] | None


class SaidOfPair(Schema):
    """The pair by its position, and which of it was called the finer one."""

    position: Annotated[int, Field(ge=0, le=10_000)]
    said: Said


@router.get("/judging/{code}", response=JudgingState)
def judging(request: HttpRequest, code: str) -> JudgingState:
    return _state(_judge(request, code))


@router.post("/judging/{code}/screen", response=JudgingState)
def screen(request: HttpRequest, code: str, wanted: ScreenChosen) -> JudgingState:
    """Judge on this screen, for which the patches are made then, or on paper."""
    judge = _judge(request, code)
    choose_screen(judge, wanted.dots)
    return _state(judge)


@router.get("/judging/{code}/eyes.png", include_in_schema=False)
def eyes(request: HttpRequest, code: str) -> HttpResponse:
    """The row of open boxes for the screen on which it is judged."""
    judge = _judge(request, code)
    if judge.screen is None:
        raise HttpError(409, "The row of boxes stands on the paper.")
    grid = shown_on(judge.trial, judge.screen.dots).strip.device_ppi
    return _png(eyes_picture(eyes_row(judge, judge.copy), grid).pngsave_buffer(keep="none"))


@router.get("/judging/{code}/pairs/{int:position}/{side}.png", include_in_schema=False)
def patch(
    request: HttpRequest, code: str, position: int, side: Literal["left", "right"]
) -> HttpResponse:
    """A patch of the pair that is shown, for the screen on which it is judged."""
    judge = _judge(request, code)
    if judge.screen is None or judge.begun is None or judge.trial.over:
        raise HttpError(409, "Nothing is judged on a screen here.")
    shown = shown_to(judge)
    if shown.position != position:
        raise HttpError(409, "This pair was answered already; here is the next one.")
    return _png(patch_bytes(judge.screen, shown.picture, shown.a if side == "left" else shown.b))


def _png(body: bytes) -> HttpResponse:
    response = HttpResponse(body, content_type="image/png")
    response["Cache-Control"] = "private, no-store"
    return response


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
    found = (
        Judge.objects.select_related("trial", "screen")
        .filter(code=code.strip().lower()[:20])
        .first()
    )
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
    held = judge.screen
    on = None if held is None else shown_on(trial, held.dots)
    return JudgingState(
        number=trial.number, name=judge.name, begun=judge.begun is not None, over=trial.over,
        asks="Which looks better?" if trial.by in _BY_LIKING else "Which is finer?",
        distance=trial.distance if on is None else on.distance, on_screen=may_be_on_screen(trial),
        screen=None if held is None or on is None else ScreenShown(
            dots=held.dots, times=on.times, ready=held.state == ScreenSet.State.DONE, problem=held.problem),
        copies=len(trial.key), of_copy=judge.copy, boxes=len(eyes_row(judge, judge.copy)), answered=answered, pair=pair,
    )  # fmt: skip
