"""Variants: one picture, many prints; each a plan of its own, none a copy of the file."""

from __future__ import annotations

from collections.abc import Sequence

from django.db import transaction
from django.db.models import F

from zollstock.core.library import Size
from zollstock.core.plan import PlanError, parse_plan
from zollstock.core.survey import plan_for

from .models import Print
from .revisions import begin


def make_variants(held: Print, sizes: Sequence[Size]) -> list[Print]:
    """A print for each size after `held`, placed by the keep zones; all of them or none.

    What else the plan says (medium, edge, angle, output) goes along, the distance is the natural
    one. Raises `PlanError` naming the size that cannot be.
    """
    plan = parse_plan(held.plan)
    turn = plan.fit.turn in (90, 270)
    width, height = held.picture.upright
    picture = (height, width) if turn else (width, height)
    made = []
    with transaction.atomic():
        later = Print.objects.filter(job_id=held.job_id, position__gt=held.position)
        later.update(position=F("position") + len(sizes))
        for number, size in enumerate(sizes, 1):
            document = plan_for(held.plan, size, picture)
            fresh = Print(job=held.job, picture=held.picture, position=held.position + number)
            try:
                made.append(begin(fresh, document))
            except PlanError as error:
                path, message = error.problems[0]
                raise PlanError([(path, f"{size.label}: {message}. No print was made")]) from None
    return made
