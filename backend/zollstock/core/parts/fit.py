"""How picture and image box come together."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from .part import Colour, Part, Share

#: The most a picture may be straightened, degrees either way; beyond it, it is another picture.
MOST_DEGREES = 15

#: So many keep zones a picture may have.
MOST_ZONES = 50
MOST_ZOOM = 1000


class KeepZone(Part):
    """A part of the picture that must survive, in fractions of the turned picture."""

    name: str = Field(default="", max_length=80)
    x: Share
    y: Share
    w: Annotated[float, Field(gt=0, le=1)]
    h: Annotated[float, Field(gt=0, le=1)]


class Fit(Part):
    """How picture and image box come together."""

    mode: Literal["fill", "contain"] = "fill"
    anchor: Annotated[tuple[Share, Share], Field(strict=False)] = (0.5, 0.5)
    zoom: float = Field(default=1.0, ge=1, le=MOST_ZOOM)
    turn: Literal[0, 90, 180, 270] = 0
    angle: float = Field(
        default=0.0,
        ge=-MOST_DEGREES,
        le=MOST_DEGREES,
        description="Straightening after the turn, degrees clockwise; the crop stays inside.",
    )
    keep: Annotated[tuple[KeepZone, ...], Field(strict=False, max_length=MOST_ZONES)] = ()
    auto: bool = False
    colour: Colour | None = Field(
        default=None,
        description="Padding of `contain`; without it the border's colour, else white.",
    )
