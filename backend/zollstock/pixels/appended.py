"""The pictures of a PDF, put into it as their pixels come.

A library that builds PDFs holds every stream whole in memory; a print of several hundred megapixels is
more than that. So the library builds the file around an empty picture, and the picture is appended: an
*incremental update*, as the format calls it, that says again what one object is (ISO 32000-1, 7.5.6).
"""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import NamedTuple

import pikepdf
from pikepdf import Dictionary

from .channels import RGB, channels_of
from .vips import pyvips

#: A PNG begins with so many bytes, and so does each of its chunks.
_SIGNATURE, _HEAD, _CHECK = 8, 8, 4


Take = Callable[[bytes], object]


class Encoded(NamedTuple):
    """How a picture is encoded, the entries /Filter and /DecodeParms, and what writes it so."""

    entries: Dictionary
    write: Callable[[Take], None]


def append(path: Path, built: bytes, pictures: Sequence[Encoded]) -> None:
    """Write the PDF `built` to `path`, the stream named /Picture on each of its pages filled in their order."""
    with pikepdf.open(io.BytesIO(built)) as document:
        described = [
            _described(page.Resources.XObject.Picture, encoded.entries)
            for page, encoded in zip(document.pages, pictures, strict=True)
        ]
        size = int(document.trailer.Size)
        trailer = Dictionary(
            {key: value for key, value in document.trailer.items() if key in _IN_TRAILER}
        )
        ends = trailer.unparse(resolved=True)
    before = int(built.rsplit(b"startxref", 1)[1].split()[0])
    table = [b"xref\n"]
    with path.open("xb") as file:
        file.write(built)
        for (number, entries), encoded, length_at in zip(
            described, pictures, range(size, size + len(pictures)), strict=True
        ):
            table.append(b"%d 1\n%010d 00000 n \n" % (number, file.tell()))
            file.write(b"%d 0 obj\n<< /Length %d 0 R " % (number, length_at))
            file.write(entries.removeprefix(b"<<") + b"\nstream\n")
            start = file.tell()
            encoded.write(file.write)
            length = file.tell() - start
            file.write(b"\nendstream\nendobj\n")
            table.append(b"%d 1\n%010d 00000 n \n" % (length_at, file.tell()))
            file.write(b"%d 0 obj\n%d\nendobj\n" % (length_at, length))
        begins = file.tell()
        file.write(b"".join(table))
        file.write(b"trailer\n<< /Size %d /Prev %d " % (size + len(pictures), before))
        file.write(ends.removeprefix(b"<<") + b"\nstartxref\n%d\n%%%%EOF\n" % begins)


def _described(picture: pikepdf.Object, encoding: Dictionary) -> tuple[int, bytes]:
    """The number of a picture's object, and its entries with those of its encoding."""
    entries = Dictionary(
        {key: value for key, value in [*picture.items(), *encoding.items()] if key != "/Length"}
    )
    return picture.objgen[0], entries.unparse(resolved=True)


#: What the trailer of an update says again.
_IN_TRAILER = ("/Root", "/Info", "/ID")


def packed(image: pyvips.Image, bits: int, take: Take) -> None:
    """The image's pixels, deflated row by row with a predictor, as a PNG holds them and a PDF may.

    Raises `pyvips.Error`.
    """
    chunks = _Chunks(take)
    if channels_of(image).ink:
        # A PNG has no inks; of four channels of any kind it packs the same rows.
        image = image.copy(interpretation=RGB.interpretation[image.format == "ushort"])
    image.pngsave_target(
        _target(chunks.read), bitdepth=bits, keep="none", filter="sub", compression=_EFFORT
    )


def lossy(image: pyvips.Image, quality: int, take: Take) -> None:
    """The image's pixels as a JPEG. Raises `pyvips.Error`."""
    image.jpegsave_target(
        _target(take), Q=quality, subsample_mode="off", optimize_coding=False, keep="none"
    )


#: Deflating harder takes half as long again and saves a fiftieth.
_EFFORT = 3


def _target(take: Take) -> pyvips.TargetCustom:
    def write(data: bytes) -> int:
        try:
            take(bytes(data))
        except OSError:
            return -1  # libvips then gives up, and whoever asked looks at the disk
        return len(data)

    target = pyvips.TargetCustom()
    target.on_write(write)
    return target


class _Chunks:
    """Takes the data of a PNG's IDAT chunks out of its bytes, however they come in pieces."""

    def __init__(self, take: Take) -> None:
        self._take = take
        self._held = b""
        self._skip, self._left = _SIGNATURE, 0

    def read(self, data: bytes) -> None:
        at = 0
        while at < len(data):
            if self._skip:
                step = min(self._skip, len(data) - at)
                self._skip -= step
                at += step
            elif self._left:
                step = min(self._left, len(data) - at)
                self._take(data[at : at + step])
                self._left -= step
                at += step
                if not self._left:
                    self._skip = _CHECK
            else:
                step = min(_HEAD - len(self._held), len(data) - at)
                self._held += data[at : at + step]
                at += step
                if len(self._held) == _HEAD:
                    self._begin(int.from_bytes(self._held[:4]), self._held[4:])
                    self._held = b""

    def _begin(self, length: int, kind: bytes) -> None:
        if kind == b"IDAT" and length:
            self._left = length
        else:
            self._skip = length + _CHECK
