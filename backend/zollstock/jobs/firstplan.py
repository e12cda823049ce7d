"""The plan a new print begins with."""

from __future__ import annotations

from typing import Any

from zollstock.core.plan import PLAN_FORMAT
from zollstock.pictures.models import Picture

#: A modest first size by the account's unit: long side and short side, and the square.
_FIRST = {
    "in": ("12 in", "8 in", "10 in"),
    "cm": ("30 cm", "20 cm", "30 cm"),
    "mm": ("300 mm", "200 mm", "300 mm"),
}


def first_plan(picture: Picture, unit: str) -> dict[str, Any]:
    """A small print in the picture's own direction, titled after its file."""
    width, height = picture.upright
    long, short, square = _FIRST[unit]
    if abs(width - height) * 20 < width:
        size = (square, square)
    else:
        size = (long, short) if width > height else (short, long)
    return {
        "format": PLAN_FORMAT,
        "title": picture.name.rsplit(".", 1)[0].replace("_", " ").replace("-", " ").strip(),
        "picture": picture.plan_part(),
        "target": {"width": size[0], "height": size[1]},
        "fit": {"keep": picture.keep, "auto": bool(picture.keep)},
        "medium": {"name": "satin photo paper", "factor": 1.0},
        # What the picture has is not lost unasked.
        "output": {"bits": picture.plan_part()["bits"]},
    }
