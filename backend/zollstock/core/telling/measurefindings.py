"""What the measures of a picture mean for the print at hand."""

from __future__ import annotations

from collections.abc import Iterator
from math import log2, pi

from ..answer.reckoning import Finding
from ..ground import show
from ..ground.lengths import MM_PER_INCH
from ..ground.rational import exact
from ..ground.show import LengthStyle
from ..picture.measures import DEEP, Measures
from ..picture.measurewords import DARK, MANY_CLIPPED, ROUGH_JPEG, SEEN_BLOCKS
from ..rules.fit import turned_back
from ..shapes.box import Box
from ..studio.studio import Studio
from ..work.detail import detail_range, detail_share
from ..work.outcome import Work
from .zonefindings import display_name

#: Under so many ppi of detail a print hangs far away, or wants a rescue; what has more pixels needs none.
_LITTLE_PPI = 60
RESCUED_UP_TO_PX = 16_000_000
#: Less of the counted resolution than this is there in detail: worth a word.
_CLEARLY_LESS = 0.85
#: A JPEG is made of blocks of so many px a side.
_BLOCK_PX = 8
#: Half of a picture darker than this, L*, is told as a warning.
VERY_DARK = 25.0
#: More of a picture than this under `DEEP` is told, too.
_MUCH_DARK = 0.3
#: A usual screen, cd/m², light on paper, lx, and what a paper sends back of it.
_SCREEN, _LUX, _PAPER = 250, 200, 0.87
#: A zone whose sharpest part has less than this share of the picture's is probably out of focus.
_SOFT_ZONE = 0.3


def measure_findings(work: Work, style: LengthStyle, studio: Studio) -> Iterator[Finding]:
    """Detail that is less than the pixels, earlier enlargement, soft zones, what is clipped, dark, or blocky.

    >>> from ..picture.measures import Measures
    >>> from ..studio.studio import Studio
    >>> [one.id for one in measure_findings(fog(), LengthStyle("cm"), Studio(measures=Measures(true_detail=(2_000_000.0, 3_000_000.0))))]
    ['detail-less']
    """
    measures = studio.measures
    yield from _detail(work, measures)
    yield from _rescue(work, style, studio)
    yield from _before(measures)
    yield from _zones(work, measures)
    yield from _tones(measures)
    yield from _blocks(work, style, measures)


def _detail(work: Work, measures: Measures) -> Iterator[Finding]:
    found, share = detail_range(work, measures), detail_share(work, measures)
    chosen = work.plan.viewing.detail
    if found is None or share is None or work.plan.target.in_pixels:
        return
    if chosen is None and found[1] >= _CLEARLY_LESS * float(work.effective):
        return
    low, high = (show.decimal(ppi, 0) for ppi in found)
    pixels = f"{show.ppi(work.effective)} in pixels, detail of about {low} to {high}"
    if chosen is None:
        yield Finding(
            id="detail-less",
            level="note",
            step="picture",
            text=f"{pixels}: the picture is softer than its pixels. The verdict counts pixels; look at it at 100 %, or "
            "let the verdict count detail.",
            fix={"viewing.detail": round(share, 2)},
            fix_label="Count detail",
        )
    else:
        yield Finding(
            id="detail-counted",
            level="note",
            step="distance",
            text=f"{pixels}: the verdict counts {show.ppi(work.judged)} of detail.",
            fix={"viewing.detail": None},
            fix_label="Count pixels",
        )


