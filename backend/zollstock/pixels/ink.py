"""Ink on a sheet in pixels: strokes as rectangles, letters through the fonts that ship with the app."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from functools import lru_cache
from math import ceil, floor, sqrt
from typing import NamedTuple

from PIL import Image, ImageDraw, ImageFont

from zollstock.core.ground.rational import Fraction
from zollstock.core.letters import FILES, FontName, fonts, places, reach
from zollstock.core.shapes.ink import Label, Stroke
from zollstock.core.sheet.grid import Grid, PixelBox
from zollstock.core.sheet.sheets import Sheet

from .colour import Paint
from .vips import pyvips

#: Letters may be off by so much, mm; no more pixels than these are drawn for it.
_OFF, _MOST_DRAWN = 0.02, 2**24


class Ground(NamedTuple):
    """What lies under a sheet's ink where no picture does, as an image of its own; `pictures` are where one does.

    A label beside the pictures is mixed with this, never with the sheet itself: libvips takes a part that was put
    into a whole for done once its last row is written, and what it hangs on with it. A picture that is read from the
    top, and was not reached yet under a caption above it, could then not be read at all.
    """

    image: pyvips.Image
    pictures: tuple[PixelBox, ...]


def inked(
    image: pyvips.Image, sheet: Sheet, grid: Grid, paint: Paint, ground: Ground | None = None
) -> pyvips.Image:
    """The image with the sheet's strokes and labels on it; without a `ground` it can be read anywhere at once."""
    under = image if ground is None else ground.image
    for spot, colour in _filled(sheet, grid):
        pixel = image.crop(0, 0, 1, 1).new_from_image(paint(colour))
        line = pixel.embed(0, 0, spot.w, spot.h, extend="copy")
        image = image.insert(line, spot.x, spot.y)
        under = image if ground is None else under.insert(line, spot.x, spot.y)
    for (mask, at), colour in _masked(sheet, grid):
        if ground is not None and any(at.meets(one) for one in ground.pictures):
            image = _over_picture(image, mask, at, paint(colour))
            continue
        mixed = _mixed(under.crop(at.x, at.y, at.w, at.h), mask / 255, paint(colour))
        image = image.insert(mixed, at.x, at.y)
        under = image if ground is None else under.insert(mixed, at.x, at.y)
    return image


def _filled(sheet: Sheet, grid: Grid) -> Iterator[tuple[PixelBox, str]]:
    """What is covered with ink of one colour: outlines with what they are filled with, then strokes."""
    for outline in sheet.outlines:
        if outline.fill is not None:
            yield grid.box(outline.box), outline.fill
        for side in outline.strokes:
            yield grid.box(side.box), side.colour
    for stroke in sheet.strokes:
        if not stroke.slanted:
            yield grid.box(stroke.box), stroke.colour


def _masked(sheet: Sheet, grid: Grid) -> Iterator[tuple[tuple[pyvips.Image, PixelBox], str]]:
    """What covers pixels in part, as a mask and its place: slanted lines, and letters over them."""
    slanted = [(_slanted(one, grid), one.colour) for one in sheet.strokes if one.slanted]
    for drawn, colour in [
        *slanted,
        *((_letters(label, grid), label.colour) for label in sheet.labels),
    ]:
        if drawn is not None:
            yield drawn, colour


def _slanted(stroke: Stroke, grid: Grid) -> tuple[pyvips.Image, PixelBox] | None:
    """A mask of a slanted line and its place; None where it lies beyond the sheet."""
    per_mm = float(grid.per_mm)
    left, top, wide, high = (side * per_mm for side in stroke.box.as_floats())
    x, y = max(0, floor(left)), max(0, floor(top))
    w, h = min(grid.width, ceil(left + wide)) - x, min(grid.height, ceil(top + high)) - y
    if w <= 0 or h <= 0:
        return None
    # A polygon is drawn to its last pixel on all sides: finer, so that it is no wider for that.
    finer = _finer(per_mm / 4, w * h)
    mask = Image.new("L", (w * finer, h * finer))
    # What is drawn counts from the middles of its pixels.
    corners = [
        ((u * per_mm - x) * finer - 0.5, (v * per_mm - y) * finer - 0.5) for u, v in stroke.corners
    ]
    ImageDraw.Draw(mask).polygon(corners, fill=255)
    drawn = pyvips.Image.new_from_memory(mask.tobytes(), mask.width, mask.height, 1, "uchar")
    return drawn.shrink(finer, finer), PixelBox(x, y, w, h)


