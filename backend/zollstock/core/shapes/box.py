"""Rectangles, exact."""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt

from ..ground.rational import Fraction

ZERO = Fraction(0)


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle; x and y from the top left, in the unit of its context (mm or px)."""

    x: Fraction
    y: Fraction
    w: Fraction
    h: Fraction

    @property
    def right(self) -> Fraction:
        return self.x + self.w

    @property
    def bottom(self) -> Fraction:
        return self.y + self.h

    @property
    def area(self) -> Fraction:
        return self.w * self.h

    def inset(self, left: Fraction, top: Fraction, right: Fraction, bottom: Fraction) -> Box:
        return Box(self.x + left, self.y + top, self.w - left - right, self.h - top - bottom)

    def grown(self, by: Fraction) -> Box:
        return self.inset(-by, -by, -by, -by)

    def times(self, by: Fraction) -> Box:
        """All of it, its place too, so many times as large."""
        return Box(self.x * by, self.y * by, self.w * by, self.h * by)

    def diagonal(self) -> float:
        return sqrt(float(self.w * self.w + self.h * self.h))

    def as_floats(self) -> tuple[float, float, float, float]:
        return (float(self.x), float(self.y), float(self.w), float(self.h))
