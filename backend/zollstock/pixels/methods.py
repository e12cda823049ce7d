"""Methods of enlarging: each makes a box of pixels of what a piece shows of an upright picture.

Nothing is enlarged by a method where nothing has to be: kept pixels are copied, and all methods reduce
alike (`resample`). What is compiled is brought in where it is needed: few processes do.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from itertools import accumulate
from math import ceil, floor
from operator import mul

from zollstock.core.ground.rational import Fraction
from zollstock.core.rules.straighten import UPRIGHT, Lean
from zollstock.core.seeing.enlarging import MethodName, careful_steps
from zollstock.core.sheet.grid import PixelBox
from zollstock.core.sheet.sheets import Sampling

from .enlarge.shape import FilterSet
from .progress import Progress, stages
from .resample import interpolated, resampled
from .sharpen import sharpened
from .vips import pyvips

#: (picture, what is shown of it, how it leans, the box in px of the file) → the box's pixels.
Method = Callable[[pyvips.Image, Sampling, Lean, PixelBox], pyvips.Image]


@dataclass(frozen=True, slots=True)
class Way:
    """How pixels are made: a method of enlarging, what is done before and after it.

    `exact`: the cubic to the exact place, where libvips' would be seen to be rounded. `filters` is the set of the
    careful method; `denoise` 0 to 1 of the noise `sigma` (8-bit levels);
    `amount` and `radius` (px of the file) are those of the sharpening. Both stages tell how far they are.
    """

    name: MethodName = "cubic"
    exact: bool = False
    filters: FilterSet = "plain"
    denoise: float = 0.0
    sigma: float = 0.0
    amount: float = 0.0
    radius: float = 1.0
    denoising: Progress | None = None
    enlarging: Progress | None = None

    @property
    def streams(self) -> bool:
        """Whether it reads the picture's rows in their order, each once."""
        return self.name == "cubic" and not self.exact and not self.denoise


def method_of(way: Way) -> Method:
    """The method that a way describes."""

    def made(image: pyvips.Image, at: Sampling, by: Lean, box: PixelBox) -> pyvips.Image:
        if not way.streams:
            image, at = _needed(image, at, by, box)
        if way.denoise and way.sigma:
            from .denoise import denoised

            image = denoised(image, way.denoise, way.sigma, way.denoising)
        found = METHODS[way.name](image, at, by, box, way)
        return sharpened(found, way.amount, way.radius) if way.amount else found

    return made


def _cubic(image: pyvips.Image, at: Sampling, by: Lean, box: PixelBox, way: Way) -> pyvips.Image:
    if at.copies or at.step >= 1 or not way.exact:
        return resampled(image, at, by, box)
    from .enlarge.interpolation import catmull_rom, interpolated_exactly

    return interpolated_exactly(image, catmull_rom, at, by, box, way.enlarging)


def _lanczos(image: pyvips.Image, at: Sampling, by: Lean, box: PixelBox, way: Way) -> pyvips.Image:
    if at.copies or at.step >= 1:
        return resampled(image, at, by, box)
    from .enlarge.interpolation import interpolated_exactly, lanczos

    return interpolated_exactly(image, lanczos, at, by, box, way.enlarging)


def _careful(image: pyvips.Image, at: Sampling, by: Lean, box: PixelBox, way: Way) -> pyvips.Image:
    """By the next whole factor, then reduced; over the largest in steps."""
    if at.copies:
        return resampled(image, at, by, box)
    from .enlarge import careful

    factors = careful_steps(1 / at.step)
    sizes = [size * size for size in accumulate(factors, mul)]
    for number, (factor, told) in enumerate(
        zip(factors, stages(way.enlarging, *sizes), strict=True)
    ):
        if number:
            # The rim was measured in smaller pixels: what of it is not needed any more is not enlarged again.
            image, at = _needed(image, at, by, box)
        image = careful.enlarged(image, factor, way.filters, told)
        step = at.step * factor
        at = Sampling(at.x * factor, at.y * factor, step, _kept(at, by, factor))
    if at.copies or at.step > 2:
        return resampled(image, at, by, box)
    # Enlarged so far it holds nothing finer than the file: no filter has to come before.
    return interpolated(image, at, by, box)


def _kept(at: Sampling, by: Lean, factor: int) -> bool:
    """Whether the enlarged pixels are the file's own, none of them between two."""
    whole = (at.x * factor).denominator == (at.y * factor).denominator == 1
    return whole and at.step * factor == 1 and by is UPRIGHT


METHODS: dict[MethodName, Callable[[pyvips.Image, Sampling, Lean, PixelBox, Way], pyvips.Image]] = {
    "cubic": _cubic,
    "lanczos": _lanczos,
    "careful": _careful,
}

#: Pixels around what is needed that filters and denoising look at; so many more for each step of reducing.
_RIM, _RIM_A_STEP = 40, 4


def _needed(
    image: pyvips.Image, at: Sampling, by: Lean, box: PixelBox
) -> tuple[pyvips.Image, Sampling]:
    """The part of a picture that a box needs, with its surroundings: nothing else is worked on.

    What leans does so about the middle of the picture, R(p − m) + m; about the middle c of a part of it
    that is the same but for an offset, c − m − R(c − m).
    """
    middle = Fraction(image.width, 2), Fraction(image.height, 2)
    corners = [
        by.inwards((at.x + x * at.step - middle[0], at.y + y * at.step - middle[1]))
        for x in (0, box.w)
        for y in (0, box.h)
    ]
    rim = _RIM + _RIM_A_STEP * ceil(at.step)
    x0, x1 = _reach([x for x, _ in corners], middle[0], rim, image.width)
    y0, y1 = _reach([y for _, y in corners], middle[1], rim, image.height)
    if x1 <= x0 or y1 <= y0:
        return image, at
    part = image.crop(x0, y0, x1 - x0, y1 - y0)
    off = Fraction(x0 + x1, 2) - middle[0], Fraction(y0 + y1, 2) - middle[1]
    turned = by.outwards(off)
    return part, replace(at, x=at.x - x0 + off[0] - turned[0], y=at.y - y0 + off[1] - turned[1])


def _reach(places: list[Fraction], middle: Fraction, rim: int, most: int) -> tuple[int, int]:
    """Begin and end, whole px, of what lies around places that are counted from the picture's middle."""
    return (
        max(0, floor(min(places) + middle) - rim),
        min(most, ceil(max(places) + middle) + rim),
    )
