"""The anniversary show of the Tide Mill Museum: eight prints, each another situation."""

from __future__ import annotations

from typing import Any

from zollstock.core.studio.devices import SHIPPED
from zollstock.pixels.shipping import chosen


def on_wide(feed: str) -> dict[str, Any] | None:
    """The hall's wide printer by one of its rolls, as a plan keeps it."""
    found = SHIPPED.chosen("wide", feed)
    return found.model_dump(mode="json") if found else None


JOB = {"title": "Tide Mill Museum, hall", "client": "Tide Mill Museum", "due": "2027-03-20"}

#: What each print's plan adds to its picture, by file name, in hanging order.
PLANS: dict[str, dict[str, Any]] = {
    # A lamp worth keeping, near the edge that an even border makes.
    "fog-over-the-salt-pans.jpg": {
        "title": "Fog over the salt pans",
        "target": {"width": "24 in", "height": "16 in"},
        "fit": {"keep": [{"name": "lamp", "x": 0.145, "y": 0.075, "w": 0.085, "h": 0.14}]},
        "edge": {"kind": "border", "left": "2 in", "top": "2 in", "right": "2 in",
                 "bottom": "2 in"},
        "medium": {"name": "satin photo paper", "factor": 1.0},
        "device": on_wide("roll-61"),
    },
    # Plenty of pixels; a poster that the press cuts to size.
    "mill-gears.jpg": {
        "title": "Mill gears",
        "target": {"width": "20 cm", "height": "30 cm"},
        "edge": {"kind": "bleed", "bleed": "3 mm", "safe": "5 mm"},
        "marks": {"margin": "10 mm", "crop": True, "centre": True},
        "medium": {"name": "glossy photo paper", "factor": 1.0},
        "output": {"format": "pdf"},
    },
    # A near miss, looked at from nearer than a whole print.
    "star-trails.jpg": {
        "title": "Star trails over the mill",
        "target": {"width": "90 cm", "height": "60 cm"},
        "viewing": {"distance": "35 cm"},
        "medium": {"name": "satin photo paper", "factor": 1.0},
        "device": on_wide("roll-91"),
    },
    # Square, floating in a mat, on paper that holds less detail.
    "pressed-seaweed.tif": {
        "title": "Pressed seaweed, plate 4",
        "target": {"width": "40 cm", "height": "40 cm"},
        "edge": {"kind": "mat", "opening_width": "32 cm", "opening_height": "32 cm",
                 "reveal": "8 mm", "colour": "#fbf7ea", "card_colour": "#e7e0cf",
                 "inner": {"step": "5 mm", "colour": "#5d6a66"}},
        "medium": {"name": "fine-art cotton paper", "factor": 0.7},
        "output": {"format": "tiff", "profile": chosen("wide-cotton")},
        "device": on_wide("roll-61"),
    },
    # Kept whole inside a border with a weighted bottom, a keyline and a caption, in grey.
    "the-keeper.png": {
        "title": "The keeper, drawn from life",
        "target": {"width": "30 cm", "height": "40 cm"},
        "fit": {"mode": "contain"},
        "edge": {"kind": "border", "left": "3 cm", "top": "3 cm", "right": "3 cm",
                 "bottom": "5 cm", "keyline": {"gap": "3 mm", "width": "0.4 mm"},
                 "caption": {"text": "The keeper, drawn from life · Tide Mill 1884",
                             "height": "3.5 mm", "offset": "9 mm"}},
        "medium": {"name": "coated matte paper", "factor": 0.85},
        "output": {"format": "png", "profile": "picture"},
    },
    # A panorama on canvas, softly mirrored round the bars, with marks for folding.
    "the-long-wall-at-low-tide.jpg": {
        "title": "The long wall at low tide",
        "target": {"width": "150 cm", "height": "50 cm"},
        "edge": {"kind": "wrap", "depth": "3.8 cm", "turn": "1.2 cm", "fill": "soft-mirror"},
        "marks": {"margin": "10 mm", "crop": True, "fold": True},
        "medium": {"name": "canvas", "factor": 0.6},
    },
    # Far too small, and fine from where it hangs.
    "old-postcard.jpg": {
        "title": "Old postcard, banner over the stairs",
        "target": {"width": "120 cm", "height": "80 cm"},
        "viewing": {"distance": "8 m"},
        "medium": {"name": "textile", "factor": 0.5},
    },
    # A near miss by the house table, with a ratio that does not match.
    "sluice-at-dusk.jpg": {
        "title": "The sluice at dusk",
        "target": {"width": "50 cm", "height": "40 cm"},
        "fit": {"keep": [{"name": "sun", "x": 0.735, "y": 0.545, "w": 0.105, "h": 0.13},
                         {"name": "reed bed", "x": 0.02, "y": 0.56, "w": 0.19, "h": 0.24}],
                "auto": True},
        "viewing": {"school": "table"},
        "medium": {"name": "satin photo paper", "factor": 1.0},
    },
}  # fmt: skip

POSTCARD = "old-postcard.jpg"
#: The postcard made fit for its banner: its blocks out, the name on the roof as outlines, the ground even.
RESCUE: list[dict[str, Any]] = [
    {"kind": "clean"},
    {"kind": "smooth", "areas": "ground", "length": "4 mm", "keep_edges": True},
    {
        "kind": "lettering",
        "thicker": "0.3 mm",
        "picks": [
            {
                "colour": "#eee0c3",
                "near": 16,
                "area": [[0.455, 0.31], [0.645, 0.31], [0.645, 0.39], [0.455, 0.39]],
            },
        ],
    },
    {"kind": "enlarge", "factor": 6},
    {"kind": "rim", "left": 0.04, "by": "patches"},
    {"kind": "tone"},
    {"kind": "sharpen"},
]

#: Plates that went to a lab, by their number: to which, in which of its sizes. The first has another ratio than that.
AT_LABS = {47: ("harbour", "20x30"), 46: ("lantern", "30x40")}

#: The catalogue's job, and the sizes its plates are wanted in.
CATALOGUE = {
    "title": "Tide Mill Museum, catalogue plates",
    "client": "Tide Mill Museum",
    "due": "2027-02-01",
}
CATALOGUE_SET = ("Catalogue and shop", ["album-21x28", "cm-10x15", "cm-13x18", "cm-30x40", "cm-20x20",
                                        "cm-20x50", "px-1920x1080", "card-card-a6"])  # fmt: skip
HALL_SET = (
    "Frames in the hall",
    ["cm-30x40", "cm-40x50", "cm-50x70", "cm-40x60", "iso-a3", "iso-a2", "cm-30x30", "in-20x30"],
)
#: Sizes of the museum's own.
OWN_SIZES = (
    {"name": "Staff pass", "width": "85.6 mm", "height": "54 mm", "group": "Museum", "frames": "order",
     "note": "plastic, printed in the office"},
    {"name": "Hall banner", "width": "120 cm", "height": "300 cm", "group": "Museum", "frames": "order",
     "note": "eyelets every 30 cm"},
    {"name": "Old oak frames", "width": "33 cm", "height": "43 cm", "group": "Museum",
     "frames": "common", "note": "eleven of them in the attic"},
)  # fmt: skip
