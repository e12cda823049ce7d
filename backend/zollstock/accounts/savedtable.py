"""A table of an account that it has changed: one document, with a version that guards against a stale window."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction

from zollstock.core.ground.refusal import Refusal

from .keeping import KeptTable


def saved_table(rows: type[KeptTable], account: User) -> tuple[dict[str, Any] | None, int]:
    """The document and its version; None and 0 while nothing was changed."""
    row = rows._default_manager.filter(account=account).first()
    return (None, 0) if row is None else (row.document, row.version)


def keep(
    rows: type[KeptTable], account: User, document: dict[str, Any], version: int, stale: Refusal
) -> int:
    """Keep a document; returns its version. Raises `stale` when `version` is not the one in force.

    A document equal to the one in force is kept already, whatever its version: its answer was lost, and
    it is sent again.
    """
    before, in_force = saved_table(rows, account)
    if before == document:
        return in_force
    try:
        with transaction.atomic():
            if version == 0:
                rows._default_manager.create(account=account, document=document)
                return 1
            row = rows._default_manager.filter(account=account, version=version)
            if not row.update(document=document, version=version + 1):
                raise stale
    except IntegrityError:
        raise stale from None
    return version + 1


def forget(rows: type[KeptTable], account: User, version: int, stale: Refusal) -> None:
    """Reset to examples; where that is in force already, nothing changes. Raises `stale` likewise."""
    own = rows._default_manager.filter(account=account)
    deleted, _ = own.filter(version=version).delete()
    if not deleted and own.exists():
        raise stale
