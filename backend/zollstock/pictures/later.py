"""Having a picture read: told to the workers, by whoever brought it or found it waiting."""

from __future__ import annotations

from django.db import transaction

from zollstock.longwork.messages import dispatch

from .models import Inspection, Picture

#: Larger pictures have a queue of their own, so that they never stand before all others, px.
HEAVY_PIXELS = 60_000_000


def read_later(picture: Picture) -> None:
    """Queue the reading. A silent broker is no loss: the row says reading, `take_up` finds it."""
    queue = "heavy" if picture.width_px * picture.height_px > HEAVY_PIXELS else "quick"
    transaction.on_commit(lambda: dispatch("zollstock.pictures.tasks.read", str(picture.id), queue))


def inspect_later(inspection: Inspection) -> None:
    """Queue the measuring. It never stands before somebody's reading: it has the queue of what is heavy."""
    transaction.on_commit(
        lambda: dispatch("zollstock.pictures.tasks.inspect", str(inspection.pk), "heavy")
    )
