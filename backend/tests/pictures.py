"""Pictures to test with: every pixel says where it is."""

from __future__ import annotations

import struct
import zlib
from pathlib import Path

from zollstock.pixels.vips import pyvips


def chart(width: int, height: int, bits: int = 8) -> pyvips.Image:
    """Red grows from left to right, green from top to bottom, blue is 90 of 255 throughout."""
    at = pyvips.Image.xyz(width, height)
    full = 255 if bits == 8 else 65535
    red = at[0] * (full / max(1, width - 1))
    green = at[1] * (full / max(1, height - 1))
    image = red.bandjoin([green, round(full * 90 / 255)]).rint()
    kind = ("uchar", "srgb") if bits == 8 else ("ushort", "rgb16")
    return image.cast(kind[0]).copy(interpretation=kind[1])


def noise(width: int, height: int, seed: int = 1) -> pyvips.Image:
    """A picture that does not pack well, as photographs do not."""
    plane = pyvips.Image.gaussnoise(width, height, mean=128, sigma=35, seed=seed)
    return plane.bandjoin([plane * 0.8, plane * 0.6]).cast("uchar").copy(interpretation="srgb")


def save(image: pyvips.Image, path: Path, orientation: int = 1, **options) -> Path:
    if orientation != 1:
        image = image.copy()
        image.set_type(pyvips.GValue.gint_type, "orientation", orientation)
    image.write_to_file(str(path), **options)
    return path


def bomb(path: Path, side: int = 60_000) -> Path:
    """A PNG of a few hundred bytes that claims `side` × `side` pixels."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return (
            struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))
        )

    header = struct.pack(">IIBBBBB", side, side, 8, 2, 0, 0, 0)
    path.write_bytes(
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", header)
        + chunk(b"IDAT", zlib.compress(b"\0" * 1000))
        + chunk(b"IEND", b"")
    )
    return path


def pixel(image: pyvips.Image, x: int, y: int) -> list[int]:
    return [round(value) for value in image(x, y)]
