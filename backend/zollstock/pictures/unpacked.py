"""Unpacked copies of pictures, on the machine that looks at them: for looking at any part at once.

A JPEG is decoded from its beginning whatever part of it is wanted, which takes a second for a large one.
Copies are kept while they are used and there is room; what is lost is made again.
"""

from __future__ import annotations

import os
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from uuid import UUID

from django.conf import settings

from zollstock.pixels.errors import PictureError
from zollstock.pixels.unpack import unpack

from .models import Picture
from .storage import local_path, name_of

#: A copy that nobody looked at for this long, seconds, goes.
UNUSED = 60 * 60.0
#: A half-made copy that is older has lost its maker, seconds.
_ABANDONED = 10 * 60.0


@contextmanager
def unpacked(picture: Picture) -> Iterator[Path]:
    """A copy to be opened at once: it may go as soon as somebody else needs the room.

    A picture that has no room even alone is read as it is. Raises what `unpack` raises, and `OSError` where the
    disk is full.
    """
    if _weight(picture) > settings.UNPACKED_MOST_BYTES:
        with local_path(name_of(picture.file)) as master:
            yield master
        return
    place = _place(picture.id)
    if not place.exists():
        place.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
        half = place.with_name(f"{place.stem}.{os.getpid()}.half")
        try:
            with local_path(name_of(picture.file)) as master:
                unpack(master, half)
            clear_unpacked(half.stat().st_size)
            half.rename(place)
        finally:
            half.unlink(missing_ok=True)
        if not Picture.objects.filter(id=picture.id).exists():
            # It went while it was being unpacked, and with it what was to be its copy.
            forget_unpacked(picture.id)
            raise PictureError("The picture was deleted meanwhile.")
    with suppress(FileNotFoundError):
        os.utime(place)
    yield place


def forget_unpacked(picture: UUID) -> None:
    """The copy goes with its picture, and whatever lies beside it. What is only half made is its maker's, who looks
    whether the picture is still there when it is done."""
    for path in Path(settings.UNPACKED_ROOT).glob(f"{picture}.*"):
        if path.suffix != ".half":
            path.unlink(missing_ok=True)


def beside(picture: UUID, name: str) -> Path:
    """Where something made of a picture lies for a while, as its copy does: it goes with the picture, and when there is
    no room."""
    root = Path(settings.UNPACKED_ROOT)
    root.mkdir(mode=0o700, parents=True, exist_ok=True)
    return root / f"{picture}.{name}"


def clear_unpacked(coming: int = 0) -> int:
    """Remove what is not used, and the longest unused until `coming` bytes have room; returns how many."""
    now, gone, held = time.time(), 0, coming
    found = []
    for path in Path(settings.UNPACKED_ROOT).glob("*"):
        with suppress(FileNotFoundError):
            found.append((path.stat(), path))
    for facts, path in sorted(found, key=lambda one: -one[0].st_mtime):
        if path.suffix == ".half":
            over = now - facts.st_mtime > _ABANDONED
        else:
            held += facts.st_size
            over = now - facts.st_mtime > UNUSED or held > settings.UNPACKED_MOST_BYTES
        if over:
            path.unlink(missing_ok=True)
            gone += 1
    return gone


def _weight(picture: Picture) -> int:
    """Bytes of its pixels."""
    channels = picture.channels + int(picture.has_alpha)
    return picture.width_px * picture.height_px * channels * picture.bits // 8


def _place(picture: UUID) -> Path:
    return Path(settings.UNPACKED_ROOT) / f"{picture}.tif"
