"""Pages for clients over the wire: the owner's side, and the one without sign-in, by a code that nobody guesses."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal

from axes.helpers import get_client_ip_address
from django.core.cache import cache
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field, TypeAdapter

from zollstock.accounts.principal import Principal, who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.plaintext import Line, Text
from zollstock.core.shapes.drawing import Drawing
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import NOT_KEPT
from zollstock.pictures.storage import local_path, name_of
from zollstock.pixels.clientview import client_view

from .api import own_jobs
from .clients import answer, lasting, make_link, shown_by, take_back
from .kinds import PICTURE
from .lists import pictures_under
from .models import ClientLink, Design

router = Router(tags=["counter"])
public = Router(tags=["client"], auth=None)
_DRAWING = TypeAdapter(Drawing)
#: So many codes that do not exist may one address try in ten minutes, and so often may one page be answered in that.
_WRONG, _ANSWERS, _WHILE = 30, 200, 600


class NewClientLink(Schema):
    """Which prints, until the end of which day, and words for the client."""

    ids: Annotated[list[int], Field(min_length=1, max_length=200)]
    until: date
    words: Annotated[Line, Field(max_length=400)] = ""


class ClientSaid(Schema):
    design: int
    title: str
    said: str
    comment: str
    at: datetime


class ClientLinkState(Schema):
    """A page, and what was said on it; `open` is whether it still shows anything. Its address is `/shown/` and the code."""

    id: int
    code: str
    prints: int
    words: str
    until: date
    open: bool
    created: datetime
    answers: list[ClientSaid]


class ShownPrint(Schema):
    """A print as a client sees it: by its place on the page; sides in mm, and what was said."""

    place: int
    title: str
    size_text: str
    width: float
    height: float
    said: str
    comment: str


class ShownPage(Schema):
    """All that a client's page shows."""

    words: str
    until: date
    prints: list[ShownPrint]


class ClientAnswered(Schema):
    place: Annotated[int, Field(ge=0, le=200)]
    said: Literal["yes", "no", ""]
    comment: Annotated[Text, Field(max_length=1000)] = ""


@router.get("/jobs/{int:job_id}/client-links", response=list[ClientLinkState])
def links(request: SignedRequest, job_id: int) -> list[ClientLinkState]:
    job = get_object_or_404(own_jobs(request), id=job_id)
    return [_state(one) for one in job.client_links.prefetch_related("answers")[:50]]


@router.post("/jobs/{int:job_id}/client-links", response=ClientLinkState)
def make(request: SignedRequest, job_id: int, given: NewClientLink) -> ClientLinkState:
    """A page without sign-in that shows these prints, and takes a yes, a no, a comment of each."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    return _state(make_link(job, given.ids, given.until, given.words))


@router.post("/client-links/{int:link_id}/back", response=ClientLinkState)
def back(request: SignedRequest, link_id: int) -> ClientLinkState:
    """From now on it opens for nobody."""
    held = get_object_or_404(who_asks(request).may_see(ClientLink.objects), id=link_id)
    take_back(held)
    return _state(ClientLink.objects.get(id=held.id))


@public.get("/shown/{code}", response=ShownPage)
def shown(request: HttpRequest, code: str) -> ShownPage:
    return _page(_link(request, code))


@public.get("/shown/{code}/{int:place}.jpg", include_in_schema=False)
def picture(request: HttpRequest, code: str, place: int) -> HttpResponse:
    """A print in the size of a screen, as it will be on paper and nothing beyond it: never the picture itself."""
    link = _link(request, code)
    prints = shown_by(link)
    if place >= len(prints):
        raise Http404
    held = prints[place]
    picture_id = pictures_under([held], PICTURE).get(held.id)
    own = Principal(link.account).may_see(Picture.objects).exclude(preview="")
    source = None if picture_id is None else own.filter(id=picture_id).first()
    if source is None:
        raise Http404
    with local_path(name_of(source.preview)) as preview:
        made = client_view(preview, _DRAWING.validate_python(held.summary["drawing"]))
    response = HttpResponse(made, content_type="image/jpeg")
    response["Cache-Control"] = NOT_KEPT
    return response


@public.post("/shown/{code}/answers", response=ShownPage)
def say(request: HttpRequest, code: str, given: ClientAnswered) -> ShownPage:
    """A yes, a no or a comment on a print; the last word counts."""
    link = _link(request, code)
    prints = shown_by(link)
    if given.place >= len(prints):
        raise HttpError(404, "This print is not on the page any more. Load it anew.")
    counted = f"shown:answers:{link.id}"
    cache.add(counted, 0, _WHILE)
    if cache.incr(counted) > _ANSWERS:
        raise HttpError(429, "Too many answers at once. Wait ten minutes, then try again.")
    answer(link, prints[given.place], given.said, given.comment)
    return _page(link)


def _link(request: HttpRequest, code: str) -> ClientLink:
    """The page of a code; who tries many that are none is refused for a while."""
    address = f"shown:{get_client_ip_address(request)}"
    if cache.get(address, 0) >= _WRONG:
        raise HttpError(429, "Too many links that do not exist. Wait ten minutes, then try again.")
    found = (
        lasting(ClientLink.objects.select_related("account", "job")).filter(code=code[:40]).first()
    )
    # Of two that look alike to the database only the very same one opens.
    if found is None or found.code != code:
        cache.add(address, 0, _WHILE)
        cache.incr(address)
        raise HttpError(
            404, "There is nothing under this link, or not any more. Ask for a new one."
        )
    return found


def _page(link: ClientLink) -> ShownPage:
    said = {one.design: one for one in link.answers.all()}
    prints = []
    for place, held in enumerate(shown_by(link)):
        told = said.get(held.id)
        prints.append(
            ShownPrint(
                place=place, title=held.title, size_text=held.summary["text"], width=held.wide, height=held.tall,
                said=told.said if told else "", comment=told.comment if told else "",
            )
        )  # fmt: skip
    return ShownPage(words=link.words, until=link.until, prints=prints)


def _state(link: ClientLink) -> ClientLinkState:
    titles = dict(Design.every.filter(id__in=link.designs).values_list("id", "title"))
    return ClientLinkState(
        id=link.id, code=link.code, prints=len(link.designs), words=link.words, until=link.until,
        open=lasting(ClientLink.objects.filter(id=link.id)).exists(), created=link.created,
        answers=[
            ClientSaid(design=one.design, title=titles.get(one.design, "removed"), said=one.said, comment=one.comment, at=one.at)
            for one in link.answers.all()
        ],
    )  # fmt: skip
