"""Reading a picture through once: proofs for the screen, and proof that the file is whole."""

from __future__ import annotations

import logging
from datetime import timedelta

from celery import shared_task
from django.db import transaction
from django.utils import timezone
from kombu.exceptions import OperationalError

from zollstock.pixels.errors import PictureError
from zollstock.pixels.proofs import make_proofs

from .models import Picture
from .storage import discard, local_path, store, work_folder

log = logging.getLogger(__name__)

#: A picture still unread after this long is read again: its worker died or its message was lost.
LEFT_AFTER = timedelta(seconds=60)


def read_later(picture: Picture) -> None:
    """Queue the reading. A silent broker is no loss: the row says reading, `take_up` finds it."""

    def send() -> None:
        try:
            read.apply_async([str(picture.id)], retry=False)
        except OperationalError:
            log.warning("the broker does not answer; picture %s waits", picture.id)

    transaction.on_commit(send)


@shared_task
def read(picture_id: str) -> None:
    """Make the proofs of a picture. Doing it twice does no harm."""
    picture = Picture.objects.filter(id=picture_id, state=Picture.State.READING).first()
    if picture is None:
        return
    home = picture.file.name.rsplit("/", 1)[0]
    with local_path(picture.file.name) as master, work_folder() as folder:
        bench, small = folder / "bench.jpg", folder / "small.jpg"
        try:
            make_proofs(master, bench, small)
        except PictureError as error:
            _refuse(picture, str(error))
            return
        proofs = store(bench, f"{home}/bench.jpg"), store(small, f"{home}/small.jpg")
    changed = Picture.objects.filter(id=picture_id, state=Picture.State.READING).update(
        proof=proofs[0], small=proofs[1], state=Picture.State.READY, touched=timezone.now()
    )
    if not changed:
        discard(*proofs)


def _refuse(picture: Picture, reason: str) -> None:
    """A damaged file is not kept; the row stays to say why."""
    Picture.objects.filter(id=picture.id).update(
        state=Picture.State.REFUSED, problem=reason, touched=timezone.now()
    )
    discard(picture.file.name)


@shared_task
def take_up() -> None:
    """Queue again what nobody has read."""
    left = Picture.objects.filter(
        state=Picture.State.READING, touched__lt=timezone.now() - LEFT_AFTER
    )
    for picture in left:
        Picture.objects.filter(id=picture.id).update(touched=timezone.now())
        read_later(picture)
