"""The app, what it counts for an account, and the tidying of files whose row is gone."""

from collections.abc import Iterator
from typing import Any

from django.apps import AppConfig
from django.db import transaction
from django.db.models import Sum
from django.db.models.signals import post_delete

from zollstock.accounts.quota import register_usage
from zollstock.pictures.tidying import register_known_files


class ProfilesConfig(AppConfig):
    name = "zollstock.profiles"

    def ready(self) -> None:
        from .models import ProfileRow

        post_delete.connect(_discard_file, sender=ProfileRow)
        register_usage("profiles", _weight)
        register_known_files("profiles", _known_files)


def _weight(account: Any) -> int:
    from zollstock.accounts.principal import Principal

    from .models import ProfileRow

    return Principal(account).may_see(ProfileRow.objects).aggregate(all=Sum("bytes"))["all"] or 0


def _known_files(begin: str) -> Iterator[str]:
    from .models import ProfileRow

    return (
        ProfileRow.objects.filter(file__istartswith=begin).values_list("file", flat=True).iterator()
    )


def _discard_file(instance: Any, **_: Any) -> None:
    from zollstock.pictures.storage import discard

    name = instance.file.name
    transaction.on_commit(lambda: discard(name))
