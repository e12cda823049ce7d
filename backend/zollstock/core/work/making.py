"""What making a print's file takes: time, by what has to be done on the way, and memory.

Seconds are those of two processors of the machine that they were measured on (docs/pixels.md, *What it costs*);
a studio's own pace is learned from the files it makes.
"""

from __future__ import annotations

from math import ceil
from typing import NamedTuple

from ..ground import show
from ..rules.fileformats import FILE_FORMATS
from ..seeing.enlarging import METHODS, MethodName, careful_steps, method_used, streams
from ..studio.pace import Pace
from .outcome import Work

#: Seconds a megapixel: of the picture read and measured, and of its crop denoised.
_READ, _MEASURE, _DENOISE = 0.02, 0.17, 0.25
#: Of the enlarged picture, by the factor of a step.
_LEARNED = {2: 0.066, 3: 0.044, 4: 0.036}
#: Of the picture's crop, brought down in linear light.
_REDUCE = 0.09
#: Seconds a megapixel of the file to be brought into a print profile.
_TO_PAPER = 0.07
#: Seconds a MB of a file that is read once more for its hash, and seconds before anything is done.
_HASH, _BEGIN = 0.0015, 0.5
#: MB of memory, streamed and by way of a scratch file.
_STREAMED, _BY_SCRATCH = 100, 220
_MEGA = 1e6


class Costs(NamedTuple):
    """Seconds of each part of the work, in the order in which they are done."""

    measuring: float
    denoising: float
    making: float
    writing: float
    hashing: float


def seconds(work: Work, pace: Pace) -> float:
    """How long the print's file will take at a studio's pace.

    >>> from .making import Pace
    >>> round(seconds(fog(), Pace()), 1)
    1.9
    """
    return together(work) * pace.slower.get(used(work), 1.0) * (1 + pace.others)


def used(work: Work) -> MethodName:
    """The method that makes the print's pixels.

    >>> used(fog()), used(fog(pixels={"mode": "fixed", "ppi": 720, "method": "careful"}))
    ('cubic', 'careful')
    """
    return method_used(work.plan.pixels.method, work.scale)


def together(work: Work) -> float:
    """Seconds of the whole: what is streamed is made while it is written.

    >>> round(together(fog()), 1)
    1.9
    """
    parts = costs(work)
    if is_streamed(work):
        return _BEGIN + max(parts.making, parts.writing) + parts.hashing
    return _BEGIN + sum(parts)


def is_streamed(work: Work) -> bool:
    """Whether the file is written while its pixels are made, and nothing waits on the disk.

    >>> from ..documents.plan import parse_plan
    >>> from .outcome import work_out
    >>> plan = {"picture": {"width_px": 3000, "height_px": 2000}, "target": {"width": "30 cm", "height": "20 cm"}}
    >>> is_streamed(work_out(parse_plan(plan))), is_streamed(work_out(parse_plan(plan | {"pixels": {"mode": "fixed", "ppi": 600}})))
    (True, False)
    """
    return streams(used(work), work.scale) and not work.plan.pixels.denoise


def costs(work: Work) -> Costs:
    """What each part of making the file takes, s.

    >>> costs(fog()).denoising
    0.0
    """
    pixels, output = work.plan.pixels, work.plan.output
    picture = work.plan.picture.width_px * work.plan.picture.height_px / _MEGA
    crop = float(work.placement.crop.w * work.placement.crop.h) / _MEGA
    file = work.output_w * work.output_h / _MEGA
    weight = work.channels / 3 * output.bits / 8
    known = FILE_FORMATS[output.format]
    plain = known.plain_seconds if output.compression == "none" else None
    careful = used(work) == "careful"
    return Costs(
        measuring=_MEASURE * picture if careful or pixels.denoise else 0.0,
        denoising=_DENOISE * crop if pixels.denoise else 0.0,
        making=_READ * picture
        + _made(work, crop)
        + (_TO_PAPER * file if output.print_profile else 0.0),
        writing=(known.seconds if plain is None else plain) * weight * file,
        hashing=_HASH * work.output_bytes / _MEGA / (2 if plain is None else 1),
    )


def _made(work: Work, crop: float) -> float:
    """Seconds of making `crop` megapixels of a picture to those of the file."""
    if work.scale == 1:
        return 0.0
    if work.scale < 1:
        return _REDUCE * crop
    file = float(work.scale) ** 2 * crop
    if used(work) != "careful":
        return METHODS[used(work)].seconds * file
    seconds = 0.0
    made, factors = crop, careful_steps(work.scale)
    for factor in factors:
        made *= factor**2
        seconds += _LEARNED[factor] * made
    return seconds + (0.0 if made == file else METHODS["careful"].seconds * file)


def cost_text(work: Work, pace: Pace) -> str:
    """`about 20 s, 220 MB of memory`: what making the file takes, and that it is shared where it is.

    >>> from .making import Pace
    >>> cost_text(fog(), Pace())
    'about 2 s, 100 MB of memory'
    """
    told = show.whole(max(1, ceil(seconds(work, pace))))
    memory = _STREAMED if is_streamed(work) else _BY_SCRATCH
    beside = f" beside {pace.others} more" if pace.others else ""
    return f"about {told} s{beside}, {memory} MB of memory"
