"""How fine the detail in a picture is: a second effective resolution beside the one that counts pixels."""

from __future__ import annotations

from math import sqrt

from ..picture.measures import Measures
from ..picture.measurewords import SHARP_TO_THE_PIXEL
from .outcome import Work


def detail_range(work: Work, measures: Measures) -> tuple[float, float] | None:
    """From how many to how many ppi a print has in detail; None where it was not measured.

    Effective ppi × √(true detail ÷ pixels): detail is counted in pixels of an area, ppi along a side.

    >>> from ..picture.measures import Measures
    >>> tuple(round(ppi) for ppi in detail_range(fog(), Measures(true_detail=(3_000_000.0, 6_000_000.0))))
    (88, 125)
    """
    if measures.true_detail is None:
        return None
    pixels = _pixels(work)
    low, high = (
        float(work.effective) * sqrt(min(1.0, part / pixels)) for part in measures.true_detail
    )
    return low, high


def detail_share(work: Work, measures: Measures) -> float | None:
    """Which share of the effective ppi is detail, the middle of the range; 1 for what is sharp to the pixel.

    >>> from ..documents.plan import parse_plan
    >>> from .outcome import work_out
    >>> work = work_out(parse_plan({"picture": {"width_px": 6000, "height_px": 4000}, "target": {"width": "60 cm", "height": "40 cm"}}))
    >>> detail_share(work, Measures(true_detail=(5e6, 7e6)))  # 6 of 24 megapixels: half along a side
    0.5
    """
    if measures.true_detail is None:
        return None
    pixels = _pixels(work)
    low, high = measures.true_detail
    if high >= SHARP_TO_THE_PIXEL * pixels:
        return 1.0
    return max(0.05, sqrt((low + high) / 2 / pixels))


def _pixels(work: Work) -> int:
    return work.plan.picture.width_px * work.plan.picture.height_px
