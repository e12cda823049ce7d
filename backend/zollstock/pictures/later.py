"""Having a picture read: told to the workers, by whoever brought it or found it waiting."""

from __future__ import annotations

from zollstock.longwork.messages import Message

from .models import Inspection, Picture

READ = Message("zollstock.pictures.tasks.read")
INSPECT = Message("zollstock.pictures.tasks.inspect", "heavy")

#: Larger pictures have a queue of their own, so that they never stand before all others, px.
HEAVY_PIXELS = 60_000_000


def read_later(picture: Picture) -> None:
    """Queue the reading. A silent broker is no loss: the row says reading, `take_up` finds it."""
    heavy = picture.width_px * picture.height_px > HEAVY_PIXELS
    READ.send_when_there(picture.id, "heavy" if heavy else None)


def inspect_later(inspection: Inspection) -> None:
    """Queue the measuring. It never stands before somebody's reading: it has the queue of what is heavy."""
    INSPECT.send_when_there(inspection.pk)
