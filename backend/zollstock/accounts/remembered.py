"""Who asks, as it was known a moment ago: for figures under a moving finger, sixty times a second.

Only for what reads nothing and changes nothing of an account: a session that ended elsewhere may still
reckon for so long.
"""

from __future__ import annotations

from typing import Any

from django.contrib.auth.signals import user_logged_out
from django.dispatch import receiver
from django.http import HttpRequest

from .moment import AMomentAgo
from .session_auth import OwnPage, is_own

_known: AMomentAgo[str, Any] = AMomentAgo()


class RememberedSession(OwnPage):
    """Django's session, looked up in the database once in a moment."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any | None:
        if not key:
            return super().authenticate(request, key)
        user = _known.of(key, lambda: super(RememberedSession, self).authenticate(request, key))
        if user is None:
            return None
        request.user = user
        return user if is_own(request, user) else None


@receiver(user_logged_out)
def _forget(**_: Any) -> None:
    _known.forget_all()
