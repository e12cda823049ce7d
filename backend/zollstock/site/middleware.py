"""What holds for every request, before any app sees it and after all have."""

from __future__ import annotations

from collections.abc import Callable
from http import HTTPStatus

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.http.response import HttpResponseBase

Answer = Callable[[HttpRequest], HttpResponseBase]
_FORMS = ("multipart/", "application/x-www-form-urlencoded")
_WORDS = {
    400: "This request was not understood.",
    404: "There is nothing at this address.",
    405: "This cannot be done at this address.",
    413: "This is larger than what can be taken here. Nothing was stored.",
}


def callers_address(answer: Answer) -> Answer:
    """The caller's own address, as the front tells it.

    Only the front reaches the application's socket, where there is no address; from elsewhere the
    header counts for nothing.
    """

    def answered(request: HttpRequest) -> HttpResponseBase:
        if not request.META.get("REMOTE_ADDR"):
            request.META["REMOTE_ADDR"] = request.headers.get("X-Real-IP") or "127.0.0.1"
        return answer(request)

    return answered


def no_forms(answer: Answer) -> Answer:
    """Forms and multipart bodies are refused unread: the API takes JSON, and files as they are.

    Otherwise the token check would parse them, into memory and the temporary folder, for anybody.
    """

    def answered(request: HttpRequest) -> HttpResponseBase:
        kind = (request.content_type or "").lower()
        if request.method not in ("GET", "HEAD", "OPTIONS") and kind.startswith(_FORMS):
            return said(415, "Files and forms are not taken in this way. Nothing was stored.")
        return answer(request)

    return answered


def one_shape(answer: Answer) -> Answer:
    """Every error under /api/ in the shape that the API's description declares."""

    def answered(request: HttpRequest) -> HttpResponseBase:
        response = answer(request)
        if response.status_code < 400 or not request.path.startswith("/api/"):
            return response
        if response.headers.get("Content-Type", "").startswith("application/json"):
            return response
        status = response.status_code
        shaped = said(status, _WORDS.get(status) or f"{HTTPStatus(status).phrase}.")
        if "Allow" in response.headers:
            shaped["Allow"] = response.headers["Allow"]
        return shaped

    return answered


def said(status: int, message: str) -> HttpResponse:
    """An answer in the API's shape for what went wrong."""
    response = JsonResponse({"message": message, "problems": []}, status=status)
    response["Content-Length"] = str(len(response.content))
    return response
