"""One collation for all tables but for what is searched, so that names compare everywhere as they do in the tests."""

from __future__ import annotations

from collections.abc import Iterator
from copy import copy
from typing import Any

from django.apps import apps
from django.core.management.base import BaseCommand, CommandParser
from django.db import connection, models


def _searched() -> Iterator[models.CharField[str, str]]:
    """The fields that compare as people read, and say so."""
    for model in apps.get_models():
        for field in model._meta.local_fields:
            if isinstance(field, models.CharField) and field.db_collation:
                yield field


class Command(BaseCommand):
    help = "Convert tables that compare texts otherwise; does nothing where all is well."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("collation")

    def handle(self, *args: Any, collation: str, **options: Any) -> None:
        with connection.cursor() as cursor:
            cursor.execute(
                "SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() "
                "AND table_type = 'BASE TABLE' AND table_collation <> %s "
                "UNION SELECT table_name FROM information_schema.columns WHERE table_schema = "
                "DATABASE() AND data_type IN ('char', 'varchar') AND collation_name NOT IN %s",
                [collation, [collation, *{field.db_collation for field in _searched()}]],
            )
            tables = [name for (name,) in cursor.fetchall()]
            if not tables:
                return
            cursor.execute("SET SESSION foreign_key_checks = 0")
            for table in tables:
                named = connection.ops.quote_name(table)
                cursor.execute(
                    f"ALTER TABLE {named} CONVERT TO CHARACTER SET utf8mb4 COLLATE {collation}"
                )
            cursor.execute("SET SESSION foreign_key_checks = 1")
        with connection.schema_editor() as editor:
            for field in _searched():
                if field.model._meta.db_table in tables:
                    plain = copy(field)
                    plain.db_collation = None
                    editor.alter_field(field.model, plain, field)
        self.stdout.write(f"{len(tables)} tables compare exactly now.")
