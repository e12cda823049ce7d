"""The app, and the tidying of files whose row is gone."""

from collections.abc import Iterator
from typing import Any

from django.apps import AppConfig
from django.db import transaction
from django.db.models.signals import post_delete

from zollstock.pictures.tidying import register_known_files


class TrialsConfig(AppConfig):
    name = "zollstock.trials"

    def ready(self) -> None:
        from .models import ScreenSet

        post_delete.connect(_discard_file, sender=ScreenSet)
        register_known_files("screens", _known_files)


def _known_files(begin: str) -> Iterator[str]:
    from .models import ScreenSet

    return (
        ScreenSet.objects.filter(file__istartswith=begin).values_list("file", flat=True).iterator()
    )


def _discard_file(instance: Any, **_: Any) -> None:
    from zollstock.pictures.storage import discard

    name = instance.file.name
    transaction.on_commit(lambda: discard(name))
