"""ICC profiles: which one an image really has, whether it amounts to sRGB, and those we embed.

A profile's name counts for nothing. What counts is what it does to colours.
"""

from __future__ import annotations

import io
import struct
from functools import lru_cache

from PIL import ImageCms

from .channels import CHANNELS
from .srgb import srgb_light
from .vips import pyvips

_FIELD = "icc-profile-data"
#: A profile within this of sRGB at every probe, in steps of 8 bits, is sRGB: rounding, no more.
_SAME = 1.0
_PROBES = 9


def bands_of(profile: bytes) -> int:
    """The colour channels a profile is for; 0 for spaces that no picture here has."""
    return next((s.count for s in CHANNELS.values() if s.signature == profile[16:20]), 0)


def own(image: pyvips.Image) -> bytes | None:
    """The embedded profile where it is readable and made for pictures of such channels, else None."""
    profile = embedded(image)
    if profile is None or bands_of(profile) != image.bands - (1 if image.hasalpha() else 0):
        return None
    return profile


def embedded(image: pyvips.Image) -> bytes | None:
    """The embedded profile as it is, None where there is none or none that can be read."""
    if image.get_typeof(_FIELD) == 0:
        return None
    profile = bytes(image.get(_FIELD))
    return profile if _readable(profile) else None


def tagged(image: pyvips.Image, profile: bytes) -> pyvips.Image:
    """A copy of the image that carries `profile`."""
    copy = image.copy()
    copy.set_type(pyvips.GValue.blob_type, _FIELD, profile)
    return copy


def untagged(image: pyvips.Image) -> pyvips.Image:
    """A copy of the image without a profile."""
    copy = image.copy()
    if copy.get_typeof(_FIELD) != 0:
        copy.remove(_FIELD)
    return copy


def name(image: pyvips.Image) -> str:
    """The embedded profile's own name, or an empty text where there is none."""
    if image.get_typeof(_FIELD) == 0:
        return ""
    profile = embedded(image)
    if profile is None:
        return "unreadable profile"
    described = ImageCms.getProfileDescription(ImageCms.ImageCmsProfile(io.BytesIO(profile)))
    return described.strip()[:120] or "unnamed profile"


@lru_cache(maxsize=64)
def _readable(profile: bytes) -> bool:
    try:
        ImageCms.getProfileDescription(ImageCms.ImageCmsProfile(io.BytesIO(profile)))
    except (OSError, ImageCms.PyCMSError, ValueError):
        return False
    return True


@lru_cache(maxsize=64)
def is_srgb(profile: bytes) -> bool:
    """Whether colours through this RGB profile come out as they are: colorants and curve are sRGB's."""
    if bands_of(profile) != 3:
        return False
    grid = _grid()
    try:
        through = tagged(grid, profile).icc_transform(
            "srgb", embedded=True, intent="relative", black_point_compensation=True, depth=16
        )
        return float((through.cast("float") - grid).abs().max()) <= _SAME * 257
    except pyvips.Error:
        return False


def _grid() -> pyvips.Image:
    """Colours on a grid through the whole RGB cube, 16 bits."""
    at = pyvips.Image.xyz(_PROBES * _PROBES, _PROBES)
    planes = ((at[0] / _PROBES).floor(), at[0] % _PROBES, at[1])
    red, green, blue = ((plane * (65535 / (_PROBES - 1))).rint() for plane in planes)
    return red.bandjoin([green, blue]).cast("ushort").copy(interpretation="rgb16")


@lru_cache(maxsize=1)
def srgb() -> bytes:
    """The sRGB profile that libvips ships."""
    return bytes(pyvips.Operation.call("profile_load", "srgb"))


@lru_cache(maxsize=1)
def display_p3() -> bytes:
    """That of wide screens, which libvips ships."""
    return bytes(pyvips.Operation.call("profile_load", "p3"))


@lru_cache(maxsize=1)
def general_press() -> bytes:
    """The CMYK profile that libvips ships, of no press in particular."""
    return bytes(pyvips.Operation.call("profile_load", "cmyk"))


@lru_cache(maxsize=1)
def grey() -> bytes:
    """A grey profile with sRGB's curve: an ICC version 2 monitor profile, made here.

    libvips ships none; a grey file that carries an RGB profile is refused or ignored by readers.
    """
    curve = [round(srgb_light(at / 1023) * 65535) for at in range(1024)]
    text = b"Grey, curve of sRGB"
    description = b"desc" + bytes(4) + struct.pack(">I", len(text) + 1) + text + b"\0"
    tags = {
        b"desc": description + bytes(4 + 4 + 2 + 1 + 67),
        b"cprt": b"text" + bytes(4) + b"No rights are kept in this profile.\0",
        b"wtpt": b"XYZ " + bytes(4) + struct.pack(">3i", 63190, 65536, 54061),
        b"kTRC": b"curv" + bytes(4) + struct.pack(">I1024H", len(curve), *curve),
    }
    table, data = struct.pack(">I", len(tags)), b""
    begin = 128 + 4 + 12 * len(tags)
    for signature, content in tags.items():
        table += signature + struct.pack(">II", begin + len(data), len(content))
        data += content + bytes(-len(content) % 4)
    size = begin + len(data)
    header = struct.pack(">I4s4s4s4s4s12s4s", size, b"", b"\x02\x10\0\0", b"mntr", b"GRAY", b"XYZ ",
                         struct.pack(">6H", 2026, 1, 1, 0, 0, 0), b"acsp")  # fmt: skip
    header += bytes(68 - len(header)) + struct.pack(">3i", 63190, 65536, 54061)
    return header + bytes(128 - len(header)) + table + data
