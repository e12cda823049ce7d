"""Lines of orders over the wire: order the files of one design, watch its line, cancel it, fetch the files."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from datetime import datetime
from uuid import UUID

from django.db.models import Count, Min, QuerySet, Sum
from django.http import StreamingHttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import get_object_or_404
from ninja import Router, Schema

from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.show import size_of_file
from zollstock.core.rules.fileformats import format_named
from zollstock.jobs.api import VersionOnly, own_prints
from zollstock.jobs.kinds import KINDS
from zollstock.jobs.layouts_api import own_layouts
from zollstock.jobs.models import Design
from zollstock.jobs.revisions import StaleVersion
from zollstock.longwork.events import log_of
from zollstock.pictures.serving import stored, to_keep

from .bundle import zipped_line
from .fetched import note_fetched
from .models import OrderFile, OrderLine
from .orders import call_off, give_order

router = Router(tags=["orders"])
#: So many files of a line are listed one by one.
MOST_LISTED = 12
#: So many lines of a design come at once, the newest first.
ORDERS_A_PAGE = 5


class FileState(Schema):
    """A file of a line; `size_text` and `sha256` are empty until it is there."""

    number: int
    name: str
    type: str
    size_text: str
    sha256: str


class LineState(Schema):
    """A line of an order: a design, of one version. `made_text` says kind and weight of its files once they are there, `count` how many they are. Of many
    the first few are listed; all of them are in `files.zip`."""

    id: UUID
    state: str
    percent: int
    problem: str
    version: int
    created: datetime
    finished: datetime | None
    made_text: str
    count: int
    files: list[FileState]


def _states(asked: Iterable[OrderLine]) -> list[LineState]:
    """Lines as they stand. Of one with thousands of files only the first few are read."""
    lines = list(asked)
    files = defaultdict(list)
    for file in OrderFile.objects.filter(line__in=lines, number__lte=MOST_LISTED):
        files[file.line_id].append(file)
    kinds: dict[UUID, list[tuple[str, int, int]]] = defaultdict(list)
    counted = OrderFile.objects.filter(line__in=lines).values_list("line", "type")
    counts = counted.annotate(many=Count("id"), weight=Sum("bytes"), first=Min("number"))
    for line_id, kind, many, weight, _ in counts.order_by("line", "first"):
        kinds[line_id].append((kind, many, weight))
    return [_state(line, files[line.id], kinds[line.id]) for line in lines]


def _state(line: OrderLine, files: list[OrderFile], kinds: list[tuple[str, int, int]]) -> LineState:
    names = ("id", "state", "percent", "problem", "version", "created", "finished")
    return LineState(
        **{name: getattr(line, name) for name in names},
        made_text=_made_text(kinds),
        count=sum(many for _, many, _ in kinds),
        files=[_file_state(file) for file in files],
    )


def _made_text(kinds: list[tuple[str, int, int]]) -> str:
    count, weight = sum(many for _, many, _ in kinds), sum(weight for _, _, weight in kinds)
    many = f"{count} files, " if count > 1 else ""
    labels = ", ".join(format_named(kind).label for kind, _, _ in kinds)
    return f"{many}{labels} {size_of_file(weight)}" if weight else ""


def _file_state(file: OrderFile) -> FileState:
    return FileState(
        number=file.number,
        name=file.name,
        type=file.type,
        size_text=size_of_file(file.bytes) if file.bytes else "",
        sha256=file.sha256,
    )


in_pages = paged(("-created", "-id"), lambda _, lines: _states(lines), ORDERS_A_PAGE)


class Change(Schema):
    """A change of state of a line: when, what it is now, who changed it (a worker has no name), and why."""

    at: datetime
    what: str
    by: str
    words: str


def own_lines(request: SignedRequest) -> QuerySet[OrderLine]:
    """Lines of this account's orders; the order of one design has one, under the same key."""
    return who_asks(request).may_see(OrderLine.objects)


@router.post("/prints/{int:print_id}/orders", response=LineState)
def make_file(request: SignedRequest, print_id: int, at: VersionOnly) -> LineState:
    """Order the file of the plan as saved: an order of one line; `version` must be the one in force."""
    return _ordered(get_object_or_404(own_prints(request), id=print_id), at)


@router.post("/layouts/{int:layout_id}/orders", response=LineState)
def make_sheets(request: SignedRequest, layout_id: int, at: VersionOnly) -> LineState:
    """Order the files of the layout as saved; likewise."""
    return _ordered(get_object_or_404(own_layouts(request), id=layout_id), at)


def _ordered(held: Design, at: VersionOnly) -> LineState:
    if held.version != at.version:
        raise StaleVersion(held.version, KINDS[held.kind].word)
    return _states([give_order(held)])[0]


@router.get("/prints/{int:print_id}/order-lines", response=list[LineState])
@in_pages
def of_print(request: SignedRequest, print_id: int) -> QuerySet[OrderLine]:
    """The files ordered of a print, page by page."""
    held = get_object_or_404(own_prints(request), id=print_id)
    return own_lines(request).filter(design=held)


@router.get("/layouts/{int:layout_id}/order-lines", response=list[LineState])
@in_pages
def of_layout(request: SignedRequest, layout_id: int) -> QuerySet[OrderLine]:
    """The files ordered of a layout, page by page."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    return own_lines(request).filter(design=held)


@router.get("/order-lines/{uuid:line_id}/files.zip", include_in_schema=False)
def files(request: SignedRequest, line_id: UUID) -> StreamingHttpResponse:
    """All files of a line in one ZIP."""
    made = get_object_or_404(own_lines(request), id=line_id, state=OrderLine.State.DONE)
    response = StreamingHttpResponse(zipped_line(made), content_type="application/zip")
    to_keep(response, str(made.document["title"]), ".zip", "sheets")
    return response


@router.get("/order-lines/{uuid:line_id}", response=LineState)
def one(request: SignedRequest, line_id: UUID) -> LineState:
    return _states([get_object_or_404(own_lines(request), id=line_id)])[0]


@router.get("/order-lines/{uuid:line_id}/log", response=list[Change])
def log(request: SignedRequest, line_id: UUID) -> list[Change]:
    """What became of a line, the oldest first; what was done to the whole order that it belongs to was done to it."""
    asked = get_object_or_404(own_lines(request), id=line_id)
    by = {request.user.username: request.user.username}
    return [
        Change(at=one.at, what=one.what, by=by.get(one.by, ""), words=one.words)
        for one in log_of(asked, asked.order)
    ]


@router.post("/order-lines/{uuid:line_id}/cancel", response=LineState)
def cancel(request: SignedRequest, line_id: UUID) -> LineState:
    call_off(get_object_or_404(own_lines(request), id=line_id))
    return _states([get_object_or_404(own_lines(request), id=line_id)])[0]


@router.get("/order-lines/{uuid:line_id}/files/{int:number}", include_in_schema=False)
def file(request: SignedRequest, line_id: UUID, number: int) -> HttpResponseBase:
    line = get_object_or_404(own_lines(request), id=line_id, state=OrderLine.State.DONE)
    made = get_object_or_404(line.files, number=number)
    note_fetched(request.user, line, made)
    return stored(made.file, format_named(made.type).media_type, made.name)
