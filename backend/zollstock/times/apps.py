"""The app: the times of accounts."""

from django.apps import AppConfig


class TimesConfig(AppConfig):
    name = "zollstock.times"
