"""Pixel counts as people type them: `6000 × 4000`, or megapixels of a frame of 3 : 2."""

from __future__ import annotations

import re

from ..ground.lengths import LengthError

_SIDES = re.compile(r"\s*(\d{1,7})\s*[x×*]\s*(\d{1,7})\s*(?:px)?\s*", re.I)
_COUNT = re.compile(r"\s*(\d{1,4}(?:[.,]\d{1,2})?)\s*(?:MP|Mpx|Mpix|megapixels?)\s*", re.I)
#: The frame of most cameras, width to height.
FRAME = (3, 2)


def read_pixels(text: str) -> tuple[int, int]:
    """Width and height, px. Raises `LengthError`.

    >>> read_pixels("6000 × 4000"), read_pixels("24 MP")
    ((6000, 4000), (6000, 4000))
    """
    match = _SIDES.fullmatch(text)
    if match and int(match[1]) and int(match[2]):
        return int(match[1]), int(match[2])
    count = _COUNT.fullmatch(text)
    if count:
        pixels = float(count[1].replace(",", ".")) * 1e6
        width = round((pixels * FRAME[0] / FRAME[1]) ** 0.5)
        height = round((pixels * FRAME[1] / FRAME[0]) ** 0.5)
        if width and height:
            return width, height
    raise LengthError(
        f"“{text.strip()[:40]}” is no pixel count; type one like 6000 × 4000, or 24 MP"
    )
