"""Copies: what looks as if it had come through a chat or a web page instead of from the camera."""

from __future__ import annotations

import re
from collections.abc import Iterator

from .measurewords import MeasureWords

#: Longer sides, px, that services and web pages make copies of.
_SIDES = (960, 1024, 1080, 1280, 1440, 1600, 2048)
#: Names that programs give to what they pass on.
_NAMED = re.compile(
    r"^(img-\d{8}-[a-z]{2}\d+|photo_\d{4}-\d{2}-\d{2}.*|received_\d+|image\d*|unnamed|download|"
    r"screenshot.*|screen shot.*)(\s*\(\d+\))?\.[a-z]+$",
    re.IGNORECASE,
)


def copied(name: str, width: int, height: int, camera: str, format: str) -> Iterator[MeasureWords]:
    """What speaks for a copy: the file's name, or a usual side without any camera's words in a JPEG.

    >>> [one.text for one in copied("IMG-20260101-WA0003.jpg", 1600, 1200, "", "JPEG")]
    ['perhaps: its name']
    >>> list(copied("fog.tif", 6000, 4000, "Curlew 36", "TIFF"))
    []
    """
    usual = format == "JPEG" and not camera and max(width, height) in _SIDES
    if not (_NAMED.match(name) or usual):
        return
    why = (
        "its name"
        if _NAMED.match(name)
        else f"its size, {width} × {height} px, without a camera's name"
    )
    yield MeasureWords(
        id="copy",
        label="A copy?",
        text=f"perhaps: {why}",
        meaning="chats and web pages pass on smaller copies: ask for the file from the camera",
        sure="hint",
        source="Names that programs give, and sides that services make copies of: a hint, no more.",
    )