def _letters(label: Label, grid: Grid) -> tuple[pyvips.Image, PixelBox] | None:
    """A mask of the label's letters and its place; None where there is nothing to be seen."""
    if not label.turn:
        return _level_letters(label, grid)
    # Drawn level on a sheet that lies on its side: what runs down from x, y runs right from y, −x there.
    lying = Grid(grid.height, grid.width, grid.per_mm)
    x, y = label.at
    level = replace(label, at=(y, Fraction(grid.width) / grid.per_mm - x), turn=0)
    drawn = _level_letters(level, lying)
    if drawn is None:
        return None
    mask, at = drawn
    return mask.rot("d90"), PixelBox(grid.width - at.bottom, at.x, at.h, at.w)


def _level_letters(label: Label, grid: Grid) -> tuple[pyvips.Image, PixelBox] | None:
    """The same of a label that reads from left to right.

    Every sign is drawn at its own place, to a fraction of a pixel: a font's engine would round their
    advances to whole ones. It rounds their heights, too, so they are drawn finer and brought down.
    """
    room, per_mm = reach(label.text, label.font, label.height), grid.per_mm
    left, base = float(label.at[0] * per_mm), float(label.at[1] * per_mm)
    # The tail of a j lies before its place on the line.
    x, y = (
        floor(left + float(room.left * per_mm)) - 1,
        floor(base - float(room.above * per_mm)) - 1,
    )
    right, bottom = (
        ceil(left + float(room.right * per_mm)) + 1,
        ceil(base + float(room.below * per_mm)) + 1,
    )
    x, y, right, bottom = max(0, x), max(0, y), min(grid.width, right), min(grid.height, bottom)
    if right <= x or bottom <= y:
        return None
    finer = _finer(float(per_mm), (right - x) * (bottom - y))
    font = _font(label.font, float(label.height * per_mm) * finer)
    mask = Image.new("L", ((right - x) * finer, (bottom - y) * finer))
    draw = ImageDraw.Draw(mask)
    for sign, at in places(label.text, label.font, label.height):
        place = (left + float(at * per_mm) - x) * finer, (base - y) * finer
        draw.text(place, sign, fill=255, font=font, anchor="ls")
    drawn = pyvips.Image.new_from_memory(mask.tobytes(), mask.width, mask.height, 1, "uchar")
    return drawn.shrink(finer, finer), PixelBox(x, y, right - x, bottom - y)


def _finer(per_mm: float, pixels: int) -> int:
    """So many times finer letters are drawn that half a pixel, by which they may be off, is `_OFF` mm."""
    wanted = ceil(0.5 / _OFF / per_mm)
    return max(1, min(wanted, floor(sqrt(_MOST_DRAWN / pixels))))


@lru_cache(maxsize=8)
def _font(name: FontName, capitals_px: float) -> ImageFont.FreeTypeFont:
    held = fonts()[name]
    size = capitals_px * held.units / held.capitals
    return ImageFont.truetype(str(FILES[name]), size, layout_engine=ImageFont.Layout.BASIC)


def _mixed(under: pyvips.Image, share: pyvips.Image, colour: list[float]) -> pyvips.Image:
    """The colour through a mask (0 to 1) over what lies there."""
    mixed = (under * (1 - share) + share * colour).rint().cast(under.format)
    return mixed.copy(interpretation=under.interpretation)


def _over_picture(
    image: pyvips.Image, mask: pyvips.Image, at: PixelBox, colour: list[float]
) -> pyvips.Image:
    """Letters over a picture that is read from the top: both ways ask for the same rows at the same time."""
    whole = mask.embed(at.x, at.y, image.width, image.height)
    return (
        (whole > 0)
        .ifthenelse(_mixed(image, whole / 255, colour), image)
        .copy(interpretation=image.interpretation)
    )
