"""A canvas to begin with: the illustrator's poster for the anniversary show of the Tide Mill Museum."""

from __future__ import annotations

from .request import LIMITS, Canvas, parse_canvas

#: One drawing for the poster, the invitation and the banner over the door, on a tablet that just holds it.
POSTER: Canvas = parse_canvas(
    {
        "title": "The keeper's lamp, poster",
        "finished": {"width": "59.4 cm", "height": "84.1 cm", "name": "poster, A1"},
        "bleed": "3 mm",
        "safe": "8 mm",
        "press": "digital",
        "ppi": 200,
        "channels": 3,
        "layers": 24,
        "limit": LIMITS[0].model_dump(),
        "also": [
            {"width": "21 cm", "height": "10.5 cm", "name": "invitation"},
            {"width": "80 cm", "height": "30 cm", "name": "banner"},
        ],
    }
)
