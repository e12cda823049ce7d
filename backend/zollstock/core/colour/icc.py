"""ICC profiles as files: what their header and table of tags say, checked before anything is done with them (ICC.1).

A profile that somebody brings is hostile until proven otherwise: sizes, places and counts are held against the file itself.
"""

from __future__ import annotations

import struct
from dataclasses import dataclass
from datetime import date
from typing import Literal

from ..ground.refusal import Refusal

Space = Literal["grey", "rgb", "cmyk"]
#: No profile of a press or a printer is larger by far.
MOST_BYTES = 16 * 2**20
_MOST_TAGS = 100
_HEADER, _ENTRY = 128, 12
_SPACES: dict[bytes, Space] = {b"GRAY": "grey", b"RGB ": "rgb", b"CMYK": "cmyk"}
CHANNEL_COUNTS: dict[Space, int] = {"grey": 1, "rgb": 3, "cmyk": 4}
#: What a class of profile is, as it is told (ICC.1, table 18).
CLASSES = {
    b"prtr": "of a printer or press",
    b"mntr": "of a screen",
    b"scnr": "of a camera or scanner",
    b"link": "that joins two devices",
    b"spac": "of a working space",
    b"abst": "that changes colours",
    b"nmcl": "of named colours",
}
#: Tables of these types, and how many channels in and out their bytes 8 and 9 say.
_TABLES = (b"mft1", b"mft2", b"mAB ", b"mBA ")


class ProfileError(Refusal):
    """This is no profile that anything can be printed with; the message says why."""


@dataclass(frozen=True, slots=True)
class IccFacts:
    """What a profile says of itself; `kind` is its class in words, `prints` whether it is one of a printer or press."""

    space: Space
    kind: str
    prints: bool
    name: str
    version: str
    tags: tuple[str, ...]
    made: str = ""


def read_profile(content: bytes) -> IccFacts:
    """The facts of a file. Raises `ProfileError`."""
    if len(content) > MOST_BYTES:
        raise ProfileError(f"A profile has at most {MOST_BYTES // 2**20} MiB; this file has more.")
    if len(content) < _HEADER + 4 or content[36:40] != b"acsp":
        raise ProfileError("This is no ICC profile: a file that ends in .icc or .icm is wanted.")
    size, count = struct.unpack(">I", content[:4])[0], struct.unpack(">I", content[128:132])[0]
    if size > len(content):
        raise ProfileError("This profile is cut off: it says that it is longer than the file.")
    if count > _MOST_TAGS or _HEADER + 4 + _ENTRY * count > len(content):
        raise ProfileError("This profile is damaged: its table of contents does not fit the file.")
    places = dict(_places(content, count))
    space = _SPACES.get(content[16:20])
    if space is None:
        raise ProfileError(
            f"A profile for grey, RGB or CMYK is wanted; this one is for {_word(content[16:20])}."
        )
    kind = content[12:16]
    if kind not in (b"prtr", b"mntr", b"spac"):
        told = CLASSES.get(kind, "of a kind that is not known")
        raise ProfileError(
            f"This is a profile {told}; for printing one of a printer or press is wanted."
        )
    if content[20:24] not in (b"Lab ", b"XYZ "):
        raise ProfileError("This profile speaks of no colours that can be compared.")
    _check_ways(content, places, space)
    major, minor = content[8], content[9] >> 4
    return IccFacts(
        space=space, kind=CLASSES[kind], prints=kind == b"prtr", name=_name(content, places), version=f"{major}.{minor}",
        tags=tuple(sorted(_word(one) for one in places)), made=_made(content),
    )  # fmt: skip


def _places(content: bytes, count: int) -> list[tuple[bytes, tuple[int, int]]]:
    found = []
    for number in range(count):
        signature, offset, size = struct.unpack_from(
            ">4sII", content, _HEADER + 4 + _ENTRY * number
        )
        if offset < _HEADER or size < 8 or offset + size > len(content):
            raise ProfileError(
                f"This profile is damaged: its part “{_word(signature)}” points outside the file."
            )
        found.append((signature, (offset, size)))
    return found


def _check_ways(content: bytes, places: dict[bytes, tuple[int, int]], space: Space) -> None:
    """Both ways have to be there: from numbers to colours and back; and every table has to be as long as it says."""
    channels = CHANNEL_COUNTS[space]
    for signature, ends in ((b"A2B", (channels, 3)), (b"B2A", (3, channels))):
        for intent in b"012":
            tag = signature + bytes([intent])
            if tag in places:
                _check_table(content, tag, *places[tag], *ends)
    curves = (
        {b"kTRC"} if space == "grey" else {b"rTRC", b"gTRC", b"bTRC", b"rXYZ", b"gXYZ", b"bXYZ"}
    )
    if space != "cmyk" and curves <= set(places):
        return
    for needed in (b"A2B0", b"B2A0"):
        if needed not in places:
            raise ProfileError(
                "This profile has no way "
                + ("from ink to colour" if needed == b"A2B0" else "from colour to ink")
                + "; nothing can be printed by it."
            )


def _check_table(
    content: bytes, tag: bytes, offset: int, size: int, inputs: int, outputs: int
) -> None:
    kind, has_in, has_out, grid = content[offset : offset + 4], *content[offset + 8 : offset + 11]
    if size < 32 or kind not in _TABLES or (has_in, has_out) != (inputs, outputs):
        raise ProfileError(
            f"This profile is damaged: its table “{_word(tag)}” is for other channels."
        )
    if kind in (b"mft1", b"mft2"):
        wide = 1 if kind == b"mft1" else 2
        if grid < 2 or grid**inputs * outputs * wide > size:
            raise ProfileError(
                f"This profile is damaged: its table “{_word(tag)}” is shorter than it says."
            )


def _name(content: bytes, places: dict[bytes, tuple[int, int]]) -> str:
    """Its own name, a line without anything that is no letter (`desc`: ICC.1:2001-04, 6.5.17, or `mluc`)."""
    if b"desc" not in places:
        return ""
    offset, size = places[b"desc"]
    held = content[offset : offset + size]
    if held[:4] == b"desc" and size >= 12:
        length = min(struct.unpack(">I", held[8:12])[0], size - 12)
        text = held[12 : 12 + length].decode("latin-1")
    elif held[:4] == b"mluc" and size >= 28:
        length, place = struct.unpack(">II", held[20:28])
        text = held[place : place + min(length, 400)].decode("utf-16-be", "replace")
    else:
        return ""
    return "".join(sign for sign in text if sign.isprintable()).strip()[:120]


def _made(content: bytes) -> str:
    """The day that stands in the header (ICC.1, 7.2.8: year, month, day …); empty where that is none."""
    try:
        return date(*struct.unpack_from(">HHH", content, 24)).isoformat()
    except ValueError:
        return ""


def _word(signature: bytes) -> str:
    """Four letters as they are told.

    >>> _word(b"A2B0"), _word(bytes(4))
    ('A2B0', '????')
    """
    return "".join(chr(one) if 32 < one < 127 else "?" if one != 32 else "" for one in signature)
