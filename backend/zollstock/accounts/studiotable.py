"""The one mechanism for rows that a studio keeps: a table as one document, with a version that guards against a stale window.

A table has what ships until somebody changes it, is read by the core (which checks it and knows documents of before),
and answers reckoning from what it holds until it is changed.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, Generic, TypeVar

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.db.models import QuerySet
from pydantic import BaseModel

from zollstock.core.ground.refusal import Refusal

from .keeping import KeptTable
from .principal import Principal
from .untilchanged import UntilChanged

Table = TypeVar("Table", bound=BaseModel)


@dataclass(frozen=True, eq=False)
class StudioTable(Generic[Table]):
    """A table of rows: its address (`/api` + `path`), where its documents are stored, which one ships, how one is read, what a stale window is told,
    how it becomes CSV and (with what was there before) comes back from it, and what is said beside it."""

    path: str
    rows: type[KeptTable]
    shipped: Table
    read: Callable[[Any], Table]
    stale: Callable[[], Refusal]
    to_csv: Callable[[Table], str]
    from_csv: Callable[[str, Table], Table]
    note: str = ""
    _held: UntilChanged[Table] = field(init=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "_held", UntilChanged(self.rows))

    def of(self, account: User) -> tuple[Table, int]:
        """The table and its version; 0 while it is the one that ships."""
        row = self._own(account).first()
        return (self.shipped, 0) if row is None else (self.read(row.document), row.version)

    def held(self, account: User) -> Table:
        """The table as it is held until it is changed, for what follows a moving hand."""
        return self._held.of(account.pk, lambda: self.of(account)[0])

    def save(self, account: User, table: Table, version: int) -> int:
        """Keep a table; returns its version. Raises what a stale window is told when `version` is not in force.

        One that is equal to that in force is kept already, whatever its version: its answer was lost, and it is sent
        again.
        """
        document = table.model_dump(mode="json")
        row = self._own(account).first()
        if row is not None and row.document == document:
            return row.version
        try:
            with transaction.atomic():
                if version == 0:
                    self.rows._default_manager.create(account=account, document=document)
                    return 1
                mine = self._own(account).filter(version=version)
                if not mine.update(document=document, version=version + 1):
                    raise self.stale()
        except IntegrityError:
            raise self.stale() from None
        finally:
            self._held.forget(account.pk)
        return version + 1

    def reset(self, account: User, version: int) -> None:
        """Back to what ships; where that is in force already, nothing changes. Raises as `save` does."""
        own = self._own(account)
        deleted, _ = own.filter(version=version).delete()
        if not deleted and own.exists():
            raise self.stale()

    def _own(self, account: User) -> QuerySet[KeptTable]:
        return Principal(account).may_see(self.rows._default_manager)
