"""A PDF that carries one picture and nothing else, written as the pixels come.

A library that builds PDFs wants a stream whole in memory; a print of several hundred megapixels is not.
So its picture goes into a small file of its own, from which the library then copies it, in pieces.
"""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from types import TracebackType
from typing import Self

from .vips import pyvips

#: A PNG begins with so many bytes, and so does each of its chunks.
_SIGNATURE, _HEAD, _CHECK = 8, 8, 4
#: The number of the picture's object in the carrier.
PICTURE = 1


class Carrier:
    """The file while it is written: `entries` are those of the picture's dictionary."""

    def __init__(self, path: Path, entries: str) -> None:
        self._file = path.open("xb")
        self._begins: list[int] = []
        self._say(b"%PDF-1.7\n%\xe2\xe3\xcf\xd3\n")
        self._object(f"<< /Type /XObject /Subtype /Image {entries} /Length 2 0 R >>\nstream\n")
        self._from = self._file.tell()

    def __enter__(self) -> Self:
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        if error is None:
            self._finish()
        self._file.close()

    def take(self, data: bytes) -> None:
        """More of the picture's encoded pixels."""
        self._file.write(data)

    def _finish(self) -> None:
        length = self._file.tell() - self._from
        self._say(b"\nendstream\nendobj\n")
        self._object(f"{length}\nendobj\n")
        self._object("<< /Type /Catalog /Pages 4 0 R >>\nendobj\n")
        self._object("<< /Type /Pages /Kids [] /Count 0 >>\nendobj\n")
        table = self._file.tell()
        count = len(self._begins) + 1
        lines = [f"xref\n0 {count}\n0000000000 65535 f \n"]
        lines += [f"{begin:010d} 00000 n \n" for begin in self._begins]
        lines.append(f"trailer\n<< /Size {count} /Root 3 0 R >>\nstartxref\n{table}\n%%EOF\n")
        self._say("".join(lines).encode())

    def _object(self, text: str) -> None:
        self._begins.append(self._file.tell())
        self._say(f"{len(self._begins)} 0 obj\n{text}".encode())

    def _say(self, data: bytes) -> None:
        self._file.write(data)


def packed(image: pyvips.Image, bits: int, take: Callable[[bytes], None]) -> None:
    """The image's pixels, deflated row by row with a predictor, as a PNG holds them and a PDF may.

    Raises `pyvips.Error`.
    """
    chunks = _Chunks(take)
    image.pngsave_target(
        _target(chunks.read), bitdepth=bits, keep="none", filter="sub", compression=_EFFORT
    )


def lossy(image: pyvips.Image, quality: int, take: Callable[[bytes], None]) -> None:
    """The image's pixels as a JPEG. Raises `pyvips.Error`."""
    image.jpegsave_target(
        _target(take), Q=quality, subsample_mode="off", optimize_coding=False, keep="none"
    )


#: Deflating harder takes several times as long and saves a twentieth.
_EFFORT = 4


def _target(take: Callable[[bytes], None]) -> pyvips.TargetCustom:
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

    def __init__(self, take: Callable[[bytes], None]) -> None:
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
