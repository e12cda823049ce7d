"""Names that sizes go by: office papers, R sizes of photo labs, screens, directions.

Sides in the order in which the name is used: papers and photographs standing, `ledger` and
screens lying.
"""

from __future__ import annotations

import re

#: ANSI and traditional office papers, inches; A3+ is the overgrown sheet of desktop printers, mm.
_PAPERS = {
    "letter": "8.5 x 11 in", "us letter": "8.5 x 11 in", "legal": "8.5 x 14 in",
    "us legal": "8.5 x 14 in", "tabloid": "11 x 17 in", "ledger": "17 x 11 in",
    "half letter": "5.5 x 8.5 in", "statement": "5.5 x 8.5 in",
    "a3+": "329 x 483 mm", "super a3": "329 x 483 mm",
}  # fmt: skip

#: R sizes, inches: the shorter side in the name; + is the long one of the same width.
_R = {
    "2r": "2.5 x 3.5", "3r": "3.5 x 5", "4r": "4 x 6", "5r": "5 x 7", "6r": "6 x 8", "8r": "8 x 10",
    "8r+": "8 x 12", "10r": "10 x 12", "10r+": "10 x 15", "11r": "11 x 14", "11r+": "11 x 17",
    "12r": "12 x 15", "12r+": "12 x 18", "16r": "16 x 20", "20r": "20 x 24", "20r+": "20 x 30",
}  # fmt: skip

_SCREENS = {
    "4k": "3840 x 2160", "uhd": "3840 x 2160", "4k uhd": "3840 x 2160", "2160p": "3840 x 2160",
    "8k": "7680 x 4320", "full hd": "1920 x 1080", "fullhd": "1920 x 1080", "fhd": "1920 x 1080",
    "1080p": "1920 x 1080", "hd": "1280 x 720", "720p": "1280 x 720", "qhd": "2560 x 1440",
    "wqhd": "2560 x 1440", "1440p": "2560 x 1440",
}  # fmt: skip

#: Every name, as it is typed.
NAMES = (
    *_PAPERS,
    *_R,
    *_SCREENS,
    *(f"{series}{number}" for series in "abc" for number in range(11)),
)

_LYING = ("landscape", "quer", "querformat", "lying", "liegend", "horizontal", "breitformat")
_STANDING = (
    "portrait",
    "hoch",
    "hochformat",
    "hochkant",
    "standing",
    "stehend",
    "upright",
    "vertical",
)
_WAYS = "|".join(_LYING + _STANDING)
_DIRECTION = re.compile(rf"(.*\S)[\s,]+({_WAYS})", re.I | re.S)
_BEFORE = re.compile(rf"({_WAYS})[\s,]+(\S.*)", re.I | re.S)


def paper(name: str) -> str | None:
    """The sides behind a name, spelled for `sizes.parse_size`: `4R` → `4 x 6 in`; None if unknown.

    >>> paper("4R"), paper("A3+"), paper("fog")
    ('4 x 6 in', '329 x 483 mm', None)
    """
    plain = " ".join(name.lower().split())
    if plain in _PAPERS:
        return _PAPERS[plain]
    r_size = re.sub(r"\s", "", plain)
    r_size = f"{r_size[1:]}+" if re.fullmatch(r"s\d+r", r_size) else r_size
    if r_size in _R:
        return f"{_R[r_size]} in"
    return f"{_SCREENS[plain]} px" if plain in _SCREENS else None


def direction(text: str) -> tuple[str, bool | None]:
    """The text without a direction behind or before it, and whether that lies (True) or stands (False).

    >>> direction("A2 quer"), direction("letter")
    (('A2', True), ('letter', None))
    """
    match = _DIRECTION.fullmatch(text.strip())
    if match is not None:
        return match[1], match[2].lower() in _LYING
    match = _BEFORE.fullmatch(text.strip())
    if match is not None:
        return match[2], match[1].lower() in _LYING
    return text.strip(), None
