"""The app, and what it does when a picture goes."""

from django.apps import AppConfig

from zollstock.pictures.signals import picture_goes


class JobsConfig(AppConfig):
    name = "zollstock.jobs"

    def ready(self) -> None:
        from .removed import let_go_of

        picture_goes.connect(let_go_of)
