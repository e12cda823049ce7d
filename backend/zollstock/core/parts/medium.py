"""What is printed on, and the marks around it."""

from __future__ import annotations

from pydantic import Field

from ..ground.lengths import Length
from .part import Part, length_of

#: The least share of detail that is taken for a surface's; below it somebody slipped on a key.
LEAST_FACTOR = 0.001


class Marks(Part):
    """Marks outside the image; `margin` enlarges the document on every side, marks or none."""

    margin: Length = length_of("0 mm")
    crop: bool = False
    fold: bool = False
    centre: bool = False
    staple: bool = Field(default=False, description="Where the staples go, on the turn of a wrap.")


class Medium(Part):
    """The surface, and how much of the detail it can hold."""

    name: str = Field(default="", max_length=120)
    key: str | None = Field(
        default=None,
        max_length=40,
        description="Of the studio's row that this was taken from; what stands here stays as it was then.",
    )
    factor: float = Field(default=1.0, ge=LEAST_FACTOR, le=2)
    spread: float | None = Field(
        default=None,
        ge=0,
        le=2,
        description="How far ink spreads, mm (σ of a Gaussian); null takes the assumption for the name.",
    )
