"""Reading a picture through once: proofs for the screen, and proof that the file is whole.

Pictures are decoded here and nowhere nearer to the web: in worker processes with a limit of memory
(zollstock.site.limits) and of time. One that kills its reader is given up after three tries.
"""

from __future__ import annotations

import logging
import uuid
from datetime import timedelta

from celery import shared_task
from django.db import transaction
from django.db.models import F, QuerySet
from django.utils import timezone

from zollstock.pixels.errors import PictureError
from zollstock.pixels.proofs import make_proofs

from .heartbeat import Heartbeat, persistently
from .messages import dispatch
from .models import Picture
from .signals import picture_read
from .storage import discard, local_path, store, work_folder
from .tidying import clear_orphans, clear_scratch

log = logging.getLogger(__name__)

#: A picture whose reader was silent for this long is read again: its worker died, or nobody came.
LEFT_AFTER = timedelta(seconds=12)
MOST_TRIES = 3
#: Nothing takes longer to read than this, seconds; then the reader is ended.
MOST_SECONDS = 180
#: Larger pictures have a queue of their own, so that they never stand before all others, px.
HEAVY_PIXELS = 60_000_000

_UNREADABLE = (
    "This picture could not be read: three times its reader ran out of memory or time. Save it "
    "again without interlacing, or smaller, and bring it again."
)


def read_later(picture: Picture) -> None:
    """Queue the reading. A silent broker is no loss: the row says reading, `take_up` finds it."""
    queue = "heavy" if picture.width_px * picture.height_px > HEAVY_PIXELS else "quick"
    transaction.on_commit(lambda: dispatch("zollstock.pictures.tasks.read", str(picture.id), queue))


@shared_task(time_limit=MOST_SECONDS)
def read(picture_id: str) -> None:
    """Make the proofs of a picture; only the worker that claims it reads it."""
    reader = str(uuid.uuid4())
    waiting = Picture.objects.filter(id=picture_id, state=Picture.State.READING, reader="")
    if not waiting.update(reader=reader, tries=F("tries") + 1, touched=timezone.now()):
        return
    mine = Picture.objects.filter(id=picture_id, state=Picture.State.READING, reader=reader)
    picture = mine.get()
    home = picture.file.name.rsplit("/", 1)[0]
    with (
        Heartbeat(lambda: bool(mine.update(touched=timezone.now()))),
        local_path(picture.file.name) as master,
        work_folder() as folder,
    ):
        bench, small = folder / "bench.jpg", folder / "small.jpg"
        try:
            make_proofs(master, bench, small)
        except PictureError as error:
            _refuse(mine, picture, str(error))
            return
        proofs = store(bench, f"{home}/bench.jpg"), store(small, f"{home}/small.jpg")
        try:
            changed = persistently(
                lambda: mine.update(
                    proof=proofs[0], small=proofs[1], state=Picture.State.READY, reader="",
                    touched=timezone.now(),
                )
            )  # fmt: skip
        except Exception:
            discard(*proofs)
            raise
    if changed:
        picture_read.send(Picture, picture_id=picture.id)
    else:
        discard(*proofs)


def _refuse(mine: QuerySet[Picture], picture: Picture, reason: str) -> None:
    """A damaged file is not kept; the row stays to say why."""
    if persistently(
        lambda: mine.update(
            state=Picture.State.REFUSED, problem=reason[:400], reader="", touched=timezone.now()
        )
    ):
        discard(picture.file.name)
        picture_read.send(Picture, picture_id=picture.id)


@shared_task
def take_up() -> None:
    """Queue again what nobody has read; give up what killed its reader three times."""
    left = Picture.objects.filter(
        state=Picture.State.READING, touched__lt=timezone.now() - LEFT_AFTER
    )
    for picture in left:
        same = Picture.objects.filter(
            id=picture.id, state=Picture.State.READING, reader=picture.reader
        )
        if picture.tries >= MOST_TRIES:
            log.warning("picture %s killed its reader %s times", picture.id, picture.tries)
            _refuse(same, picture, _UNREADABLE)
        elif same.update(reader="", touched=timezone.now()):
            read_later(picture)


@shared_task
def clear_left_behind() -> None:
    """Scratch folders of processes that are gone."""
    clear_scratch()


@shared_task
def clear_what_belongs_to_nothing() -> None:
    """Parcels that nobody adds to any more, and stored files that no row knows."""
    from .parcels import give_up_old

    give_up_old()
    clear_orphans()
