"""The wall of a layout as a picture: of its own pictures, and in the photograph where it has one."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from threading import BoundedSemaphore

from ninja.errors import HttpError

from zollstock.core.layouts import parse_layout
from zollstock.pictures.models import Picture
from zollstock.pictures.serving import bench_preview
from zollstock.pixels.wallpicture import wall_picture
from zollstock.studio.composition import studio_of

from .kinds import KINDS, LAYOUT, WALL_PHOTO, plan_key
from .models import Design

#: A picture of a wall takes some 120 MB while it is drawn: so many at a time in a web process, and no more, however many
#: ask; whoever waits longer (seconds) is told.
_DRAWING = BoundedSemaphore(2)
_LONGEST_WAIT_S = 20.0


@contextmanager
def in_turn() -> Iterator[None]:
    """Draw while others wait. Raises a 503 where it takes too long until it is one's turn."""
    if not _DRAWING.acquire(timeout=_LONGEST_WAIT_S):
        raise HttpError(503, "Many look at pictures just now. Try again in a moment.")
    try:
        yield
    finally:
        _DRAWING.release()


def hangs(held: Design) -> bool:
    """Whether a design is a layout that hangs on a wall."""
    return held.kind == LAYOUT and "view" in held.document


def write_wall(held: Design, out: Path, unit: str | None = None) -> None:
    """Write what hangs. Raises `RenderError` where nothing does, and a 422 while a picture is read."""
    pictures = held.by_key()
    photo = WALL_PHOTO in KINDS[LAYOUT].pictures(held.document)
    with in_turn():
        wall_picture(
            parse_layout(held.document),
            lambda number: preview_of(pictures[plan_key(number)]),
            out,
            unit,
            preview_of(pictures[WALL_PHOTO]) if photo else None,
            studio_of(held.account),
        )


def preview_of(picture: Picture) -> bytes:
    """The upright JPEG that was made when the picture was read."""
    preview = bench_preview(picture)
    if not preview:
        raise HttpError(422, "A picture is still being read; ask again in a moment.")
    with preview.open("rb") as file:
        return bytes(file.read())
