"""The facts of a picture file, from its header alone; nothing is decoded here."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from typing import Any

from PIL import Image

from . import profiles
from .errors import PictureError
from .foreign import foreign
from .heif import HEIF, MOST_HEIF_PIXELS, heif_kind
from .vips import pyvips
from .whole import FAIL_ON, FAIL_ON_CUT

#: Limits by default: a file's size in bytes and its pixels.
MOST_BYTES = 2**30
MOST_PIXELS = 1_000_000_000

# The pixel limit is ours and is checked before decoding; Pillow only reads tags.
Image.MAX_IMAGE_PIXELS = None

_X_RESOLUTION, _RESOLUTION_UNIT = 0x011A, 0x0128
_EXIF_IFD = 0x8769
_MAKE, _MODEL, _TAKEN, _DNG_VERSION = 271, 272, 36867, 50706
_LOADERS = {
    "JPEG": "jpegload", "PNG": "pngload", "TIFF": "tiffload", "WebP": "webpload", "HEIC": "heifload", "AVIF": "heifload",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Facts:
    """What a file says about itself.

    `width_px` and `height_px` are as stored; `orientation` (1 to 8) turns them upright. `ppi_tag`
    is the number in the file, which says nothing about any print.
    """

    format: str
    width_px: int
    height_px: int
    orientation: int
    bits: int
    channels: int
    has_alpha: bool
    profile: str
    ppi_tag: float | None
    camera: str
    taken: str

    @property
    def upright(self) -> tuple[int, int]:
        """Width and height in px after orientation."""
        size = (self.width_px, self.height_px)
        return (size[1], size[0]) if self.orientation >= 5 else size


def sniff(head: bytes) -> str | None:
    """The format by a file's first 16 bytes; the name of the file counts for nothing."""
    if head.startswith(b"\xff\xd8\xff"):
        return "JPEG"
    if head.startswith(b"\x89PNG\r\n\x1a\n"):
        return "PNG"
    if head[:4] in (b"II*\0", b"MM\0*", b"II+\0", b"MM\0+"):
        return "TIFF"
    if head[:4] == b"RIFF" and head[8:12] == b"WEBP":
        return "WebP"
    return heif_kind(head)


def inspect(path: Path, most_pixels: int = MOST_PIXELS) -> Facts:
    """Read a picture's facts. Raises `PictureError` for what cannot be taken."""
    with path.open("rb") as file:
        head = file.read(16)
    kind = sniff(head)
    if kind is None:
        raise PictureError(
            "This is not a picture that Zollstock can read, whatever its name says. It takes JPEG, "
            "TIFF, PNG, WebP, HEIC and AVIF. Nothing was stored."
        )
    if kind == "TIFF" and head[8:10] == b"CR":
        raise PictureError(_RAW)
    image = open_picture(path, kind)
    width, height = image.width, image.height
    whole = kind in HEIF and most_pixels > MOST_HEIF_PIXELS
    if whole:
        most_pixels = MOST_HEIF_PIXELS
    if width * height > most_pixels:
        raise PictureError(
            f"This picture has {width:,} × {height:,} px; the limit is "
            f"{most_pixels / 1e6:,.0f} megapixels {f'for a {kind}' if whole else 'a file'}. It was not opened, nothing was stored.".replace(
                ",", "\u202f"
            )
        )
    fault = unsupported(image)
    if fault:
        raise PictureError(f"{fault} Nothing was stored.")
    camera, taken, ppi_tag = _tags(path, kind, image)
    has_alpha = bool(image.hasalpha())
    return Facts(
        format=kind,
        width_px=width,
        height_px=height,
        # What stands in boxes is turned by them as it is decoded.
        orientation=1 if kind in HEIF else orientation_of(image),
        bits=16 if image.format == "ushort" else 8,
        channels=channels_of(image),
        has_alpha=has_alpha,
        profile=profiles.name(image),
        ppi_tag=ppi_tag,
        camera=camera,
        taken=taken,
    )


_RAW = "This is a camera's raw file. Develop it first and add the TIFF or JPEG. Nothing was stored."


