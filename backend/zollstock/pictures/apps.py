"""The app, and the tidying of files whose row is gone."""

from collections.abc import Iterator
from typing import Any

from django.apps import AppConfig
from django.db import transaction
from django.db.models import QuerySet, Sum
from django.db.models.signals import post_delete

from zollstock.accounts.principal import Principal
from zollstock.accounts.quota import register_usage

from .tidying import register_known_files


class PicturesConfig(AppConfig):
    name = "zollstock.pictures"

    def ready(self) -> None:
        from .models import Parcel, Picture
        from .parcels import discard_pieces, known_pieces

        post_delete.connect(_discard_files, sender=Picture)
        post_delete.connect(
            lambda instance, **_: discard_pieces(instance), sender=Parcel, weak=False
        )
        register_known_files("pictures", _known_files)
        register_known_files("parcels", known_pieces)
        register_usage(
            "pictures", lambda account: held_bytes(Principal(account).may_see(Picture.objects))
        )


def _known_files(begin: str) -> Iterator[str]:
    from .models import Picture

    # All files of a picture lie where its own file lies.
    found = Picture.objects.filter(file__istartswith=begin)
    for names in found.values_list("file", "preview", "small", "tiles").iterator():
        yield from names


def held_bytes(rows: QuerySet[Any]) -> int:
    """What the files of these rows weigh together."""
    return int(rows.aggregate(weight=Sum("bytes"))["weight"] or 0)


def _discard_files(instance: Any, **_: Any) -> None:
    """Rows also go by cascade, which calls no method of theirs; the signal sees every one."""
    from .elsewhere import forget_unpacked
    from .storage import discard

    files = (instance.file, instance.preview, instance.small, instance.tiles)
    # Read now: by the time the row is gone for good, what is left of it in memory has no key any more.
    picture, names = instance.id, [file.name for file in files]
    transaction.on_commit(lambda: forget_unpacked(picture))
    transaction.on_commit(lambda: discard(*names))
