"""An order's files in one ZIP, streamed, and the table that says what each of them is."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Any

from django.core.files.storage import default_storage
from django.db.models import F
from zipstream import ZipStream

from zollstock.core.ground.csvtable import write_table
from zollstock.core.telling.filefacts import FACT_COLUMNS
from zollstock.jobs.billing import number_of
from zollstock.jobs.models import Job
from zollstock.jobs.standing import stand_of
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


JOB_COLUMNS = ("number", "file", "title", "size", "width_px", "height_px", "ppi", "copies", "medium", "edge", "state", "bytes", "sha256")  # fmt: skip


def current_files(job: Job) -> list[OrderFile]:
    """The files of the prints and layouts of a job as they are now, in the job's order."""
    lines = OrderLine.objects.filter(
        design__job=job, state=OrderLine.State.DONE, version=F("design__version")
    )
    newest = {line.design_id: line.id for line in lines.only("id", "design_id").order_by("created")}
    held = OrderFile.objects.filter(line__in=newest.values()).exclude(file="")
    return list(held.select_related("line__design").defer("line__document", "line__design__document").order_by(
        "-line__design__kind", "line__design__position", "line__design__id", "number"
    ))  # fmt: skip


def job_table(job: Job, files: Iterable[OrderFile]) -> str:
    """CSV: one line a file."""
    return write_table(JOB_COLUMNS, (_job_row(job, file) for file in files))


def _job_row(job: Job, file: OrderFile) -> list[Any]:
    design, known = file.line.design, file.known
    if design is None:
        return [""] * len(JOB_COLUMNS)
    summary = design.summary
    return [
        number_of(job, design), file.path, design.title, summary["text"], known.width_px or "", known.height_px or "",
        known.ppi or "", design.copies, summary.get("medium", ""), summary.get("edge", ""), stand_of(design), file.bytes, file.sha256,
    ]  # fmt: skip


def zipped_job(job: Job, ticket: bytes | None) -> Iterator[bytes]:
    """The current files of a job, a table of them, and its ticket."""
    stream = ZipStream()
    files = current_files(job)
    for file in files:
        stream.add(_pieces(name_of(file.file)), file.path)
    stream.add(job_table(job, files).encode("utf-8-sig"), "files.csv")
    if ticket is not None:
        stream.add(ticket, "ticket.pdf")
    yield from stream
