"""Proofs over the wire: ask for one, watch it, see it; and say which of two is finer."""

from __future__ import annotations

from typing import Annotated, Any, Literal
from uuid import UUID

from django.db.models import Count, QuerySet
from django.http import HttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.refusal import Refusal
from zollstock.core.questions.judging import Judged, tallied
from zollstock.core.questions.proofing import LEAST_SIDE, MOST_PIXELS, MOST_SIDE
from zollstock.core.trials.document import Trial, parse_trial
from zollstock.core.trials.result import TrialResultDocument, result_of
from zollstock.jobs.api import own_prints
from zollstock.jobs.models import Design
from zollstock.jobs.thinning import hold
from zollstock.pictures.serving import stored, to_keep

from .asking import ask, unpack_ahead
from .found import Found
from .models import Judgement, Proof

router = Router(tags=["proofs"])
#: So many prints that were judged are listed.
MOST_PROOF_TRIALS = 200

Side = Annotated[int, Field(ge=LEAST_SIDE, le=MOST_SIDE)]
Share = Annotated[float, Field(ge=0, le=1)]


class Part(Schema):
    """Where: its middle in shares of the printed picture, its size in px of the file."""

    x: Share
    y: Share
    width: Side
    height: Side


class ProofRequest(Schema):
    """A part of the print, by the plan in hand, saved or not."""

    plan: dict[str, Any]
    part: Part


class ProofState(Schema):
    """`state` is waiting, running, done, or failed with its `problem`; `found` is there when it is done."""

    id: UUID
    state: str
    problem: str
    found: Found | None


class Answer(Schema):
    """Which of two takes of a proof was found finer by somebody who did not know which was which."""

    proof: UUID
    first: str
    second: str
    finer: Literal["first", "second", "same"]


class Judgements(Schema):
    """All answers about a print, added up: a line for each pair of ways."""

    count: int
    lines: list[str]


class ProofTrialSummary(Schema):
    """A print of which ways were judged blind."""

    print: int
    title: str
    answers: int


class ProofTrial(Schema):
    """The blind comparisons of a print's proof as a trial."""

    print: int
    title: str
    result: TrialResultDocument


def _state(row: Proof) -> ProofState:
    found = Found.model_validate(row.found) if row.found else None
    return ProofState(id=row.id, state=row.state, problem=row.problem, found=found)


def own_proofs(request: SignedRequest) -> QuerySet[Proof]:
    return who_asks(request).may_see(Proof.objects)


@router.post("/prints/{int:print_id}/proofs", response=ProofState)
def wanted(request: SignedRequest, print_id: int, asked: ProofRequest) -> ProofState:
    """Have a part made at its true size, in all ways worth comparing."""
    if asked.part.width * asked.part.height > MOST_PIXELS:
        raise Refusal(f"A proof has at most {MOST_PIXELS:,} pixels; ask for a smaller part.")
    design = get_object_or_404(own_prints(request), id=print_id)
    return _state(ask(request.user, design, parse_plan(asked.plan), asked.part.model_dump()))


@router.post("/prints/{int:print_id}/proofs/ahead", response={204: None})
def ahead(request: SignedRequest, print_id: int) -> tuple[int, None]:
    """Somebody may soon want a proof: the picture is made ready for it. Nothing is kept of this."""
    unpack_ahead(get_object_or_404(own_prints(request), id=print_id))
    return 204, None


@router.get("/proofs/{uuid:proof_id}", response=ProofState)
def one(request: SignedRequest, proof_id: UUID) -> ProofState:
    return _state(get_object_or_404(own_proofs(request), id=proof_id))


@router.get("/proofs/{uuid:proof_id}.png", include_in_schema=False)
def image(request: SignedRequest, proof_id: UUID) -> HttpResponseBase:
    row = get_object_or_404(own_proofs(request), id=proof_id, state=Proof.State.DONE)
    response = stored(row.file, "image/png")
    response["Cache-Control"] = "private, max-age=3600, immutable"
    return response


@router.post("/prints/{int:print_id}/judgements", response=Judgements)
def judge(request: SignedRequest, print_id: int, answer: Answer) -> Judgements:
    """Keep an answer with the print."""
    design = get_object_or_404(own_prints(request), id=print_id)
    row = get_object_or_404(
        own_proofs(request), id=answer.proof, design=design, state=Proof.State.DONE
    )
    found = Found.model_validate(row.found)
    labels = {take.id: take.label for take in found.takes}
    if answer.first == answer.second or not {answer.first, answer.second} <= labels.keys():
        raise Refusal("An answer is about two different pictures of the proof.")
    hold(design)
    Judgement.objects.create(
        design=design,
        first=labels[answer.first],
        second=labels[answer.second],
        finer=answer.finer,
        ppi=found.ppi,
    )
    return _judgements(design)


@router.get("/prints/{int:print_id}/judgements", response=Judgements)
def judged(request: SignedRequest, print_id: int) -> Judgements:
    return _judgements(get_object_or_404(own_prints(request), id=print_id))


@router.get("/prints/{int:print_id}/judgements/trial", response=ProofTrial)
def as_trial(request: SignedRequest, print_id: int) -> ProofTrial:
    """The answers about a print as a trial of ways of enlarging: which pairs were told apart, and how sure that is."""
    design = get_object_or_404(own_prints(request), id=print_id)
    result = result_of(_trial(design, request.user.username))
    return ProofTrial(print=design.id, title=design.title, result=result)


@router.get("/prints/{int:print_id}/judgements/trial.json", include_in_schema=False)
def trial_document(request: SignedRequest, print_id: int) -> HttpResponse:
    """The same answers as `zollstock.trial/1`, for the command line."""
    design = get_object_or_404(own_prints(request), id=print_id)
    made = _trial(design, request.user.username).model_dump_json(by_alias=True, indent=1)
    response = HttpResponse(made, content_type="application/json")
    to_keep(response, design.title, " proof answers.json")
    return response


@router.get("/proof-trials", response=list[ProofTrialSummary])
def proof_trials(request: SignedRequest) -> list[ProofTrialSummary]:
    """Prints of which ways were judged blind, the last one first."""
    found = own_prints(request).annotate(answers=Count("judgements")).filter(answers__gt=0)
    return [
        ProofTrialSummary(print=one.id, title=one.title, answers=one.answers)
        for one in found.order_by("-id")[:MOST_PROOF_TRIALS]
    ]


def _trial(design: Design, who: str) -> Trial:
    said = {"first": "a", "second": "b", "same": "none"}
    answers = [
        {
            "who": who[:80],
            "a": row.first,
            "b": row.second,
            "said": said[row.finer],
            "at": row.created.isoformat(timespec="seconds"),
        }
        for row in design.judgements.all()
    ]
    return parse_trial({"by": "method", "answers": answers})


@router.delete("/prints/{int:print_id}/judgements", response=Judgements)
def forget(request: SignedRequest, print_id: int) -> Judgements:
    """Begin anew: all answers about this print go."""
    design = get_object_or_404(own_prints(request), id=print_id)
    design.judgements.all().delete()
    return _judgements(design)


def _judgements(design: Design) -> Judgements:
    answers = [Judged(row.first, row.second, row.finer) for row in design.judgements.all()]
    return Judgements(count=len(answers), lines=tallied(answers))
