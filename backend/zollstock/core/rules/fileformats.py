"""Outputs: the kinds of file that a print can become, and what each of them can hold."""

from __future__ import annotations

from dataclasses import dataclass
from typing import get_args

from ..parts.file import FormatName


@dataclass(frozen=True, slots=True)
class FileFormat:
    """A kind of file.

    `endings` the first of which is used; `bits` a channel; `longest_side` px; `classic_bytes` beyond
    which it becomes a variant that not everybody reads; `lossless` keeps every pixel as it is; `vectors`
    keeps lines and letters as such; `seconds` a megapixel of three channels of 8 bits takes to be written, and
    `plain_seconds` without compression where there is a choice (measured on two cores); `channels`: grey, light or
    inks, by how many there are.
    """

    id: FormatName
    label: str
    media_type: str
    endings: tuple[str, ...]
    bits: tuple[int, ...]
    seconds: float
    plain_seconds: float | None = None
    longest_side: int | None = None
    classic_bytes: int | None = None
    lossless: bool = True
    vectors: bool = False
    channels: tuple[int, ...] = (1, 3, 4)

    @property
    def ending(self) -> str:
        return self.endings[0]


#: A page of a PDF is at most so long, mm, in points; a longer one counts in larger units (ISO 32000, `UserUnit`).
LONGEST_PDF_PAGE_MM = 5080


FILE_FORMATS: dict[FormatName, FileFormat] = {
    output.id: output
    for output in (
        FileFormat(
            "tiff",
            "TIFF",
            "image/tiff",
            ("tif", "tiff"),
            (8, 16),
            0.08,
            plain_seconds=0.008,
            classic_bytes=2**32,
        ),
        # The format could hold 35 px more; the library that everybody writes it with cannot.
        FileFormat(
            "jpeg",
            "JPEG",
            "image/jpeg",
            ("jpg", "jpeg"),
            (8,),
            0.014,
            longest_side=65_500,
            lossless=False,
        ),
        FileFormat("png", "PNG", "image/png", ("png",), (8, 16), 0.08, channels=(1, 3)),
        FileFormat("pdf", "PDF", "application/pdf", ("pdf",), (8, 16), 0.08, vectors=True),
    )
}


def format_named(name: str) -> FileFormat:
    """The format of a name that comes from outside the types, as from a row. Raises `ValueError` for another.

    >>> format_named("jpeg").ending, format_named("jpeg").bits
    ('jpg', (8,))
    """
    for known in FILE_FORMATS.values():
        if known.id == name:
            return known
    raise ValueError(f"there is no file format “{name}”; there are {', '.join(FILE_FORMATS)}")


assert tuple(FILE_FORMATS) == get_args(FormatName)
