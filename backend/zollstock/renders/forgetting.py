"""Pictures that are not to be kept: gone at once or after a time, and with them everything that was made of them."""

from __future__ import annotations

import logging
from datetime import timedelta
from typing import NamedTuple

from django.db import transaction
from django.utils import timezone

from zollstock.jobs.kinds import LAYOUT, PRINT
from zollstock.jobs.models import Design
from zollstock.pictures.models import Picture

from .models import Order, OrderFile

log = logging.getLogger(__name__)


class MadeOf(NamedTuple):
    """How much goes with a picture: prints, layouts, files."""

    prints: int
    layouts: int
    files: int


def made_of(picture: Picture) -> MadeOf:
    """What is made of a picture, alone or with others."""
    designs = Design.objects.filter(pictures=picture).distinct()
    return MadeOf(
        designs.filter(kind=PRINT).count(),
        designs.filter(kind=LAYOUT).count(),
        OrderFile.objects.filter(order__pictures=picture).exclude(file="").distinct().count(),
    )


def forget(picture: Picture) -> None:
    """Delete a picture, its prints and layouts with all their revisions, and every file made of it.

    An order in work finds its row gone, and leaves nothing.
    """
    with transaction.atomic():
        Order.objects.filter(pictures=picture).delete()
        Design.every.filter(pictures=picture).delete()
        picture.delete()


def keep_for(picture: Picture, days: int | None) -> None:
    """Let a picture go after so many days from now; None: it stays."""
    picture.forget_at = None if days is None else timezone.now() + timedelta(days=days)
    picture.save(update_fields=["forget_at"])


def forget_due() -> int:
    """Delete every picture whose time is up; returns how many."""
    gone = 0
    for picture in Picture.objects.filter(forget_at__lte=timezone.now()):
        try:
            forget(picture)
            gone += 1
        except Exception:  # the others must not wait for one that cannot go
            log.exception("picture %s could not be deleted when its time was up", picture.id)
    return gone
