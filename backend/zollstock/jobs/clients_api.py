"""Pages for clients over the wire: the owner's side, and the one without sign-in, by a code that nobody guesses."""

from __future__ import annotations

import tempfile
from datetime import date, datetime
from pathlib import Path
from typing import Annotated, Literal

from axes.helpers import get_client_ip_address
from django.core.cache import cache
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.principal import Principal, who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.faults import DocumentError
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.plaintext import Line, Text
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import NOT_KEPT
from zollstock.pixels.clientview import LARGEST, SMALL, client_view, sides_of
from zollstock.pixels.errors import RenderError
from zollstock.studio.composition import studio_of

from .api import own_jobs
from .clients import answer, lasting, make_link, shown_by, take_back, wall_of
from .kinds import PICTURE
from .lists import pictures_under
from .models import ClientLink, Design
from .walls import in_turn, preview_of, write_wall

router = Router(tags=["counter"])
public = Router(tags=["client"], auth=None)
#: So many layouts that hang are offered.
MOST_WALLS = 50
#: So many codes that do not exist may one address try in ten minutes; so often may one page be answered in that, and its
#: wall be drawn.
_WRONG, _ANSWERS, _WALLS, _WHILE = 30, 200, 60, 600


class NewClientLink(Schema):
    """Which prints, until the end of which day, and words for the client."""

    ids: Annotated[list[int], Field(min_length=1, max_length=200)]
    until: date
    words: Annotated[Line, Field(max_length=400)] = ""
    wall: Annotated[
        int | None, Field(description="A layout of the job whose wall is shown along.")
    ] = None


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


class WallToShow(Schema):
    """A layout that hangs on a wall, and whether that is a photograph of the real one."""

    id: int
    title: str
    photographed: bool


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
    """All that a client's page shows; `wall` is whether there is a picture of the wall on which they hang."""

    words: str
    wall: bool
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


@router.get("/jobs/{int:job_id}/walls", response=list[WallToShow])
def walls(request: SignedRequest, job_id: int) -> list[WallToShow]:
    """The layouts of a job that hang: one of them can be shown to a client along with prints."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    hanging = job.layouts.filter(document__has_key="view")[:MOST_WALLS]
    return [
        WallToShow(id=one.id, title=one.title, photographed=one.document["view"].get("photo") is not None)
        for one in hanging
    ]  # fmt: skip


@router.post("/jobs/{int:job_id}/client-links", response=ClientLinkState)
def make(request: SignedRequest, job_id: int, given: NewClientLink) -> ClientLinkState:
    """A page without sign-in that shows these prints, and takes a yes, a no, a comment of each."""
    job = get_object_or_404(own_jobs(request), id=job_id)
    return _state(make_link(job, given.ids, given.until, given.words, given.wall))


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
def picture(request: HttpRequest, code: str, place: int, small: bool = False) -> HttpResponse:
    """A print in the size of a screen, or `small` as it stands in the row: as it will hang and nothing beyond it, never
    the picture itself."""
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
    try:
        plan = parse_plan(held.document)
    except DocumentError:
        raise Http404 from None
    preview, studio = preview_of(source), studio_of(held.account)
    with in_turn():
        return _jpeg(client_view(preview, plan, studio, SMALL if small else LARGEST))


@public.get("/shown/{code}/wall.jpg", include_in_schema=False)
def wall(request: HttpRequest, code: str) -> HttpResponse:
    """The wall on which they hang, where the owner shows it."""
    link = _link(request, code)
    held = wall_of(link)
    if held is None:
        raise Http404
    _count(f"shown:wall:{link.id}", _WALLS)
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "wall.jpg"
        try:
            write_wall(held, path)
        except RenderError:
            raise Http404 from None
        return _jpeg(path.read_bytes())


def _jpeg(made: bytes) -> HttpResponse:
    response = HttpResponse(made, content_type="image/jpeg")
    response["Cache-Control"] = NOT_KEPT
    return response


def _count(counted: str, most: int) -> None:
    """So often within ten minutes, and no more."""
    cache.add(counted, 0, _WHILE)
    if cache.incr(counted) > most:
        raise HttpError(429, "Too much at once. Wait ten minutes, then try again.")


@public.post("/shown/{code}/answers", response=ShownPage)
def say(request: HttpRequest, code: str, given: ClientAnswered) -> ShownPage:
    """A yes, a no or a comment on a print; the last word counts."""
    link = _link(request, code)
    prints = shown_by(link)
    if given.place >= len(prints):
        raise HttpError(404, "This print is not on the page any more. Load it anew.")
    _count(f"shown:answers:{link.id}", _ANSWERS)
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
        width, height = _sides(held)
        prints.append(
            ShownPrint(
                place=place, title=held.title, size_text=held.summary["text"], width=width, height=height,
                said=told.said if told else "", comment=told.comment if told else "",
            )
        )  # fmt: skip
    return ShownPage(
        words=link.words, until=link.until, prints=prints, wall=wall_of(link) is not None
    )


def _sides(held: Design) -> tuple[float, float]:
    """How large a print hangs, mm: worked out once a version."""
    key = f"shown:sides:{held.id}:{held.version}"
    sides = cache.get(key)
    if sides is None:
        try:
            sides = sides_of(parse_plan(held.document), studio_of(held.account))
        except DocumentError:  # one that cannot be read any more is shown as lists show it
            sides = held.wide, held.tall
        cache.set(key, sides, _WHILE)
    width, height = sides
    return width, height


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
