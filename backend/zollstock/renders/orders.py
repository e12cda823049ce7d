"""Giving an order, calling it off, and the name of the file."""

from __future__ import annotations

from uuid import UUID

from django.db import transaction
from django.utils import timezone

from zollstock.accounts.quota import check_room
from zollstock.core.findings import stops
from zollstock.core.lengths import UNITS
from zollstock.core.naming import Names, safe_name
from zollstock.core.outputs import OUTPUTS
from zollstock.core.plan import Plan, lengths_of, parse_plan
from zollstock.core.refusal import Refusal
from zollstock.core.show import style_for
from zollstock.core.work import Work, work_out
from zollstock.jobs.models import Print
from zollstock.longwork.messages import dispatch
from zollstock.pictures.models import Picture

from .models import Render

UNFINISHED = (Render.State.QUEUED, Render.State.RUNNING)


class Stopped(Refusal):
    """The plan has a `stop`; the message says which."""


def order(held: Print) -> Render:
    """Order the file of a print's plan as it is now. Raises `Stopped`, `QuotaReached`.

    The same plan already waiting or in work is not ordered twice.
    """
    plan = parse_plan(held.plan)
    work = work_out(plan)
    for finding in stops(work, style_for(lengths_of(plan))):
        raise Stopped(finding.text)
    if held.picture.state == Picture.State.REFUSED:
        raise Stopped(held.picture.problem)
    check_room(held.job.account)
    with transaction.atomic():
        Print.objects.select_for_update().get(id=held.id)
        running = Render.objects.filter(print=held, version=held.version, state__in=UNFINISHED)
        if found := running.first():
            return found
        render = Render.objects.create(
            account=held.job.account, print=held, picture=held.picture, plan=held.plan,
            version=held.version, name=_free_name(held, file_name(plan, work)),
        )  # fmt: skip
        send(render)
    return render


def _free_name(held: Print, name: str) -> str:
    """The name, numbered where the newest file of another print of the job is called the same."""
    others = Render.objects.filter(print__job=held.job_id).exclude(print=held)
    names = Names(others.values_list("name", flat=True))
    stem, _, ending = name.rpartition(".")
    return names.free("", stem, ending)


def send(render: Render) -> None:
    """Tell a worker. When the broker is silent the row waits and is sent again later.

    An order whose picture is still being read waits for it, and is sent when that is done.
    """
    if render.run_id is not None:
        send_run(render.run_id)
        return
    ready = Picture.objects.filter(id=render.picture_id, state=Picture.State.READY)

    def send_when_ready() -> None:
        # Looked at when the order is there for all to see: a picture that becomes ready from now on
        # finds it.
        if ready.exists():
            dispatch("zollstock.renders.tasks.make", str(render.id))

    transaction.on_commit(send_when_ready)


def picture_was_read(picture_id: UUID) -> None:
    """What waited for a picture goes on; or fails in words, where the picture was refused."""
    picture = Picture.objects.filter(id=picture_id).first()
    if picture is None:
        return
    waiting = Render.objects.filter(picture=picture, state=Render.State.QUEUED)
    if picture.state == Picture.State.REFUSED:
        waiting.update(
            state=Render.State.FAILED, finished=timezone.now(), problem=picture.problem[:400]
        )
        return
    for render in waiting.filter(run=None):
        send(render)
    for run_id in waiting.exclude(run=None).values_list("run_id", flat=True).distinct():
        send_run(run_id)


def send_run(run_id: UUID | str, workers: int = 1) -> None:
    """Tell so many workers of a run; each goes on by itself until nothing waits."""

    def send_all() -> None:
        for _ in range(workers):
            dispatch("zollstock.renders.tasks.work_off", str(run_id))

    transaction.on_commit(send_all)


def call_off(render: Render) -> None:
    """Cancel what is not finished; the worker notices within a second and leaves nothing."""
    Render.objects.filter(id=render.id, state__in=UNFINISHED).update(
        state=Render.State.CANCELLED, finished=timezone.now()
    )


def file_name(plan: Plan, work: Work) -> str:
    """A telling name, safe on every system: `fog-over-the-pans_24x16in_250ppi.tif`."""
    sides = side_fields(plan)
    size = f"{sides['width']}x{sides['height']}{sides['unit']}"
    title = safe_name(plan.title)[:80]
    return f"{title}_{size}_{float(work.output_ppi):.0f}ppi.{OUTPUTS[plan.output.format].ending}"


def side_fields(plan: Plan) -> dict[str, str]:
    """Finished width, height and unit as plain numbers for a file name."""
    style = style_for(lengths_of(plan))
    per_unit = style.pixel if style.unit == "px" else UNITS[style.unit]
    sides = {
        name: f"{float(getattr(plan.target, name).mm / per_unit):.6g}"
        for name in ("width", "height")
    }
    return sides | {"unit": style.unit}
