"""HEIC and AVIF: pictures in boxes (ISO 23008-12), which are decoded once, whole, into a TIFF of the same pixels.

What a telephone writes is turned and mirrored by its own boxes; decoding does that, and an orientation in its EXIF
counts for nothing after it. 10 and 12 bits come out as 16.
"""

from __future__ import annotations

import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import numpy as np
import pillow_heif

from .errors import PictureError
from .rights import Rights, with_rights
from .vips import pyvips

#: A picture is decoded in one piece, so in memory: more pixels than this are not taken.
MOST_HEIF_PIXELS = 100_000_000
HEIF = ("HEIC", "AVIF")
_BRANDS = {
    b"heic": "HEIC", b"heix": "HEIC", b"heim": "HEIC", b"heis": "HEIC", b"hevc": "HEIC", b"mif1": "HEIC", b"msf1": "HEIC",
    b"avif": "AVIF", b"avis": "AVIF",
}  # fmt: skip
_DAMAGED = (
    "This {kind} ends too soon or is damaged inside: not all of the picture can be read. Copy it again from where it "
    "came and add the whole file."
)


def heif_kind(head: bytes) -> str | None:
    """HEIC or AVIF by a file's first 12 bytes; None for another."""
    return _BRANDS.get(head[8:12]) if head[4:8] == b"ftyp" else None


def decode_once(picture: Path, kind: str, out: Path) -> None:
    """Write the upright picture as a TIFF, 8 or 16 bits, with its profile. Raises `PictureError` for what is damaged."""
    try:
        image = _decoded(picture)
        whose = Rights(*(_word(image, name) for name in ("Copyright", "Artist")))
        if whose.said:
            image = with_rights(image, whose)
        image.tiffsave(
            str(out), compression="lzw", predictor="horizontal", keep="icc:xmp", bigtiff=True
        )
    except RuntimeError as error:
        out.unlink(missing_ok=True)
        # The decoder says in words that it wants more room than there is: nothing is wrong with the file then.
        if "Memory allocation" in str(error):
            raise MemoryError from None
        raise PictureError(_DAMAGED.format(kind=kind)) from None
    except (pyvips.Error, ValueError, OSError, EOFError, SyntaxError):
        out.unlink(missing_ok=True)
        raise PictureError(_DAMAGED.format(kind=kind)) from None


@contextmanager
def readable(picture: Path) -> Iterator[Path]:
    """The file itself, or of HEIC and AVIF a decoded one that lies there for as long as it is needed.

    Raises `PictureError` for what is damaged, and where there is too little memory for it.
    """
    with picture.open("rb") as file:
        kind = heif_kind(file.read(16))
    if kind is None:
        yield picture
        return
    with tempfile.TemporaryDirectory(prefix="zollstock-") as folder:
        made = Path(folder) / f"{picture.stem}.tif"
        try:
            decode_once(picture, kind, made)
        except MemoryError:
            raise PictureError(
                f"There is too little memory to decode this {kind}; nothing is wrong with it."
            ) from None
        yield made


def _word(image: pyvips.Image, name: str) -> str:
    """A text of its EXIF; libvips writes its kind behind it in brackets."""
    field = f"exif-ifd0-{name}"
    return str(image.get(field)).rsplit(" (", 1)[0].strip() if image.get_typeof(field) else ""


def _decoded(picture: Path) -> pyvips.Image:
    header = pyvips.Image.heifload(str(picture))
    if header.get_typeof("heif-compression") and header.get("heif-compression") != "hevc":
        image = header.copy()
    else:
        image = _of_hevc(picture, header)
    # It stands upright already, whatever its EXIF says.
    image = image.copy()
    for name in ("orientation", "exif-ifd0-Orientation"):
        if image.get_typeof(name):
            image.remove(name)
    return image


def _of_hevc(picture: Path, header: pyvips.Image) -> pyvips.Image:
    """The primary picture, by the decoder that the other library lacks; profile and EXIF from the header."""
    held = pillow_heif.open_heif(str(picture), convert_hdr_to_8bit=False)
    pixels = np.asarray(held)
    high, wide = pixels.shape[:2]
    bands = 1 if pixels.ndim == 2 else pixels.shape[2]
    deep = pixels.dtype == np.uint16
    image = pyvips.Image.new_from_memory(
        np.ascontiguousarray(pixels).data, wide, high, bands, "ushort" if deep else "uchar"
    )
    grey = bands <= 2
    image = image.copy(
        interpretation=("grey16" if deep else "b-w") if grey else ("rgb16" if deep else "srgb")
    )
    for name in ("icc-profile-data", "exif-data"):
        if header.get_typeof(name):
            image.set_type(pyvips.GValue.blob_type, name, header.get(name))
    return image
