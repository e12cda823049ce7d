"""Whole pixels: where crop, printed picture and boxes fall in the delivered file."""

from __future__ import annotations

from dataclasses import dataclass

from .edges import Box
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
class PixelBoxes:
    """A render in pixels.

    `crop` lies in the turned picture; the others in the file. `content` is the file without the
    marks' margin, `printed` what the picture covers, `image` the image box around it.
    """

    crop: PixelBox
    width: int
    height: int
    content: PixelBox
    image: PixelBox
    printed: PixelBox
    mm: Fraction

    def length(self, mm: Fraction) -> int:
        """A length in mm as whole pixels of this file."""
        return round_px(mm * self.mm)


def pixel_boxes(work: Work) -> PixelBoxes:
    """Round the boxes of a plan to the pixels of its file.

    Everything is inside what holds it, and where nothing is resampled the printed picture has
    exactly as many pixels as the crop.
    """
    placed = work.placement
    per_mm = length_px(Fraction(1), work.output_ppi)
    crop = _crop(placed.crop, placed.picture_w, placed.picture_h, placed.lean is UPRIGHT)
    width, height = work.output_w, work.output_h
    margin = work.plan.marks.margin.mm
    document = work.boxes.document
    content = _rounded(document.grown(-margin), per_mm, width, height)
    image = _rounded(work.boxes.image, per_mm, width, height)
    printed = _rounded(placed.printed, per_mm, width, height)
    if work.scale == 1:
        printed = PixelBox(
            max(0, min(printed.x, width - crop.w)),
            max(0, min(printed.y, height - crop.h)),
            min(crop.w, width),
            min(crop.h, height),
        )
        crop = PixelBox(crop.x, crop.y, printed.w, printed.h)
    image = _around(image, printed)
    return PixelBoxes(crop, width, height, _around(content, image), image, printed, per_mm)


def _rounded(box: Box, per_mm: Fraction, width: int, height: int) -> PixelBox:
    """Edges rounded, not sizes, and kept inside the file; never less than a pixel."""
    x, y = (min(round_px(at * per_mm), most - 1) for at, most in ((box.x, width), (box.y, height)))
    right = max(x + 1, min(round_px(box.right * per_mm), width))
    bottom = max(y + 1, min(round_px(box.bottom * per_mm), height))
    return PixelBox(x, y, right - x, bottom - y)


def _crop(crop: Box, width: int, height: int, upright: bool) -> PixelBox:
    """Whole pixels of a crop; one in a straightened picture may reach beyond its upright bounds."""
    if not upright:
        return PixelBox(round_px(crop.x), round_px(crop.y), max(1, round_px(crop.w)),
                        max(1, round_px(crop.h)))  # fmt: skip
    w = max(1, min(round_px(crop.w), width))
    h = max(1, min(round_px(crop.h), height))
    x = max(0, min(round_px(crop.x), width - w))
    y = max(0, min(round_px(crop.y), height - h))
    return PixelBox(x, y, w, h)


def _around(outer: PixelBox, inner: PixelBox) -> PixelBox:
    """`outer`, grown where rounding left a pixel of `inner` outside."""
    x, y = min(outer.x, inner.x), min(outer.y, inner.y)
    right, bottom = max(outer.right, inner.right), max(outer.bottom, inner.bottom)
    return PixelBox(x, y, right - x, bottom - y)
