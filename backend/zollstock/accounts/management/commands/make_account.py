"""`./zollstock account NAME`: make an account, or give one a new password."""

import getpass
import os
from typing import Any

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser


class Command(BaseCommand):
    help = "Make an account, or set its password (asked for, or from ZOLLSTOCK_PASSWORD)."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name")

    def handle(self, *args: Any, name: str, **options: Any) -> None:
        password = os.environ.get("ZOLLSTOCK_PASSWORD") or _asked_twice()
        user = User.objects.filter(username=name).first() or User(username=name)
        try:
            validate_password(password, user)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from None
        user.set_password(password)
        user.save()
        self.stdout.write(f"The account {name} is ready.")


def _asked_twice() -> str:
    password = getpass.getpass("Password, ten signs or more: ")
    if getpass.getpass("The same again: ") != password:
        raise CommandError("The two are not the same. Nothing was changed.")
    return password
