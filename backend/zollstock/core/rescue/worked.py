"""A rescue worked out: every number that a step needs, given or chosen from what was measured of the picture."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil, floor, hypot, sqrt

from ..ground.lengths import MM_PER_INCH
from ..ground.rational import Fraction
from ..parts.picture import Picture
from ..picture.measures import NOT_MEASURED, Measures
from ..rules.pixelcount import round_px
from ..seeing.kernels import kernel_transfer
from ..studio.media import spread_of
from ..telling.measurefindings import RESCUED_UP_TO_PX
from ..telling.sharpening import aimed
from .chain import Rescue
from .steps import Clean, Enlarge, Lettering, Rim, Sharpen, Smooth

#: A picture of more pixels is not what this bench is for, and would take more memory than a worker has.
MOST_SOURCE_PX = RESCUED_UP_TO_PX
#: A result has so many pixels at the most.
MOST_RESULT_PX = 200_000_000
#: As fine the print is made where nobody says how far to enlarge, as long as it is not over so many times.
_WANTED_PPI, _MOST_CHOSEN = 150, 6
_WITHOUT_PRINT = 2.0
#: From this JPEG quality on blocks are not seen; from this excess of the steps between blocks on they are.
_CLEAN_QUALITY, _BLOCKS_SEEN = 88, 0.08
#: A file whose blocks were saved again is cleaned as one of this quality would be.
_ASSUMED_QUALITY = 50
#: Noise under this σ (levels) is left alone; of more, so much is taken out.
_NOISE_SEEN, _NOISE_SHARE = 1.5, 0.75
#: Even areas are smoothed over so many px where nobody says.
_SMOOTH_PX = 6.0
#: People look at a picture from so many of its diagonals.
_DIAGONALS = 1.5


@dataclass(frozen=True, slots=True)
class Worked:
    """`width` × `height`: the upright picture, px; `wide` × `high` with its new rim; `made_width` × `made_height`:
    the result. `mm_per_px` of the picture on the print; `blocks`, `noise` shares; `quality` is what blocks are cleaned
    as, `has_grid` whether by the file's own; lengths in px of the picture, `radius` in px of the result."""

    rescue: Rescue
    measures: Measures
    width: int
    height: int
    mm_per_px: Fraction | None
    blocks: float
    quality: int
    has_grid: bool
    noise: float
    sigma: float
    smooth: float
    thicker: float
    rim: tuple[int, int, int, int]
    factor: float
    made_width: int
    made_height: int
    amount: float
    radius: float

    @property
    def wide(self) -> int:
        return self.rim[0] + self.width + self.rim[2]

    @property
    def high(self) -> int:
        return self.rim[1] + self.height + self.rim[3]

    @property
    def is_too_large(self) -> bool:
        return self.width * self.height > MOST_SOURCE_PX

    @property
    def ppi(self) -> float | None:
        """Of the result on the print."""
        if self.mm_per_px is None:
            return None
        return float(MM_PER_INCH / self.mm_per_px) * self.factor

    @property
    def detail(self) -> tuple[int, int] | None:
        """Width and height in px that the picture's true detail would fill; None where nobody knows."""
        if self.measures.true_detail is None:
            return None
        share = sqrt(sum(self.measures.true_detail) / 2 / (self.width * self.height))
        share = min(1.0, share)
        return round(self.width * share), round(self.height * share)


def work_out_rescue(rescue: Rescue, measures: Measures = NOT_MEASURED) -> Worked:
    """Everything that follows from a rescue and the measures of its picture.

    >>> from .chain import parse_rescue
    >>> made = work_out_rescue(parse_rescue({"format": "zollstock.rescue/1", "picture": {"width_px": 600, "height_px": 400}}))
    >>> made.made_width, made.made_height
    (600, 400)
    """
    width, height = upright(rescue.picture)
    mm_per_px = None if rescue.print is None else rescue.print.width.mm / width
    clean, smooth = rescue.step(Clean), rescue.step(Smooth)
    lettering = rescue.step(Lettering)
    quality, has_grid, seen = _blocks(measures)
    sigma = measures.noise_sigma or 0.0
    rim = _rim(rescue.step(Rim), width, height)
    factor, made_width, made_height = _size(rescue.step(Enlarge), (width, height), rim, mm_per_px)
    amount, radius = _sharpening(rescue.step(Sharpen), measures, width, height, mm_per_px, factor)
    return Worked(
        rescue=rescue,
        measures=measures,
        width=width,
        height=height,
        mm_per_px=mm_per_px,
        blocks=0.0 if clean is None else _given(clean.blocks, 1.0 if seen else 0.0),
        quality=quality,
        has_grid=has_grid,
        noise=0.0 if clean is None else _given(clean.noise, _NOISE_SHARE * (sigma >= _NOISE_SEEN)),
        sigma=sigma,
        smooth=0.0
        if smooth is None
        else (smooth.length.in_px(mm_per_px) if smooth.length else _SMOOTH_PX),
        thicker=lettering.thicker.in_px(mm_per_px) if lettering and lettering.thicker else 0.0,
        rim=rim,
        factor=factor,
        made_width=made_width,
        made_height=made_height,
        amount=amount,
        radius=radius,
    )


