"""Saving a print's plan: every change a revision, undo and redo between them, no stale window."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from zollstock.core.parts.fit import KeepZone
from zollstock.core.plan import PlanError, parse_plan, plan_document
from zollstock.core.refusal import Refusal
from zollstock.core.zones import turned
from zollstock.pictures.models import Picture

from .models import Print, Revision


class StaleVersion(Refusal):
    """The print was changed meanwhile; `current` is the version in force."""

    def __init__(self, current: int) -> None:
        self.current = current
        super().__init__(
            "This print was changed in another window. Your change was not saved yet, the other one is "
            "safe."
        )


def save_plan(print_id: int, document: dict[str, Any], version: int) -> Print:
    """Make `document` the plan in force; what had been undone is forgotten.

    Raises `PlanError`, or `StaleVersion` when `version` is not the one in force. A plan equal to
    the one in force changes nothing.
    """
    wanted = plan_document(parse_plan(document))
    with transaction.atomic():
        held = _held(print_id, version)
        check_picture(held, wanted)
        if wanted == held.plan:
            return held
        held.revisions.filter(number__gt=held.head).delete()
        redrawn = _upright_zones(wanted) != _upright_zones(held.plan)
        held.head += 1
        held.plan = wanted
        held.version += 1
        Revision.objects.create(print=held, number=held.head, plan=wanted)
        held.save()
        if redrawn:
            _keep_with_picture(held)
    return held


def _upright_zones(document: dict[str, Any]) -> list[dict[str, Any]]:
    """A plan's keep zones in fractions of the upright picture, before the plan's own turn."""
    fit = document["fit"]
    return [turned(KeepZone(**zone), -fit["turn"]).model_dump(mode="json") for zone in fit["keep"]]


def _keep_with_picture(held: Print) -> None:
    """Zones drawn on one print are the picture's: its next prints begin with them."""
    Picture.objects.filter(id=held.picture_id).update(keep=_upright_zones(held.plan))


def step(print_id: int, version: int, by: int) -> Print:
    """Undo (`by` = −1) or redo (+1); at the end of the chain nothing changes."""
    with transaction.atomic():
        held = _held(print_id, version)
        revision = held.revisions.filter(number=held.head + by).first()
        if revision is None:
            return held
        held.head, held.plan = revision.number, revision.plan
        held.version += 1
        held.save()
    return held


def begin(held: Print, document: dict[str, Any]) -> Print:
    """Save a new print with its first revision. Raises `PlanError`."""
    held.plan = plan_document(parse_plan(document))
    check_picture(held, held.plan)
    with transaction.atomic():
        held.save()
        Revision.objects.create(print=held, number=1, plan=held.plan)
        if held.plan["fit"]["keep"]:
            _keep_with_picture(held)
    return held


def check_picture(held: Print, document: dict[str, Any]) -> None:
    """A plan must be for the print's own picture. Raises `PlanError`."""
    own, given = held.picture.plan_part(), document["picture"]
    if given != own:
        raise PlanError([(
            "picture",
            "this plan is for another picture: {width_px} × {height_px} px, orientation "
            "{orientation}".format(**given),
        )])  # fmt: skip


def _held(print_id: int, version: int) -> Print:
    """The print, locked until the transaction ends."""
    held = Print.objects.select_for_update().get(id=print_id)
    if held.version != version:
        raise StaleVersion(held.version)
    return held
