"""Variants: one picture, many prints; each a plan of its own, none a copy of the file."""

from __future__ import annotations

from collections.abc import Sequence

from django.db import transaction
from django.db.models import F

from zollstock.core.documents.plan import PlanError, parse_plan
from zollstock.core.questions.survey import Along, plan_for
from zollstock.core.sizes.library import Size

from .kinds import PRINT
from .models import Design
from .revisions import begin_print


def make_variants(held: Design, sizes: Sequence[Size], along: Along) -> list[Design]:
    """A print for each size after `held`, placed by the keep zones; all of them or none.

    What else the plan says (medium, angle, output) goes along, its edge as asked; the distance is the
    natural one. Raises `PlanError` naming the size that cannot be.
    """
    plan = parse_plan(held.document)
    turn = plan.fit.turn in (90, 270)
    source = held.picture
    width, height = source.upright
    picture = (height, width) if turn else (width, height)
    made = []
    with transaction.atomic():
        later = Design.objects.filter(job_id=held.job_id, kind=PRINT, position__gt=held.position)
        later.update(position=F("position") + len(sizes))
        for number, size in enumerate(sizes, 1):
            document = plan_for(held.document, size, picture, None, along)
            try:
                made.append(begin_print(held.job, source, document, held.position + number))
            except PlanError as error:
                path, message = error.problems[0]
                raise PlanError([(path, f"{size.label}: {message}. No print was made")]) from None
    return made
