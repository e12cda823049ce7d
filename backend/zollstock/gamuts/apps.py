"""The app."""

from django.apps import AppConfig


class GamutsConfig(AppConfig):
    name = "zollstock.gamuts"
