"""From the picture's pixels to the file's: placed exactly, turned and resized in one go.

A pixel covers a square; a place in a picture is counted from its top left corner, so the middle of
the first pixel lies at ½. libvips counts from the middle of the first pixel.

Enlarging is a bicubic interpolation (Catmull-Rom, 4 × 4 px; `resize` of libvips does the same for
every kernel it is given, half a pixel off, and is not used). It works on the values as they are
encoded. Reducing puts the picture on a grid a whole number of times finer than the file's by the
same interpolation, then brings it down by a Lanczos filter (3 lobes) in linear light. Why so, and by
how much: docs/pixels.md.
"""

from __future__ import annotations

from dataclasses import replace
from math import ceil, floor

from zollstock.core.grid import PixelBox
from zollstock.core.sheets import Sampling
from zollstock.core.straighten import Lean

from . import tone
from .vips import pyvips

#: Pixels of the file beyond each side of the box that the reducing filter looks at.
_LOBES = 3
#: libvips' filter reduces by some three hundred at the most, and looks at seven times the picture for a file of one
#: pixel. Beyond this, px of the picture to one of the file, whole boxes are averaged first, so that so many are left.
_MOST_AT_ONCE, _LEFT_TO_FILTER = 64, 32


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
    finer = ceil(at.step)
    area = (-_LOBES, -_LOBES, box.w + 2 * _LOBES, box.h + 2 * _LOBES)

    def reduced(light: pyvips.Image) -> pyvips.Image:
        if boxes > 1:
            light = light.shrink(boxes, boxes, ceil=True)
        fine = _placed(light, at, by, area, finer)
        small = fine.reduce(finer, finer, kernel="lanczos3") if finer > 1 else fine
        return small.crop(_LOBES, _LOBES, box.w, box.h)

    return tone.in_linear_light(image, reduced)


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


def spread(small: pyvips.Image, times: int, width: int, height: int) -> pyvips.Image:
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
