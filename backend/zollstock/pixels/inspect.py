"""The facts of a picture file, from its header alone; nothing is decoded here."""

from __future__ import annotations

import io
from dataclasses import dataclass
from pathlib import Path

from PIL import Image, ImageCms

from .errors import PictureError
from .vips import pyvips

#: Limits by default: a file's size in bytes and its pixels.
MOST_BYTES = 2**30
MOST_PIXELS = 1_000_000_000

# The pixel limit is ours and is checked before decoding; Pillow only reads tags.
Image.MAX_IMAGE_PIXELS = None

_EXIF_IFD = 0x8769
_MAKE, _MODEL, _TAKEN, _DNG_VERSION = 271, 272, 36867, 50706
_LOADERS = {"JPEG": "jpegload", "PNG": "pngload", "TIFF": "tiffload", "WebP": "webpload"}
SRGB_NAME = "sRGB"


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
    return None


def inspect(path: Path, most_pixels: int = MOST_PIXELS) -> Facts:
    """Read a picture's facts. Raises `PictureError` for what cannot be taken."""
    with path.open("rb") as file:
        head = file.read(16)
    kind = sniff(head)
    if kind is None:
        raise PictureError(
            "This is not a picture that Zollstock can read, whatever its name says. It takes JPEG, "
            "TIFF, PNG and WebP. Nothing was stored."
        )
    if kind == "TIFF" and head[8:10] == b"CR":
        raise PictureError(_RAW)
    image = open_picture(path, kind)
    width, height = image.width, image.height
    if width * height > most_pixels:
        raise PictureError(
            f"This picture has {width:,} × {height:,} px; the limit is "
            f"{most_pixels / 1e6:,.0f} megapixels a file. It was not opened, nothing was stored.".replace(
                ",", "\u202f"
            )
        )
    if image.format not in ("uchar", "ushort"):
        raise PictureError(
            "This picture has more than 16 bits a channel (or floating point). Save it with 8 or "
            "16 bits and bring it again. Nothing was stored."
        )
    camera, taken, ppi_tag = _tags(path)
    has_alpha = bool(image.hasalpha())
    return Facts(
        format=kind,
        width_px=width,
        height_px=height,
        orientation=orientation_of(image),
        bits=16 if image.format == "ushort" else 8,
        channels=image.bands - (1 if has_alpha else 0),
        has_alpha=has_alpha,
        profile=profile_name(image),
        ppi_tag=ppi_tag,
        camera=camera,
        taken=taken,
    )


_RAW = (
    "This is a camera's raw file. Develop it first and bring the TIFF or JPEG. Nothing was stored."
)


def open_picture(path: Path, kind: str | None = None, access: str = "random") -> pyvips.Image:
    """Open a picture lazily, by the loader of its true format; a cut-off file fails on reading."""
    if kind is None:
        with path.open("rb") as file:
            kind = sniff(file.read(16))
    if kind is None:
        raise PictureError("This is not a picture that Zollstock can read.")
    loader = getattr(pyvips.Image, _LOADERS[kind])
    try:
        return loader(str(path), access=access, fail_on="truncated")
    except pyvips.Error:
        raise PictureError(
            f"This {kind} is damaged: its beginning cannot be read. Nothing was stored; save or "
            "copy it again and bring the whole file."
        ) from None


def orientation_of(image: pyvips.Image) -> int:
    """The EXIF orientation, 1 where there is none or nonsense."""
    if image.get_typeof("orientation") == 0:
        return 1
    value = image.get("orientation")
    return value if value in range(1, 9) else 1


def profile_name(image: pyvips.Image) -> str:
    """The embedded profile's own name, or an empty text where there is none."""
    if image.get_typeof("icc-profile-data") == 0:
        return ""
    try:
        profile = ImageCms.ImageCmsProfile(io.BytesIO(image.get("icc-profile-data")))
        return ImageCms.getProfileDescription(profile).strip()[:120] or "unnamed profile"
    except (OSError, ImageCms.PyCMSError, ValueError):
        return "unreadable profile"


def _tags(path: Path) -> tuple[str, str, float | None]:
    """Camera, date taken and ppi tag where present. Broken tags are no reason to refuse a file."""
    try:
        with Image.open(path, formats=("JPEG", "TIFF", "PNG", "WEBP")) as image:
            exif = image.getexif()
            if _DNG_VERSION in exif:
                raise PictureError(_RAW)
            maker, model = (str(exif.get(tag, "")).strip("\0 ") for tag in (_MAKE, _MODEL))
            camera = model if model.startswith(maker) else f"{maker} {model}"
            taken = str(exif.get_ifd(_EXIF_IFD).get(_TAKEN, ""))
            dpi = image.info.get("dpi")
            ppi = round(float(dpi[0]), 2) if dpi and 0 < float(dpi[0]) < 1e6 else None
            return _printable(camera), _printable(taken)[:19], ppi
    except PictureError:
        raise
    except Exception:  # any fault in foreign tags: Pillow raises whatever the parser met
        return "", "", None


def _printable(text: str) -> str:
    return "".join(sign for sign in text if sign.isprintable()).strip()[:120]
