"""Giving an order, calling it off, and the name of the file."""

from __future__ import annotations

import logging
import re
import unicodedata

from django.db import transaction
from django.utils import timezone
from kombu.exceptions import OperationalError

from zollstock.core.findings import findings
from zollstock.core.plan import Plan, lengths_of, parse_plan
from zollstock.core.show import style_for
from zollstock.core.work import Work, work_out
from zollstock.jobs.models import Print

from .models import Render

log = logging.getLogger(__name__)
_ENDINGS = {"tiff": "tif", "jpeg": "jpg", "png": "png"}
UNFINISHED = (Render.State.QUEUED, Render.State.RUNNING)


class Stopped(Exception):
    """The plan has a `stop`; the message says which."""


def order(held: Print) -> Render:
    """Order the file of a print's plan as it is now. Raises `Stopped`.

    The same plan already waiting or in work is not ordered twice.
    """
    plan = parse_plan(held.plan)
    work = work_out(plan)
    for finding in findings(work, style_for(lengths_of(plan))):
        if finding.level == "stop":
            raise Stopped(finding.text)
    with transaction.atomic():
        Print.objects.select_for_update().get(id=held.id)
        running = Render.objects.filter(print=held, version=held.version, state__in=UNFINISHED)
        if found := running.first():
            return found
        render = Render.objects.create(
            account=held.job.account, print=held, picture=held.picture, plan=held.plan,
            version=held.version, name=file_name(plan, work),
        )  # fmt: skip
        send(render)
    return render


def send(render: Render) -> None:
    """Tell a worker. When the broker is silent the row waits and is sent again later."""
    from .tasks import make

    def tell() -> None:
        try:
            make.apply_async([str(render.id)], retry=False)
        except OperationalError:
            log.warning("the broker does not answer; render %s waits", render.id)

    transaction.on_commit(tell)


def call_off(render: Render) -> None:
    """Cancel what is not finished; the worker notices within a second and leaves nothing."""
    Render.objects.filter(id=render.id, state__in=UNFINISHED).update(
        state=Render.State.CANCELLED, finished=timezone.now()
    )


def file_name(plan: Plan, work: Work) -> str:
    """A telling name, safe on every system: `fog-over-the-pans_24x16in_250ppi.tif`."""
    plain = unicodedata.normalize("NFKD", plan.title).encode("ascii", "ignore").decode()
    title = re.sub(r"[^a-z0-9]+", "-", plain.lower()).strip("-")[:80] or "print"
    style = style_for(lengths_of(plan))
    trim = work.boxes.trim
    size = "x".join(f"{float(mm) / float(_per_unit(style.unit)):.6g}" for mm in (trim.w, trim.h))
    return (
        f"{title}_{size}{style.unit}_{float(work.output_ppi):.0f}ppi.{_ENDINGS[plan.output.format]}"
    )


def _per_unit(unit: str) -> float:
    from zollstock.core.lengths import UNITS

    return float(UNITS[unit])
