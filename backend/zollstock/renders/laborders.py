"""Prints as they are ordered at a lab: what is sent is the file of a print as it is now."""

from __future__ import annotations

from django.db.models import Prefetch, QuerySet

from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import style_for
from zollstock.core.parts.lab import LabUsed
from zollstock.jobs.models import Design
from zollstock.labs.ordering import Wanted
from zollstock.pictures.storage import name_of

from .models import OrderFile, OrderLine


def with_files(prints: QuerySet[Design]) -> QuerySet[Design]:
    lines = OrderLine.objects.filter(state=OrderLine.State.DONE).defer("document")
    return prints.prefetch_related(Prefetch("lines", lines), "lines__files")


def made_file(held: Design) -> OrderFile | None:
    """The file of a print as it is now."""
    now = [line for line in held.lines.all() if line.version == held.version]
    files = [file for line in now for file in line.files.all() if file.file]
    return files[0] if files else None


def wanted_of(held: Design, used: LabUsed, copies: int) -> Wanted:
    file = made_file(held)
    if file is None:
        raise Refusal("Make its file first: what is sent is the file of the print as it is now.")
    return wanted_of_file(file, used, copies, held.title, held.id, held.version)


def wanted_of_file(file: OrderFile, used: LabUsed, copies: int, title: str, design: int | None, version: int | None) -> Wanted:  # fmt: skip
    style = style_for([used.size.width, used.size.height])
    return Wanted(
        title=title or "untitled", used=used, copies=copies, file=name_of(file.file), name=file.name, format=file.type,
        sha256=file.sha256, bytes=file.bytes, design=design, version=version,
        size_text=style.size(used.size.width.mm, used.size.height.mm),
    )  # fmt: skip
