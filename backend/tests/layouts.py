"""Layout requests for layouts, as tests type them."""

from __future__ import annotations

from copy import deepcopy
from typing import Any

from zollstock.core.layouts import parse_layout
from zollstock.core.layouts.book.request import BookRequest
from zollstock.core.layouts.request import LayoutRequest

GEARS = {
    "picture": {"width_px": 4000, "height_px": 6000},
    "target": {"width": "57 cm", "height": "85.5 cm"},
}


def tiles_document(plan: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
    """The mill gear on A4 sheets; `plan` replaces parts of its plan."""
    layout = {"format": "zollstock.layout/1", "kind": "tiles", "title": "Mill gears"}
    return layout | {"plans": [GEARS | (plan or {})]} | changes


def tiles(plan: dict[str, Any] | None = None, **changes: Any) -> LayoutRequest:
    return parse_layout(tiles_document(plan, **changes))


PASS = {
    "rule": {
        "name": "Coast passes", "width": "35 mm", "height": "45 mm", "head": ["32 mm", "36 mm"],
        "crown": ["3 mm", "5 mm"], "source": "made up for tests", "checked": "2026-11-01",
    },
    "face": {"crown": [0.5, 0.25], "chin": [0.5, 0.65]},
    "sheet": {"width": "152 mm", "height": "102 mm", "margins": dict.fromkeys(("left", "top", "right", "bottom"), "3 mm")},
}  # fmt: skip


def pass_document(plan: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
    """A keeper's pass photo, as many as fit a lab's 10 × 15; `plan` replaces parts of its plan."""
    layout = {"format": "zollstock.layout/1", "kind": "id", "title": "Keeper's pass"}
    keeper = {"picture": {"width_px": 3000, "height_px": 4000}}
    return layout | PASS | {"plans": [keeper | (plan or {})]} | changes


def passes(plan: dict[str, Any] | None = None, **changes: Any) -> LayoutRequest:
    return parse_layout(pass_document(plan, **changes))


def life_document(plan: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
    """A pressed weed whose stem is 20 cm long, 2000 px of 4000 × 6000; `plan` replaces parts of its plan."""
    layout = {"format": "zollstock.layout/1", "kind": "life", "title": "Pressed weed"}
    measure = {"from": [0.2, 0.5], "to": [0.7, 0.5], "length": "20 cm"}
    weed = {"picture": {"width_px": 4000, "height_px": 6000}}
    parts = [{"name": "root", "x": 0.5, "y": 0.9}, {"x": 0.5, "y": 0.5}]
    return layout | {"measure": measure, "parts": parts, "plans": [weed | (plan or {})]} | changes


def life(plan: dict[str, Any] | None = None, **changes: Any) -> LayoutRequest:
    return parse_layout(life_document(plan, **changes))


def frames_of(*boxes: tuple[float, float, float, float]) -> list[dict[str, Any]]:
    """Frames as measured, from (x, y, width, height) in mm."""
    names = ("x", "y", "width", "height")
    return [{name: f"{side} mm" for name, side in zip(names, box, strict=True)} for box in boxes]


STAIRS = frames_of(
    (0, 180, 302, 450), (342, 120, 301, 450), (683, 60, 303, 450), (1026, 0, 301, 450)
)


def panels_document(plan: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
    """The long wall over four frames up the stairs, gaps of 40 mm; `plan` replaces parts of its plan."""
    layout = {"format": "zollstock.layout/1", "kind": "panels", "title": "Long wall"}
    wall = {"picture": {"width_px": 9000, "height_px": 3000}}
    # Copied, so that a test may put a fix into it.
    return deepcopy(layout | {"frames": STAIRS, "plans": [wall | (plan or {})]} | changes)


def panels(plan: dict[str, Any] | None = None, **changes: Any) -> LayoutRequest:
    return parse_layout(panels_document(plan, **changes))


FOG = {
    "title": "Fog over the pans",
    "picture": {"width_px": 6000, "height_px": 4000},
    "target": {"width": "60 cm", "height": "40 cm"},
    "edge": {"kind": "mat", "opening_width": "50 cm", "opening_height": "33 cm", "overlap": "4 mm",
             "card_width": "70 cm", "card_height": "50 cm"},
}  # fmt: skip
CANVAS = GEARS | {
    "title": "Mill gears",
    "edge": {"kind": "wrap", "depth": "3.8 cm", "turn": "1.2 cm", "fill": "mirror"},
}
STARS = {
    "title": "Star trails",
    "picture": {"width_px": 6000, "height_px": 4000},
    "target": {"width": "90 cm", "height": "60 cm"},
}


def hang_document(**changes: Any) -> dict[str, Any]:
    """Three prints of three kinds on a wall of 6.4 m; the canvas on two fixings."""
    layout = {
        "format": "zollstock.layout/1",
        "kind": "hang",
        "title": "North wall",
        "wall": "6.4 m",
    }
    pieces = [{}, {"fixings": 2}]
    plans = [FOG, CANVAS, STARS]
    return deepcopy(layout | {"plans": plans, "pieces": pieces, "gap": "8 cm"} | changes)


def hanging(**changes: Any) -> LayoutRequest:
    return parse_layout(hang_document(**changes))


def small(width: str, height: str, title: str = "Print") -> dict[str, Any]:
    """A plan of a small print, without an edge."""
    picture = {"width_px": 3000, "height_px": 2000}
    return {"title": title, "picture": picture, "target": {"width": width, "height": height}}


ROLL = {"width": "91.44 cm", "margin": "0.5 cm", "gap": "0.6 cm", "lead": "2 cm", "tail": "2 cm"}


def gang_document(**changes: Any) -> dict[str, Any]:
    """Three prints of the hall on a roll of 36 in, the last one twice."""
    layout = {"format": "zollstock.layout/1", "kind": "gang", "title": "For the hall", "roll": ROLL}
    plans = [
        small("60 cm", "40 cm", "Fog"),
        small("40 cm", "60 cm", "Gear"),
        small("30 cm", "30 cm", "Weed"),
    ]
    return deepcopy(layout | {"plans": plans, "copies": [1, 1, 2]} | changes)


def gang(**changes: Any) -> LayoutRequest:
    return parse_layout(gang_document(**changes))


def plate(
    width: int = 6000, height: int = 4000, title: str = "Plate", **fit: Any
) -> dict[str, Any]:
    """A plan of a picture for a book, which says how large it is."""
    return {"title": title, "picture": {"width_px": width, "height_px": height}, "fit": fit}


def book_document(**changes: Any) -> dict[str, Any]:
    """Three plates in a small book without anything on its pages yet."""
    layout = {"format": "zollstock.layout/1", "kind": "book", "title": "Catalogue", "pages": 8}
    plans = [plate(title="Fog"), plate(4000, 6000, "Gears"), plate(5000, 5000, "Weed")]
    return layout | {"plans": plans, "spreads": []} | changes


def book(**changes: Any) -> BookRequest:
    made = parse_layout(book_document(**changes))
    assert isinstance(made, BookRequest)
    return made


def book_box(plan: int | None, *sides: str, **more: Any) -> dict[str, Any]:
    """A box of a book by its left, top, width and height."""
    return {"plan": plan} | dict(zip(("x", "y", "width", "height"), sides, strict=True)) | more


def strip_document(**changes: Any) -> dict[str, Any]:
    """A strip of 6000 × 4000 px on 40 × 30 cm: 338.7 ppi."""
    plan = {"format": "zollstock.plan/1", "title": "Gears", "picture": {"width_px": 6000, "height_px": 4000},
            "target": {"width": "40 cm", "height": "30 cm"}}  # fmt: skip
    return {"format": "zollstock.layout/1", "kind": "strip", "plans": [plan], "number": "T12",
            "distance": "60 cm"} | changes  # fmt: skip


def strip(**changes: Any) -> LayoutRequest:
    return parse_layout(strip_document(**changes))
