"""A small job to try things on: two pictures that ship, and the prints planned of them.

The pictures were painted by `demo.scenes` (sluice at 3600 × 2400 px, postcard at 1400 × 900 px, JPEG quality 80).
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

from zollstock.core.documents.plan import PLAN_FORMAT

FOLDER = Path(__file__).parent

TITLE = "Sample: Tide Mill Museum"

#: (file, what the plan adds to its picture): one that has to be cropped with care, one with too few pixels.
PRINTS: tuple[tuple[str, dict[str, Any]], ...] = (
    (
        "sluice-at-dusk.jpg",
        {
            "title": "The sluice at dusk",
            "target": {"width": "50 cm", "height": "40 cm"},
            "fit": {
                "keep": [{"name": "sun", "x": 0.735, "y": 0.545, "w": 0.105, "h": 0.13}],
                "auto": True,
            },
            "edge": {
                "kind": "border",
                "left": "3 cm",
                "top": "3 cm",
                "right": "3 cm",
                "bottom": "3 cm",
            },
            "medium": {"name": "satin photo paper", "factor": 1.0},
        },
    ),
    (
        "old-postcard.jpg",
        {
            "title": "Old postcard, too small for its size",
            "target": {"width": "60 cm", "height": "40 cm"},
            "medium": {"name": "satin photo paper", "factor": 1.0},
        },
    ),
)


def plan_of(wanted: dict[str, Any], picture: dict[str, Any]) -> dict[str, Any]:
    """A whole plan document of one of `PRINTS` for its picture's own facts."""
    return {"format": PLAN_FORMAT, "picture": picture} | wanted
