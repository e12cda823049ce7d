"""A made-up log of the museum: twenty prints, two of which failed."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

Document = dict[str, Any]
_FIRST = date(2026, 8, 3)
_WIDE, _DESK, _LAB = "Wide printer", "Desk printer", "Harbour Lab"
_KEYS = {_WIDE: "wide", _DESK: "desk"}
_SATIN, _CANVAS, _COTTON = "satin photo paper", "canvas", "fine-art cotton paper"


def _row(day: int, title: str, size: str, medium: str, device: str, **more: Any) -> Document:
    by_lab = {"lab": device} if device == _LAB else {"device": device, "device_key": _KEYS[device]}
    made_on = (_FIRST + timedelta(days=day)).isoformat()
    return (
        {"made_on": made_on, "title": title, "size": size, "medium": medium, "result": "kept"}
        | by_lab
        | more
    )


LOG: tuple[Document, ...] = (
    _row(0, "Fog, test in the hall", "30 × 20 cm", _SATIN, _DESK, feed="tray, A4", light="north window"),
    _row(0, "Gears, test in the hall", "20 × 30 cm", "glossy photo paper", _DESK, feed="tray, A4"),
    _row(4, "Fog over the salt pans", "61 × 40.6 cm", _SATIN, _WIDE, feed="roll 91.4 cm", distance="1.5 m", dried=26,
         judgement="As on the screen. The horizon is straight.", cost="18.40", currency="€"),
    _row(4, "Star trails over the mill", "90 × 60 cm", _SATIN, _WIDE, result="thrown", feed="roll 91.4 cm",
         faults=["banding", "nozzle missing"], note="Nozzle check was skipped. Cleaned twice, then it was gone.", cost="27.90", currency="€"),
    _row(5, "Star trails over the mill", "90 × 60 cm", _SATIN, _WIDE, feed="roll 91.4 cm", note="After cleaning.", cost="27.90", currency="€"),
    _row(9, "Pressed seaweed, plate 4", "40 × 40 cm", _COTTON, _WIDE, feed="roll 111.8 cm", distance="60 cm", dried=48),
    _row(9, "Pressed seaweed, plate 5", "40 × 40 cm", _COTTON, _WIDE, feed="roll 111.8 cm"),
    _row(12, "The keeper, drawn from life", "30 × 40 cm", "coated matte paper", _DESK, feed="tray, A3"),
    _row(15, "Staff passes, sheet 1", "10 × 15 cm", "glossy photo paper", _DESK, copies=3),
    _row(21, "The long wall, part 1", "150 × 50 cm", _CANVAS, _LAB, cost="96.00", currency="€", judgement="Edges as ordered."),
    _row(21, "The long wall, part 2", "150 × 50 cm", _CANVAS, _LAB, result="again", faults=["cut off", "scaled by the driver"],
         note="Cropped from the centre: the post is cut. Sent again with a border.", cost="96.00", currency="€"),
    _row(30, "The long wall, part 2", "150 × 50 cm", _CANVAS, _LAB, note="Made again, free of charge.", cost="0.00", currency="€"),
    _row(33, "The sluice at dusk", "50 × 40 cm", _SATIN, _WIDE, feed="roll 61 cm", distance="1 m", light="spots, 3000 K"),
    _row(40, "Catalogue, proof of eight pages", "21 × 28 cm", "coated matte paper", _DESK, copies=2),
    _row(41, "Mill gears", "20 × 30 cm", "glossy photo paper", _DESK),
    _row(48, "Banner over the stairs", "120 × 80 cm", "textile", _LAB, cost="74.00", currency="€", distance="4 m",
         judgement="The lettering is crisp from the landing."),
    _row(60, "Old postcard, for the shop", "15 × 10 cm", _SATIN, _DESK, copies=25),
    _row(72, "Mural on tiles, all sheets", "A4", "coated matte paper", _DESK, copies=24, note="Bar measured: 100 mm."),
    _row(80, "Gears on satin, test strip", "A4", _SATIN, _WIDE, feed="sheet, A4", note="For the trial from 60 cm."),
    _row(95, "Star trails, small", "30 × 20 cm", _SATIN, _DESK),
)  # fmt: skip
