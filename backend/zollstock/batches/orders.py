"""From chosen cells to an order: what is wanted is noted at once, a worker lays it out.

Laid out, every file has its plan, folder and name before the first is made.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from zollstock.core.documents.naming import Names, check_pattern, named, safe_name
from zollstock.core.documents.plan import PlanError, lengths_of, parse_plan
from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import style_for
from zollstock.core.handouts.sizednames import is_larger, whole_in_name
from zollstock.core.rules.fileformats import FILE_FORMATS
from zollstock.core.rules.viewing import grade_word
from zollstock.core.sizes.library import Size
from zollstock.core.studio.studio import Studio
from zollstock.core.telling.filefacts import FileFacts, facts_of
from zollstock.core.telling.findings import stops
from zollstock.core.work.outcome import work_out
from zollstock.jobs.kinds import PICTURE
from zollstock.longwork.messages import Message
from zollstock.pictures.models import Picture
from zollstock.renders.laying import LaidLine
from zollstock.renders.makers import side_fields
from zollstock.renders.models import Order, OrderFile, OrderLine, OrderPicture
from zollstock.renders.planners import register_planner, send_layout
from zollstock.studio.composition import studio_of

from .cells import cell_document, sizes_of_batch
from .models import Batch, CellEdit

PLANNER = "batch"
register_planner(PLANNER, Message("zollstock.batches.tasks.lay_out"))


class NothingToMake(Refusal):
    """The chosen cells lead to no file; the message says why."""


def order_batch(batch: Batch, chosen: set[tuple[UUID, str]] | None, pattern: str) -> Order:
    """Order a file for each chosen cell (picture, key of the size), or for all of them.

    What is wanted is kept as it is now: sizes, placing by hand, keep zones. Raises `PatternError` and
    `NothingToMake`.
    """
    check_pattern(pattern)
    rows = batch.rows.values_list("picture_id", "picture__keep")
    pictures = [(str(picture), keep) for picture, keep in rows]
    keys = [size["key"] for size in batch.sizes]
    picked = None if chosen is None else {(str(picture), key) for picture, key in chosen}
    cells = [
        (row, column)
        for row, (picture, _) in enumerate(pictures)
        for column, key in enumerate(keys)
        if picked is None or (picture, key) in picked
    ]
    if not cells:
        raise NothingToMake("No cell is chosen, so there is nothing to make.")
    edits = CellEdit.objects.filter(batch=batch).values_list("picture_id", "size", "fit")
    wanted = {
        "title": batch.title,
        "pattern": pattern,
        "shared": batch.shared,
        "sizes": batch.sizes,
        "pictures": pictures,
        "cells": None if len(cells) == len(pictures) * len(keys) else cells,
        "edits": [(str(picture), key, fit) for picture, key, fit in edits],
    }
    with transaction.atomic():
        order = Order.objects.create(
            planner=PLANNER,
            account=batch.account,
            title=batch.title,
            wanted=wanted,
            total=len(cells),
        )
        batch.orders.add(order)
        send_layout(order)
    return order


def lines_of_batch(order: Order) -> Iterator[LaidLine]:
    """The lines that are wanted of a batch, in their order. Folders go by size, no name twice.

    A cell that cannot be made becomes a failed order that says why, so that nothing is missing
    silently. A picture that went meanwhile, with its cells, is left out.
    """
    wanted, names = order.wanted, Names()
    # A batch as it was, never written.
    batch = Batch(title=wanted["title"], shared=wanted["shared"], sizes=wanted["sizes"])
    sizes, studio = sizes_of_batch(batch), studio_of(order.account)
    keeps = dict(wanted["pictures"])
    known = {str(held.id): held for held in Picture.objects.filter(id__in=keeps)}
    for picture, keep in keeps.items():
        if picture in known:
            known[picture].keep = keep
    edits = {(picture, key): fit for picture, key, fit in wanted["edits"]}
    every = ((row, column) for row in range(len(keeps)) for column in range(len(sizes)))
    for position, (row, column) in enumerate(wanted["cells"] or every):
        picture = known.get(wanted["pictures"][row][0])
        if picture is None:
            continue
        size = sizes[column]
        fit = edits.get((str(picture.id), size.key))
        yield _laid(order, batch, names, position, row + 1, picture, size, fit, studio)


def _laid(
    order: Order,
    batch: Batch,
    names: Names,
    position: int,
    number: int,
    picture: Picture,
    size: Size,
    fit: dict[str, Any] | None,
    studio: Studio,
) -> LaidLine:
    document = cell_document(batch, picture, size, fit)
    line = OrderLine(
        order=order, account_id=order.account_id, document=document, version=0, position=position
    )
    stem = picture.name.rsplit(".", 1)[0]
    fields = {
        "picture": stem,
        "title": stem,
        "job": batch.title,
        "size": size.name,
        "number": f"{number:03d}",
    }
    facts = FileFacts(picture=picture.name, size=size.name)
    try:
        plan = parse_plan(document)
    except PlanError as error:
        _refuse(line, error.problems[0][1])
    else:
        work = work_out(plan, studio)
        for finding in stops(work, style_for(lengths_of(plan)))[:1]:
            _refuse(line, finding.text)
        facts = facts_of(work, picture.name, size.name)
        ppi = f"{float(work.output_ppi):.0f}"
        style = style_for(lengths_of(plan))
        whole = whole_in_name(work, style) if is_larger(work) else ""
        fields |= side_fields(plan) | {
            "ppi": ppi,
            "grade": grade_word(work.grade or ""),
            "file": whole,
        }
    kind = document["output"]["format"]
    folder = safe_name(size.name, size.key)[:120]
    path = names.free(folder, _name(order.wanted["pattern"], fields), FILE_FORMATS[kind].ending)
    file = OrderFile(
        line=line,
        folder=folder,
        name=path.rsplit("/", 1)[-1],
        type=kind,
        facts=facts.model_dump(exclude_none=True),
    )
    return LaidLine(line, [OrderPicture(line=line, key=PICTURE, picture=picture)], [file])


def _name(pattern: str, fields: dict[str, str]) -> str:
    """By the pattern, and how large the whole file is where it is larger than the print: else somebody scales it."""
    name, whole = named(pattern, fields), fields.get("file", "")
    return f"{name[:90]}_{whole}" if whole and "{file}" not in pattern else name


def _refuse(line: OrderLine, why: str) -> None:
    line.state, line.problem, line.finished = OrderLine.State.FAILED, why[:400], timezone.now()
