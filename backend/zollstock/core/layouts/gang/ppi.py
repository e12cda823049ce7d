"""The one ppi of prints that share a file: the least at which every print keeps its own verdict."""

from __future__ import annotations

from collections.abc import Sequence
from math import ceil

from ...ground.rational import Fraction
from ...rules.viewing import GRADES
from ...work.outcome import Work

#: Finer than this no printer works unless it is named: the finest of the two usual families of grids, halved.
MOST_UNASKED = Fraction(360)
_LEAST_OF = dict(GRADES)


def shared_ppi(works: Sequence[Work]) -> Fraction:
    """The least whole ppi that keeps every verdict, at most the finest grid of the device that was chosen, the one that
    was typed, or 360 where none is named.

    Prints that have one and the same ppi already keep it under that cap: then nothing is resampled.

    Finer than a verdict needs, a small print would make the file of all as fine as itself: a stamp of
    1200 ppi beside a banner of 3 m is a file of two gigapixels.

    >>> small = fog(target={"width": "15 cm", "height": "10 cm"})
    >>> int(shared_ppi([small, fog()])), int(shared_ppi([fog()]))
    (360, 208)
    """
    cap = _device(works) or MOST_UNASKED
    own = {work.output_ppi for work in works}
    if len(own) == 1 and max(own) <= cap:
        return max(own)
    return min(cap, max(Fraction(ceil(keeps_verdict(work))) for work in works))


def keeps_verdict(work: Work) -> Fraction:
    """The least ppi of a file in which a print is as good as in its own; what is coarse already loses nothing more.

    >>> small = fog(target={"width": "15 cm", "height": "10 cm"})
    >>> int(keeps_verdict(small)), int(small.output_ppi)
    (582, 846)
    """
    least = _LEAST_OF.get(work.grade or "")
    if not least or work.need is None:
        return work.output_ppi
    # The verdict may count detail instead of pixels: a file at this share of them holds that share of it.
    share = work.judged / work.effective
    return min(work.output_ppi, least * work.need / share)


def _device(works: Sequence[Work]) -> Fraction | None:
    chosen = [grid for work in works if work.device for grid in work.device.native_ppi]
    if chosen:
        return Fraction(max(chosen))
    grids = [work.plan.pixels.native_ppi for work in works if work.plan.pixels.mode == "device"]
    known = [grid for grid in grids if grid is not None]
    return Fraction(max(known)) if known else None
