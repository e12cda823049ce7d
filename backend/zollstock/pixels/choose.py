"""Which filters suit a picture: by what was measured of it, and by what its owner says of it."""

from __future__ import annotations

from collections.abc import Callable

from zollstock.core.ground.lengths import MM_PER_INCH
from zollstock.core.picture.measures import NOT_MEASURED, Measures
from zollstock.core.seeing.enlarging import SourceName, method_used, streams
from zollstock.core.telling.sharpening import proposal
from zollstock.core.work.making import costs
from zollstock.core.work.outcome import Work

from .enlarge.shape import FilterSet
from .methods import Way
from .progress import Progress, stages

#: From this noise (σ, 8-bit levels) on filters that deconvolve would raise it: those for a little, for much.
_NOISY, _NOISIER = 1.8, 5.5
#: Under this JPEG quality its blocks and rings would be sharpened.
_JPEG = 88


def filters_for(measures: Measures, source: SourceName) -> FilterSet:
    """The set of filters for a picture. Noise comes first, then JPEG; what is left the owner says.

    >>> filters_for(Measures(noise_sigma=4.0, jpeg_quality=70), "soft")
    'noisy'
    """
    sigma, quality = measures.noise_sigma or 0.0, measures.jpeg_quality
    if sigma >= _NOISIER:
        return "noisier"
    if sigma >= _NOISY:
        return "noisy"
    if quality is not None and quality < _JPEG:
        return "jpeg"
    return source


def left_after(measures: Measures, denoise: float) -> Measures:
    """What is still in a picture when a share of its noise was taken out.

    >>> left_after(Measures(noise_sigma=8.0), 0.75).noise_sigma
    2.0
    """
    if measures.noise_sigma is None:
        return measures
    return measures.model_copy(update={"noise_sigma": measures.noise_sigma * (1 - denoise)})


def way_for(work: Work, measures: Callable[[], Measures], progress: Progress | None = None) -> Way:
    """How the pixels of a print are made, and its progress. `measures` is asked only where they decide something."""
    parts = costs(work)
    measuring, denoising, enlarging = stages(
        progress, parts.measuring, parts.denoising, parts.making
    )
    pixels = work.plan.pixels
    name = method_used(pixels.method, work.scale)
    decide = name == "careful" or pixels.denoise > 0
    known = measures() if decide else NOT_MEASURED
    measuring(100)
    amount, radius = 0.0, 1.0
    if pixels.sharpen is not None:
        per_mm = float(work.output_ppi / MM_PER_INCH)
        mm = pixels.sharpen.radius or proposal(work, NOT_MEASURED).radius_mm
        amount, radius = pixels.sharpen.amount, max(0.3, mm * per_mm)
    return Way(
        name=name,
        exact=not streams("cubic", work.scale),
        filters=filters_for(left_after(known, pixels.denoise), pixels.source),
        denoise=pixels.denoise,
        sigma=known.noise_sigma or 0.0,
        amount=amount,
        radius=radius,
        denoising=denoising,
        enlarging=enlarging,
    )
