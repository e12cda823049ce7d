"""The print as it would come back from a made-up lab: fitted, resampled and sharpened by its rules, small enough to be looked at."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pyvips

#: px of the longer side of what comes back.
_LONGEST = 1200


def returned_print(file: Path, rules: dict[str, Any], size: dict[str, Any]) -> bytes:
    """A JPEG of the finished print. Sizes of rows are lengths such as `20 cm`."""
    image = pyvips.Image.new_from_file(str(file), access="random")
    image = _as_it_takes_it(image, rules)
    width, height, bleed = (_mm(size[name]) for name in ("width", "height", "bleed"))
    if (width > height) != (image.width > image.height) and width != height:
        width, height = height, width
    per_mm = _LONGEST / max(width, height)
    full = (round((width + 2 * bleed) * per_mm), round((height + 2 * bleed) * per_mm))
    across, down = full[0] / image.width, full[1] / image.height
    scale = min(across, down) if rules.get("fits") == "pads" else max(across, down)
    scaled = image.resize(scale)
    if rules.get("sharpens"):
        scaled = scaled.sharpen()
    laid = scaled.gravity("centre", *full, extend="background", background=[255] * scaled.bands)
    edge = round(bleed * per_mm)
    done = laid.crop(edge, edge, laid.width - 2 * edge, laid.height - 2 * edge)
    if rules.get("borders"):
        rim = round(5 * per_mm)
        inside = done.resize((done.width - 2 * rim) / done.width)
        done = inside.gravity("centre", done.width, done.height, extend="background", background=[255] * done.bands)  # fmt: skip
    return bytes(done.jpegsave_buffer(Q=85))


def _as_it_takes_it(image: pyvips.Image, rules: dict[str, Any]) -> pyvips.Image:
    """RGB as the lab reads it: one that wants sRGB does not look at the profile that a file carries."""
    if image.hasalpha():
        image = image.flatten(background=255)
    if rules.get("profile") == "srgb" and image.bands == 3:
        image = image.copy()
        if image.get_typeof("icc-profile-data"):
            image.remove("icc-profile-data")
    elif image.get_typeof("icc-profile-data"):
        image = image.icc_transform("srgb", embedded=True)
    if image.bands == 1:
        image = image.colourspace("srgb")
    return image.cast("uchar") if image.format == "uchar" else (image / 257).cast("uchar")


def _mm(length: str) -> float:
    """`20 cm` in mm."""
    number, unit = length.rsplit(" ", 1)
    return float(number.replace(",", ".")) * {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4}[unit]
