"""The inspection document, `zollstock.inspection/1`: what a file says of itself and what was measured of it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

from ..answer.reckoning import Record
from ..ground import show
from .measures import Measures
from .measurewords import Sure, megapixels

INSPECTION_FORMAT: Literal["zollstock.inspection/1"] = "zollstock.inspection/1"


class Measure(Record):
    """A measure: `value` at full precision; of `sharpest` a list of boxes [x, y, width, height] in px."""

    id: str
    label: str
    value: float | list[tuple[int, int, int, int]]
    unit: str
    text: str
    sure: Sure
    source: str


class Inspection(Record):
    """`picture` holds the file's facts; what cannot be told of its pixels is left out of `measures`."""

    format: Literal["zollstock.inspection/1"] = INSPECTION_FORMAT
    picture: dict[str, Any]
    measures: list[Measure]


#: (id and field of `Measures`, label, unit, places, how sure, where it comes from)
_FIGURES: tuple[tuple[str, str, str, int, Sure, str], ...] = (
    ("noise_sigma", "Noise", "levels", 2, "measured", "Immerkær 1996, in the flattest parts, less texture"),
    ("resampled_by", "Enlarged before", "×", 2, "hint", "Kirchner 2008"),
    ("jpeg_quality", "JPEG quality", "of 100", 0, "measured", "ITU-T T.81, annex K"),
    ("blocking", "JPEG blocks", "–", 3, "measured", "steps between blocks of 8 px over those within"),
    ("clipped_lights", "Clipped lights", "–", 4, "measured", "share of px with a channel at 254 or more"),
    ("clipped_shadows", "Clipped shadows", "–", 4, "measured", "share of px with all channels at 1 or less"),
    ("lightness_mean", "Lightness, mean", "L*", 1, "measured", "CIE 1976"),
    ("lightness_median", "Lightness, median", "L*", 1, "measured", "CIE 1976"),
)  # fmt: skip


def inspection(picture: dict[str, Any], measures: Measures) -> Inspection:
    """The document of a picture's facts and measures."""
    return Inspection(picture=picture, measures=list(_listed(measures)))


def _listed(measures: Measures) -> Iterator[Measure]:
    if measures.true_detail is not None:
        for end, pixels in zip(("low", "high"), measures.true_detail, strict=True):
            yield Measure(
                id=f"true_detail_{end}",
                label=f"True detail, {end}",
                value=pixels,
                unit="px",
                text=f"{megapixels(pixels)} MP",
                sure="measured",
                source="where the spectrum of the most detailed parts ends",
            )
    for name, label, unit, places, sure, source in _FIGURES:
        value = getattr(measures, name)
        if value is not None:
            text = show.decimal(value, places)
            yield Measure(
                id=name,
                label=label,
                value=value,
                unit=unit,
                text=text if unit == "–" else f"{text} {unit}",
                sure=sure,
                source=source,
            )
    if measures.sharpest:
        yield Measure(
            id="sharpest",
            label="Sharpest parts",
            value=measures.sharpest,
            unit="px",
            text=f"{len(measures.sharpest)} parts",
            sure="measured",
            source="variance of the Laplacian in parts of 128 px, less the noise's share",
        )
