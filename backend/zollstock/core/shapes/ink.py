"""What is printed beside the picture: strokes and labels, in mm from the sheet's top left."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import hypot
from typing import Literal

from ..ground.rational import Fraction
from ..letters import FontName
from .box import Box

StrokeKind = Literal[
    "cut", "fold", "glue", "centre", "register", "scale", "staple", "keyline", "outline", "nail", "measure",
    "solid",
]  # fmt: skip
Point = tuple[Fraction, Fraction]
BLACK = "#000000"


@dataclass(frozen=True, slots=True)
class Stroke:
    """A straight line, mostly along a side of the sheet, `width` mm wide, in an sRGB colour."""

    kind: StrokeKind
    start: Point
    end: Point
    width: Fraction
    colour: str = BLACK

    @property
    def slanted(self) -> bool:
        return self.start[0] != self.end[0] and self.start[1] != self.end[1]

    @property
    def box(self) -> Box:
        """What its ink covers; of a slanted line the box that holds it."""
        (x, y), (to_x, to_y) = self.start, self.end
        if x == to_x:
            return Box(x - self.width / 2, y, self.width, to_y - y)
        if y == to_y:
            return Box(x, y - self.width / 2, to_x - x, self.width)
        left, top = min(x, to_x), min(y, to_y)
        return Box(left, top, abs(to_x - x), abs(to_y - y)).grown(self.width / 2)

    @property
    def corners(self) -> list[tuple[float, float]]:
        """The four corners of its ink, in order.

        >>> level = Stroke("cut", (Fraction(0), Fraction(5)), (Fraction(10), Fraction(5)), Fraction(2))
        >>> level.corners
        [(0.0, 4.0), (10.0, 4.0), (10.0, 6.0), (0.0, 6.0)]
        """
        (x, y), (to_x, to_y) = ((float(u), float(v)) for u, v in (self.start, self.end))
        long = hypot(to_x - x, to_y - y)
        half = float(self.width) / 2 / long if long else 0.0
        across, down = (to_y - y) * half, (to_x - x) * half
        return [(x + across, y - down), (to_x + across, to_y - down), (to_x - across, to_y + down), (x - across, y + down)]  # fmt: skip

    def times(self, by: Fraction) -> Stroke:
        """The same line on paper that is so many times as large; it is as wide as before."""
        (x, y), (to_x, to_y) = self.start, self.end
        return replace(self, start=(x * by, y * by), end=(to_x * by, to_y * by))


@dataclass(frozen=True, slots=True)
class Outline:
    """A closed rectangle round `box`, as a cutter follows it; `name` says which one it is, `fill` what is in it."""

    kind: StrokeKind
    name: str
    box: Box
    width: Fraction
    colour: str = BLACK
    fill: str | None = None

    @property
    def strokes(self) -> tuple[Stroke, ...]:
        """Its four sides; each reaches over its corners, so that they are closed."""
        x, y, right, bottom = self.box.x, self.box.y, self.box.right, self.box.bottom
        half = self.width / 2
        return (
            *(
                Stroke(self.kind, (x - half, at), (right + half, at), self.width, self.colour)
                for at in (y, bottom)
            ),
            *(
                Stroke(self.kind, (at, y - half), (at, bottom + half), self.width, self.colour)
                for at in (x, right)
            ),
        )

    def times(self, by: Fraction) -> Outline:
        """The same on paper that is so many times as large; its line is as wide as before."""
        return replace(self, box=self.box.times(by))


@dataclass(frozen=True, slots=True)
class Label:
    """A word on the sheet: `at` is the left end of its base line, `height` that of its capitals.

    Turned by 90 it reads downwards: its base line runs down from `at`, and its capitals stand to the right of it.
    """

    text: str
    at: Point
    height: Fraction
    font: FontName = "text"
    colour: str = BLACK
    turn: Literal[0, 90] = 0

    def times(self, by: Fraction) -> Label:
        x, y = self.at
        return replace(self, at=(x * by, y * by), height=self.height * by)


@dataclass(frozen=True, slots=True)
class Ink:
    """Everything of that kind on a sheet, in the order in which it is printed."""

    strokes: tuple[Stroke, ...] = ()
    labels: tuple[Label, ...] = ()
    outlines: tuple[Outline, ...] = ()

    def times(self, by: Fraction) -> Ink:
        return Ink(
            tuple(stroke.times(by) for stroke in self.strokes),
            tuple(label.times(by) for label in self.labels),
            tuple(outline.times(by) for outline in self.outlines),
        )
