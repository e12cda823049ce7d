"""Who asks, and what of the rows that are kept that may be seen: decided here and nowhere else.

Today an account asks, and sees all that is its own. A link that shows chosen things of a job until a date is another
principal: it narrows `may_see`, and everything that is asked follows.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING, TypeVar

from django.db.models import Manager, Model, QuerySet

if TYPE_CHECKING:
    from django.contrib.auth.models import User

    from .signed import SignedRequest

Row = TypeVar("Row", bound=Model)


@dataclass(frozen=True, slots=True)
class Principal:
    """An account that asks for what is its own."""

    account: User

    def may_see(self, rows: Manager[Row] | QuerySet[Row]) -> QuerySet[Row]:
        """Those of `rows` that it may see. A model whose rows belong to an account by way of others says how in
        `OWNER`; by itself it has an `account`."""
        return rows.filter(**{getattr(rows.model, "OWNER", "account"): self.account})


def who_asks(request: SignedRequest) -> Principal:
    return Principal(request.user)
