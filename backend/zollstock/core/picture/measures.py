"""What is measured of a picture's pixels: what reckoning and advice know of them beside their number."""

from __future__ import annotations

from functools import cached_property
from math import sqrt
from typing import Annotated

from pydantic import Field

from ..answer.reckoning import Record
from ..shapes.box import Box

#: So dark, L*, that a print keeps little apart.
DEEP = 20.0


class LightnessMap(Record):
    """Lightness L* (0 to 100) in a grid over the upright picture: mean and standard deviation of each cell.

    Rows from the top, in each the columns from the left. Source: CIE 1976 L* of the sRGB luminance.
    """

    columns: Annotated[int, Field(ge=1)]
    means: list[float]
    deviations: list[float]

    @property
    def rows(self) -> int:
        return len(self.means) // self.columns

    def within(self, area: Box) -> tuple[float, float]:
        """Mean and standard deviation of lightness in an area (shares of the upright picture, 0 to 1).

        Cells that lie partly in it count by that part. An area of no size has the nearest cell's values.

        >>> from fractions import Fraction
        >>> halves = LightnessMap(columns=2, means=[20.0, 60.0], deviations=[0.0, 3.0])
        >>> tuple(round(value, 2) for value in halves.within(Box(0, 0, 1, 1)))
        (40.0, 20.11)
        >>> halves.within(Box(Fraction(1, 2), 0, Fraction(1, 2), 1))
        (60.0, 3.0)
        """
        across = _overlaps(float(area.x), float(area.right), self.columns)
        down = _overlaps(float(area.y), float(area.bottom), self.rows)
        whole = mean = squares = 0.0
        for row, high in down:
            for column, wide in across:
                at = row * self.columns + column
                weight = wide * high
                whole += weight
                mean += weight * self.means[at]
                squares += weight * (self.means[at] ** 2 + self.deviations[at] ** 2)
        mean /= whole
        return mean, sqrt(max(0.0, squares / whole - mean**2))


def _overlaps(begin: float, end: float, cells: int) -> list[tuple[int, float]]:
    """The cells that a stretch of 0 to 1 lies on, each with how much of it (in cells)."""
    begin, end = max(0.0, begin) * cells, min(1.0, end) * cells
    first = min(cells - 1, int(begin))
    if end - begin < 1e-9:
        return [(first, 1.0)]
    found = []
    for cell in range(first, cells):
        part = min(end, cell + 1) - max(begin, cell)
        if part <= 0:
            break
        found.append((cell, part))
    return found


class SharpnessMap(Record):
    """How sharp the sharpest part of each cell of a grid over the upright picture is, as a share (0 to 1) of the
    picture's sharpest. Rows from the top, in each the columns from the left."""

    columns: Annotated[int, Field(ge=1)]
    shares: list[float]

    @property
    def rows(self) -> int:
        return len(self.shares) // self.columns

    def within(self, area: Box) -> float:
        """The sharpest of an area (shares of the upright picture, 0 to 1).

        >>> from fractions import Fraction
        >>> SharpnessMap(columns=2, shares=[0.2, 1.0]).within(Box(0, 0, Fraction(1, 3), 1))
        0.2
        """
        across = _overlaps(float(area.x), float(area.right), self.columns)
        down = _overlaps(float(area.y), float(area.bottom), self.rows)
        return max(
            self.shares[row * self.columns + column] for row, _ in down for column, _ in across
        )


class Measures(Record):
    """What was measured; None where it was not, or cannot be told.

    `noise_sigma` in 8-bit levels of luma, `jpeg_quality` 1 to 100 as the last save had it, `jpeg_standard`
    where its tables are exactly the standard's. `blocking`: how much larger steps between a JPEG's blocks
    are. `clipped_lights`, `burnt`, `clipped_shadows`: shares of pixels with a channel full, all full, all
    black. `lightness_mean`, `_median` in L*. `true_detail`: the range of pixels whose detail is there.
    `resampled_by`: the factor of an earlier enlargement, a hint. `sharpest`: parts, [x, y, width, height] in px
    of the upright picture, the sharpest first.
    """

    noise_sigma: float | None = None
    jpeg_quality: int | None = None
    jpeg_standard: bool = False
    lightness: LightnessMap | None = None
    lightness_mean: float | None = None
    lightness_median: float | None = None
    blocking: float | None = None
    clipped_lights: float | None = None
    burnt: float | None = None
    clipped_shadows: float | None = None
    sharpness: SharpnessMap | None = None
    sharpest: list[tuple[int, int, int, int]] = []
    true_detail: tuple[int, int] | None = None
    resampled_by: float | None = None

    @cached_property
    def dark_share(self) -> float | None:
        """About which share of the picture is darker than `DEEP`, by the means of a grid over it.

        >>> Measures(lightness=LightnessMap(columns=2, means=[10.0, 60.0, 15.0, 30.0], deviations=[0.0] * 4)).dark_share
        0.5
        """
        if self.lightness is None or not self.lightness.means:
            return None
        return sum(mean < DEEP for mean in self.lightness.means) / len(self.lightness.means)

    def no_finer_than(self, parent: Measures) -> Measures:
        """These measures, of a picture made of another: it shows no more detail than its parent has.

        >>> made = Measures(true_detail=(9_000_000, 30_000_000), noise_sigma=1.0)
        >>> made.no_finer_than(Measures(true_detail=(400_000, 800_000))).true_detail
        (400000, 800000)
        >>> made.no_finer_than(NOT_MEASURED).true_detail
        (9000000, 30000000)
        """
        if parent.true_detail is None:
            return self
        most = parent.true_detail
        own = self.true_detail or most
        return self.model_copy(update={"true_detail": (min(own[0], most[0]), min(own[1], most[1]))})


NOT_MEASURED = Measures()
