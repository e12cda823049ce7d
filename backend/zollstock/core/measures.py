"""What is measured of a picture's pixels: what reckoning and advice know of them beside their number."""

from __future__ import annotations

from collections.abc import Iterator
from math import sqrt
from typing import Annotated

from pydantic import Field

from . import show
from .box import Box
from .reckoning import Record

#: Noise, in 8-bit levels: under the first nobody sees it, over the second it is enlarged with the picture.
QUIET_NOISE, LOUD_NOISE = 2.0, 5.0
#: JPEG quality from which on a saved copy is as good as what it was saved from, and under which blocks show.
FINE_JPEG, ROUGH_JPEG = 92, 80


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


class Measures(Record):
    """What was measured; None where it was not, or cannot be told.

    `noise_sigma` in 8-bit levels of luma, `jpeg_quality` 1 to 100 as the last save had it, `jpeg_standard`
    where its tables are exactly the standard's.
    """

    noise_sigma: float | None = None
    jpeg_quality: int | None = None
    jpeg_standard: bool = False
    lightness: LightnessMap | None = None


NOT_MEASURED = Measures()


class MeasureWords(Record):
    """A measure for people: its figure, what it means, and where the way of measuring comes from."""

    id: str
    label: str
    value: float
    unit: str
    text: str
    meaning: str
    source: str


def told(measures: Measures) -> Iterator[MeasureWords]:
    """The measures that a person is told of a picture, in words."""
    noise, quality = measures.noise_sigma, measures.jpeg_quality
    if noise is not None:
        yield MeasureWords(
            id="noise_sigma",
            label="Noise",
            value=noise,
            unit="levels",
            text=f"σ {show.decimal(noise, 1)} of 255 levels",
            meaning=_noise(noise),
            source="Difference of two Laplacians in the flattest parts (Immerkær 1996); it reads fine grain "
            "and texture as noise where a picture has nothing flat.",
        )
    if quality is not None:
        sure = "" if measures.jpeg_standard else "about "
        yield MeasureWords(
            id="jpeg_quality",
            label="JPEG quality",
            value=quality,
            unit="of 100",
            text=f"{sure}{quality} of 100",
            meaning=_quality(quality),
            source="The nearest of the standard's tables (ITU-T T.81, annex K); it tells of the last save, "
            "not of earlier ones.",
        )


def _noise(sigma: float) -> str:
    if sigma < QUIET_NOISE:
        return "clean: nothing of it will be seen"
    if sigma < LOUD_NOISE:
        return "a little: seen from near in flat parts when enlarged"
    return "noisy: enlarging makes it larger too, take it out before"


def _quality(quality: int) -> str:
    if quality >= FINE_JPEG:
        return "as good as uncompressed"
    if quality >= ROUGH_JPEG:
        return "good: traces only when enlarged"
    return "rough: blocks and rings show when enlarged"
