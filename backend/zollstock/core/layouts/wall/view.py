"""How a hanging is seen: from where, on what wall, beside which things of known size."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from ...edges import Problem
from ...ground.lengths import Length
from ...parts.part import Colour, Part, Point, Share, length_of
from ...parts.picture import Picture

Thing = Literal["person", "sofa", "table", "door"]


class Moulding(Part):
    """A frame round every piece: how broad its face is, and its colour."""

    width: Length = length_of("20 mm")
    colour: Colour = "#2b2723"


class Rectangle(Part):
    """A rectangle on the wall as it appears in a photograph: its corners in shares of the picture, clockwise from the
    upper left, and its true sides."""

    corners: Annotated[tuple[Point, Point, Point, Point], Field(strict=False)]
    width: Length
    height: Length


class Scale(Part):
    """Two points of a photograph taken straight on, in shares of the picture, and how far they are apart in truth."""

    start: Annotated[Point, Field(alias="from")]
    end: Annotated[Point, Field(alias="to")]
    length: Length


class WallPhoto(Part):
    """A photograph of the wall: its scale by two points, or by a rectangle seen in perspective; and where the middle of
    everything hangs in it, in shares of the picture."""

    picture: Picture
    scale: Scale | None = None
    rectangle: Rectangle | None = None
    at: Annotated[tuple[Share, Share], Field(strict=False)] = (0.5, 0.4)


class WallView(Part):
    """From where it is seen, the wall's colour, how strong the light from above is (0 to 1), what stands there."""

    distance: Length = length_of("2.5 m")
    colour: Colour = "#d8d3c8"
    light: Share = 0.5
    things: Annotated[list[Thing], Field(max_length=4)] = ["person"]
    moulding: Moulding | None = None
    photo: WallPhoto | None = None

    def problems(self, path: str) -> Iterator[Problem]:
        if self.distance.mm < 100:
            yield f"{path}.distance", "nobody sees a wall from nearer than 100 mm"
        if self.moulding is not None and not self.moulding.width.mm:
            yield f"{path}.moulding.width", "a frame has a width"
        if self.photo is not None:
            yield from _photo_problems(self.photo, f"{path}.photo")


def _photo_problems(photo: WallPhoto, path: str) -> Iterator[Problem]:
    if (photo.scale is None) == (photo.rectangle is None):
        yield path, "a photograph has its scale by two points, or by a rectangle: one of both"
        return
    if photo.scale is not None:
        if not photo.scale.length.mm:
            yield f"{path}.scale.length", "the true distance is 0"
        if photo.scale.start == photo.scale.end:
            yield f"{path}.scale", "the two points are the same"
    if photo.rectangle is not None:
        for side in ("width", "height"):
            if not getattr(photo.rectangle, side).mm:
                yield f"{path}.rectangle.{side}", f"the {side} is 0"
        if not _is_convex(photo.rectangle.corners):
            yield (
                f"{path}.rectangle.corners",
                "the corners go round clockwise from the upper left, none inside the others",
            )


def _is_convex(corners: tuple[Point, Point, Point, Point]) -> bool:
    """Whether four corners turn clockwise all the way round (y grows downwards)."""
    for at in range(4):
        (ax, ay), (bx, by), (cx, cy) = (corners[(at + step) % 4] for step in range(3))
        if (bx - ax) * (cy - by) - (by - ay) * (cx - bx) <= 1e-9:
            return False
    return True
