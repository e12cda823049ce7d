"""The log over the wire: list, search, write, bring in and out."""

from __future__ import annotations

import json
from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from django.db.models import QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import Field

from zollstock.accounts.pages import paged
from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.printlog.entry import FAULTS, Log, LogEntry, LogError, parse_entry, parse_log
from zollstock.core.printlog.table import log_from, write_log

from .keeping import bring_in, entry_of, rows_of, write
from .models import LogRow

router = Router(tags=["log"])
_MOST_TEXT = 5_000_000


class LogRowState(Schema):
    """A row: its entry, whether it still asks whether it was printed, and the picture that it is of. `again` says that a
    print can be made with all of it."""

    id: int
    open: bool
    made_up: bool
    picture: UUID | None
    again: bool
    entry: LogEntry
    created: datetime


class LogWords(Schema):
    """Words that the log has, to be offered: devices, media, labs, faults."""

    devices: list[str]
    media: list[str]
    labs: list[str]
    faults: list[str]


class LogQuestion(Schema):
    """What of the log is wanted."""

    search: Annotated[str, Field(max_length=200)] = ""
    result: Literal["", "kept", "again", "thrown", "failed", "open"] = ""
    device: Annotated[str, Field(max_length=120)] = ""
    medium: Annotated[str, Field(max_length=120)] = ""
    print: Annotated[int, Field(ge=1)] | None = None
    job: Annotated[int, Field(ge=1)] | None = None


class LogText(Schema):
    """A table or a document, as text."""

    text: Annotated[str, Field(max_length=_MOST_TEXT)]


class Written(Schema):
    """A row as it is to be (checked by the core, so that errors carry the path into it)."""

    entry: dict[str, Any]


class BroughtIn(Schema):
    """How many rows came in."""

    rows: int


def own_rows(request: SignedRequest) -> QuerySet[LogRow]:
    return who_asks(request).may_see(LogRow.objects)


@router.get("/log", response=list[LogRowState])
@paged(ordering=("-id",), shown=lambda request, rows: [row_state(row) for row in rows])
def log(request: SignedRequest, asked: Query[LogQuestion]) -> QuerySet[LogRow]:
    """The log, the newest first."""
    return found_rows(request, asked).defer("document")


@router.get("/log/words", response=LogWords)
def words(request: SignedRequest) -> LogWords:
    rows = own_rows(request)

    def said(name: str) -> list[str]:
        found = rows.exclude(**{name: ""}).order_by(name).values_list(name, flat=True).distinct()
        return list(found[:100])

    lists = rows.exclude(faults=[]).order_by("-id").values_list("faults", flat=True)[:500]
    typed = [one for faults in lists for one in faults]
    return LogWords(devices=said("device"), media=said("medium"), labs=said("lab"),
                    faults=list(dict.fromkeys([*FAULTS, *typed])))  # fmt: skip


@router.post("/log", response=LogRowState)
def add(request: SignedRequest, given: Written) -> LogRowState:
    return row_state(write(request.user, parse_entry(given.entry)))


@router.put("/log/{int:row_id}", response=LogRowState)
def change(request: SignedRequest, row_id: int, given: Written) -> LogRowState:
    row = get_object_or_404(own_rows(request), id=row_id)
    return row_state(write(request.user, parse_entry(given.entry), row))


@router.delete("/log/{int:row_id}", response={204: None})
def delete(request: SignedRequest, row_id: int) -> tuple[int, None]:
    """The row goes; the print that it was of stays."""
    get_object_or_404(own_rows(request), id=row_id).delete()
    return 204, None


@router.post("/log/import", response=BroughtIn)
def import_log(request: SignedRequest, given: LogText) -> BroughtIn:
    """Rows of a table, or of `zollstock.log/1`, behind those that are there. All of them, or none."""
    text = given.text
    if text.lstrip("\ufeff \r\n\t").startswith("{"):
        try:
            made = parse_log(json.loads(text))
        except (ValueError, RecursionError):
            raise LogError([("log", "this is not JSON")]) from None
    else:
        made = log_from(text)
    return BroughtIn(rows=bring_in(request.user, made.rows))


@router.get("/log.csv", include_in_schema=False)
def as_table(request: SignedRequest, asked: Query[LogQuestion]) -> HttpResponse:
    made = write_log(entry_of(row) for row in found_rows(request, asked).defer("document"))
    response = HttpResponse(made, content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = 'attachment; filename="log.csv"'
    return response


@router.get("/log.json", include_in_schema=False)
def as_document(request: SignedRequest, asked: Query[LogQuestion]) -> HttpResponse:
    made = Log(rows=[entry_of(row) for row in found_rows(request, asked).defer("document")])
    response = HttpResponse(made.model_dump_json(indent=1), content_type="application/json")
    response["Content-Disposition"] = 'attachment; filename="log.json"'
    return response


def found_rows(request: SignedRequest, asked: LogQuestion) -> QuerySet[LogRow]:
    return rows_of(request.user, asked.search, asked.result, asked.device, asked.medium, asked.print, asked.job)  # fmt: skip


def row_state(row: LogRow) -> LogRowState:
    return LogRowState(id=row.id, open=row.open, made_up=row.made_up, picture=row.picture, entry=entry_of(row),
                       again=row.picture is not None and row.design is not None, created=row.created)  # fmt: skip
