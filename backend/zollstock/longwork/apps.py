"""The app: what is deleted takes its log along."""

from django.apps import AppConfig, apps
from django.db.models.signals import post_delete


class LongWorkConfig(AppConfig):
    name = "zollstock.longwork"

    def ready(self) -> None:
        from .events import forget_log
        from .rows import LongWork

        # Each by itself: a listener to all models would have Django fetch every row that goes, of any kind.
        for model in apps.get_models():
            if issubclass(model, LongWork):
                post_delete.connect(forget_log, sender=model)
