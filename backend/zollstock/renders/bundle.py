"""An order's files in one ZIP, streamed, and the table that says what each of them is."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from django.core.files.storage import default_storage
from zipstream import ZipStream

from zollstock.core.ground.csvtable import write_table
from zollstock.core.telling.filefacts import FACT_COLUMNS
from zollstock.pictures.storage import name_of

from .models import Order, OrderFile, OrderLine

COLUMNS = ("file", "state", *FACT_COLUMNS, "bytes", "sha256", "problem")
_CHUNK = 2**20


def table(order: Order) -> str:
    """CSV: one line a file, finished or not, in the order of its lines."""
    return write_table(COLUMNS, (_row(file) for file in _files(order)))


def _files(order: Order) -> Iterator[OrderFile]:
    held = OrderFile.objects.filter(line__order=order).select_related("line")
    return held.order_by("line__position", "number").iterator(chunk_size=500)


def _row(file: OrderFile) -> list[Any]:
    made = file.bytes or "", file.sha256, file.line.problem
    return [file.path, file.line.state, *file.known.cells(), *made]


def zipped(order: Order) -> Iterator[bytes]:
    """The finished files and `files.csv`. Stored as they are: pictures do not pack further."""
    stream = ZipStream()
    for file in _files(order):
        if file.line.state == OrderLine.State.DONE:
            stream.add(_pieces(name_of(file.file)), file.path)
    stream.add(table(order).encode("utf-8-sig"), "files.csv")
    yield from stream


def zipped_line(line: OrderLine) -> Iterator[bytes]:
    """The files of one line that is done, in their order."""
    stream = ZipStream()
    for file in line.files.all():
        stream.add(_pieces(name_of(file.file)), file.path)
    yield from stream


def _pieces(name: str) -> Iterator[bytes]:
    with default_storage.open(name, "rb") as file:
        while piece := file.read(_CHUNK):
            yield piece