def _rescue(work: Work, style: LengthStyle, studio: Studio) -> Iterator[Finding]:
    """What the rescue bench is for: little detail on a large print; and what became of a picture that it made."""
    if studio.made == "changed":
        yield Finding(
            id="rescue-changed",
            level="note",
            step="picture",
            text="The chain that made this picture was changed since. This print stays as it is; make the picture anew on "
            "the rescue bench to take the change over.",
            place="rescue",
        )
    found = detail_range(work, studio.measures)
    if studio.made or found is None or work.plan.target.in_pixels:
        return
    share = (found[0] + found[1]) / 2 / float(work.effective)
    pixels = work.plan.picture.width_px * work.plan.picture.height_px
    if sum(found) / 2 >= _LITTLE_PPI or pixels > RESCUED_UP_TO_PX:
        return
    wide = work.placement.picture_w
    px = round(wide * share, -1)
    printed = wide * float(MM_PER_INCH / work.effective)
    yield Finding(
        id="rescue-offered",
        level="note",
        step="picture",
        text=f"Detail of about {show.pixel_number(px)} px on {style.length(exact(round(printed)))}. The rescue bench cleans "
        "it, keeps lettering sharp at any size, and says what it cannot bring back.",
        place="rescue",
    )


def _before(measures: Measures) -> Iterator[Finding]:
    factor = measures.resampled_by
    if factor is None:
        return
    yield Finding(
        id="enlarged-before",
        level="note",
        step="pixels",
        text=f"The picture was probably enlarged before, about {show.decimal(factor, 1)} ×: its pixels promise more than "
        "they show, and enlarging it again adds nothing. Print from the original if there is one.",
    )


def _zones(work: Work, measures: Measures) -> Iterator[Finding]:
    if measures.sharpness is None:
        return
    for zone in work.plan.fit.keep:
        shares = Box(*(exact(side) for side in (zone.x, zone.y, zone.w, zone.h)))
        share = measures.sharpness.within(turned_back(shares, work.plan.fit.turn))
        if share < _SOFT_ZONE:
            yield Finding(
                id="zone-soft",
                level="note",
                step="picture",
                text=f"{display_name(zone.name)} is much less sharp than the sharpest part of the picture "
                f"({show.percent(share)} of it). Is it in focus? Look at it at 100 %.",
            )


def _tones(measures: Measures) -> Iterator[Finding]:
    if measures.burnt is not None and measures.burnt >= MANY_CLIPPED:
        yield Finding(
            id="lights-burnt",
            level="note",
            step="picture",
            text=f"{show.percent(measures.burnt)} of the picture is burnt out: bare paper there, and no printing "
            "brings detail back.",
        )
    yield from _dark(measures)


def _dark(measures: Measures) -> Iterator[Finding]:
    """A print that comes out darker than it was on the screen, before paper is spent; nothing is changed by itself."""
    median, dark = measures.lightness_median, measures.dark_share
    if median is None or (median >= DARK and (dark is None or dark <= _MUCH_DARK)):
        return
    found = f"half of the picture is under L* {show.decimal(median, 0)} (under {DARK:.0f} is dark for a print, under {VERY_DARK:.0f} very dark)"
    if dark is not None and dark > _MUCH_DARK:
        found += f", {show.percent(dark)} of it about under L* {DEEP:g}"
    paper = _LUX * _PAPER / pi
    stops = log2(_SCREEN / paper)
    yield Finding(
        id="dark-picture",
        level="warn" if median < VERY_DARK else "note",
        step="pixels",
        text=f"A dark print: {found}. A screen of {_SCREEN} cd/m² is "
        f"log₂({_SCREEN} ÷ (π⁻¹ × {_LUX} lx × {_PAPER})) = {show.decimal(stops, 1)} stops brighter than paper under {_LUX} lx. Your screen and "
        "lamp are unknown: print the strip.",
        place="exposure",
    )


def _blocks(work: Work, style: LengthStyle, measures: Measures) -> Iterator[Finding]:
    quality, blocks = measures.jpeg_quality, measures.blocking
    if quality is None or blocks is None or quality >= ROUGH_JPEG or blocks < SEEN_BLOCKS:
        return
    yield Finding(
        id="jpeg-blocks",
        level="note",
        step="picture",
        text=f"Saved as a JPEG of quality {quality}: its blocks are {style.length(_BLOCK_PX / work.effective * MM_PER_INCH)} wide on this print and may be "
        "seen in calm parts.",
    )
