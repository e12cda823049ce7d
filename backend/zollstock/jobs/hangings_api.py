"""Hangings over the wire: frames placed anew, the hanging plan as PDF and SVG, the wall as a picture."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Annotated, Any
from uuid import UUID

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.panels.rearranged import rearranged
from zollstock.core.questions.panelarranging import frames_to_arrange
from zollstock.core.sizes.lengthreadings import read_length
from zollstock.core.sizes.readings import read_size
from zollstock.pictures.api import own_pictures
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import to_keep
from zollstock.pixels.errors import RenderError
from zollstock.pixels.hanging import write_hanging

from .kinds import WALL_PHOTO
from .layouts_api import LayoutState, layout_state, own_layouts
from .revisions import save_document
from .walls import write_wall

router = Router(tags=["layouts"])
Typed = Annotated[str, Field(max_length=60)]
_PICTURES = {"png": "image/png", "jpg": "image/jpeg"}
_TYPES = {"pdf": "application/pdf", "svg": "image/svg+xml"}


class Arrange(Schema):
    """Panels to be placed in an arrangement: in another number, with another gap, in another size, where these are
    given as typed."""

    layout: dict[str, Any]
    arrangement: Annotated[str, Field(max_length=40)]
    count: Annotated[int, Field(ge=1, le=48)] | None = None
    gap: Typed | None = None
    size: Typed | None = None
    unit: Annotated[str, Field(pattern="^(mm|cm|in)$")] = "cm"


class Arranged(Schema):
    """The frames as they stand in the request."""

    frames: list[dict[str, Any]]


@router.post("/layouts/arrange", response=Arranged)
def arrange(request: SignedRequest, asked: Arrange) -> Arranged:
    """The frames of panels placed anew; nothing is stored here."""
    layout = frames_to_arrange(asked.layout)
    gap = None if asked.gap is None else read_length(asked.gap, asked.unit).length
    size = None
    if asked.size is not None:
        sides = read_size(asked.size, asked.unit, None, []).sides
        size = (sides.width, sides.height)
    return Arranged(frames=rearranged(layout, asked.arrangement, asked.count, gap, size))


class WallPhotoAsked(Schema):
    """A picture of the account as the photograph of the wall; `version` as with a save."""

    picture: UUID
    version: int


@router.post("/layouts/{int:layout_id}/wall-photo", response=LayoutState, by_alias=True)
def take_wall_photo(request: SignedRequest, layout_id: int, asked: WallPhotoAsked) -> LayoutState:
    """Hang it in a photograph of the wall; two points in its middle are taken for a metre, until somebody says better."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    if "view" not in held.document:
        raise HttpError(422, "Only panels and rows of prints hang on a wall.")
    picture = get_object_or_404(own_pictures(request), id=asked.picture)
    if picture.state != Picture.State.READY:
        raise HttpError(
            422, picture.problem or "The picture is still being read; ask again in a moment."
        )
    photo = {
        "picture": picture.plan_part(),
        "scale": {"from": [0.4, 0.5], "to": [0.6, 0.5], "length": "1 m"},
        "rectangle": None,
        "at": [0.5, 0.4],
    }
    document = held.document | {"view": held.document["view"] | {"photo": photo}}
    return layout_state(save_document(held.id, document, asked.version, {WALL_PHOTO: picture}))


@router.get("/layouts/{int:layout_id}/wall.{ending}", include_in_schema=False)
def wall(
    request: SignedRequest,
    layout_id: int,
    ending: str,
    unit: Annotated[str | None, Query(pattern="^(mm|cm|in)$")] = None,
) -> HttpResponse:
    """What hangs, as a picture for a client."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    if ending not in _PICTURES:
        raise HttpError(404, "A picture of the wall is a PNG or a JPEG.")
    made = _written(lambda path: write_wall(held, path, unit), ending, _PICTURES[ending])
    to_keep(made, held.title, f"-wall.{ending}")
    return made


def _written(write: Callable[[Path], object], ending: str, kind: str) -> HttpResponse:
    """What `write` puts at a path, as an answer of content type `kind`."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"made.{ending}"
        try:
            write(path)
        except RenderError as error:
            raise HttpError(422, str(error)) from None
        return HttpResponse(path.read_bytes(), content_type=kind)


@router.get("/layouts/{int:layout_id}/hanging.{ending}", include_in_schema=False)
def hanging_plan(
    request: SignedRequest,
    layout_id: int,
    ending: str,
    unit: Annotated[str | None, Query(pattern="^(mm|cm|in)$")] = None,
) -> HttpResponse:
    """The hanging plan of panels or of a row, as the layout is now."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    if ending not in _TYPES:
        raise HttpError(404, "A hanging plan is a PDF or an SVG.")
    layout = parse_layout(held.document)
    made = _written(lambda path: write_hanging(layout, path, unit), ending, _TYPES[ending])
    to_keep(made, held.title, f"-hanging-plan.{ending}")
    return made
