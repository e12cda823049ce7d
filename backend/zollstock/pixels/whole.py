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


@dataclass(frozen=True, slots=True)
class Head:
    """The beginning of a JPEG: the segments that its pixels need, where their codes begin and end.

    `ends` is None for progressive files, whose scans are read to the last in any case.
    """

    needed: bytes
    begins: int
    ends: int | None


def jpeg_is_whole(path: Path) -> bool:
    """Whether every pixel of a JPEG can be decoded, whatever else lies in its header.

    Decodes all of it. Junk between segments and damaged tags do not count.
    """
    with path.open("rb") as file, mmap.mmap(file.fileno(), 0, access=mmap.ACCESS_READ) as data:
        head = _head(data)
        if head is None:
            return False
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
            image = pyvips.Image.jpegload_source(source, fail_on=FAIL_ON, access="sequential")
            image.avg()
        except pyvips.Error:
            return False
        return head.ends is None or farthest[0] >= head.ends - _SLACK


def _head(data: mmap.mmap) -> Head | None:
    """None where no scan is found."""
    at, frame, needed = 2, 0, bytearray(b"\xff\xd8")
    while (found := _MARKER.search(data, at)) is not None:
        at, marker = found.start(), data[found.start() + 1]
        size = int.from_bytes(data[at + 2 : at + 4], "big")
        if marker == _SCAN:
            ends = _END_OF_SCAN.search(data, at + 2 + size) if frame in _SEQUENTIAL else None
            return Head(bytes(needed), at, ends.start() if ends else None)
        if marker in _NEEDED:
            frame = marker if marker in _FRAMES else frame
            needed += data[at : at + 2 + size]
            if len(needed) > _LONGEST_HEAD:
                return None
        at += 2 + size
    return None