def open_picture(path: Path, kind: str | None = None, access: str = "random") -> pyvips.Image:
    """Open a picture lazily, by the loader of its true format; a cut-off file fails on reading."""
    if kind is None:
        with path.open("rb") as file:
            kind = sniff(file.read(16))
    if kind is None:
        raise PictureError("This is not a picture that Zollstock can read.")
    loader = getattr(pyvips.Image, _LOADERS[kind])
    try:
        # A JPEG's pixels are looked at when it comes in; junk in its header is no fault of theirs.
        fail_on = FAIL_ON_CUT if kind == "JPEG" else FAIL_ON
        return loader(str(path), access=access, fail_on=fail_on)
    except pyvips.Error:
        raise PictureError(
            foreign(path)
            or f"This {kind} is damaged: its beginning cannot be read. Nothing was "
            "stored; save or copy it again and add the whole file."
        ) from None


def unsupported(image: pyvips.Image) -> str:
    """Why a readable picture cannot be taken, or an empty text."""
    if image.format not in ("uchar", "ushort"):
        return (
            "This picture has neither 8 nor 16 bits a channel (32 bits, floating point or signed "
            "values). Save it with 8 or 16 bits and add it again."
        )
    channels = channels_of(image)
    expected = 4 if image.interpretation == "cmyk" else channels if channels in (1, 3) else 0
    if channels != expected:
        return (
            f"This picture has {image.bands} channels that are neither grey, RGB nor CMYK. Save it as "
            "one of these, without spot colours, and add it again."
        )
    return ""


def channels_of(image: pyvips.Image) -> int:
    """Colour channels, without alpha."""
    return int(image.bands) - (1 if image.hasalpha() else 0)


def orientation_of(image: pyvips.Image) -> int:
    """The EXIF orientation, 1 where there is none or nonsense."""
    if image.get_typeof("orientation") == 0:
        return 1
    value = image.get("orientation")
    return value if value in range(1, 9) else 1


def _tags(path: Path, kind: str, image: pyvips.Image) -> tuple[str, str, float | None]:
    """Camera, date taken and ppi tag where present. Broken tags are no reason to refuse a file.

    Pillow opens only JPEG and TIFF, whose tags lie before the pixels: looking for those of a PNG it
    would decode it.
    """
    try:
        if kind in ("JPEG", "TIFF"):
            with Image.open(path, formats=(kind,)) as opened:
                exif = opened.getexif()
                dpi = opened.info.get("dpi") if kind == "TIFF" else _jpeg_dpi(opened.info, exif)
                return _told(exif, dpi)
        exif = Image.Exif()
        if image.get_typeof("exif-data"):
            exif.load(bytes(image.get("exif-data")))
        ppi = image.xres * 25.4
        return _told(exif, (ppi, ppi) if kind == "PNG" and ppi > 26 else None)
    except PictureError:
        raise
    except Exception:  # any fault in foreign tags: Pillow raises whatever the parser met
        return "", "", None


def _jpeg_dpi(info: dict[Any, Any], exif: Any) -> tuple[float, float] | None:
    """The resolution that a JPEG's header or its EXIF really tells; Pillow invents 72 where none does."""
    per_inch = {1: 1.0, 2: 2.54}.get(info.get("jfif_unit", 0))
    if per_inch:
        x, y = info["jfif_density"]
        return x * per_inch, y * per_inch
    per_inch = {2: 1.0, 3: 2.54}.get(exif.get(_RESOLUTION_UNIT, 2))
    if per_inch is None or _X_RESOLUTION not in exif:
        return None
    x = float(exif[_X_RESOLUTION]) * per_inch
    return x, x


def _told(exif: Any, dpi: Any) -> tuple[str, str, float | None]:
    if _DNG_VERSION in exif:
        raise PictureError(_RAW)
    maker, model = (str(exif.get(tag, "")).strip("\0 ") for tag in (_MAKE, _MODEL))
    camera = model if model.startswith(maker) else f"{maker} {model}"
    taken = str(exif.get_ifd(_EXIF_IFD).get(_TAKEN, ""))
    ppi = round(float(dpi[0]), 2) if dpi and 0 < float(dpi[0]) < 1e6 else None
    return _printable(camera), _printable(taken)[:19], ppi


def _printable(text: str) -> str:
    return "".join(sign for sign in text if sign.isprintable()).strip()[:120]
