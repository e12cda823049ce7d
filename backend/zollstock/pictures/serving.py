"""Sending stored files: by the front where there is one, so that slow readers hold no thread."""

from __future__ import annotations

import time
from datetime import timedelta
from urllib.parse import quote

from django.conf import settings
from django.db.models.fields.files import FieldFile
from django.http import FileResponse, HttpResponse
from django.http.response import HttpResponseBase
from django.utils import timezone
from django.utils.http import content_disposition_header

from zollstock.core.documents.naming import lettered_name

from .models import Picture

#: Nothing of what is sent lies in anybody's cache afterwards.
NOT_KEPT = "private, no-store"
#: The preview for the bench comes so soon after the one for lists, or is made in the background.
_SOON = timedelta(seconds=2)
_ASKED_EVERY_S = 0.04


def bench_preview(picture: Picture) -> FieldFile:
    """The preview for the bench, empty where there is none. It may be a moment behind the one for lists: that is waited for."""
    soon = picture.pulse + _SOON
    while picture.state == Picture.State.READY and not picture.preview and timezone.now() < soon:
        time.sleep(_ASKED_EVERY_S)
        found = Picture.objects.filter(pk=picture.pk).values_list("preview", flat=True).first()
        if found is None:
            break  # deleted meanwhile
        picture.preview = found
    return picture.preview


def seen_again(response: HttpResponseBase, picture: Picture) -> None:
    """A preview for the screen is kept by the browser that has shown it; not of a picture that is to be forgotten."""
    if picture.forget_at is None:
        response["Cache-Control"] = "private, max-age=31536000, immutable"
    else:
        response["Cache-Control"] = NOT_KEPT


def stored(file: FieldFile, kind: str, name: str = "") -> HttpResponseBase:
    """A stored file of content type `kind`; with a `name` it is one to keep."""
    try:
        local = settings.FRONT_SENDS_FILES and bool(file.path)
    except NotImplementedError:
        local = False
    if not local:
        sent = FileResponse(
            file.open("rb"), as_attachment=bool(name), filename=name, content_type=kind
        )
        sent["Cache-Control"] = NOT_KEPT
        return sent
    if not file.name or not file.storage.exists(file.name):
        raise FileNotFoundError(file.name)
    response = HttpResponse(content_type=kind)
    response["X-Accel-Redirect"] = f"/-media/{quote(file.name)}"
    response["Cache-Control"] = NOT_KEPT
    if name:
        response["Content-Disposition"] = content_disposition_header(True, name)
    return response


def to_keep(response: HttpResponseBase, title: str, ending: str, fallback: str = "print") -> None:
    """Make a response a file to keep, called by its title in the title's own letters."""
    name = f"{lettered_name(title, fallback)}{ending}"
    response["Content-Disposition"] = content_disposition_header(True, name)
