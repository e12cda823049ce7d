"""The plan a new print begins with."""

from __future__ import annotations

from typing import Any

from zollstock.core.documents.plan import PLAN_FORMAT
from zollstock.core.sizes.firstsize import first_size
from zollstock.pictures.measured import counted_detail
from zollstock.pictures.models import Picture


def first_plan(picture: Picture, unit: str) -> dict[str, Any]:
    """A small print of the picture's own ratio, titled after its file."""
    size = first_size(*picture.upright, unit)
    return {
        "format": PLAN_FORMAT,
        "title": picture.name.rsplit(".", 1)[0].replace("_", " ").replace("-", " ").strip(),
        "picture": picture.plan_part(),
        "target": {"width": size.width.typed, "height": size.height.typed},
        "fit": {"keep": picture.keep, "auto": bool(picture.keep)},
        "medium": {"name": "satin photo paper", "factor": 1.0},
        # What the picture has is not lost unasked.
        "viewing": counted_detail(picture),
        "output": {"bits": picture.plan_part()["bits"]},
    }
