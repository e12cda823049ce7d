"""A print's picture against many sizes, over the wire: figures, CSV, a handout, variants."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.db.models import QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.pages import paged
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.plan import parse_plan
from zollstock.core.ground.csvtable import write_table
from zollstock.core.ground.rational import Fraction
from zollstock.core.ground.ratios import ratio_text
from zollstock.core.questions.survey import (
    Along,
    Order,
    SizeVerdict,
    Survey,
    kept_along,
    survey,
    survey_words,
)
from zollstock.core.questions.tables import SURVEY_COLUMNS, survey_rows
from zollstock.handouts.sizes_handout import sizes_handout
from zollstock.pictures.api import own_pictures
from zollstock.pictures.serving import to_keep
from zollstock.pictures.storage import local_path, name_of
from zollstock.sizes.shelf import chosen
from zollstock.studio.composition import studio_of

from .api import own_prints
from .kinds import PRINT
from .lists import PrintInJob, print_in_job_summaries
from .models import Design
from .variants import make_variants

router = Router(tags=["sizes"])
MOST_VARIANTS = 60
_SORTED = {"loss": "least crop first", "area": "largest first", "quality": "sharpest first"}


class SizesAsked(Schema):
    """Which sizes, in which order and unit, and what becomes of the print's edge."""

    which: str = Field(max_length=8000, alias="set")
    order: Order = "loss"
    unit: str = Field("cm", pattern="^(mm|cm|in)$")
    along: Along = "scaled"


class Variants(Schema):
    set: Annotated[str, Field(max_length=8000)]
    #: As the page shows it, unless it is said otherwise.
    along: Along = "scaled"


class MadeVariants(Schema):
    prints: list[int]


def _survey(held: Design, request: SignedRequest, asked: SizesAsked) -> list[SizeVerdict]:
    sizes = chosen(request.user, asked.which)
    plan, studio = parse_plan(held.document), studio_of(request.user, held.picture.id)
    return survey(plan, sizes, asked.unit, asked.order, asked.along, studio)


@router.get("/prints/{int:print_id}/sizes", response=Survey)
def sizes(request: SignedRequest, print_id: int, asked: Query[SizesAsked]) -> Survey:
    """What every size of a set costs this print's picture, with its zones, turn, edge and medium."""
    held = get_object_or_404(own_prints(request), id=print_id)
    found = _survey(held, request, asked)
    kept = kept_along(parse_plan(held.document), asked.unit)
    return Survey(words=survey_words(found), kept=kept, sizes=found)


@router.get("/prints/{int:print_id}/sizes.csv", include_in_schema=False)
def table(request: SignedRequest, print_id: int, asked: Query[SizesAsked]) -> HttpResponse:
    held = get_object_or_404(own_prints(request), id=print_id)
    text = write_table(SURVEY_COLUMNS, survey_rows(_survey(held, request, asked)))
    return _download(text.encode(), "text/csv; charset=utf-8", held, "csv")


@router.get("/prints/{int:print_id}/sizes.pdf", include_in_schema=False)
def handout(request: SignedRequest, print_id: int, asked: Query[SizesAsked]) -> HttpResponse:
    """The sizes as a handout for the client."""
    held = get_object_or_404(own_prints(request), id=print_id)
    picture = held.picture
    if not picture.small:
        raise HttpError(409, "The picture is still being read; ask again in a moment.")
    width, height = picture.upright
    words = f"{width} × {height} px, {ratio_text(Fraction(width, height))}"
    with local_path(name_of(picture.small)) as proof:
        made = sizes_handout(
            held.title or picture.name,
            words,
            _SORTED[asked.order],
            _survey(held, request, asked),
            proof,
        )
    return _download(made, "application/pdf", held, "pdf")


def _download(content: bytes, kind: str, held: Design, ending: str) -> HttpResponse:
    response = HttpResponse(content, content_type=kind)
    to_keep(response, held.title, f" sizes.{ending}")
    return response


@router.post("/prints/{int:print_id}/variants", response=MadeVariants)
def variants(request: SignedRequest, print_id: int, wanted: Variants) -> MadeVariants:
    """Make a print of the same picture for each size of a set."""
    held = get_object_or_404(own_prints(request), id=print_id)
    sizes = chosen(request.user, wanted.set)
    if len(sizes) > MOST_VARIANTS:
        raise HttpError(422, f"At most {MOST_VARIANTS} variants at once. No print was made.")
    return MadeVariants(prints=[made.pk for made in make_variants(held, sizes, wanted.along)])


@router.get("/pictures/{uuid:picture_id}/prints", response=list[PrintInJob])
@paged(ordering=("id",), shown=print_in_job_summaries, page_size=60)
def prints_of_picture(request: SignedRequest, picture_id: UUID) -> QuerySet[Design]:
    """Every print made of a picture, each with its job."""
    picture = get_object_or_404(own_pictures(request), id=picture_id)
    return Design.objects.filter(kind=PRINT, pictures=picture).select_related("job")
