"""Gangs over the wire: more prints, the list of pieces, and what is booked off the stock."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.layouts import KINDS, parse_layout
from zollstock.core.layouts.gang.list import gang_list
from zollstock.core.layouts.gang.places import gang_of
from zollstock.core.layouts.gang.request import GangRequest
from zollstock.core.layouts.request import MOST_PLANS
from zollstock.pictures.serving import to_keep
from zollstock.printlog.keeping import begin_row
from zollstock.stock.kept import book, take_back
from zollstock.stock.models import Booking
from zollstock.studio.composition import studio_of

from .api import VersionOnly
from .kinds import plan_key
from .layouts_api import LayoutState, layout_state, own_layouts, prints_of
from .log_api import about_layout
from .models import Design
from .revisions import StaleVersion, save_document
from .thinning import hold

router = Router(tags=["layouts"])


class MorePrints(Schema):
    """Prints to add, of any of the account's jobs, as they are planned now."""

    prints: Annotated[list[int], Field(min_length=1, max_length=MOST_PLANS)]
    version: int


class Booked(Schema):
    """What was booked off the stock for a layout; `back` when it was taken back."""

    id: int
    paper: str
    text: str
    made: datetime
    back: datetime | None


@router.post("/layouts/{int:layout_id}/prints", response=LayoutState, by_alias=True)
def add_prints(request: SignedRequest, layout_id: int, more: MorePrints) -> LayoutState:
    """Add prints behind those that are there; `version` as with a save."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    kind = KINDS[held.document["kind"]]
    if not kind.of_several:
        raise HttpError(422, "This layout is made of one picture.")
    sources = prints_of(request, more.prints)
    count = len(held.document["plans"])
    if count + len(sources) > kind.most:
        raise HttpError(422, f"At most {kind.most} prints go on such a layout.")
    document = kind.with_more(held.document, [one.document for one in sources])
    pictures = {plan_key(count + number): one.picture for number, one in enumerate(sources)}
    return layout_state(save_document(held.id, document, more.version, pictures))


@router.get("/layouts/{int:layout_id}/pieces.csv", include_in_schema=False)
def pieces(request: SignedRequest, layout_id: int) -> HttpResponse:
    """The pieces of a gang in the order of cutting."""
    held, layout = _gang(request, layout_id)
    made = HttpResponse(
        gang_list(gang_of(layout, studio_of(request.user))), content_type="text/csv; charset=utf-8"
    )
    to_keep(made, held.title, "-pieces.csv")
    return made


@router.get("/layouts/{int:layout_id}/bookings", response=list[Booked])
def bookings(request: SignedRequest, layout_id: int) -> list[Booked]:
    held, _ = _gang(request, layout_id)
    found = who_asks(request).may_see(Booking.objects).filter(layout=held.id)
    return [_booked(booking) for booking in found]


@router.post("/layouts/{int:layout_id}/bookings", response=list[Booked])
def book_off(request: SignedRequest, layout_id: int, at: VersionOnly) -> list[Booked]:
    """Book what the gang takes off the stock, after it was printed. `version` is that of the layout that was seen."""
    held, layout = _gang(request, layout_id)
    if held.version != at.version:
        raise StaleVersion(held.version, "layout")
    gang = gang_of(layout, studio_of(request.user))
    key = layout.stock if layout.roll is None else layout.roll.stock
    hold(held)
    booking = book(request.user, held.id, held.title, key, gang.length, len(gang.lengths))
    known = about_layout(held) | {"medium": booking.paper[:120], "medium_key": key[:40]}
    begin_row(request.user, anew=True, note="Booked off the stock.", **known)
    return bookings(request, layout_id)


@router.post("/layouts/{int:layout_id}/bookings/{int:booking_id}/back", response=list[Booked])
def give_back(request: SignedRequest, layout_id: int, booking_id: int) -> list[Booked]:
    """Take a booking back: what it took is in stock again. Once more changes nothing."""
    held, _ = _gang(request, layout_id)
    take_back(
        get_object_or_404(who_asks(request).may_see(Booking.objects), layout=held.id, id=booking_id)
    )
    return bookings(request, layout_id)


def _gang(request: SignedRequest, layout_id: int) -> tuple[Design, GangRequest]:
    held = get_object_or_404(own_layouts(request), id=layout_id)
    layout = parse_layout(held.document)
    if not isinstance(layout, GangRequest):
        raise HttpError(422, "Only prints on a roll or on sheets are booked and cut.")
    return held, layout


def _booked(booking: Booking) -> Booked:
    sheets = f"{booking.sheets} sheet{'s' * (booking.sheets > 1)}"
    return Booked(
        id=booking.id,
        paper=booking.paper,
        text=booking.mm if booking.of_roll else sheets,
        made=booking.made,
        back=booking.taken_back,
    )
