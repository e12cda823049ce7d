"""Ink on a sheet in pixels: strokes as rectangles, letters through the fonts that ship with the app."""

from __future__ import annotations

from functools import lru_cache, reduce
from math import ceil, floor

from PIL import Image, ImageDraw, ImageFont

from zollstock.core.grid import Grid, PixelBox
from zollstock.core.ink import Label
from zollstock.core.letters import FILES, FontName, fonts, places, reach
from zollstock.core.sheets import Sheet

from .colour import Paint
from .vips import pyvips


def inked(image: pyvips.Image, sheet: Sheet, grid: Grid, paint: Paint) -> pyvips.Image:
    """The image with the sheet's strokes and labels on it."""
    for stroke in sheet.strokes:
        spot = grid.box(stroke.box)
        pixel = image.crop(0, 0, 1, 1).new_from_image(paint(stroke.colour))
        image = image.insert(pixel.embed(0, 0, spot.w, spot.h, extend="copy"), spot.x, spot.y)
    for label in sheet.labels:
        drawn = _letters(label, grid)
        if drawn is not None:
            image = _laid_on(image, *drawn, paint(label.colour))
    return image


def _letters(label: Label, grid: Grid) -> tuple[pyvips.Image, PixelBox] | None:
    """A mask of the label's letters and its place; None where there is nothing to be seen.

    Every sign is drawn at its own place, to a fraction of a pixel: a font's engine would round their
    advances to whole ones.
    """
    room, per_mm = reach(label.text, label.font, label.height), grid.per_mm
    left, base = float(label.at[0] * per_mm), float(label.at[1] * per_mm)
    x, y = floor(left) - 1, floor(base - float(room.above * per_mm)) - 1
    right, bottom = (
        ceil(left + float(room.width * per_mm)) + 1,
        ceil(base + float(room.below * per_mm)) + 1,
    )
    x, y, right, bottom = max(0, x), max(0, y), min(grid.width, right), min(grid.height, bottom)
    if right <= x or bottom <= y:
        return None
    font = _font(label.font, float(label.height * per_mm))
    mask = Image.new("L", (right - x, bottom - y))
    draw = ImageDraw.Draw(mask)
    for sign, at in places(label.text, label.font, label.height):
        draw.text((left + float(at * per_mm) - x, base - y), sign, fill=255, font=font, anchor="ls")
    drawn = pyvips.Image.new_from_memory(mask.tobytes(), mask.width, mask.height, 1, "uchar")
    return drawn, PixelBox(x, y, mask.width, mask.height)


@lru_cache(maxsize=8)
def _font(name: FontName, capitals_px: float) -> ImageFont.FreeTypeFont:
    held = fonts()[name]
    size = capitals_px * held.units / held.capitals
    return ImageFont.truetype(str(FILES[name]), size, layout_engine=ImageFont.Layout.BASIC)


def _laid_on(
    image: pyvips.Image, mask: pyvips.Image, at: PixelBox, colour: list[float]
) -> pyvips.Image:
    """The colour through the mask, in the rows of the mask alone: what lies above and below runs through.

    Each row of the image is asked for once and in its order, as a picture that is read from the top needs.
    """
    w, h = image.width, image.height
    rows = image.crop(0, at.y, w, at.h)
    share = mask.embed(at.x, 0, w, at.h) / 255
    mixed = (rows * (1 - share) + share * colour).rint().cast(image.format)
    mixed = mixed.copy(interpretation=image.interpretation)
    parts = [mixed]
    if at.y:
        parts.insert(0, image.crop(0, 0, w, at.y))
    if at.bottom < h:
        parts.append(image.crop(0, at.bottom, w, h - at.bottom))
    return reduce(lambda upper, lower: upper.join(lower, "vertical"), parts)
