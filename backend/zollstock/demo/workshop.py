"""The museum's workshop: what goes on sheets. A mural to trace, staff passes, a pressed weed as large as it is."""

from __future__ import annotations

from typing import Any

from zollstock.core.layouts import LAYOUT_FORMAT
from zollstock.core.layouts.idphotos.rules import SHIPPED

from .portraits import CHIN, CROWN, EYES, STAFF

WORKSHOP = {
    "title": "Tide Mill Museum, workshop",
    "client": "Tide Mill Museum",
}
_A4 = {"width": "21 cm", "height": "29.7 cm",
       "margins": dict.fromkeys(("left", "top", "right", "bottom"), "0.5 cm")}  # fmt: skip
_LAB = {"width": "15 cm", "height": "10 cm",
        "margins": dict.fromkeys(("left", "top", "right", "bottom"), "0.3 cm")}  # fmt: skip

#: The prints of the workshop's job, by file name: what their plans add to their pictures.
PRINTS: dict[str, dict[str, Any]] = {
    "mill-gears.jpg": {
        "title": "Mill gears, for the stair wall",
        "target": {"width": "57 cm", "height": "85.5 cm"},
        # The hub that a painter wants whole on one sheet.
        "fit": {"keep": [{"name": "hub", "x": 0.565, "y": 0.61, "w": 0.1, "h": 0.08}]},
        "medium": {"name": "uncoated or textured paper", "factor": 0.7},
        "output": {"format": "pdf"},
    },
    "pressed-seaweed.tif": {
        "title": "Pressed seaweed, plate 4, to draw from",
        "target": {"width": "20 cm", "height": "20 cm"},
        "output": {"format": "pdf"},
    },
} | {
    sitter.file: {
        "title": f"{sitter.name}, staff pass",
        "target": {"width": "9 cm", "height": "12 cm"},
        "output": {"format": "pdf"},
    }
    for sitter in STAFF
}


def layouts(plans: dict[str, dict[str, Any]]) -> list[tuple[str, dict[str, Any]]]:
    """The workshop's layouts as (picture's file name, request); `plans` are its prints' whole plans by file name."""
    return [
        ("mill-gears.jpg", _mural(plans["mill-gears.jpg"])),
        *((sitter.file, _pass(sitter.name, plans[sitter.file])) for sitter in STAFF),
        ("pressed-seaweed.tif", _weed(plans["pressed-seaweed.tif"])),
    ]


def _layout(kind: str, title: str, plan: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"format": LAYOUT_FORMAT, "kind": kind, "title": title, "plans": [plan]} | more


def _mural(plan: dict[str, Any]) -> dict[str, Any]:
    return _layout(
        "tiles", "Mill gears, to trace on the wall", plan, sheet=_A4, overlap="1 cm", overview=True,
        tracing={"grey": True, "light": 0.4},
    )  # fmt: skip


def _sizeless(plan: dict[str, Any]) -> dict[str, Any]:
    return {name: part for name, part in plan.items() if name != "target"}


def _pass(name: str, plan: dict[str, Any]) -> dict[str, Any]:
    rule = SHIPPED.rules[0].model_dump(mode="json")
    face = {"crown": CROWN, "chin": CHIN, "eyes": EYES}
    upload = {"width_px": 700, "height_px": 900, "most_kb": 300}
    return _layout(
        "id", f"Staff pass, {name}", _sizeless(plan), sheet=_LAB, gap="0.2 cm", rule=rule, face=face, upload=upload
    )  # fmt: skip


def _weed(plan: dict[str, Any]) -> dict[str, Any]:
    # The label that was glued beside the weed is 58 mm wide.
    measure = {"from": [0.64, 0.918], "to": [0.93, 0.918], "length": "58 mm"}
    parts = [{"name": "holdfast", "x": 0.72, "y": 0.7}, {"name": "tips", "x": 0.3, "y": 0.32}]
    sheet = {"width": "10.5 cm", "height": "14.8 cm", "margins": _A4["margins"]}
    return _layout(
        "life",
        "Pressed seaweed, life size",
        _sizeless(plan),
        sheet=sheet,
        measure=measure,
        parts=parts,
    )
