"""Everything that has to be done before the application starts, in one process: each costs a second."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandParser


class Command(BaseCommand):
    help = "Bring tables and static files up to date, clear what was left behind."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("collation")

    def handle(self, *args: Any, collation: str, **options: Any) -> None:
        call_command("migrate", verbosity=0)
        call_command("one_collation", collation, stdout=self.stdout)
        call_command("tidy")
        call_command("collectstatic", interactive=False, clear=True, verbosity=0)
