"""The unit that somebody works in."""

from __future__ import annotations

from typing import cast

from django.contrib.auth.models import User

from zollstock.core.ground.lengths import ShownUnit


def unit_of(account: User) -> ShownUnit:
    """The account's unit; cm until it has chosen one."""
    preferences = getattr(account, "preferences", None)
    return cast("ShownUnit", preferences.unit) if preferences is not None else "cm"
