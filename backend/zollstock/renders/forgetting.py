"""Pictures that are not to be kept: gone at once or after a time, and with them everything that was made of them."""

from __future__ import annotations

import logging
from datetime import timedelta
from typing import NamedTuple

from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from zollstock.jobs.kinds import LAYOUT, PRINT
from zollstock.jobs.models import Design
from zollstock.pictures.lineage import with_derived
from zollstock.pictures.models import Picture

from .models import OrderFile, OrderLine

log = logging.getLogger(__name__)


class MadeOf(NamedTuple):
    """How much goes with a picture: pictures made of it, prints, layouts, files."""

    pictures: int

    prints: int
    layouts: int
    files: int


def made_of(picture: Picture) -> MadeOf:
    """What is made of a picture, alone or with others."""
    family = with_derived([picture.id])
    designs = Design.objects.filter(pictures__in=family).distinct()
    return MadeOf(
        len(family) - 1,
        designs.filter(kind=PRINT).count(),
        designs.filter(kind=LAYOUT).count(),
        OrderFile.objects.filter(line__pictures__in=family).exclude(file="").distinct().count(),
    )


def forget(picture: Picture) -> None:
    """Delete a picture and those made of it, their prints and layouts with all revisions, and every file of them.

    A line in work finds its row gone, and leaves nothing.
    """
    family = with_derived([picture.id])
    with transaction.atomic():
        OrderLine.objects.filter(pictures__in=family).delete()
        Design.every.filter(pictures__in=family).delete()
        # The foreign key takes the pictures made of it along, the youngest first.
        picture.delete()


def keep_for(picture: Picture, days: int | None) -> None:
    """Let a picture go after so many days from now, and those made of it with it; None: it stays."""
    picture.forget_at = None if days is None else timezone.now() + timedelta(days=days)
    picture.save(update_fields=["forget_at"])
    if picture.forget_at is not None:
        # What would go sooner by itself still does.
        later = Q(forget_at=None) | Q(forget_at__gt=picture.forget_at)
        derived = with_derived([picture.id]) - {picture.id}
        Picture.objects.filter(later, id__in=derived).update(forget_at=picture.forget_at)


def forget_due() -> int:
    """Delete every picture whose time is up; returns how many."""
    gone = 0
    due = Picture.objects.filter(forget_at__lte=timezone.now())
    # Those that were brought first: what was made of them goes with them.
    for picture in due.order_by("created"):
        if not Picture.objects.filter(id=picture.id).exists():
            continue
        try:
            forget(picture)
            gone += 1
        except Exception:  # the others must not wait for one that cannot go
            log.exception("picture %s could not be deleted when its time was up", picture.id)
    return gone
