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

#: Each tells how many bytes of an account it holds, by what these are.
_shares: dict[str, Callable[[Any], int]] = {}


class QuotaReached(Refusal):
    """There is no room left in an account; the message says how full it is and what to do."""


def register_usage(what: str, share: Callable[[Any], int]) -> None:
    """Register what an app holds, in a word of the screen: a function from an account to bytes."""
    _shares[what] = share


def shares_of(account: User) -> dict[str, int]:
    """Bytes that an account keeps, by what they are."""
    return {what: share(account) for what, share in _shares.items()}


def used(account: User) -> int:
    """Bytes of pictures and files that an account keeps."""
    return sum(shares_of(account).values())


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
