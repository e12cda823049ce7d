"""Whether a file is whole: what its reader cannot tell by itself is found by counting bytes.

Readers warn of what they miss, and every warning counts here (`FAIL_ON`). One kind of damage raises
none: bytes of a JPEG overwritten in its middle read as short codes, the picture is complete too
soon, and the rest is never looked at.

What nobody can tell: overwritten bytes in an uncompressed TIFF, in most deflated TIFFs and in WebP
mean other pixels, not an error.
"""

from __future__ import annotations

import mmap
import re
from dataclasses import dataclass
from pathlib import Path

from .vips import pyvips

#: libvips gives up at the first warning of a reader.
FAIL_ON = "warning"
#: For a JPEG whose pixels have been looked at: what its header holds too much is no fault of theirs.
FAIL_ON_CUT = "truncated"
#: Towards the end the reader gets its bytes in small pieces, so that what it leaves can be counted.
_NEAR_END, _PIECE = 64 * 1024, 256
#: So many bytes may be left unread behind the last pixel: padding, and the reader's last piece.
_SLACK = 2 * _PIECE
#: Small enough for the fastest way through.
_SMALLEST = 480
#: A decoder leaves at least so many times as many px along a side as are wanted; libvips does the same.
LEFT = 2.0
#: What ends the coded pixels of a JPEG: any marker but stuffing and restarts (ITU-T T.81, B.1.1).
_END_OF_SCAN = re.compile(rb"\xff[^\x00\xd0-\xd7\xff]")
_MARKER = re.compile(rb"\xff[\xc0-\xfe]")
_SEQUENTIAL = (0xC0, 0xC1)
_FRAMES = frozenset(range(0xC0, 0xD0)) - {0xC4, 0xC8, 0xCC}
_SCAN = 0xDA
#: All tables that a JPEG can use take a thousandth of this, bytes.
_LONGEST_HEAD = 4 * 2**20
#: The segments that pixels need: frames and Huffman tables, quantization, restarts.
_NEEDED = frozenset(range(0xC0, 0xD0)) | {0xDB, 0xDD}
#: Two that say what the channels of a pixel are: JFIF as it should be written, and the part of Adobe's that is read.
_JFIF, _ADOBE = b"JFIF\x00", b"Adobe"
_PLAIN_JFIF = b"\xff\xe0\x00\x10JFIF\x00\x01\x01\x00\x00\x01\x00\x01\x00\x00"
_ADOBE_SIZE = 12
#: What a picture keeps of its tags when it is read for the screen.
_PROFILE = "icc-profile-data"
_KEPT = (_PROFILE, "orientation")


@dataclass(frozen=True, slots=True)
class Head:
    """The beginning of a JPEG: the segments that its pixels need, where their codes begin and end, its size in px, and
    so many rows are coded together.

    `ends` is None for progressive files, whose scans are read to the last in any case.
    """

    needed: bytes
    begins: int
    ends: int | None
    columns: int
    rows: int
    together: int


def jpeg_is_whole(path: Path) -> bool:
    """Whether every pixel of a JPEG can be decoded, whatever else lies in its header."""
    return jpeg_in_small(path, _SMALLEST) is not None


def jpeg_in_small(path: Path, longest: int, left: float = LEFT) -> pyvips.Image | None:
    """A JPEG with no side longer than `longest` px, upright, in memory; None where not every pixel can be decoded.

    Decodes all of it, once, at a fraction of its size that leaves `left` times as long a side at least. Junk between
    segments and damaged tags do not count.
    """
    with path.open("rb") as file, mmap.mmap(file.fileno(), 0, access=mmap.ACCESS_READ) as data:
        head = _head(data)
        if head is None:
            return None
        farthest = [0]
        at = [0]
        start = len(head.needed)

        def read(size: int) -> bytes:
            if at[0] < start:
                piece = head.needed[at[0] : at[0] + size]
            else:
                begin = head.begins + at[0] - start
                near = head.ends is not None and begin > head.ends - _NEAR_END
                piece = data[begin : begin + (min(size, _PIECE) if near else size)]
                farthest[0] = max(farthest[0], begin + len(piece))
            at[0] += len(piece)
            return piece

        source = pyvips.SourceCustom()
        source.on_read(read)
        try:
            image = pyvips.Image.jpegload_source(
                source, fail_on=FAIL_ON, access="sequential", shrink=_shrink(head, longest * left)
            )
            small = in_memory(
                _with_tags(image, path).thumbnail_image(longest, height=longest, size="down")
            )
        except pyvips.Error:
            return None
        whole = head.ends is None or farthest[0] >= head.ends - _SLACK
        return small if whole else None


