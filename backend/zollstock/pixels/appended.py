"""The picture of a PDF, put into it as its pixels come.

A library that builds PDFs holds every stream whole in memory; a print of several hundred megapixels is
more than that. So the library builds the file around an empty picture, and the picture is appended: an
*incremental update*, as the format calls it, that says again what one object is (ISO 32000-1, 7.5.6).
"""

from __future__ import annotations

import io
from collections.abc import Callable
from pathlib import Path

import pikepdf
from pikepdf import Dictionary

from .vips import pyvips

#: A PNG begins with so many bytes, and so does each of its chunks.
_SIGNATURE, _HEAD, _CHECK = 8, 8, 4
Take = Callable[[bytes], object]


def append(path: Path, built: bytes, encoding: Dictionary, encoded: Callable[[Take], None]) -> None:
    """Write the PDF `built` to `path`, the stream named /Picture on its page filled by `encoded`.

    `encoding` says how it is encoded: the entries /Filter and /DecodeParms.
    """
    with pikepdf.open(io.BytesIO(built)) as document:
        picture = document.pages[0].Resources.XObject.Picture
        number, _ = picture.objgen
        entries = Dictionary(
            {key: value for key, value in [*picture.items(), *encoding.items()] if key != "/Length"}
        )
        size = int(document.trailer.Size)
        trailer = Dictionary(
            {key: value for key, value in document.trailer.items() if key in _IN_TRAILER}
        )
        described, ends = entries.unparse(resolved=True), trailer.unparse(resolved=True)
    before = int(built.rsplit(b"startxref", 1)[1].split()[0])
    with path.open("xb") as file:
        file.write(built)
        begin = file.tell()
        file.write(b"%d 0 obj\n<< /Length %d 0 R " % (number, size))
        file.write(described.removeprefix(b"<<") + b"\nstream\n")
        start = file.tell()
        encoded(file.write)
        length = file.tell() - start
        file.write(b"\nendstream\nendobj\n")
        told = file.tell()
        file.write(b"%d 0 obj\n%d\nendobj\n" % (size, length))
        table = file.tell()
        file.write(
            b"xref\n%d 1\n%010d 00000 n \n%d 1\n%010d 00000 n \n" % (number, begin, size, told)
        )
        file.write(b"trailer\n<< /Size %d /Prev %d " % (size + 1, before))
        file.write(ends.removeprefix(b"<<") + b"\nstartxref\n%d\n%%%%EOF\n" % table)


#: What the trailer of an update says again.
_IN_TRAILER = ("/Root", "/Info", "/ID")


def packed(image: pyvips.Image, bits: int, take: Take) -> None:
    """The image's pixels, deflated row by row with a predictor, as a PNG holds them and a PDF may.

    Raises `pyvips.Error`.
    """
    chunks = _Chunks(take)
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
