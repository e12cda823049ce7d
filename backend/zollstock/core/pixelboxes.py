"""Whole pixels: where crop, printed picture and boxes fall in the delivered file."""

from __future__ import annotations

from dataclasses import dataclass

from .box import Box
from .fit import Placement
from .pixelcount import length_px, round_px
from .rational import Fraction
from .straighten import UPRIGHT
from .work import Work


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


@dataclass(frozen=True, slots=True)
class Sampling:
    """Which part of the straightened picture the printed pixels show.

    `x` and `y` (px of the picture, exact) lie at the printed box's top left corner, `step` is how many
    of the picture's px one pixel of the file covers: the same in both directions, so that rounding
    the box to whole pixels never stretches what is in it.
    """

    x: Fraction
    y: Fraction
    step: Fraction
    copies: bool

    def at(self, column: Fraction, row: Fraction) -> tuple[Fraction, Fraction]:
        """The place in the picture, px, of a place in the printed box."""
        return self.x + column * self.step, self.y + row * self.step


@dataclass(frozen=True, slots=True)
class PixelBoxes:
    """A render in pixels.

    `content` is the file without the marks' margin, `image` the image box, `printed` what of it
    the picture covers (the same, unless the picture is kept whole), `sampling` what it shows there.
    """

    width: int
    height: int
    content: PixelBox
    image: PixelBox
    printed: PixelBox
    sampling: Sampling
    per_mm: Fraction

    def spot(self, box: Box) -> PixelBox:
        """A box of the document (mm) in whole pixels of this file."""
        return rounded(box, self.per_mm, self.width, self.height)


def pixel_boxes(work: Work) -> PixelBoxes:
    """Round the boxes of a plan to the pixels of its file.

    All boxes go through one rounding of their edges, so that boxes which share an edge in mm share
    it in pixels, and everything is inside what holds it.
    """
    placed = work.placement
    per_mm = length_px(Fraction(1), work.output_ppi)
    width, height = work.output_w, work.output_h
    margin = work.plan.marks.margin.mm
    content, image, printed = (
        rounded(box, per_mm, width, height)
        for box in (work.boxes.document.grown(-margin), work.boxes.image, placed.printed)
    )
    return PixelBoxes(width, height, content, image, printed, _sampling(placed, printed, per_mm),
                      per_mm)  # fmt: skip


def rounded(box: Box, per_mm: Fraction, width: int, height: int) -> PixelBox:
    """Edges rounded, not sizes, and kept inside the file; never less than a pixel."""
    x, y = (min(round_px(at * per_mm), most - 1) for at, most in ((box.x, width), (box.y, height)))
    right = max(x + 1, min(round_px(box.right * per_mm), width))
    bottom = max(y + 1, min(round_px(box.bottom * per_mm), height))
    return PixelBox(x, y, right - x, bottom - y)


def _sampling(placed: Placement, printed: PixelBox, per_mm: Fraction) -> Sampling:
    step = 1 / (placed.mm_per_px * per_mm)
    x = placed.crop.x + (printed.x / per_mm - placed.printed.x) / placed.mm_per_px
    y = placed.crop.y + (printed.y / per_mm - placed.printed.y) / placed.mm_per_px
    if step != 1 or placed.lean is not UPRIGHT:
        return Sampling(x, y, step, copies=False)
    # Kept pixels are the picture's own: moved by half a pixel at most, none of them resampled.
    return Sampling(
        Fraction(_held(round_px(x), placed.picture_w - printed.w)),
        Fraction(_held(round_px(y), placed.picture_h - printed.h)),
        step,
        copies=True,
    )


def _held(at: int, most: int) -> int:
    return max(0, min(at, most))
