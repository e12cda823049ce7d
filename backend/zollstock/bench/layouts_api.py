"""Reckoning for the page of a layout. Nothing is stored here."""

from __future__ import annotations

from typing import Annotated, Any
from uuid import UUID

from django.http import HttpResponse
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.remembered import RememberedSession
from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.lengths import ShownUnit
from zollstock.core.layouts import PageQuery, layout_page, parse_layout
from zollstock.core.layouts.page import LayoutPage
from zollstock.core.layouts.tiles.way import MOST_SHEETS
from zollstock.studio.composition import studio_of

router = Router(tags=["layouts"], auth=RememberedSession())


class LayoutQuestion(Schema):
    """A layout request (checked by the core, so that errors carry the path into the document)."""

    layout: dict[str, Any]
    unit: ShownUnit | None = None
    #: How many sheets somebody would give; as many as there are, where nothing is said.
    on: Annotated[int, Field(ge=1, le=MOST_SHEETS)] | None = None
    #: The number of the sheet whose marks are wanted.
    sheet: Annotated[int, Field(ge=0, le=10_000)] | None = None
    #: The first plan's picture: what was measured of it goes into the page.
    picture: UUID | None = None


@router.post("/layouts/reckon", response=LayoutPage, exclude_none=True, by_alias=True)
def reckon_layout(request: SignedRequest, asked: LayoutQuestion) -> HttpResponse:
    """The page of a layout: its rule, figures, findings, ways, and all sheets as they are drawn."""
    seen = PageQuery(studio_of(request.user, asked.picture), asked.on, asked.sheet)
    made = layout_page(parse_layout(asked.layout), asked.unit, seen)
    # As with prints: the model is what the response says.
    return HttpResponse(
        made.model_dump_json(exclude_none=True, by_alias=True), content_type="application/json"
    )
