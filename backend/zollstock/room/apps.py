"""The app: rules of accounts, and the jobs that are spared."""

from django.apps import AppConfig


class RoomConfig(AppConfig):
    name = "zollstock.room"
