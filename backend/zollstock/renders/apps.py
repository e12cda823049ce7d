"""The app, and the tidying of files and orders whose row, or last line, is gone."""

from collections.abc import Iterator
from typing import Any

from django.apps import AppConfig
from django.db import transaction
from django.db.models.signals import post_delete

from zollstock.accounts.principal import Principal
from zollstock.accounts.quota import register_usage
from zollstock.pictures.apps import held_bytes
from zollstock.pictures.signals import picture_read
from zollstock.pictures.tidying import register_known_files


class RendersConfig(AppConfig):
    name = "zollstock.renders"

    def ready(self) -> None:
        from .models import OrderFile, OrderLine

        post_delete.connect(_discard_file, sender=OrderFile)
        post_delete.connect(_forget_order, sender=OrderLine)
        picture_read.connect(_picture_read)
        register_known_files("renders", _known_files)
        register_usage(
            "made files", lambda account: held_bytes(Principal(account).may_see(OrderLine.objects))
        )


def _known_files(begin: str) -> Iterator[str]:
    from .models import OrderFile

    held = OrderFile.objects.filter(file__istartswith=begin)
    return held.values_list("file", flat=True).iterator()


def _picture_read(picture_id: Any, **_: Any) -> None:
    from .orders import picture_was_read

    picture_was_read(picture_id)


def _discard_file(instance: Any, **_: Any) -> None:
    from zollstock.pictures.storage import discard

    name = instance.file.name
    transaction.on_commit(lambda: discard(name))


def _forget_order(instance: Any, **_: Any) -> None:
    """The order of one design goes with its line; one of a batch is its owner's to remove."""
    from .models import Order

    if instance.design_id is not None:
        Order.objects.filter(id=instance.order_id, planner="").delete()
