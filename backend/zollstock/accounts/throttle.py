"""Wrong tries from one address, whatever the names: django-axes counts them, here they are added up."""

from __future__ import annotations

from axes.models import AccessAttempt
from django.conf import settings
from django.db.models import Sum
from django.http import HttpRequest
from django.utils import timezone
from ninja.errors import HttpError

_PROXY = ("127.0.0.1", "::1")


def check_address(request: HttpRequest) -> None:
    """Refuse an address (429) from which too many names and passwords were tried.

    Behind a proxy on this machine that does not say who calls (`ZOLLSTOCK_CLIENT_HEADER`) everybody has the proxy's
    address, and forty wrong tries of one would close the door for all: there only names are counted.
    """
    if not settings.CLIENT_HEADER and request.META.get("REMOTE_ADDR") in _PROXY:
        return
    recent = AccessAttempt.objects.filter(
        ip_address=request.META.get("REMOTE_ADDR"),
        attempt_time__gte=timezone.now() - settings.AXES_COOLOFF_TIME,
    )
    tried = recent.aggregate(tries=Sum("failures_since_start"))["tries"] or 0
    if tried >= settings.ADDRESS_FAILURE_LIMIT:
        raise HttpError(429, "Too many wrong tries. Wait ten minutes, then try again.")
