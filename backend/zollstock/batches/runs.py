"""From chosen cells to a run: every file with its plan, folder and name before the first is made."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.db import transaction

from zollstock.core.findings import stops
from zollstock.core.library import Size
from zollstock.core.naming import Names, check_pattern, named, safe_name
from zollstock.core.outputs import OUTPUTS
from zollstock.core.plan import PlanError, lengths_of, parse_plan
from zollstock.core.show import style_for
from zollstock.core.work import Work, work_out
from zollstock.core.zones import zone_state
from zollstock.pictures.models import Picture
from zollstock.renders.models import Render, Run
from zollstock.renders.orders import send_run, side_fields
from zollstock.renders.runs_api import WORKERS

from .cells import cell_document
from .models import Batch

_AT_ONCE = 500


class NothingToMake(Exception):
    """The chosen cells lead to no file; the message says why."""


def order_run(
    batch: Batch, cells: Iterable[tuple[int, Picture, Size, dict[str, Any] | None]], pattern: str
) -> Run:
    """Order a file for each cell: (number of the picture, picture, size, edit).

    Folders go by size, names by the pattern, none twice. A cell that cannot be rendered becomes a
    failed order that says why, so that nothing is missing silently. Raises `PatternError` and
    `NothingToMake`.
    """
    check_pattern(pattern)
    names = Names()
    run = Run(account=batch.account, title=batch.title)
    orders = []
    for position, (number, picture, size, fit) in enumerate(cells):
        document = cell_document(batch, picture, size, fit)
        order = Render(run=run, account=batch.account, picture=picture, plan=document, version=0,
                       position=position, folder=safe_name(size.name, size.key)[:120])  # fmt: skip
        _named(order, batch, names, number, picture, size, pattern)
        orders.append(order)
    if not orders:
        raise NothingToMake("No cell is chosen, so there is nothing to make.")
    with transaction.atomic():
        run.save(force_insert=True)
        Render.objects.bulk_create(orders, batch_size=_AT_ONCE)
        batch.runs.add(run)
        send_run(run.id, WORKERS)
    return run


def _named(
    order: Render,
    batch: Batch,
    names: Names,
    number: int,
    picture: Picture,
    size: Size,
    pattern: str,
) -> None:
    """Give an order its name and its facts; fail it at once where its plan says stop."""
    fields = {"picture": picture.name.rsplit(".", 1)[0], "title": picture.name.rsplit(".", 1)[0],
              "job": batch.title, "size": size.name, "number": f"{number:03d}"}  # fmt: skip
    ending = OUTPUTS[batch.shared["output"]["format"]].ending
    try:
        plan = parse_plan(order.plan)
    except PlanError as error:
        order.state, order.problem = Render.State.FAILED, error.problems[0][1][:400]
        order.facts = {"picture": picture.name, "size": size.name}
    else:
        work = work_out(plan)
        against = [finding.text for finding in stops(work, style_for(lengths_of(plan)))]
        if against:
            order.state, order.problem = Render.State.FAILED, against[0][:400]
        order.facts = facts_of(work, picture, size)
        fields |= side_fields(plan) | {
            "ppi": f"{float(work.output_ppi):.0f}",
            "grade": work.grade or "",
        }
    path = names.free(order.folder, named(pattern, fields), ending)
    order.name = path.rsplit("/", 1)[-1]


def facts_of(work: Work, picture: Picture, size: Size) -> dict[str, Any]:
    """What the table says of a file before it is made; the pixels are those it will have."""
    plan, crop = work.plan, work.placement.crop
    return {
        "picture": picture.name, "size": size.name, "width": plan.target.width.typed,
        "height": plan.target.height.typed, "width_px": work.output_w, "height_px": work.output_h,
        "ppi": round(float(work.output_ppi), 4), "format": plan.output.format,
        "bits": plan.output.bits, "mode": plan.fit.mode,
        "crop_x": round(float(crop.x), 2), "crop_y": round(float(crop.y), 2),
        "crop_width": round(float(crop.w), 2), "crop_height": round(float(crop.h), 2),
        "turn": plan.fit.turn, "angle": plan.fit.angle,
        "loss": round(float(work.placement.loss), 6),
        "effective_ppi": round(float(work.effective), 3), "grade": work.grade or "",
        "zones": zone_state(work),
    }  # fmt: skip
