"""`manage.py tidy`: clear what killed processes left; the clock does the same every hour."""

from typing import Any

from django.core.management.base import BaseCommand

from zollstock.pictures.tidying import clear_orphans, clear_scratch


class Command(BaseCommand):
    help = "Remove scratch folders of ended processes and stored files that belong to nothing."

    def handle(self, *args: Any, **options: Any) -> None:
        clear_scratch()
        clear_orphans()
