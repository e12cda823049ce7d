"""How much an account may keep: its pictures and files together.

Apps that store files register how much they hold; this one adds up and compares.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Any

from django.conf import settings

from zollstock.core.ground.refusal import Refusal
from zollstock.core.ground.show import size_of_file

if TYPE_CHECKING:
    from django.contrib.auth.models import User

#: Each tells how many bytes of an account it holds.
_shares: list[Callable[[Any], int]] = []


class QuotaReached(Refusal):
    """There is no room left in an account; the message says how full it is and what to do."""


def register_usage(share: Callable[[Any], int]) -> None:
    """Register what an app holds: a function from an account to bytes."""
    _shares.append(share)


def used(account: User) -> int:
    """Bytes of pictures and files that an account keeps."""
    return sum(share(account) for share in _shares)


def check_room(account: User, more: int = 0) -> int:
    """The bytes that are left for an account. Raises `QuotaReached` when `more` do not go in."""
    held = used(account)
    left = settings.ACCOUNT_MOST_BYTES - held
    if more > left or left <= 0:
        raise QuotaReached(
            f"There is no room for it: this account keeps {size_of_file(held)} of "
            f"{size_of_file(settings.ACCOUNT_MOST_BYTES)}, pictures and made files together. Remove "
            "what is no longer needed and try again. Nothing was stored."
        )
    return left
