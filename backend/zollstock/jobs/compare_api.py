"""Two prints beside each other, as an eye sees both from where one of them is looked at."""

from __future__ import annotations

from typing import Annotated

from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.plan import lengths_of, parse_plan
from zollstock.core.ground.lengths import ShownUnit
from zollstock.core.ground.show import style_for
from zollstock.core.questions.fromthere import FromThere, Seat, from_there
from zollstock.core.telling.seen import apart
from zollstock.core.work.outcome import Work, work_out
from zollstock.pictures.api import PictureFacts, facts
from zollstock.pictures.measured import measures_of
from zollstock.studio.composition import studio_of

from .api import own_prints
from .models import Design

router = Router(tags=["jobs"])


class Chair(Schema):
    """A screen of `px_per_mm` px of its own, seen from `eyes` mm."""

    px_per_mm: Annotated[float, Field(ge=0.5, le=100)]
    eyes: Annotated[float, Field(ge=50, le=20_000)]
    unit: ShownUnit = "cm"


class BesideSide(Schema):
    """One of two prints: its picture, what it is in words, and how it is shown on the screen."""

    print: int
    title: str
    text: str
    picture: PictureFacts
    there: FromThere


class Beside(Schema):
    """Two prints from the first one's distance; `text` says how far the model has them apart, null on a screen."""

    sides: list[BesideSide]
    text: str | None


@router.get("/prints/{int:print_id}/beside/{int:other_id}", response=Beside)
def beside(request: SignedRequest, print_id: int, other_id: int, chair: Query[Chair]) -> Beside:
    """Two of one's own prints, both as saved."""
    both = [get_object_or_404(own_prints(request), id=number) for number in (print_id, other_id)]
    studio = studio_of(request.user)
    works = [work_out(parse_plan(held.document), studio) for held in both]
    distance = works[0].distance
    style = style_for(lengths_of(works[0].plan), chair.unit)
    one, other = works
    known = tuple(measures_of(request.user, held.picture.id) for held in both)
    on_paper = not any(work.plan.target.in_pixels for work in works)
    seat = Seat(px_per_mm=chair.px_per_mm, eyes=chair.eyes)

    def side(held: Design, work: Work) -> BesideSide:
        trim, ppi = work.boxes.trim, float(work.effective)
        return BesideSide(
            print=held.id,
            title=work.plan.title,
            text=f"{style.size(trim.w, trim.h)}, {ppi:.0f} ppi",
            picture=facts(held.picture),
            there=from_there(ppi, distance, work.viewing_conditions.spread, seat, style),
        )

    return Beside(
        sides=[side(held, work) for held, work in zip(both, works, strict=True)],
        text=apart(one, other, (known[0], known[1]), distance, style).text if on_paper else None,
    )
