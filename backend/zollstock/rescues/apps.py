"""The app, and the tidying of views whose row is gone."""

from collections.abc import Iterator
from typing import Any

from django.apps import AppConfig
from django.db import transaction
from django.db.models.signals import post_delete

from zollstock.pictures.tidying import register_known_files


class RescuesConfig(AppConfig):
    name = "zollstock.rescues"

    def ready(self) -> None:
        from .models import RescueView

        post_delete.connect(_discard_file, sender=RescueView)
        # They count for no account: few are kept, and none for long.
        register_known_files("rescues", _known_files)


def _known_files(begin: str) -> Iterator[str]:
    from .models import RescueView

    found = RescueView.objects.filter(file__istartswith=begin)
    return found.values_list("file", flat=True).iterator()


def _discard_file(instance: Any, **_: Any) -> None:
    from zollstock.pictures.storage import discard

    name = instance.file.name
    transaction.on_commit(lambda: discard(name))
