"""The one page of the interface, and the plain answers where something goes wrong."""

from __future__ import annotations

import sys
from functools import lru_cache

from django.conf import settings
from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe


@lru_cache(maxsize=1)
def _page() -> str:
    return (settings.FRONTEND / "index.html").read_text(encoding="utf-8")


@require_safe
@ensure_csrf_cookie
def interface(request: HttpRequest) -> HttpResponse:
    """The interface; it finds its own way from the address."""
    try:
        page = _page()
    except FileNotFoundError:
        return HttpResponse(
            "The interface is not built yet: start with ./zollstock.",
            status=503,
            content_type="text/plain",
        )
    response = HttpResponse(page)
    response["Cache-Control"] = "no-cache"
    return response


def _plain(message: str, status: int) -> JsonResponse:
    return JsonResponse({"message": message, "problems": []}, status=status)


def not_found(request: HttpRequest, exception: Exception) -> JsonResponse:
    return _plain("There is nothing at this address.", 404)


DATABASE_AWAY = (
    "The database does not answer. What was saved before is safe; try again in a moment."
)


def server_error(request: HttpRequest) -> JsonResponse:
    """What went wrong outside the API: before a view, or after it when the session is written."""
    if isinstance(sys.exc_info()[1], OperationalError | InterfaceError):
        response = _plain(DATABASE_AWAY, 503)
        response["Retry-After"] = "2"
        return response
    return _plain("Something went wrong here. What was saved before is safe; try again.", 500)


def locked_out(request: HttpRequest, response: object, credentials: object) -> JsonResponse:
    return _plain("Too many wrong tries. Wait ten minutes, then try again.", 429)


def csrf_failure(request: HttpRequest, reason: str = "") -> JsonResponse:
    return _plain("This page is too old to be trusted with changes. Load it again.", 403)
