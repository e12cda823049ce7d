"""The app, and what it does when a picture goes."""

from typing import Any

from django.apps import AppConfig
from django.db.models import Sum

from zollstock.accounts.principal import Principal
from zollstock.accounts.quota import register_usage
from zollstock.pictures.signals import picture_goes


class JobsConfig(AppConfig):
    name = "zollstock.jobs"

    def ready(self) -> None:
        from .removed import let_go_of

        picture_goes.connect(let_go_of)
        register_usage("plans and their versions", _revisions)


def _revisions(account: Any) -> int:
    """Bytes of the documents as they once were."""
    from .models import Design

    held = Principal(account).may_see(Design.every)
    return int(held.aggregate(weight=Sum("kept_bytes"))["weight"] or 0)