def upright(picture: Picture) -> tuple[int, int]:
    """Width and height in px after its orientation was applied.

    >>> from ..parts.picture import Picture
    >>> upright(Picture(width_px=6000, height_px=4000, orientation=6))
    (4000, 6000)
    """
    size = (picture.width_px, picture.height_px)
    return (size[1], size[0]) if picture.orientation >= 5 else size


def _given(value: float | None, chosen: float) -> float:
    return chosen if value is None else value


def _blocks(measures: Measures) -> tuple[int, bool, bool]:
    """As which quality blocks are cleaned, whether by the file's own steps, and whether there are any to be seen."""
    quality, excess = measures.jpeg_quality, measures.blocking or 0.0
    if quality is not None and quality < _CLEAN_QUALITY:
        return quality, True, True
    if excess >= _BLOCKS_SEEN:
        return _ASSUMED_QUALITY, False, True
    return (quality, True, False) if quality is not None else (_ASSUMED_QUALITY, False, False)


def _rim(rim: Rim | None, width: int, height: int) -> tuple[int, int, int, int]:
    """px of the picture: left, top, right, bottom."""
    if rim is None:
        return 0, 0, 0, 0
    return (
        round(rim.left * width), round(rim.top * height), round(rim.right * width), round(rim.bottom * height),
    )  # fmt: skip


def _size(
    enlarge: Enlarge | None,
    picture: tuple[int, int],
    rim: tuple[int, int, int, int],
    mm_per_px: Fraction | None,
) -> tuple[float, int, int]:
    """How many times larger the result is, its width and its height: the whole of it, new rim and all, rounded once."""
    wide, high = rim[0] + picture[0] + rim[2], rim[1] + picture[1] + rim[3]
    if enlarge is None:
        return 1.0, wide, high
    if enlarge.width_px is not None:
        factor = max(1.0, enlarge.width_px / wide)
    elif enlarge.factor is not None:
        factor = enlarge.factor
    elif mm_per_px is None:
        factor = _WITHOUT_PRINT
    else:
        ppi = float(MM_PER_INCH / mm_per_px)
        factor = float(min(_MOST_CHOSEN, max(1, ceil(_WANTED_PPI / ppi))))
    most = sqrt(MOST_RESULT_PX / (wide * high))
    if enlarge.factor is None and enlarge.width_px is None:
        factor = max(1.0, min(factor, float(floor(most)) or 1.0))
    return (
        factor,
        max(1, round_px(Fraction(wide) * _exact(factor))),
        max(1, round_px(Fraction(high) * _exact(factor))),
    )


def _exact(value: float) -> Fraction:
    return Fraction(value).limit_denominator(1_000_000)


def _sharpening(
    sharpen: Sharpen | None,
    measures: Measures,
    width: int,
    height: int,
    mm_per_px: Fraction | None,
    factor: float,
) -> tuple[float, float]:
    """Amount and radius in px of the result; the bench's own proposal, for the print seen from 1½ of its diagonals."""
    if sharpen is None:
        return 0.0, 1.0
    if mm_per_px is None:
        radius = sharpen.radius.in_px(None) * factor if sharpen.radius else 0.8
        return _given(sharpen.amount, 0.5), radius
    per_mm = factor / float(mm_per_px)
    distance = _DIAGONALS * hypot(width, height) * float(mm_per_px)

    def kernel(frequency: float) -> float:
        return kernel_transfer("careful", frequency / (per_mm / factor)) if factor > 1 else 1.0

    found = aimed(distance, per_mm, (spread_of(""), True), kernel, measures.noise_sigma or 0.0)
    radius = sharpen.radius.in_px(mm_per_px) * factor if sharpen.radius else found.radius
    return _given(sharpen.amount, found.amount), radius
