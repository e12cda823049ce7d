"""From a print back to the canvas that it would have needed."""

from __future__ import annotations

from typing import Any

from ...documents.formats import CANVAS_FORMAT
from ...documents.plan import Plan
from ...ground.rational import Fraction
from ...ground.show import typed_length
from ...work.outcome import work_out


def canvas_of_print(plan: Plan) -> dict[str, Any]:
    """The request for a canvas of the print's picture area, seen from where the print is.

    What is printed round it, a bleed or the sides of a frame, is its bleed.

    >>> from ...documents.plan import parse_plan
    >>> made = canvas_of_print(parse_plan({"picture": {"width_px": 900, "height_px": 600}, "target": {"width": "60 cm", "height": "40 cm"},
    ...     "edge": {"kind": "bleed", "bleed": "3 mm", "safe": "5 mm"}, "viewing": {"distance": "1 m"}}))
    >>> made["finished"], made["bleed"], made["distance"]
    ({'width': '60 cm', 'height': '40 cm'}, '0.3 cm', '1 m')
    """
    work = work_out(plan)
    image, trim = work.boxes.image, work.boxes.trim
    unit = plan.target.width.unit if plan.target.width.unit != "px" else "mm"
    # Of a bordered print the picture alone is drawn; of others the finished size.
    inside = image.w < trim.w or image.h < trim.h
    finished = image if inside else trim
    bleed = Fraction(0) if inside else max(Fraction(0), (image.w - trim.w) / 2)
    distance = plan.viewing.distance
    return {
        "format": CANVAS_FORMAT,
        "title": plan.title,
        "finished": {
            "width": typed_length(finished.w, unit),
            "height": typed_length(finished.h, unit),
        },
        "bleed": typed_length(bleed, unit),
        "safe": "0 mm",
        "distance": distance.typed if distance is not None else f"{work.distance / 1000:.2f} m",
        "channels": 3,
    }
