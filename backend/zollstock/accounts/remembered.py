"""Who asks, remembered for two seconds: for figures under a moving finger, sixty times a second.

Only for what reads nothing and changes nothing of an account: a session that ended elsewhere may still
reckon for so long.
"""

from __future__ import annotations

import time
from typing import Any

from django.contrib.auth.signals import user_logged_out
from django.dispatch import receiver
from django.http import HttpRequest

from .session_auth import OwnPage, is_own

_KEPT_FOR = 2.0
_MOST_KEPT = 2000
_known: dict[str, tuple[float, Any]] = {}


class RememberedSession(OwnPage):
    """Django's session, looked up in the database once in two seconds at most."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any | None:
        now = time.monotonic()
        until, user = _known.get(key or "", (0.0, None))
        if user is not None and now < until:
            request.user = user
            return user if is_own(request, user) else None
        found = super().authenticate(request, key)
        if found is not None and key:
            if len(_known) >= _MOST_KEPT:
                _known.clear()
            _known[key] = (now + _KEPT_FOR, found)
        return found


@receiver(user_logged_out)
def _forget(**_: Any) -> None:
    _known.clear()
