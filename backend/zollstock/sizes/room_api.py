"""Leave room over the wire: the figures, the PDF for the bag, the PNG for the camera."""

from __future__ import annotations

import re
import tempfile
from pathlib import Path
from typing import Annotated

from django.http import HttpResponse
from ninja import Query, Router
from ninja.errors import HttpError

from zollstock.accounts.signed import SignedRequest
from zollstock.core.questions.leaveroom import LeaveRoom, leave_room, read_ratio
from zollstock.handouts.room_handout import MOST_PIXELS, room_pdf, room_png

from .shelf import chosen

router = Router(tags=["sizes"])
_PIXELS = re.compile(r"\s*(\d{2,6})\s*[x×*]\s*(\d{2,6})\s*(?:px)?\s*", re.I)
Ratio = Annotated[str, Query(max_length=60)]
Which = Annotated[str, Query(max_length=8000, alias="set")]


def _room(request: SignedRequest, ratio: str, which: str, both: bool) -> LeaveRoom:
    return leave_room(read_ratio(ratio), chosen(request.user, which), both)


@router.get("/leave-room", response=LeaveRoom)
def figures(request: SignedRequest, ratio: Ratio, which: Which, both: bool = False) -> LeaveRoom:
    """What survives of a camera's frame in every size of a set."""
    return _room(request, ratio, which, both)


@router.get("/leave-room.pdf", include_in_schema=False)
def leaf(request: SignedRequest, ratio: Ratio, which: Which, both: bool = False) -> HttpResponse:
    made = room_pdf(_room(request, ratio, which, both), both)
    response = HttpResponse(made, content_type="application/pdf")
    response["Content-Disposition"] = 'attachment; filename="leave-room.pdf"'
    return response


@router.get("/leave-room.png", include_in_schema=False)
def overlay(
    request: SignedRequest,
    ratio: Ratio,
    which: Which,
    pixels: Annotated[str, Query(max_length=40)],
    both: bool = False,
) -> HttpResponse:
    """The frame as a PNG with transparency, at the camera's pixel count such as 6000 × 4000."""
    match = _PIXELS.fullmatch(pixels)
    if match is None:
        raise HttpError(422, f"“{pixels}” is no pixel count; type one like 6000 × 4000.")
    width, height = int(match[1]), int(match[2])
    if width * height > MOST_PIXELS:
        raise HttpError(422, f"The largest frame drawn has {MOST_PIXELS // 10**6} megapixels.")
    room = _room(request, ratio, which, both)
    if abs(width / height / room.frame[0] - 1) > 0.01:
        raise HttpError(422, f"{width} × {height} px is not a frame of {room.ratio}.")
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "room.png"
        room_png(room, width, height, path)
        response = HttpResponse(path.read_bytes(), content_type="image/png")
    response["Content-Disposition"] = f'attachment; filename="leave-room-{width}x{height}.png"'
    return response
