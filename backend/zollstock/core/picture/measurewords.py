"""What was measured of a picture, for people: each figure with what it means and how it was found."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

from ..answer.reckoning import Record
from ..ground import show
from .measures import Measures

#: Noise, in 8-bit levels: under the first nobody sees it, over the second it is enlarged with the picture.
QUIET_NOISE, LOUD_NOISE = 2.0, 5.0
#: JPEG quality from which on a saved copy is as good as what it was saved from, and under which blocks show.
FINE_JPEG, ROUGH_JPEG = 92, 80
#: How much larger steps between blocks are before somebody sees them near by.
SEEN_BLOCKS = 0.1
#: Over this JPEG quality what is found says more of the picture than of blocks.
BLOCKS_BELOW = 88
#: A share of pixels that nobody misses, and one that is worth a look.
FEW_CLIPPED, MANY_CLIPPED = 0.001, 0.02
#: L* on average under which a picture prints darker than its owner thinks, and over which paper glares.
DARK, LIGHT = 35.0, 75.0
#: A picture whose detail fills at least this share of its pixels is sharp to the pixel.
SHARP_TO_THE_PIXEL = 0.8

Sure = Literal["measured", "hint"]


class MeasureWords(Record):
    """A measure for people: its figure, what it means, how sure it is, and where the way of measuring comes from."""

    id: str
    label: str
    text: str
    meaning: str
    sure: Sure
    source: str


def describe_measures(measures: Measures, pixels: int) -> Iterator[MeasureWords]:
    """The measures that a person is told of a picture of so many pixels, in words.

    >>> from .measures import Measures
    >>> [one.text for one in describe_measures(Measures(noise_sigma=1.2), 24_000_000)][:1]
    ['σ 1.2 of 255 levels']
    """
    yield from _detail(measures, pixels)
    yield from _noise(measures)
    yield from _jpeg(measures)
    yield from _clipped(measures)
    yield from _lightness(measures)


def megapixels(pixels: float) -> str:
    """`9.4`, `24`: of a count of pixels.

    >>> megapixels(9_400_000), megapixels(24_160_000)
    ('9.4', '24')
    """
    millions = pixels / 1e6
    return show.decimal(millions, 0 if millions >= 10 else 1)


def _detail(measures: Measures, pixels: int) -> Iterator[MeasureWords]:
    if measures.true_detail is not None:
        low, high = measures.true_detail
        whole = megapixels(pixels)
        sharp = high >= SHARP_TO_THE_PIXEL * pixels
        span = (
            megapixels(low)
            if megapixels(low) == megapixels(high)
            else f"{megapixels(low)} to {megapixels(high)}"
        )
        yield MeasureWords(
            id="true_detail",
            label="True detail",
            text=f"about {span} of {whole} MP",
            meaning="sharp to the pixel, or nearly"
            if sharp
            else "softer than its pixels: a larger print shows no more than these would",
            sure="measured",
            source="Where the spectrum of its most detailed parts sinks into nothing (docs/pixels.md); a picture "
            "without fine content reads low by nature.",
        )
    if measures.resampled_by is not None:
        yield MeasureWords(
            id="resampled_by",
            label="Enlarged before",
            text=f"probably, about {show.decimal(measures.resampled_by, 1)} ×",
            meaning="its pixels promise more than they show: print from the original if there is one",
            sure="hint",
            source="Interpolated pixels follow from their neighbours at even distances (Kirchner 2008): a hint, never "
            "a verdict. Two and four times cannot be seen.",
        )


def _noise(measures: Measures) -> Iterator[MeasureWords]:
    noise = measures.noise_sigma
    if noise is None:
        return
    meaning = (
        "clean: nothing of it will be seen"
        if noise < QUIET_NOISE
        else "a little: seen from near in flat parts when enlarged"
        if noise < LOUD_NOISE
        else "noisy: enlarging makes it larger too, take it out before"
    )
    yield MeasureWords(
        id="noise_sigma",
        label="Noise",
        text=f"σ {show.decimal(noise, 1)} of 255 levels",
        meaning=meaning,
        sure="measured",
        source="Difference of two Laplacians in the flattest parts (Immerkær 1996), less what stays when four "
        "pixels are made one, which is texture. Texture as fine as the pixels is still read as noise; noise over "
        "strong texture is overlooked.",
    )


def _jpeg(measures: Measures) -> Iterator[MeasureWords]:
    quality, blocks = measures.jpeg_quality, measures.blocking
    if quality is None:
        return
    meaning = (
        "as good as uncompressed"
        if quality >= FINE_JPEG
        else "good: traces only when enlarged"
        if quality >= ROUGH_JPEG
        else "rough: blocks and rings show when enlarged"
    )
    yield MeasureWords(
        id="jpeg_quality",
        label="JPEG quality",
        text=f"{'' if measures.jpeg_standard else 'about '}{quality} of 100",
        meaning=meaning,
        sure="measured",
        source="The nearest of the standard's tables (ITU-T T.81, annex K); it tells of the last save, "
        "not of earlier ones.",
    )
    if blocks is not None and blocks >= SEEN_BLOCKS and quality < BLOCKS_BELOW:
        yield MeasureWords(
            id="blocking",
            label="JPEG blocks",
            text=f"steps {show.percent(blocks)} larger between blocks",
            meaning="to be seen in calm parts when enlarged",
            sure="measured",
            source="Steps over the borders of 8 × 8 px against those within, along both sides; it finds no blocks "
            "of a save before a resize.",
        )


def _clipped(measures: Measures) -> Iterator[MeasureWords]:
    lights, burnt, shadows = measures.clipped_lights, measures.burnt, measures.clipped_shadows
    if lights is None or burnt is None or shadows is None:
        return
    if max(lights, shadows) < FEW_CLIPPED:
        text, meaning = "nothing", "lights and shadows have all their detail"
    else:
        text = f"{show.percent(lights)} of the lights, {show.percent(shadows)} black"
        if burnt >= MANY_CLIPPED:
            meaning = f"{show.percent(burnt)} are bare paper: no printing brings detail back there"
        elif shadows >= MANY_CLIPPED:
            meaning = "the blacks hold nothing; on matte paper more will drown in them"
        else:
            meaning = "little: look at the brightest and the deepest parts once"
    yield MeasureWords(
        id="clipped",
        label="Clipped",
        text=text,
        meaning=meaning,
        sure="measured",
        source="Pixels with a channel at 254 or more, and with all at 1 or less, of all the picture's pixels.",
    )


def _lightness(measures: Measures) -> Iterator[MeasureWords]:
    mean, median = measures.lightness_mean, measures.lightness_median
    if mean is None or median is None:
        return
    meaning = (
        "dark: a print looks darker than a screen; hold a test strip where it will hang"
        if mean < DARK
        else "light: bright parts come near to bare paper"
        if mean > LIGHT
        else "in the middle; a print still looks darker than a screen"
    )
    yield MeasureWords(
        id="lightness",
        label="Lightness",
        text=f"L* {show.decimal(mean, 0)} on average, half of it under {show.decimal(median, 0)}",
        meaning=meaning,
        sure="measured",
        source="CIE L* of the sRGB luminance, 0 black to 100 white.",
    )
