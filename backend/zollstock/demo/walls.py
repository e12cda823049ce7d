"""What the museum hangs and prints together: four frames up the stairs, a row in the hall, a roll, and its stock."""

from __future__ import annotations

from typing import Any

from zollstock.core.layouts import LAYOUT_FORMAT

Document = dict[str, Any]
STAIRS = "the-long-wall-at-low-tide.jpg"
#: What hangs in the hall, from left to right, and what is printed on one roll, by file name.
ROW = ("fog-over-the-salt-pans.jpg", "star-trails.jpg", "pressed-seaweed.tif", "the-keeper.png")
ROLL = (
    "fog-over-the-salt-pans.jpg",
    "star-trails.jpg",
    "sluice-at-dusk.jpg",
    "mill-gears.jpg",
    "the-keeper.png",
)
_NOT_ALONE = ("target", "edge", "marks")

#: Four frames that were ordered alike; what came is never quite that. (x, y, width), mm; all 450 high.
_FRAMES = ((0, 180, 302), (342, 120, 301), (683, 60, 303), (1026, 0, 301))
#: A post of the long wall, in shares of the picture, that a gap must not hide.
POST = {"name": "post", "x": 0.486, "y": 0.455, "w": 0.012, "h": 0.1}

STOCK: Document = {
    "currency": "€",
    "media": [
        {"key": "satin", "name": "satin photo paper", "surface": "satin", "factor": 1.0, "note": "The hall's own; keep it flat",
         "rolls": [
             {"key": "satin-90", "width": "91.4 cm", "left": "11.4 m", "price": 21.5, "minimum": "0.5 m"},
             {"key": "satin-61", "width": "61 cm", "left": "6.2 m", "price": 14.2},
         ],
         "sheets": [{"key": "satin-a2", "name": "A2", "width": "42 cm", "height": "59.4 cm", "left": 23, "price": 4.9}]},
        {"key": "glossy", "name": "glossy photo paper", "surface": "gloss", "factor": 1.0,
         "sheets": [{"key": "gloss-a3", "name": "A3", "width": "29.7 cm", "height": "42 cm", "left": 60, "price": 1.4}]},
        {"key": "cotton", "name": "fine-art cotton paper", "surface": "cotton, textured", "factor": 0.7, "note": "Grain runs along the roll",
         "rolls": [{"key": "cotton-111", "width": "111.8 cm", "left": "4.8 m", "price": 46, "minimum": "1 m"}]},
        {"key": "matte", "name": "coated matte paper", "surface": "matte", "factor": 0.85,
         "rolls": [{"key": "matte-61", "width": "61 cm", "left": "0.9 m", "price": 9.8}]},
        {"key": "canvas", "name": "canvas", "surface": "woven, satin", "factor": 0.6,
         "rolls": [{"key": "canvas-91", "width": "91.4 cm", "left": "7.5 m", "margin": "1 cm", "price": 38}]},
        {"key": "textile", "name": "textile", "surface": "woven, for banners", "factor": 0.5},
    ],
}  # fmt: skip


def walls(plans: dict[str, Document]) -> list[tuple[tuple[str, ...], Document]]:
    """The hall's layouts as (its pictures' file names, request); `plans` are its prints' whole plans by file name."""
    return [
        ((STAIRS,), _stairs(plans[STAIRS])),
        (ROW, _row([plans[file] for file in ROW])),
        (ROLL, _roll([plans[file] for file in ROLL])),
    ]


def _stairs(plan: Document) -> Document:
    alone = {name: part for name, part in plan.items() if name not in _NOT_ALONE}
    ordered = {"width": "30 cm", "height": "45 cm"}
    frames = [
        {"x": f"{x / 10:g} cm", "y": f"{y / 10:g} cm", "width": f"{w / 10:g} cm", "height": "45 cm", "ordered": ordered}
        for x, y, w in _FRAMES
    ]  # fmt: skip
    return {
        "format": LAYOUT_FORMAT,
        "kind": "panels",
        "title": "The long wall, four frames up the stairs",
        "plans": [alone | {"fit": {"keep": [POST]}}],
        "frames": frames,
        "wrap": {"depth": "3.8 cm", "turn": "1.2 cm", "fill": "mirror"},
        "hang": {"centre_height": "150 cm", "nail_drop": "3 cm", "from_left": "0 cm"},
    }


def _row(plans: list[Document]) -> Document:
    pieces = [
        {"outer": {"width": "66.6 cm", "height": "46.2 cm"}},
        {"fixings": 2},
        {},
        {"outer": {"width": "33.4 cm", "height": "43.5 cm"}},
    ]
    return {
        "format": LAYOUT_FORMAT,
        "kind": "hang",
        "title": "North wall of the hall",
        "plans": plans,
        "pieces": pieces,
        "gap": "12 cm",
        "wall": "5.4 m",
        "hang": {"centre_height": "150 cm", "nail_drop": "3 cm", "from_left": "0 cm"},
        # From the bench opposite.
        "view": {
            "distance": "4 m",
            "things": ["person", "door"],
            "light": 0.6,
            "colour": "#cfc9bb",
        },
    }


def _roll(plans: list[Document]) -> Document:
    return {
        "format": LAYOUT_FORMAT,
        "kind": "gang",
        "title": "The hall on one roll",
        "plans": plans,
        "copies": [1, 1, 1, 2, 1],
        "may_turn": [True, True, True, True, False],
        "roll": {"width": "91.4 cm", "margin": "0.5 cm", "gap": "1 cm", "lead": "2 cm", "tail": "2 cm",
                 "price_per_m": 21.5, "least_length": "0.5 m", "stock": "satin-90"},
    }  # fmt: skip
