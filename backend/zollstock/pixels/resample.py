"""From the picture's pixels to the file's: placed exactly, turned and resized in one go.

A pixel covers a square; a place in a picture is counted from its top left corner, so the middle of
the first pixel lies at ½. libvips counts from the middle of the first pixel.

Enlarging is a bicubic interpolation (Catmull-Rom, 4 × 4 px; `resize` of libvips does the same for
every kernel it is given, half a pixel off, and is not used). It works on the values as they are
encoded. Reducing is a Lanczos filter (3 lobes) in linear light, straight from the picture's grid to the
file's; what leans is first put upright on a grid a whole number of times finer than the file's, by the
same interpolation. Why so, and by how much: docs/pixels.md.
"""

from __future__ import annotations

from dataclasses import replace
from math import ceil, floor
from typing import NamedTuple

from zollstock.core.ground.rational import Fraction
from zollstock.core.rules.straighten import UPRIGHT, Lean
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling

from . import tone
from .kernels import catmull_rom
from .vips import pyvips

#: Pixels of the file beyond each side of the box that the reducing filter looks at.
_LOBES = 3
#: libvips' filter reduces by some three hundred at the most, and looks at seven times the picture for a file of one
#: pixel. Beyond this, px of the picture to one of the file, whole boxes are averaged first, so that so many are left.
_MOST_AT_ONCE, _LEFT_TO_FILTER = 64, 32
#: So many pixels more may be made at the end, so that less has to be shifted; less than so many px is not shifted.
_SPARE, _UNSEEN = 4, Fraction(1, 64)


def resampled(image: pyvips.Image, sampling: Sampling, by: Lean, box: PixelBox) -> pyvips.Image:
    """What `sampling` shows of an upright picture (turned by `by` about its centre), box.w × box.h px.

    Copied untouched where the sampling says so. Beyond the picture's rim its outermost pixels go on.
    """
    if sampling.copies:
        return image.crop(int(sampling.x), int(sampling.y), box.w, box.h)
    step = float(sampling.step)
    if step <= 1:
        return _placed(image, sampling, by, (0, 0, box.w, box.h), 1)
    boxes = floor(step / _LEFT_TO_FILTER) if step > _MOST_AT_ONCE else 1
    at = replace(sampling, x=sampling.x / boxes, y=sampling.y / boxes, step=sampling.step / boxes)

    def reduced(light: pyvips.Image) -> pyvips.Image:
        if boxes > 1:
            light = light.shrink(boxes, boxes, ceil=True)
        return _reduced(light, at, box) if by is UPRIGHT else _reduced_leaning(light, at, by, box)

    return tone.in_linear_light(image, reduced)


def _reduced(light: pyvips.Image, at: Sampling, box: PixelBox) -> pyvips.Image:
    """Along the columns and then along the rows, each moved by the part of a pixel that is missing."""
    across = window(at.x, box.w, at.step)
    down = window(at.y, box.h, at.step)
    step = float(at.step)
    part = light.embed(-across.begin, -down.begin, across.length, down.length, extend="copy")
    low = _moved(part, down.shift, upright=True).reducev(step, kernel="lanczos3")
    small = _moved(low, across.shift, upright=False).reduceh(step, kernel="lanczos3")
    return small.crop(_LOBES, _LOBES, box.w, box.h)


class Window(NamedTuple):
    """What is reduced along one side: `length` px from `begin`, after it was moved by `shift` px."""

    begin: int
    length: int
    shift: Fraction


def window(begin: Fraction, count: int, step: Fraction) -> Window:
    """The window that libvips reduces to pixels of `step` px each, `count` of them from `begin` on, and
    `_LOBES` more on both sides.

    It makes round(length ÷ step) pixels about the window's middle; of the lengths and of some pixels more
    at the end those are taken that leave the least to shift, a quarter of a pixel at the most.

    >>> window(Fraction(0), 100, Fraction(2))
    Window(begin=-6, length=212, shift=Fraction(0, 1))
    """
    first, least = begin - _LOBES * step, count + 2 * _LOBES
    found = []
    for many in range(least, least + _SPARE):
        for length in (floor(many * step), ceil(many * step)):
            if floor(length / step + Fraction(1, 2)) == many:
                left = first + (many * step - length) / 2
                found.append(Window(round(left), length, left - round(left)))
    return min(found, key=lambda one: (abs(one.shift), one.length))


def _moved(image: pyvips.Image, shift: Fraction, *, upright: bool) -> pyvips.Image:
    """So that what lay `shift` px further, half a pixel at the most, lies on the grid: Catmull-Rom, 4 px."""
    if abs(shift) < _UNSEEN:
        return image
    t = float(shift % 1)
    taps = [*catmull_rom(t)]
    # libvips counts from the middle of the mask.
    row = [0.0, *taps] if shift > 0 else [*taps, 0.0]
    mask = [[tap] for tap in row] if upright else [row]
    return image.conv(pyvips.Image.new_from_array(mask), precision="float")


def _reduced_leaning(light: pyvips.Image, at: Sampling, by: Lean, box: PixelBox) -> pyvips.Image:
    finer = ceil(at.step)
    area = (-_LOBES, -_LOBES, box.w + 2 * _LOBES, box.h + 2 * _LOBES)
    fine = _placed(light, at, by, area, finer)
    small = fine.reduce(finer, finer, kernel="lanczos3") if finer > 1 else fine
    return small.crop(_LOBES, _LOBES, box.w, box.h)


def interpolated(image: pyvips.Image, at: Sampling, by: Lean, box: PixelBox) -> pyvips.Image:
    """The same by interpolation alone, for a picture that holds no more detail than the file can."""
    return _placed(image, at, by, (0, 0, box.w, box.h), 1)


def _placed(
    image: pyvips.Image, sampling: Sampling, by: Lean, area: tuple[int, int, int, int], finer: int
) -> pyvips.Image:
    """`area` (px of the file, from the box's corner) on a grid `finer` times the file's."""
    step = float(sampling.step) / finer
    many = 1 / step
    # affine knows nothing a pixel beyond the rim; the outermost pixels go on as far as is looked at.
    rim = ceil((max(0, -area[0]) + 1) * float(sampling.step)) + 2
    x, y = image.width / 2, image.height / 2
    cos, sin = float(by.cos) * many, float(by.sin) * many
    wide = image.embed(rim, rim, image.width + 2 * rim, image.height + 2 * rim, extend="copy")
    placed = wide.affine(
        [cos, -sin, sin, cos],
        interpolate=pyvips.Interpolate.new("bicubic"),
        idx=0.5 - rim - x,
        idy=0.5 - rim - y,
        odx=(x - float(sampling.x)) * many - 0.5,
        ody=(y - float(sampling.y)) * many - 0.5,
        oarea=[side * finer for side in area],
        extend="copy",
    )
    return placed.copy(xoffset=0, yoffset=0)


def upscale(small: pyvips.Image, times: int, width: int, height: int) -> pyvips.Image:
    """A small picture `times` as large, its middle at the middle of width × height px."""
    rim = 2
    wide = small.embed(rim, rim, small.width + 2 * rim, small.height + 2 * rim, extend="copy")
    large = wide.affine(
        [times, 0, 0, times],
        interpolate=pyvips.Interpolate.new("bicubic"),
        idx=0.5 - rim - small.width / 2,
        idy=0.5 - rim - small.height / 2,
        odx=width / 2 - 0.5,
        ody=height / 2 - 0.5,
        oarea=[0, 0, width, height],
        extend="copy",
    )
    return large.copy(xoffset=0, yoffset=0)
