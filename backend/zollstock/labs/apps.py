"""The app: what it holds, and the tidying of files whose row is gone."""

from collections.abc import Iterator
from typing import Any

from django.apps import AppConfig
from django.db import transaction
from django.db.models import Sum
from django.db.models.signals import post_delete

from zollstock.accounts.principal import Principal
from zollstock.accounts.quota import register_usage
from zollstock.pictures.tidying import register_known_files


class LabsConfig(AppConfig):
    name = "zollstock.labs"

    def ready(self) -> None:
        from zollstock.longwork.events import forget_log

        from .models import LabItem, LabOrder

        register_usage("orders at labs", _weight)
        register_known_files("labfiles", _sent_files)
        register_known_files("labreturned", _returned_files)
        post_delete.connect(_discard_files, sender=LabItem)
        post_delete.connect(forget_log, sender=LabOrder)


def _weight(account: Any) -> int:
    from .models import LabItem

    held = Principal(account).may_see(LabItem.objects).exclude(file="")
    return int(held.aggregate(sum=Sum("bytes"))["sum"] or 0)


def _sent_files(begin: str) -> Iterator[str]:
    from .models import LabItem

    return LabItem.objects.filter(file__istartswith=begin).values_list("file", flat=True).iterator()


def _returned_files(begin: str) -> Iterator[str]:
    from .models import LabItem

    rows = LabItem.objects.filter(returned__istartswith=begin)
    return rows.values_list("returned", flat=True).iterator()


def _discard_files(instance: Any, **_: Any) -> None:
    from zollstock.pictures.storage import discard

    names = (instance.file.name, instance.returned.name)
    transaction.on_commit(lambda: discard(*names))
