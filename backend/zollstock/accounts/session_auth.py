"""Who may come in: somebody with a session, on a page that is theirs."""

from __future__ import annotations

from typing import Any
from urllib.parse import unquote

from django.http import HttpRequest
from ninja.security import SessionAuth

#: By which a page says whose it is. Windows of a browser share its session: where somebody else has signed in
#: in another one, a page must neither change what is theirs nor show it under its owner's name.
PAGE_OF = "X-Account"


def is_own(request: HttpRequest, account: Any) -> bool:
    """Whether the page that asks is this account's; what says nothing of a page is no page."""
    page_of = request.headers.get(PAGE_OF)
    return page_of is None or unquote(page_of) == account.get_username()


class OwnPage(SessionAuth):
    """The account of the session; nobody, where the page that asks is somebody else's."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any | None:
        account = super().authenticate(request, key)
        return account if account is not None and is_own(request, account) else None
