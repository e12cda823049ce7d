"""What drivers do when nobody says otherwise, and what is checked before a print that counts: in words."""

from __future__ import annotations

from typing import NamedTuple

from ..studio.devices import Check, Quirk


class Oddity(NamedTuple):
    """What it is called, and what it does to a print."""

    label: str
    says: str


QUIRKS: dict[Quirk, Oddity] = {
    "fits-to-page": Oddity(
        "Dialog begins with fit to page",
        "A file that is larger than what can be printed comes out smaller unless 100 % is set.",
    ),
    "enlarges": Oddity(
        "Fit to page enlarges too",
        "A file that is smaller than what can be printed comes out larger.",
    ),
    "driver-colour": Oddity(
        "Dialog begins with colour by the driver",
        "A file that is converted already is converted once more unless the driver’s colour is off.",
    ),
}
CHECKS: dict[Check, Oddity] = {
    "nozzles": Oddity(
        "Nozzle check", "A pattern that shows clogged nozzles before paper is spent."
    ),
    "feed": Oddity("Feed check", "A pattern that shows bands from paper fed too far or too short."),
}
