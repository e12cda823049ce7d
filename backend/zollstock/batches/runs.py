"""From chosen cells to a run: what is wanted is noted at once, a worker lays it out.

Laid out, every file has its plan, folder and name before the first is made.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
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
from zollstock.renders.makers import side_fields
from zollstock.renders.models import Order, OrderFile, OrderPicture, Run
from zollstock.renders.planners import register_planner, send_layout
from zollstock.studio.composition import studio_of

from .cells import cell_document, sizes_of_batch
from .models import Batch, CellEdit

#: So many orders are laid out, and written, at once.
AT_ONCE = 250

PLANNER = "batch"
register_planner(PLANNER, Message("zollstock.batches.tasks.lay_out"))


class NothingToMake(Refusal):
    """The chosen cells lead to no file; the message says why."""


def order_run(batch: Batch, chosen: set[tuple[UUID, str]] | None, pattern: str) -> Run:
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
        run = Run.objects.create(
            planner=PLANNER,
            account=batch.account,
            title=batch.title,
            wanted=wanted,
            total=len(cells),
        )
        batch.runs.add(run)
        send_layout(run)
    return run


@dataclass(frozen=True, slots=True)
class RunItem:
    """One order of a run with its picture and file, not yet written."""

    order: Order
    picture: OrderPicture
    file: OrderFile


def write(laid: list[RunItem]) -> None:
    """Write orders with what belongs to them; to be called within a transaction."""
    Order.objects.bulk_create([one.order for one in laid])
    OrderPicture.objects.bulk_create([one.picture for one in laid])
    OrderFile.objects.bulk_create([one.file for one in laid])


def run_items(run: Run) -> Iterator[RunItem]:
    """The orders that a run wishes for, in their order. Folders go by size, no name twice.

    A cell that cannot be made becomes a failed order that says why, so that nothing is missing
    silently. A picture that went meanwhile, with its cells, is left out.
    """
    wanted, names = run.wanted, Names()
    # A batch as it was, never written.
    batch = Batch(title=wanted["title"], shared=wanted["shared"], sizes=wanted["sizes"])
    sizes, studio = sizes_of_batch(batch), studio_of(run.account)
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
        yield _laid(run, batch, names, position, row + 1, picture, size, fit, studio)


def _laid(
    run: Run,
    batch: Batch,
    names: Names,
    position: int,
    number: int,
    picture: Picture,
    size: Size,
    fit: dict[str, Any] | None,
    studio: Studio,
) -> RunItem:
    document = cell_document(batch, picture, size, fit)
    order = Order(
        run=run, account_id=run.account_id, document=document, version=0, position=position
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
        _refuse(order, error.problems[0][1])
    else:
        work = work_out(plan, studio)
        for finding in stops(work, style_for(lengths_of(plan)))[:1]:
            _refuse(order, finding.text)
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
    path = names.free(folder, _name(run.wanted["pattern"], fields), FILE_FORMATS[kind].ending)
    file = OrderFile(
        order=order,
        folder=folder,
        name=path.rsplit("/", 1)[-1],
        type=kind,
        facts=facts.model_dump(exclude_none=True),
    )
    return RunItem(order, OrderPicture(order=order, key=PICTURE, picture=picture), file)


def _name(pattern: str, fields: dict[str, str]) -> str:
    """By the pattern, and how large the whole file is where it is larger than the print: else somebody scales it."""
    name, whole = named(pattern, fields), fields.get("file", "")
    return f"{name[:90]}_{whole}" if whole and "{file}" not in pattern else name


def _refuse(order: Order, why: str) -> None:
    order.state, order.problem, order.finished = Order.State.FAILED, why[:400], timezone.now()
