"""What a studio knows: all that goes into a reckoning beside the plan, as one value."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from ..criteria import NOTHING_KNOWN, Known
from ..picture.measures import NOT_MEASURED, Measures
from ..sizes.near import Shelf, library_shelf
from . import devices, labs
from .devices import Devices
from .gamut import KnownGamut
from .labs import Labs
from .logged import LoggedFault
from .pace import MEASURED_PACE, Pace
from .profiles import NO_PROFILES, Profiles
from .stock import NO_STOCK, Stock

Made = Literal["", "made", "changed"]


@dataclass(frozen=True, slots=True)
class Studio:
    """A studio's own knowledge; the empty one, as the command line has it, knows the common library."""

    #: Sizes to look for near ones in, and that other sizes are offered from.
    sizes: Shelf = field(default_factory=library_shelf)
    #: What was measured of the picture at hand.
    measures: Measures = NOT_MEASURED
    #: Whether a recipe (a rescue) made the picture at hand, and whether that was changed since.
    made: Made = ""
    #: What it prints on, and how much of it is there.
    stock: Stock = NO_STOCK
    #: What it prints with; the command line knows those that ship.
    devices: Devices = devices.SHIPPED
    #: Whom it sends prints to; likewise.
    labs: Labs = labs.SHIPPED
    #: How fast its files are made.
    pace: Pace = MEASURED_PACE
    #: What it tried and found out, which criteria go by.
    known: Known = NOTHING_KNOWN
    #: The print profiles it keeps.
    profiles: Profiles = NO_PROFILES
    #: What lies beyond papers, of the picture at hand.
    gamuts: tuple[KnownGamut, ...] = ()
    #: Prints that failed, which the next one on the same medium is told of.
    faults: tuple[LoggedFault, ...] = ()


DEFAULT_STUDIO = Studio()
