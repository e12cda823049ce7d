"""The picture that a rescue makes, whole or a part of it: enlarged, lettered, toned, sharpened, lazily."""

from __future__ import annotations

import numpy as np

from zollstock.core.ground.rational import Fraction
from zollstock.core.rescue.steps import Enlarge
from zollstock.core.rescue.worked import Worked
from zollstock.core.rules.straighten import UPRIGHT
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling

from ..channels import FULL
from ..choose import filters_for, left_after
from ..methods import Way, method_of
from ..progress import Progress
from ..sharpen import sharpened
from ..vips import pyvips
from .drawn import lettered
from .loading import Loaded, image_of
from .stages import Ground
from .toning import ToneCurve


def made(
    work: Worked, ground: Ground, source: Loaded, progress: Progress | None = None
) -> pyvips.Image:
    """The whole result, in the depth and the profile of its picture. Raises `Cancelled`."""
    box = PixelBox(0, 0, work.made_width, work.made_height)
    return part(
        work, ground, source.like, box, Fraction(work.wide, work.made_width), (0.0, 0.0), progress
    )


def part(
    work: Worked,
    ground: Ground,
    like: pyvips.Image,
    box: PixelBox,
    step: Fraction,
    at: tuple[float, float],
    progress: Progress | None = None,
) -> pyvips.Image:
    """A part of the result of box.w × box.h px, each of them `step` px of the ground, from `at` on (px of the ground)."""
    image = image_of(ground.planes, like)
    sampling = Sampling(
        Fraction(at[0]).limit_denominator(4096) + box.x * step,
        Fraction(at[1]).limit_denominator(4096) + box.y * step,
        step,
        copies=step == 1,
    )
    large = method_of(_way(work, step, progress))(image, sampling, UPRIGHT, box)
    if ground.letterings:
        offset = (float(sampling.x), float(sampling.y))
        large = lettered(large, ground.letterings, 1 / float(step), offset)
    if ground.curve is not None:
        large = _toned(large, ground.curve)
    if work.amount > 0:
        radius = work.radius / work.factor / float(step)
        large = sharpened(large, work.amount, max(0.3, radius))
    return large


def _way(work: Worked, step: Fraction, progress: Progress | None) -> Way:
    enlarge = work.rescue.step(Enlarge)
    left = left_after(work.measures, work.noise)
    if work.blocks > 0.5:
        # What was cleaned of its blocks is no JPEG any more.
        left = left.model_copy(update={"jpeg_quality": None})
    method = "careful" if enlarge is not None and step < 1 else "cubic"
    return Way(
        name=method,  # type: ignore[arg-type]
        exact=True,
        filters=filters_for(left, "plain" if enlarge is None else enlarge.source),
        enlarging=progress,
    )


def _toned(image: pyvips.Image, curve: ToneCurve) -> pyvips.Image:
    """Every value through the curve, by a table."""
    full = FULL[image.format]
    levels = np.arange(full + 1, dtype=np.float32) * np.float32(255 / full)
    table = np.rint(curve.of(levels) * np.float32(full / 255)).astype(
        np.uint8 if full == FULL["uchar"] else np.uint16
    )
    lut = pyvips.Image.new_from_memory(table.tobytes(), full + 1, 1, 1, image.format)
    return image.maplut(lut).copy(interpretation=image.interpretation)
