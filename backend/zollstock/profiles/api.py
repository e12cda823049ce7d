"""Print profiles over the wire: list, add, say what for, take away, and what they reach."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path
from typing import Annotated, Literal

from django.http import HttpResponse, HttpResponseBase
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.colour.icc import Space
from zollstock.core.colour.renderings import Intent
from zollstock.core.studio.profiles import StudioProfile
from zollstock.pictures.receiving import body
from zollstock.pictures.serving import stored, to_keep
from zollstock.pixels.gamut import PrintColours
from zollstock.pixels.gamutslices import GamutSlice, slices_of
from zollstock.pixels.prooftable import proof_table, screen_of
from zollstock.pixels.shipping import shipped, shipped_tones

from .keeping import profiles_of, remove, take_profile
from .models import ProfileRow

router = Router(tags=["profiles"])


class ProfileState(Schema):
    """A profile: CIELAB of its bare paper and of its blackest black, the most ink of its tables (of inks), and what it was
    made for; of a screen where it does not print. `id` only of those that somebody added."""

    id: int | None
    key: str
    name: str
    hash: str
    space: Space
    prints: bool
    device: str
    medium: str
    white: tuple[float, float, float]
    black: tuple[float, float, float]
    most_ink: float | None


class MadeFor(Schema):
    """What is to be changed of a profile."""

    name: Annotated[str, Field(min_length=1, max_length=120)] | None = None
    device: Annotated[str, Field(max_length=120)] | None = None
    medium: Annotated[str, Field(max_length=120)] | None = None


class TableAsked(Schema):
    """How it is looked at: the paper's white shown or not, as wide as the screen's colours are for the browser, on the
    screen of a profile."""

    black_point: bool = True
    paper: bool = False
    space: Literal["srgb", "p3"] = "srgb"
    screen: Annotated[str, Field(max_length=80)] = ""


class Reach(Schema):
    """The colours that a profile prints, as outlines in a* and b* at some lightnesses."""

    slices: list[GamutSlice]


@router.get("/profiles", response=list[ProfileState])
def profiles(request: SignedRequest) -> list[ProfileState]:
    """Those that were added, then those that ship."""
    own = [_own(row) for row in who_asks(request).may_see(ProfileRow.objects)]
    return own + [_shipped(one) for one in shipped()]


@router.post("/profiles", response=ProfileState)
def add(request: SignedRequest, name: Annotated[str, Field(max_length=200)] = "") -> ProfileState:
    """Add a profile. The file is the request's body as it is; `name` its file name, used where it has none of its own."""
    return _own(take_profile(request.user, body(request), name))


@router.patch("/profiles/{int:profile_id}", response=ProfileState)
def change(request: SignedRequest, profile_id: int, wanted: MadeFor) -> ProfileState:
    """Say what it is called, and what it was made for."""
    row = get_object_or_404(who_asks(request).may_see(ProfileRow.objects), id=profile_id)
    for field, value in wanted.model_dump(exclude_none=True).items():
        setattr(row, field, value)
    row.save()
    return _own(row)


@router.delete("/profiles/{int:profile_id}", response={204: None})
def delete(request: SignedRequest, profile_id: int) -> tuple[int, None]:
    """It goes with its file; prints that were planned with it say that it is gone."""
    remove(get_object_or_404(who_asks(request).may_see(ProfileRow.objects), id=profile_id))
    return 204, None


@router.get("/profiles/{key}/reach", response=Reach)
def reach(request: SignedRequest, key: str) -> Reach:
    """What it prints, to be drawn."""
    row = _by_key(request, key)
    return Reach(slices=_slices(row.file, row.hash))


@router.get("/profiles/{key}/table/{intent}", include_in_schema=False)
def table(
    request: SignedRequest, key: str, intent: Intent, asked: Query[TableAsked]
) -> HttpResponse:
    """The soft proof of all colours of a screen as a table of 33 points a channel (`pixels.prooftable`)."""
    row = _by_key(request, key)
    own = None
    if asked.screen:
        held = who_asks(request).may_see(ProfileRow.objects).filter(prints=False, key=asked.screen)
        own = get_object_or_404(held)
    made = _table(
        row.file,
        row.hash,
        intent,
        asked.black_point,
        asked.paper,
        asked.space,
        "" if own is None else own.file.path,
    )
    response = HttpResponse(made, content_type="application/octet-stream")
    response["Cache-Control"] = "private, max-age=86400"
    return response


@lru_cache(maxsize=48)
def _table(
    path: str,
    _hash: str,
    intent: str,
    black_point: bool,
    paper: bool,
    space: Literal["srgb", "p3"],
    screen: str,
) -> bytes:
    own = Path(screen).read_bytes() if screen else None
    return proof_table(PrintColours(Path(path)), intent, black_point, paper, screen_of(space, own))


@router.get("/profiles/{key}.icc", include_in_schema=False)
def file(request: SignedRequest, key: str) -> HttpResponseBase:
    row = who_asks(request).may_see(ProfileRow.objects).filter(key=key).first()
    if row is not None:
        return stored(row.file, "application/vnd.iccprofile", f"{row.name}.icc")
    found = _by_key(request, key)
    response = HttpResponse(
        Path(found.file).read_bytes(), content_type="application/vnd.iccprofile"
    )
    to_keep(response, found.name, ".icc")
    return response


def _by_key(request: SignedRequest, key: str) -> StudioProfile:
    found = profiles_of(request.user).by_key(key)
    if found is None:
        raise HttpError(404, "There is no such profile.")
    return found


def _own(row: ProfileRow) -> ProfileState:
    return ProfileState(
        id=row.id, key=row.key, name=row.name, hash=row.hash, space=row.kind, prints=row.prints, device=row.device, medium=row.medium,
        white=tuple(row.white), black=tuple(row.black), most_ink=row.most_ink,
    )  # fmt: skip


def _shipped(one: StudioProfile) -> ProfileState:
    tones = shipped_tones()[one.key]
    return ProfileState(
        id=None, key=one.key, name=one.name, hash=one.hash, space=one.space, prints=True, device=one.device, medium=one.medium,
        white=tones.white, black=tones.black, most_ink=tones.most_ink or None,
    )  # fmt: skip


@lru_cache(maxsize=64)
def _slices(path: str, _hash: str) -> list[GamutSlice]:
    return slices_of(PrintColours(Path(path)))
