"""A run's files in one ZIP, streamed, and the table that says what each of them is."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from django.core.files.storage import default_storage
from zipstream import ZipStream

from zollstock.core.tables import write_table

from .models import Render, Run

#: What a run's orders know of themselves (`Render.facts`), in the order of the table.
FACTS = (
    "picture", "size", "width", "height", "width_px", "height_px", "ppi", "format", "bits", "mode",
    "crop_x", "crop_y", "crop_width", "crop_height", "turn", "angle", "loss", "effective_ppi",
    "grade", "zones",
)  # fmt: skip
COLUMNS = ("file", "state", *FACTS, "bytes", "sha256", "problem")
_CHUNK = 2**20


def table(run: Run) -> str:
    """CSV: one line an order, finished or not, in the order of the run."""
    return write_table(COLUMNS, (_row(render) for render in run.renders.order_by("position")))


def _row(render: Render) -> list[Any]:
    return [
        path_of(render), render.state, *(render.facts.get(name, "") for name in FACTS),
        render.bytes or "", render.sha256, render.problem,
    ]  # fmt: skip


def path_of(render: Render) -> str:
    """Where a file lies in the ZIP: `folder/name`."""
    return f"{render.folder}/{render.name}" if render.folder else render.name


def zipped(run: Run) -> Iterator[bytes]:
    """The finished files and `files.csv`. Stored as they are: pictures do not pack further."""
    stream = ZipStream()
    done = run.renders.filter(state=Render.State.DONE).order_by("position")
    for render in done.iterator(chunk_size=500):
        stream.add(_pieces(render.file.name), path_of(render))
    stream.add(table(run).encode("utf-8-sig"), "files.csv")
    yield from stream


def _pieces(name: str) -> Iterator[bytes]:
    with default_storage.open(name, "rb") as file:
        while piece := file.read(_CHUNK):
            yield piece
