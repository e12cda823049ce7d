"""How big, and how it looks from there, over the wire. Nothing is stored here."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.csvtable import write_table
from zollstock.core.ground.lengths import LengthError, ShownUnit
from zollstock.core.ground.show import LengthStyle
from zollstock.core.parts.medium import LEAST_FACTOR
from zollstock.core.picture.measures import NOT_MEASURED
from zollstock.core.questions.fromthere import FromThere, Seat, from_there
from zollstock.core.questions.howbig import HowBig, HowBigQuery, how_big
from zollstock.core.questions.leaveroom import read_ratio
from zollstock.core.questions.sensors import listed
from zollstock.core.rules.viewing import grade_word
from zollstock.core.sizes.lengthreadings import read_length
from zollstock.core.sizes.megapixels import read_pixels
from zollstock.core.sizes.readings import read_size
from zollstock.pictures.api import own_pictures
from zollstock.pictures.measured import measures_of
from zollstock.sizes.cameras import SENSORS

router = Router(tags=["bench"])


class Question(Schema):
    """What is asked; `picture` or `pixels` (6000 × 4000). Empty texts ask for nothing."""

    picture: UUID | None = None
    pixels: Annotated[str, Field(max_length=40)] = ""
    ratio: Annotated[str, Field(max_length=60)] = ""
    factor: Annotated[float, Field(ge=LEAST_FACTOR, le=2)] = 1.0
    distance: Annotated[str, Field(max_length=60)] = "60 cm"
    size: Annotated[str, Field(max_length=60)] = ""
    unit: ShownUnit = "cm"


Mm = Annotated[float, Field(ge=1, le=1_000_000)]


class ViewQuery(Schema):
    """A print of `ppi`, seen from `distance` mm, whose ink spreads by `spread` mm; a screen of `px_per_mm` px of
    its own, seen from `eyes` mm."""

    ppi: Annotated[float, Field(ge=0.1, le=100_000)]
    distance: Mm
    spread: Annotated[float, Field(ge=0, le=2)] = 0.0
    px_per_mm: Annotated[float, Field(ge=0.5, le=100)]
    eyes: Annotated[float, Field(ge=50, le=20_000)]
    unit: ShownUnit = "cm"


@router.get("/from-there", response=FromThere)
def seen(request: SignedRequest, asked: Query[ViewQuery]) -> FromThere:
    """How large a print is on a screen so that it looks as from its own distance."""
    seat = Seat(px_per_mm=asked.px_per_mm, eyes=asked.eyes)
    return from_there(asked.ppi, asked.distance, asked.spread, seat, LengthStyle(asked.unit))


@router.get("/how-big", response=HowBig)
def answered(request: SignedRequest, asked: Query[Question]) -> HowBig:
    """The largest print for each grade, and from where a wanted one looks clean."""
    return _answer(request, asked)


@router.get("/how-big.csv", include_in_schema=False)
def table(request: SignedRequest, asked: Query[Question]) -> HttpResponse:
    """The same as a table: a line for each grade, then for each camera."""
    made = _answer(request, asked)
    rows = [(grade_word(one.grade), one.text, one.whole_text) for one in made.largest]
    # Cameras are called as somebody typed it.
    rows += [(f"clean, {one.label}", one.text, "") for one in made.sensors]
    text = write_table(("what", "at this distance", "as a whole print"), rows)
    response = HttpResponse(text, content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = 'attachment; filename="how-big.csv"'
    return response


def _answer(request: SignedRequest, asked: Question) -> HowBig:
    style = LengthStyle(asked.unit)
    distance = read_length(asked.distance, asked.unit, "distance").length.mm
    if distance <= 0:
        raise LengthError("A distance is more than nothing.")
    width, height = _sides(request, asked)
    size = (
        read_size(asked.size, asked.unit, (width, height), []).sides if asked.size.strip() else None
    )
    query = HowBigQuery(
        width=width,
        height=height,
        ratio=read_ratio(asked.ratio) if asked.ratio.strip() else None,
        factor=asked.factor,
        distance=float(distance),
        size=size,
    )
    measures = measures_of(request.user, asked.picture) if asked.picture else None
    table, _ = SENSORS.of(request.user)
    return how_big(query, style, measures or NOT_MEASURED, listed(table))


def _sides(request: SignedRequest, asked: Question) -> tuple[int, int]:
    if asked.picture is not None:
        return get_object_or_404(own_pictures(request), id=asked.picture).upright
    return read_pixels(asked.pixels)
