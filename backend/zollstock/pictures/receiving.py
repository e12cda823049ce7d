"""The body of a request, piece by piece: all that was announced, and no more than is allowed."""

from __future__ import annotations

from collections.abc import Iterator

from django.conf import settings
from django.http import UnreadablePostError
from ninja.errors import HttpError

from zollstock.accounts.signed import SignedRequest
from zollstock.core.ground.show import whole as spaced

from .intake import too_large

_CHUNK = 2**20


def body(request: SignedRequest) -> Iterator[bytes]:
    """The request's body in pieces.

    Refuses at once what announces itself as too large (413), and what ends before the announced
    length: a line that broke off is not a file (400). A body in chunks has no announced length; the
    server sees to it that its last chunk arrived.
    """
    announced = announced_length(request)
    if announced > settings.UPLOAD_MOST_BYTES:
        raise HttpError(413, too_large())
    chunked = not announced and _is_chunked(request)
    source = request.META["wsgi.input"] if chunked else request
    received = 0
    try:
        while piece := source.read(_CHUNK):
            received += len(piece)
            yield piece
    except UnreadablePostError:
        pass
    except OSError:
        raise _broken(received, announced) from None
    if received < announced:
        raise _broken(received, announced)


def announced_length(request: SignedRequest) -> int:
    """The length of the body as its sender says, bytes; 0 where nothing or nonsense is said."""
    said = request.META.get("CONTENT_LENGTH") or ""
    return int(said) if said.isascii() and said.isdecimal() and len(said) < 19 else 0


def _is_chunked(request: SignedRequest) -> bool:
    """Whether the server decodes chunks for us and ends with them (gunicorn does)."""
    chunked = request.META.get("HTTP_TRANSFER_ENCODING", "").lower() == "chunked"
    return chunked and bool(request.META.get("wsgi.input_terminated"))


def _broken(received: int, announced: int) -> HttpError:
    of = f" of {spaced(announced)}" if announced else ""
    return HttpError(
        400,
        f"The upload broke off: {spaced(received)}{of} bytes arrived. Nothing was stored; add the "
        "file again.",
    )
