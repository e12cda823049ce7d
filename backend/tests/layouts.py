"""Wishes for layouts, as tests type them."""

from __future__ import annotations

from typing import Any

from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.wish import Wish

GEARS = {
    "picture": {"width_px": 4000, "height_px": 6000},
    "target": {"width": "57 cm", "height": "85.5 cm"},
}


def tiles_document(plan: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
    """The mill gear on A4 sheets; `plan` replaces parts of its plan."""
    wish = {"format": "zollstock.layout/1", "kind": "tiles", "title": "Mill gears"}
    return wish | {"plans": [GEARS | (plan or {})]} | changes


def tiles(plan: dict[str, Any] | None = None, **changes: Any) -> Wish:
    return parse_layout(tiles_document(plan, **changes))
