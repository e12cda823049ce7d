"""Parcels: a large file that comes in pieces, so that a line that breaks costs a piece and not the file.

A parcel knows how much of it has arrived; its sender asks, and goes on from there. The pieces lie in
the storage until all of them are there; then they are taken in like any other file.
"""

from __future__ import annotations

from collections.abc import Iterator
from datetime import timedelta
from uuid import UUID

from django.conf import settings
from django.contrib.auth.models import User
from django.core.cache import cache
from django.core.files.base import ContentFile
from django.core.files.storage import default_storage
from django.db import transaction
from django.utils import timezone

from zollstock.accounts.principal import Principal
from zollstock.accounts.quota import check_room
from zollstock.core.ground.refusal import Refusal
from zollstock.pixels.errors import PictureError

from .intake import clean_name, take_in, too_large
from .models import Parcel, Picture
from .storage import discard

#: The largest piece that is taken, bytes. A piece is held in memory while it arrives.
PIECE_MOST_BYTES = 8 * 2**20
#: So many parcels of an account may be open; the oldest make way.
MOST_OPEN = 20
#: A parcel that nothing was added to for so long is given up.
GIVEN_UP_AFTER = timedelta(days=1)
_CHUNK = 2**20


class WrongPlace(Refusal):
    """A piece that does not follow on what is there; `received` is where to go on."""

    def __init__(self, received: int) -> None:
        self.received = received
        super().__init__(f"This piece does not follow: {received} bytes have arrived.")


def begin(account: User, name: str, size: int) -> Parcel:
    """Open a parcel for a file of `size` bytes. Raises `PictureError` or `QuotaReached`."""
    if size > settings.UPLOAD_MOST_BYTES:
        raise PictureError(too_large())
    room = check_room(account, size)
    parcel = Parcel.objects.create(account=account, name=clean_name(name), size=size)
    # Together they take no more room than there is: the oldest make way.
    taken = 0
    for number, one in enumerate(Principal(account).may_see(Parcel.objects).order_by("-touched")):
        taken += one.size
        if number >= MOST_OPEN or taken > room:
            one.delete()
    return parcel


def add(account: User, parcel_id: UUID, at: int, piece: bytes) -> Parcel:
    """Add a piece that begins at byte `at`. Raises `WrongPlace`, or `PictureError` for too much."""
    with transaction.atomic():
        parcel = Principal(account).may_see(Parcel.objects).select_for_update().get(id=parcel_id)
        if at != parcel.received:
            raise WrongPlace(parcel.received)
        if parcel.received + len(piece) > parcel.size:
            raise PictureError("More bytes came than were announced. Add the file again.")
        if piece:
            name = f"parcels/{parcel.id.hex[:2]}/{parcel.id}/{at:013d}"
            # A worker that was ended before it could write the row may have left this very piece.
            default_storage.delete(name)
            parcel.pieces.append(default_storage.save(name, ContentFile(piece)))
            parcel.received += len(piece)
        parcel.save()
    return parcel


def finish(account: User, parcel_id: UUID) -> tuple[Picture, bool]:
    """Take the whole file in, as `take_in` does; the parcel is gone then, also where it is refused.

    Raises `WrongPlace` while pieces are missing, `PictureError` or `QuotaReached` as `take_in` does.
    """
    parcel = Principal(account).may_see(Parcel.objects).get(id=parcel_id)
    if parcel.received != parcel.size:
        raise WrongPlace(parcel.received)
    kept = _key(account, parcel_id), parcel.size
    try:
        taken = take_in(account, parcel.name, _bytes(parcel))
    except PictureError:
        parcel.delete()
        raise
    parcel.delete()
    cache.set(kept[0], (str(taken[0].id), kept[1]), GIVEN_UP_AFTER.total_seconds())
    return taken


def finished(account: User, parcel_id: UUID) -> tuple[Picture, int] | None:
    """The picture that a parcel has become already, and its size: its sender may have lost the answer."""
    picture_id, size = cache.get(_key(account, parcel_id), ("", 0))
    picture = (
        Principal(account).may_see(Picture.objects).filter(id=picture_id).first()
        if picture_id
        else None
    )
    return None if picture is None else (picture, size)


def _key(account: User, parcel_id: UUID) -> str:
    return f"parcel:{account.pk}:{parcel_id}"


def _bytes(parcel: Parcel) -> Iterator[bytes]:
    for name in parcel.pieces:
        with default_storage.open(name) as piece:
            while chunk := piece.read(_CHUNK):
                yield chunk


def give_up_old() -> int:
    """Remove parcels that nobody adds to any more; returns how many."""
    old = Parcel.objects.filter(touched__lt=timezone.now() - GIVEN_UP_AFTER)
    count = old.count()
    old.delete()
    return count


def known_pieces(begin: str) -> Iterator[str]:
    for pieces in Parcel.objects.values_list("pieces", flat=True).iterator():
        yield from (piece for piece in pieces if piece.startswith(begin))


def discard_pieces(parcel: Parcel) -> None:
    names = list(parcel.pieces)
    transaction.on_commit(lambda: discard(*names))
