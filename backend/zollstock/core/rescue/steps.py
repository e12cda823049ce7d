"""The steps of a rescue as they are written. What is left out is chosen from what was measured of the picture."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..ground.lengths import Length
from ..parts.part import Colour, Part, Point, Share
from ..seeing.enlarging import SourceName
from .lengths import Span

StepKind = Literal["clean", "smooth", "lettering", "enlarge", "rim", "tone", "sharpen"]
#: The one order: noise and blocks would be enlarged, outlines need clean edges, sharpening is for the final size.
ORDER: tuple[StepKind, ...] = (
    "clean", "smooth", "lettering", "enlarge", "rim", "tone", "sharpen",
)  # fmt: skip
Polygon = Annotated[list[Point], Field(min_length=3, max_length=400)]
Near = Annotated[float, Field(gt=0, le=100, description="ΔE00")]
Corners = Literal["round", "drawn", "sharp"]
FilledBy = Literal["patches", "mirror", "stretch", "blur"]


class Dab(Part):
    """A speck of dust: its middle in shares of the picture, its radius as a share of the width."""

    x: Share
    y: Share
    r: float = Field(gt=0, le=0.1)


class Clean(Part):
    """JPEG blocks, then noise, the screen of a printed original, dust."""

    kind: Literal["clean"] = "clean"
    on: bool = True
    blocks: Share | None = None
    noise: Share | None = None
    screen: bool = False
    dabs: list[Dab] = Field(default_factory=list, max_length=500)


class Area(Part):
    """Pixels of about one colour, within an outline or everywhere."""

    colour: Colour
    near: Near = 12
    area: Polygon | None = None


class Smooth(Part):
    """What ought to be even: areas picked, or everything but the lettering."""

    kind: Literal["smooth"] = "smooth"
    on: bool = True
    areas: Annotated[list[Area], Field(max_length=50)] | Literal["ground"] = "ground"
    length: Span | None = None
    keep_edges: bool = True


class Move(Part):
    """A node of an outline moved by hand: the nearest to `at`, in shares of the picture."""

    at: Point
    to: Annotated[tuple[float, float], Field(strict=False)]


class Pick(Part):
    """Lettering of about one colour, within an outline or everywhere; then what was done to its nodes by hand."""

    colour: Colour
    near: Near = 18
    area: Polygon | None = None
    moved: list[Move] = Field(default_factory=list, max_length=2000)
    smoothed: list[Point] = Field(default_factory=list, max_length=2000)


class Lettering(Part):
    """Outlines instead of pixels."""

    kind: Literal["lettering"] = "lettering"
    on: bool = True
    picks: list[Pick] = Field(default_factory=list, max_length=40)
    corners: Corners = "drawn"
    thicker: Span | None = None
    under: Literal["keep", "fill"] = "fill"


class Enlarge(Part):
    """Pixels for the print; never more detail."""

    kind: Literal["enlarge"] = "enlarge"
    on: bool = True
    factor: float | None = Field(default=None, ge=1, le=40)
    width_px: int | None = Field(default=None, ge=1, le=200_000)
    source: SourceName = Field(
        default="plain", description="What the owner says of the picture, as in a plan's pixels."
    )


class Rim(Part):
    """More picture than there is, at its sides, in shares of its width and height."""

    kind: Literal["rim"] = "rim"
    on: bool = True
    left: Share = 0.0
    right: Share = 0.0
    top: Share = 0.0
    bottom: Share = 0.0
    by: FilledBy = "patches"


class Tone(Part):
    """Black and white where the histogram ends (levels of 0 to 255), and how light the middle is (1: as it was)."""

    kind: Literal["tone"] = "tone"
    on: bool = True
    black: float | None = Field(default=None, ge=0, le=200)
    white: float | None = Field(default=None, ge=55, le=255)
    middle: float = Field(default=1.0, ge=0.2, le=5)


class Sharpen(Part):
    """Last, for the final size: what ink and surface will blur is raised before."""

    kind: Literal["sharpen"] = "sharpen"
    on: bool = True
    amount: float | None = Field(default=None, ge=0, le=2)
    radius: Span | None = None


RescueStep = Annotated[
    Clean | Smooth | Lettering | Enlarge | Rim | Tone | Sharpen, Field(discriminator="kind")
]


class PrintWidth(Part):
    """The print that lengths are on."""

    width: Length