def in_memory(thumbnail: pyvips.Image) -> pyvips.Image:
    """A thumbnail in memory. Its pixels are sRGB where they were CMYK: what profile it still carries is not theirs, and
    where libvips has taken one of its own that is freed with the thumbnail."""
    if (
        thumbnail.get_typeof(_PROFILE)
        and thumbnail.interpretation != "cmyk"
        and _is_cmyk(thumbnail.get(_PROFILE))
    ):
        thumbnail = thumbnail.copy()
        thumbnail.remove(_PROFILE)
    return thumbnail.copy_memory()


def _is_cmyk(profile: bytes) -> bool:
    """By the space in its header (ICC.1:2022, 7.2.8)."""
    return profile[16:20] == b"CMYK"


def _with_tags(image: pyvips.Image, path: Path) -> pyvips.Image:
    """The picture with its profile, and the tag that says how it is turned."""
    header = pyvips.Image.new_from_file(str(path), access="sequential")
    tagged = image.copy()
    for name in _KEPT:
        if header.get_typeof(name):
            tagged.set_type(header.get_typeof(name), name, header.get(name))
    return tagged


def _shrink(head: Head, least: float) -> int:
    """How many px a decoder may make one of: `least` are left along the longer side, and some of a hair-thin one.

    What is left over below whole px is not decoded, so that at least the first of the last rows that are coded together
    has to be among them: else their bytes were left unread, and a sound file was called damaged.
    """
    longest, shortest = max(head.columns, head.rows), min(head.columns, head.rows)
    last = (head.rows - 1) // head.together * head.together
    return next(
        (
            by
            for by in (8, 4, 2)
            if longest >= by * least and shortest >= by and head.rows // by * by > last
        ),
        1,
    )


def _head(data: mmap.mmap) -> Head | None:
    """None where no scan is found."""
    at, frame, size_px, needed = 2, 0, (0, 0, 8), bytearray(b"\xff\xd8")
    while (found := _MARKER.search(data, at)) is not None:
        at, marker = found.start(), data[found.start() + 1]
        size = int.from_bytes(data[at + 2 : at + 4], "big")
        if marker == _SCAN:
            ends = _END_OF_SCAN.search(data, at + 2 + size) if frame in _SEQUENTIAL else None
            return Head(bytes(needed), at, ends.start() if ends else None, *size_px)
        if marker in _NEEDED:
            if marker in _FRAMES:
                frame, size_px = marker, _frame(data, at)
            needed += data[at : at + 2 + size]
            if len(needed) > _LONGEST_HEAD:
                return None
        elif marker == 0xE0 and data[at + 4 : at + 9] == _JFIF:
            needed += _PLAIN_JFIF
        elif marker == 0xEE and data[at + 4 : at + 9] == _ADOBE and size >= 2 + _ADOBE_SIZE:
            needed += b"\xff\xee\x00\x0e" + data[at + 4 : at + 4 + _ADOBE_SIZE]
        at += 2 + size
    return None


def _frame(data: mmap.mmap, at: int) -> tuple[int, int, int]:
    """Columns, rows, and the rows that are coded together: 8 for each step down of the finest channel (B.2.2)."""
    rows, columns = _two(data, at + 5), _two(data, at + 7)
    channels = data[at + 10 : at + 2 + _two(data, at + 2)]
    return columns, rows, 8 * max(1, *(each & 15 for each in channels[1::3]), 1)


def _two(data: mmap.mmap, at: int) -> int:
    return int.from_bytes(data[at : at + 2], "big")
