"""The app, and the tidying of files whose row is gone."""

from typing import Any

from django.apps import AppConfig
from django.db import transaction
from django.db.models.signals import post_delete


class RendersConfig(AppConfig):
    name = "zollstock.renders"

    def ready(self) -> None:
        from .models import Render

        post_delete.connect(_discard_file, sender=Render)


def _discard_file(instance: Any, **_: Any) -> None:
    from zollstock.pictures.storage import discard

    transaction.on_commit(lambda: discard(instance.file.name))
