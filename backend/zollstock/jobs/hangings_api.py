"""Hangings over the wire: frames placed anew, and the hanging plan as PDF and SVG."""

from __future__ import annotations

import tempfile
from pathlib import Path
from typing import Annotated, Any

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.panelwish import PanelsWish
from zollstock.core.layouts.rearranged import rearranged
from zollstock.core.readings import read_length, read_size
from zollstock.pictures.serving import to_keep
from zollstock.pixels.errors import RenderError
from zollstock.pixels.hanging import write_hanging

from .layouts_api import own_layouts

router = Router(tags=["layouts"])
Typed = Annotated[str, Field(max_length=60)]
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
    """The frames as they stand in the wish."""

    frames: list[dict[str, Any]]


@router.post("/layouts/arrange", response=Arranged)
def arrange(request: SignedRequest, asked: Arrange) -> Arranged:
    """The frames of panels placed anew; nothing is stored here."""
    wish = parse_layout(asked.layout)
    if not isinstance(wish, PanelsWish):
        raise HttpError(422, "Only panels have frames to arrange.")
    gap = None if asked.gap is None else read_length(asked.gap, asked.unit).length
    size = None
    if asked.size is not None:
        sides = read_size(asked.size, asked.unit, None, []).sides
        size = (sides.width, sides.height)
    return Arranged(frames=rearranged(wish, asked.arrangement, asked.count, gap, size))


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
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"plan.{ending}"
        try:
            write_hanging(parse_layout(held.document), path, unit)
        except RenderError as error:
            raise HttpError(422, str(error)) from None
        response = HttpResponse(path.read_bytes(), content_type=_TYPES[ending])
    to_keep(response, held.title, f"-hanging-plan.{ending}")
    return response
