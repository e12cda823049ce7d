"""A print of the picture that a rescue made: as the print that the rescue was for."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.db.models import F

from zollstock.core.rescue.worked import Worked
from zollstock.jobs.kinds import PRINT
from zollstock.jobs.models import Design
from zollstock.jobs.revisions import begin_print
from zollstock.pictures.measured import counted_detail
from zollstock.pictures.models import Picture


def print_of(held: Design, picture: Picture, work: Worked) -> Design:
    """A print right after `held`, of another picture. What had to be kept is kept: zones go along, placed anew where the
    picture has a new rim. Pixels are kept and not sharpened again. Raises `PlanError`."""
    document: dict[str, Any] = held.document | {"picture": picture.plan_part()}
    fit = dict(document.get("fit") or {})
    fit["keep"] = [_moved(zone, work) for zone in fit.get("keep") or []]
    document["fit"] = fit
    pixels = dict(document.get("pixels") or {})
    document["pixels"] = pixels | {"sharpen": None, "denoise": 0.0}
    document["viewing"] = dict(document.get("viewing") or {}) | counted_detail(picture)
    with transaction.atomic():
        later = Design.objects.filter(job_id=held.job_id, kind=PRINT, position__gt=held.position)
        later.update(position=F("position") + 1)
        return begin_print(held.job, picture, document, held.position + 1)


def _moved(zone: dict[str, Any], work: Worked) -> dict[str, Any]:
    """A zone, in shares of the picture, as shares of it with its new rim."""
    left, top, *_ = work.rim
    return zone | {
        "x": (left + zone["x"] * work.width) / work.wide,
        "y": (top + zone["y"] * work.height) / work.high,
        "w": zone["w"] * work.width / work.wide,
        "h": zone["h"] * work.height / work.high,
    }
