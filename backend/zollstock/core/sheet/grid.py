"""Whole pixels: the one rounding by which lengths on a sheet become pixels of a file."""

from __future__ import annotations

from dataclasses import dataclass

from ..ground.rational import Fraction
from ..rules.pixelcount import length_px, round_px
from ..shapes.box import Box


@dataclass(frozen=True, slots=True)
class PixelBox:
    """A rectangle in whole pixels, from the top left."""

    x: int
    y: int
    w: int
    h: int

    @property
    def right(self) -> int:
        return self.x + self.w

    @property
    def bottom(self) -> int:
        return self.y + self.h

    def meets(self, other: PixelBox) -> bool:
        """Whether both have a pixel in common."""
        across = self.x < other.right and other.x < self.right
        return across and self.y < other.bottom and other.y < self.bottom


@dataclass(frozen=True, slots=True)
class Grid:
    """The pixels of a sheet: `width` × `height`, `per_mm` (exact) of them in a millimetre."""

    width: int
    height: int
    per_mm: Fraction

    @classmethod
    def over(cls, width_mm: Fraction, height_mm: Fraction, ppi: Fraction) -> Grid:
        """The grid of a sheet.

        >>> Grid.over(Fraction(254), Fraction(127), Fraction(300)).width
        3000
        """
        width, height = (round_px(length_px(mm, ppi)) for mm in (width_mm, height_mm))
        return cls(width, height, length_px(Fraction(1), ppi))

    def box(self, box: Box) -> PixelBox:
        """A rectangle (mm) in whole pixels: its edges are rounded, not its sizes.

        So rectangles that share an edge in mm share it in pixels. Kept inside the file, and never less
        than a pixel.
        """
        x = min(round_px(box.x * self.per_mm), self.width - 1)
        y = min(round_px(box.y * self.per_mm), self.height - 1)
        right = max(x + 1, min(round_px(box.right * self.per_mm), self.width))
        bottom = max(y + 1, min(round_px(box.bottom * self.per_mm), self.height))
        return PixelBox(x, y, right - x, bottom - y)
