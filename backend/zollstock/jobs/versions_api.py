"""All versions of a print: when, who, what changed in words, what was made of it; gone back to, or two side by side."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from itertools import pairwise
from typing import Annotated, Any, Literal

from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from zollstock.accounts.signed import SignedRequest
from zollstock.core.counter.changes import changes
from zollstock.core.documents.faults import DocumentError
from zollstock.core.documents.plan import Plan, lengths_of, parse_plan
from zollstock.core.ground.show import style_for
from zollstock.core.shapes.drawing import Drawing
from zollstock.core.sheet.drawings import small_drawing
from zollstock.core.work.outcome import work_out
from zollstock.longwork.events import kind_of
from zollstock.longwork.models import Event

from .api import PrintState, own_prints, print_state
from .models import Design, JobEvent, Revision
from .revisions import save_document

router = Router(tags=["counter"])
AT_ONCE = 40


class PrintVersion(Schema):
    """A version: what changed since the one before, drawn as it was. `holds`: a file was made of it, or it was booked or judged."""

    number: int
    saved: datetime
    by: str
    words: list[str]
    size_text: str
    drawing: Drawing | None
    holds: bool
    in_force: bool


class PrintHappening(Schema):
    """What happened to the print between versions: printed, counted, sent, given settings."""

    at: datetime
    by: str
    what: str
    words: str


class PrintVersions(Schema):
    """The newest first; `next` is the number to ask below for older ones."""

    items: list[PrintVersion]
    happened: list[PrintHappening]
    next: int | None


class TwoVersions(Schema):
    """Two versions, and what is other in the second."""

    words: list[str]
    first: PrintVersion
    second: PrintVersion


class BackTo(Schema):
    version: int


@router.get("/prints/{int:print_id}/versions", response=PrintVersions)
def versions(
    request: SignedRequest, print_id: int, below: Annotated[int, Field(ge=1)] | None = None
) -> PrintVersions:
    held = get_object_or_404(own_prints(request), id=print_id)
    rows = held.revisions.order_by("-number")
    if below is not None:
        rows = rows.filter(number__lt=below)
    found = list(rows[: AT_ONCE + 1])
    items = [
        _shown(held, row, before) for row, before in pairwise([*found, None]) if row is not None
    ]
    more = len(found) > AT_ONCE
    return PrintVersions(
        items=items[:AT_ONCE],
        happened=_happened(held, items),
        next=items[AT_ONCE - 1].number if more else None,
    )


@router.get("/prints/{int:print_id}/versions/beside", response=TwoVersions)
def beside(request: SignedRequest, print_id: int, first: int, second: int) -> TwoVersions:
    """Two of them, to be looked at side by side."""
    held = get_object_or_404(own_prints(request), id=print_id)
    one, other = (get_object_or_404(held.revisions, number=number) for number in (first, second))
    return TwoVersions(
        words=_words(one, other), first=_shown(held, one, None), second=_shown(held, other, None)
    )


@router.post("/prints/{int:print_id}/versions/{int:number}/back", response=PrintState)
def back(request: SignedRequest, print_id: int, number: int, at: BackTo) -> PrintState:
    """Make an earlier version the one in force: as a new one, so that nothing is lost by it."""
    held = get_object_or_404(own_prints(request), id=print_id)
    row = get_object_or_404(held.revisions, number=number)
    saved = save_document(held.id, row.document, at.version)
    return print_state(own_prints(request).get(id=saved.id))


def _shown(held: Design, row: Revision, before: Revision | None) -> PrintVersion:
    plan = _plan(row)
    drawing, size = None, "cannot be read any more"
    if plan is not None:
        work = work_out(plan)
        drawing = small_drawing(work)
        size = style_for(lengths_of(plan)).size(work.boxes.trim.w, work.boxes.trim.h)
    words = (
        _words(before, row)
        if before is not None
        else (["the first version"] if row.number == 1 else [])
    )
    return PrintVersion(
        number=row.number, saved=row.saved, by=held.account.username, words=words, size_text=size, drawing=drawing,
        holds=row.holds, in_force=row.number == held.head,
    )  # fmt: skip


def _words(before: Revision, after: Revision) -> list[str]:
    first, second = _plan(before), _plan(after)
    if first is None or second is None:
        return []
    return changes(first, second) or ["nothing that is printed"]


def _plan(row: Revision) -> Plan | None:
    try:
        return parse_plan(row.document)
    except DocumentError:
        return None


def _happened(held: Design, items: Sequence[PrintVersion]) -> list[PrintHappening]:
    """What was written down of it since the oldest of these versions; files that were ordered among that."""
    since = items[-1].saved if items else held.changed
    told: list[PrintHappening] = [
        PrintHappening(at=event.at, by=event.by, what=event.what, words=event.words)
        for event in JobEvent.objects.filter(design=held.id, at__gte=since)[:AT_ONCE]
    ]
    lines: Any = Design._meta.get_field("lines").related_model
    keys = [
        str(key)
        for key in lines._default_manager.filter(design=held).values_list("id", flat=True)[:AT_ONCE]
    ]
    told += [
        PrintHappening(at=event.at, by=event.by, what=_FILES[event.what], words=event.words)
        for event in Event.objects.filter(
            kind=kind_of(lines), row__in=keys, what__in=_FILES, at__gte=since
        )
    ]
    return sorted(told, key=lambda one: one.at, reverse=True)


_FILES: dict[str, Literal["file ordered", "file made", "file failed"]] = {
    "ordered": "file ordered", "done": "file made", "failed": "file failed",
}  # fmt: skip
