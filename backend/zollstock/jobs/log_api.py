"""From a print to its row in the log, and from a row to a print with all of it."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.db.models import Max
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from ninja.errors import HttpError

from zollstock.accounts.principal import who_asks
from zollstock.accounts.signed import SignedRequest
from zollstock.core.documents.plan import lengths_of, parse_plan
from zollstock.core.ground.show import style_for
from zollstock.core.layouts import in_short, lay, parse_layout
from zollstock.core.studio.studio import Studio
from zollstock.core.work.outcome import Work, work_out
from zollstock.devices.kept import DEVICES
from zollstock.printlog.api import LogRowState, own_rows, row_state
from zollstock.printlog.models import LogRow

from .api import own_jobs, own_prints
from .layouts_api import own_layouts
from .models import Design
from .revisions import begin_print

router = Router(tags=["log"])


class MadeAgain(Schema):
    """The print that was made."""

    print: int


@router.post("/prints/{int:print_id}/log", response=LogRowState)
def log_print(request: SignedRequest, print_id: int) -> LogRowState:
    """*Printed: log it*: a row with all that is known of the print as it is now."""
    held = get_object_or_404(own_prints(request), id=print_id)
    row = LogRow.objects.create(
        account=request.user, open=True, made_on=timezone.localdate(), **about(held)
    )
    return row_state(row)


def about(held: Design) -> dict[str, Any]:
    """What a row knows of a print: which, how large, on what, from where, and what it is made again of."""
    plan = parse_plan(held.document)
    devices = DEVICES.held(held.account)
    work = work_out(plan, Studio(devices=devices))
    style = style_for(lengths_of(plan))
    distance = plan.viewing.distance
    return {
        "job": held.job_id,
        "design": held.id,
        "version": held.version,
        "title": (held.title or held.picture.name)[:200],
        "size": style.size(work.boxes.trim.w, work.boxes.trim.h)[:80],
        "medium": plan.medium.name[:120],
        "medium_key": (plan.medium.key or "")[:40],
        "distance": distance.typed[:60] if distance is not None else "",
        "document": held.document,
        "picture": held.picture.id,
    } | _device(work)


def _device(work: Work) -> dict[str, str]:
    """By which device and feed it was planned to be printed; nothing where that was not said."""
    choice, used = work.plan.device, work.device
    if choice is None or used is None:
        return {}
    return {"device": used.name, "device_key": choice.key, "feed": used.feed.name}


def about_layout(held: Design) -> dict[str, Any]:
    """What a row knows of a layout: which, its sheets, on what, from where."""
    layout = parse_layout(held.document)
    laid = lay(layout)
    style = style_for(layout.lengths)
    sizes = {style.size(sheet.width, sheet.height): None for sheet in laid.sheets}
    count = len(laid.sheets)
    first = layout.plans[0]
    distance = first.viewing.distance
    return {
        "job": held.job_id,
        "design": held.id,
        "version": held.version,
        "title": held.title[:200],
        "size": f"{count} {'sheet' if count == 1 else 'sheets'}, {' and '.join(sizes)}"[:80],
        "medium": first.medium.name[:120],
        "medium_key": (first.medium.key or "")[:40],
        "recipe": in_short(layout, laid),
        "distance": distance.typed[:60] if distance is not None else "",
    }


@router.post("/layouts/{int:layout_id}/log", response=LogRowState)
def log_layout(request: SignedRequest, layout_id: int) -> LogRowState:
    """The same for a layout that was printed."""
    held = get_object_or_404(own_layouts(request), id=layout_id)
    row = LogRow.objects.create(
        account=request.user, open=True, made_on=timezone.localdate(), **about_layout(held)
    )
    return row_state(row)


def _print_of(request: SignedRequest, row: LogRow) -> Design | None:
    """The print that a row is of, removed or not."""
    if row.design is None:
        return None
    own = who_asks(request).may_see(Design.every.all())
    return own.filter(id=row.design).select_related("job").first()


@router.post("/log/{int:row_id}/again", response=MadeAgain)
def same_again(request: SignedRequest, row_id: int) -> MadeAgain:
    """A print as that one was, in the job that it was in. Refused where its picture or its job is gone."""
    row = get_object_or_404(own_rows(request), id=row_id)
    before = _print_of(request, row)
    if before is None or row.document is None:
        raise HttpError(
            409, "The print that this row is of is gone, so it cannot be made again from here."
        )
    picture = before.by_key().get("picture")
    if picture is None or picture.id != row.picture:
        raise HttpError(
            409, "The picture of this row is gone, so it cannot be made again from here."
        )
    job = get_object_or_404(own_jobs(request), id=before.job_id)
    with transaction.atomic():
        last = job.designs.aggregate(most=Max("position"))["most"] or 0
        made = begin_print(job, picture, row.document, last + 1)
    return MadeAgain(print=made.id)
